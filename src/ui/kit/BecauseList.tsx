'use client';
import styled from 'styled-components';
import type { Because } from '@/judgement/findings/finding';
import { useSaid } from './preferences';
import { Small, Heading } from './primitives';

const Findings = styled.ul`
  li {
    display: grid;
    grid-template-columns: 1.5rem 1fr;
    padding: 0.18rem 0;
    border-top: 1px solid var(--rule);
  }
  .mark {
    font-size: 0.8rem;
    line-height: 1.5rem;
  }
  .origin {
    color: var(--soft);
  }
  .danger {
    background: var(--sheet);
    outline: 2px solid var(--danger);
    padding: 0.6rem;
    margin: 0 0 0.6rem;
  }
`;

const MARK = { danger: '■', warn: '▲', note: '○' };

const MARK_COLOUR = { danger: 'var(--danger)', warn: 'var(--warn)', note: 'var(--ink)' };

export function BecauseList({ findings, empty, title = 'Because' }: { findings: Because[]; empty: string; title?: string }) {
  const inUnits = useSaid();
  return (
    <section aria-label={title}>
      <Heading>{title}</Heading>
      {findings.length === 0 && <Small>{empty}</Small>}
      <Findings aria-live="polite">
        {findings.map((f, i) => (
          // Two may begin alike, as of one end read twice: by the lead alone the one that is gone would stay.
          <li key={`${inUnits(f.lead)} ${inUnits(f.rest)} ${i}`} className={f.mark === 'danger' ? 'danger' : ''}>
            <span className="mark" aria-hidden style={{ color: MARK_COLOUR[f.mark] }}>
              {MARK[f.mark]}
            </span>
            <span {...(f.mark === 'danger' ? { role: 'alert' } : {})}>
              <b>{inUnits(f.lead)}</b> {inUnits(f.rest)} <span className="origin">{inUnits(f.origin)}</span>
            </span>
          </li>
        ))}
      </Findings>
    </section>
  );
}
