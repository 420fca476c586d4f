'use client';
import type { Worth } from '@/core/spring/worth';
import Link from 'next/link';
import { useState } from 'react';
import styled from 'styled-components';
import type { FieldKey } from '@/catalogue/fields';
import type { End } from '@/catalogue/ends';
import { type EndEstimate, MEASURES } from '@/judgement/aims/estimates';
import { useSystem } from '../../fields/context';
import { EntryField } from '../../fields/EntryField';
import { useBench } from '../../job/BenchContext';
import { MachineFigures } from '../../job/MachineFigures';
import { estimatedRate, rateUnit } from '../../kit/figureWords';
import { FieldGrid, Titled } from '../../kit/parts';
import { QuietButton } from '../../kit/primitives';

const Step = styled.li`
  display: flex;
  gap: 0.75rem;
  align-items: center;
  flex-wrap: wrap;
  min-height: 44px;
  border-bottom: 1px solid var(--rule);
  > span {
    flex: 1;
    min-width: 14rem;
  }
`;

/** What to measure next: minutes, what the band would become, and the way to its field. */
export function Sharpen({ end, found }: { end: End; found: EndEstimate }) {
  const system = useSystem();
  const { sealed } = useBench();
  /** Fields opened here because the page has them nowhere else; they stay, so that none leaves while it is typed into. */
  const [opened, setOpened] = useState<FieldKey[]>([]);
  const { next, rateNPerMm: rate } = found.estimate;
  if (sealed || (next.length === 0 && opened.length === 0)) return null;
  const bare = (x: number) => estimatedRate(x, system);
  const toField = (fields: FieldKey[]) => {
    const there = document.querySelector<HTMLElement>(`[data-entry="${fields[0]}"]`);
    if (there) there.focus();
    else setOpened([...new Set([...opened, ...fields])]);
  };
  return (
    <Titled title="What would sharpen it most">
      <Measures next={next} bare={bare} rate={rate} end={end} toField={toField} />
      <FieldGrid>
        {opened
          .filter((f) => !f.startsWith('machine.'))
          .map((f) => (
            <EntryField key={f} field={f} />
          ))}
      </FieldGrid>
      <MachineFigures only={opened.filter((f) => f.startsWith('machine.'))} />
    </Titled>
  );
}

interface MeasuresProps {
  next: Worth[];
  bare: (x: number) => string;
  rate: EndEstimate['estimate']['rateNPerMm'];
  end: 'rear' | 'front';
  toField: (fields: FieldKey[]) => void;
}

function Measures({ next, bare, rate, end, toField }: MeasuresProps) {
  const system = useSystem();
  const { data } = useBench();
  return (
    <ul style={{ margin: 0, padding: 0, listStyle: 'none' }}>
      {next.slice(0, 5).map(({ measure, minutes, narrowsToNPerMm }) => {
        const { words, fields, place } = MEASURES[measure];
        const half = narrowsToNPerMm / 2;
        return (
          <Step key={measure}>
            <span>
              {words.charAt(0).toUpperCase() + words.slice(1)}, {minutes} min: {bare(rate.p05)}–{bare(rate.p95)} becomes about{' '}
              <b>
                {bare(rate.p50 - half)}–{bare(rate.p50 + half)} {rateUnit(system)}
              </b>
            </span>
            {fields(end).length > 0 && (
              <QuietButton onPress={() => toField(fields(end))} aria-label={`Type it: ${words}`}>
                Type it
              </QuietButton>
            )}
            {place === 'measure' && <Link href={`/jobs/${data.job.id}/measure`}>To the walk</Link>}
            {place === 'drawers' && <Link href="/drawers">To the tester</Link>}
          </Step>
        );
      })}
    </ul>
  );
}
