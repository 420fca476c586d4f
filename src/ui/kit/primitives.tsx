'use client';
import Link from 'next/link';
import { type ComponentProps, useEffect, useRef, useState } from 'react';
import { Button as AriaButton } from 'react-aria-components';
import styled, { css } from 'styled-components';
import type { End } from '@/catalogue/ends';

/** The few shapes every page is ruled with. */

export const Heading = styled.h2`
  font-size: 1.0625rem;
  font-weight: 700;
  color: var(--ink);
  margin-bottom: 0.25rem;
`;

export const Section = styled.section<{ $end?: End | undefined }>`
  & + & {
    margin-top: 1.5rem;
  }
  ${({ $end }) =>
    $end &&
    css`
      > ${Heading} {
        color: var(--${$end});
      }
    `}
`;

export const Small = styled.span`
  font-size: 0.875rem;
  font-stretch: var(--label-width);
  color: var(--soft);
`;

const pressable = css`
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 0.4em;
  min-height: 44px;
  padding: 0.25rem 0.9rem;
  border: 1px solid var(--ink);
  border-radius: 2px;
  background: var(--sheet);
  color: var(--ink);
  font-weight: 600;
  font-size: 0.9375rem;
  text-decoration: none;
  cursor: pointer;
  &[data-hovered],
  &:hover {
    background: var(--ground);
  }
  &[data-disabled] {
    color: var(--soft);
    border-color: var(--rule);
    cursor: default;
  }
`;

const strong = css`
  background: var(--ink);
  color: var(--ground);
  &[data-hovered],
  &:hover {
    background: var(--ink);
    text-decoration: underline;
  }
  &[data-disabled] {
    background: none;
    color: var(--soft);
    text-decoration: none;
  }
`;

export const Button = styled(AriaButton)<{ $strong?: boolean }>`
  ${pressable}
  ${({ $strong }) => $strong && strong}
`;

export const LinkButton = styled(Link)<{ $strong?: boolean }>`
  ${pressable}
  ${({ $strong }) => $strong && strong}
`;

/** Reads as a word in a line: quiet, but still a full touch target. */
const quiet = css`
  min-height: 44px;
  white-space: nowrap;
  padding: 0 0.25rem;
  border: 0;
  background: none;
  color: var(--soft);
  font-size: 0.875rem;
  cursor: pointer;
  text-decoration: underline;
  text-decoration-color: var(--rule);
  text-underline-offset: 3px;
  &[data-disabled] {
    text-decoration: none;
    cursor: default;
  }
`;

export const QuietButton = styled(AriaButton)`
  ${quiet}
`;

/** The same for a paper or a file that opens by itself. */
export const QuietLink = styled.a`
  ${quiet}
  display: inline-flex;
  align-items: center;
`;

/** A link beside words and not among them: a finger's height. */
export const OwnLine = styled(Link)`
  display: inline-flex;
  align-items: center;
  min-height: 44px;
`;

export const Table = styled.table`
  th {
    text-align: left;
    font-size: 0.875rem;
    font-weight: 600;
    font-stretch: var(--label-width);
    color: var(--soft);
    padding: 0.3rem 0.75rem 0.3rem 0;
    border-bottom: 1px solid var(--rule);
    vertical-align: bottom;
  }
  td {
    padding: 0.45rem 0.75rem 0.45rem 0;
    border-bottom: 1px solid var(--fine);
    vertical-align: baseline;
  }
  th.number,
  td.number {
    text-align: right;
    white-space: nowrap;
  }
  th:last-child,
  td:last-child {
    padding-right: 0;
  }
`;

/** A table whose rows hold fields, buttons or ticks: one line each, as high as what is pressed in it. */
export const LineTable = styled(Table)`
  td {
    height: 44px;
    vertical-align: middle;
    padding-top: 0;
    padding-bottom: 0;
  }
`;

export const Empty = styled.p`
  color: var(--soft);
  padding: 0.75rem 0;
  max-width: 46ch;
`;

const NoteBox = styled.div<{ $danger?: boolean }>`
  display: grid;
  grid-template-columns: 1.4rem 1fr;
  padding: 0.4rem 0;
  border-top: 1px solid var(--rule);
  > span:first-child {
    color: var(--${({ $danger }) => ($danger ? 'danger' : 'warn')});
    font-weight: 700;
  }
`;

/** A caution at the step where the work can hurt somebody: the red is kept for people. */
export function Caution({ children }: { children: string }) {
  return (
    <NoteBox role="note" $danger>
      <span aria-hidden>✚</span>
      <span>
        <b>Caution. </b>
        {children}
      </span>
    </NoteBox>
  );
}

export function Warn({ children }: { children: React.ReactNode }) {
  return (
    <NoteBox role="note">
      <span aria-hidden>▲</span>
      <span>{children}</span>
    </NoteBox>
  );
}

export const EndName = styled.span<{ $end: End }>`
  color: var(--${({ $end }) => $end});
  font-weight: 650;
`;

/** Holds what may be wider than a phone: it scrolls in its place, and the page does not; nor do words for readers alone, which stand outside the flow. */
const Sideways = styled.div`
  position: relative;
  overflow-x: auto;
`;
export function Wide(props: ComponentProps<'div'>) {
  const frame = useRef<HTMLDivElement>(null);
  const [isWider, setWider] = useState(false);
  useEffect(() => {
    const element = frame.current;
    if (!element) return undefined;
    // Where it can be pushed sideways the keys reach it too; elsewhere it is no stop on their way.
    const watch = new ResizeObserver(() => setWider(element.scrollWidth > element.clientWidth + 1));
    for (const watched of [element, ...element.children]) watch.observe(watched);
    return () => watch.disconnect();
  }, []);
  return <Sideways ref={frame} {...(isWider ? { tabIndex: 0 } : {})} {...props} />;
}
