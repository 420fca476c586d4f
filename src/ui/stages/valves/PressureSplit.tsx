'use client';
import { bar, mPerS } from '@/core/units/say';
import { Sentence } from '../../kit/Sentence';
import { DROP_OF, type ValveName } from '@/core/damper/damper';
import styled from 'styled-components';
import type { DamperView } from '@/core/damper/view';
import { SHEET_SPEEDS } from '@/judgement/aims/valves';
import { Heading, Small } from '../../kit/primitives';

const Bar = styled.div`
  display: flex;
  border: 1px solid var(--ink);
  min-height: 28px;
  margin: 0.25rem 0;
  font-size: 0.875rem;
  > span {
    border-right: 1px solid var(--ink);
    padding: 0.2rem 0.35rem;
    white-space: nowrap;
    overflow: hidden;
  }
  > span:last-child {
    border-right: 0;
  }
`;

/** Where the pressure of one valve drops at a speed, and how much of the oil goes by the bleed. */
export function PressureSplit({ name, valve, view, at }: { name: string; valve: ValveName; view: DamperView; at: number }) {
  const drop = view.drops[at]?.[DROP_OF[valve]];
  const speed = SHEET_SPEEDS[at]!;
  if (!drop || drop.totalMPa <= 0) return null;
  const parts = [
    { name: 'shims', share: drop.curtainMPa / drop.totalMPa },
    { name: 'port', share: drop.portMPa / drop.totalMPa },
  ].filter((p) => p.share > 0.005);
  const rest = 1 - parts.reduce((sum, p) => sum + p.share, 0);
  const all = rest > 0.005 ? [...parts, { name: 'bleed', share: rest }] : parts;
  return (
    <section aria-label="Where the pressure drops">
      <Heading as="h3">
        Where the pressure drops at <Sentence of={mPerS(speed)} />, {name.toLowerCase()}
      </Heading>
      <Bar>
        {all.map((p) => (
          <span key={p.name} style={{ width: `${p.share * 100}%` }} title={`${p.name} ${(p.share * 100).toFixed(0)} %`}>
            {p.share > 0.12 ? `${p.name} ${(p.share * 100).toFixed(0)} %` : ''}
          </span>
        ))}
      </Bar>
      <Small>
        <Sentence of={bar(drop.totalMPa)} /> in all; {(drop.bleedShare * 100).toFixed(0)} % of the oil goes by the bleed
        {parts.length > 0 ? `; ${all.map((p) => `${p.name} ${(p.share * 100).toFixed(0)} %`).join(', ')}` : ''}.
      </Small>
    </section>
  );
}
