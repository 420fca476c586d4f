'use client';
import { type ReactNode, useId } from 'react';
import styled from 'styled-components';
import type { End } from '@/catalogue/ends';

/** Over the whole width under the stages, on sheet white: what the page answers, why, and the one thing to press. */
const Strip = styled.section`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem 2rem;
  margin: -1.1rem -1.75rem 0.8rem;
  padding: 0.5rem 1.75rem;
  min-height: 4.5rem;
  background: var(--sheet);
  border-bottom: 1px solid var(--rule);
  .says {
    flex: 1 1 24rem;
    max-width: 92ch;
    font-size: 1rem;
  }
  .soft {
    color: var(--soft);
  }
  .press {
    margin-left: auto;
  }
  @media (max-width: 960px) {
    margin: -1rem -1rem 1rem;
    padding: 0.7rem 1rem;
    gap: 0.25rem 1.25rem;
    min-height: 0;
  }
  @media print {
    margin: 0 0 1rem;
    padding: 0 0 0.5rem;
    min-height: 0;
    .press {
      display: none;
    }
  }
`;

const Figure = styled.h2<{ $end: End | null }>`
  font-size: 0.9375rem;
  font-weight: 650;
  color: ${({ $end }) => ($end ? `var(--${$end})` : 'var(--ink)')};
  max-width: 15rem;
  .figure {
    display: block;
    color: var(--ink);
    font-size: 2.125rem;
    font-weight: 700;
    line-height: 1.05;
    letter-spacing: -0.01em;
    white-space: nowrap;
  }
  .figure small {
    font-size: 1.0625rem;
    font-weight: 600;
    letter-spacing: 0;
  }
`;

/** The first sentence leads; what follows it is read after. */
function Lead({ children }: { children: ReactNode }) {
  const [, first, rest] = typeof children === 'string' ? (/^(.*?[.”!?])(?= )(.*)$/s.exec(children) ?? []) : [];
  return first ? (
    <>
      <b>{first}</b>
      {rest}
    </>
  ) : (
    <b>{children}</b>
  );
}

interface Props {
  label: string;
  end?: End | null;
  /** A figure with its unit after a space: "59 N/mm". */
  figure?: string | null;
  lead: ReactNode;
  soft?: ReactNode;
  children?: ReactNode;
}

/** The answer of a page: its figure or verdict, one sentence of why, in soft ink what is assumed or left; `children` carries it out. */
export function AnswerStrip({ label, end = null, figure = null, lead, soft, children }: Props) {
  const id = useId();
  const [number, unit] = figure === null ? [null, null] : [figure.replace(/ [^ ]+$/, ''), / ([^ ]+)$/.exec(figure)?.[1] ?? ''];
  return (
    <Strip aria-labelledby={id} data-answer>
      <Figure id={id} $end={end}>
        {label}
        {number !== null && (
          <span className="figure">
            {' '}
            {number} <small>{unit}</small>
          </span>
        )}
      </Figure>
      <p className="says">
        <Lead>{lead}</Lead> {soft && <span className="soft">{soft}</span>}
      </p>
      {children && <span className="press no-print">{children}</span>}
    </Strip>
  );
}
