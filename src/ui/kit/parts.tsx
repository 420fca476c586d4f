'use client';
import { type ReactNode } from 'react';
import { ToggleButtonGroup } from 'react-aria-components';
import styled from 'styled-components';
import { Heading, Small } from './primitives';

export const Columns = styled.div<{ $wide?: string }>`
  display: grid;
  grid-template-columns: ${({ $wide }) => $wide ?? '1fr 1fr'};
  gap: 0 1.6rem;
  > * {
    min-width: 0;
  }
  > * + * {
    border-left: 1px solid var(--fine);
    padding-left: 1.6rem;
  }
  @media (max-width: 960px) {
    grid-template-columns: 1fr;
    > * + * {
      border-left: 0;
      padding-left: 0;
      border-top: 1px solid var(--rule);
      padding-top: 1rem;
      margin-top: 1rem;
    }
  }
`;

/** Keeps a figure in view while its column's neighbours scroll, what follows it passing beneath; on a tablet it comes first. */
export const InView = styled.div`
  align-self: start;
  position: sticky;
  top: 0;
  padding-top: 1rem;
  z-index: 1;
  background: var(--ground);
  @media (max-width: 960px) {
    position: static;
    order: -1;
    padding-top: 0;
    margin-bottom: 0.75rem;
    && {
      border-top: 0;
      padding-top: 0;
      margin-top: 0;
    }
    svg {
      max-width: 26rem;
    }
  }
`;

/** Ends, or valves of a damper, of which one is looked at. */
export const Tabs = styled(ToggleButtonGroup)`
  display: flex;
  flex-wrap: wrap;
  gap: 0 1.5rem;
  margin-bottom: 0.5rem;
  button {
    border: 0;
    border-bottom: 4px solid transparent;
    background: none;
    padding: 0.25rem 0;
    min-height: 44px;
    font: inherit;
    font-weight: 600;
    cursor: pointer;
    color: var(--soft);
  }
  button.end {
    font-size: 1.0625rem;
    font-weight: 700;
  }
  button[data-selected] {
    color: var(--ink);
    border-bottom-color: var(--ink);
  }
  button.rear[data-selected] {
    color: var(--rear);
    border-bottom-color: var(--rear);
  }
  button.front[data-selected] {
    color: var(--front);
    border-bottom-color: var(--front);
  }
`;

export const FieldGrid = styled.div<{ $min?: string }>`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(${({ $min }) => $min ?? '10.5rem'}, 1fr));
  gap: 0.25rem 1.25rem;
`;

export function Titled({ title, children, aside }: { title: string; children: ReactNode; aside?: ReactNode }) {
  return (
    <section style={{ marginBottom: '1rem' }}>
      <div style={{ display: 'flex', flexWrap: 'wrap', justifyContent: 'space-between', alignItems: 'baseline', gap: '0 1rem' }}>
        <Heading>{title}</Heading>
        {aside && <Small>{aside}</Small>}
      </div>
      {children}
    </section>
  );
}
