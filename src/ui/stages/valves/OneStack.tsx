'use client';
import { DataTable } from '../../kit/DataTable';
import type { OneStack } from '@/core/damper/oneStack';
import { Sentence } from '../../kit/Sentence';
import { bar as barSaid, mm } from '@/core/units/say';
import { useMemo } from 'react';
import useSWR from 'swr';
import type { ValveName } from '@/core/damper/damper';
import { type DamperKey, END_OF } from '@/catalogue/fields/damper';
import { oneStackOf, type OneStackQuestion } from '@/judgement/model/dampers';
import { numberOf } from '@/judgement/model/read';
import { issueWords } from '@/schema/words';
import { StackFigure } from '../../figures/StackFigure';
import { useLater } from '../../job/BenchContext';
import { Columns, Titled } from '../../kit/parts';
import { Small, Warn } from '../../kit/primitives';
import { useSaid } from '../../kit/preferences';
import { askOneStack } from './useValves';

/** One stack typed, the rest of the damper still unknown: its section, the pressure that lifts it, and what the change does at the same lift. */
export function OneStackSheet({ damper, valve }: { damper: DamperKey; valve: ValveName }) {
  const facts = useLater();
  const inUnits = useSaid();
  const asked = useMemo(() => oneStackOf(facts, damper, valve), [facts, damper, valve]);
  const text = asked && JSON.stringify({ found: asked.found, fit: asked.fit });
  const { data, error } = useSWR(
    text && ['one-stack', text],
    ([, question]: [string, string]) => askOneStack(JSON.parse(question) as OneStackQuestion),
    {
      keepPreviousData: true,
      revalidateOnFocus: false,
      shouldRetryOnError: false,
    },
  );
  if (!asked) return null;
  if (error) return <Warn>The stack was not worked out: {String((error as Error).message)}</Warn>;
  if (data && !data.ok)
    return (
      <Warn>
        <Sentence of={issueWords(data.issue)} />
      </Warn>
    );
  const answer = data?.ok ? data.value : null;
  const changed = answer?.lifts.some((l) => l.foundMPa !== null && l.foundMPa !== l.fitMPa) ?? false;
  const bar = (mpa: number | null) => (mpa === null ? '–' : inUnits(barSaid(mpa)));
  return (
    <Titled title="This stack alone" aside="needs no bore and no port; forces follow with the piston and the other stack">
      <Columns>
        <StackDrawn damper={damper} asked={asked} answer={answer} />
        <Lifts changed={changed} answer={answer} bar={bar} asked={asked} />
      </Columns>
    </Titled>
  );
}

function StackDrawn({ damper, asked, answer }: { damper: DamperKey; asked: OneStackQuestion; answer: OneStack | null }) {
  const facts = useLater();
  return (
    <StackFigure
      end={END_OF[damper]}
      shims={asked.fit.shims}
      added={[]}
      clampMm={asked.fit.clampDiameterMm}
      postMm={numberOf(facts.machine, `machine.damper.${damper}.post`) ?? asked.fit.clampDiameterMm / 2}
      zoneMm={asked.fit.pressureZoneMm}
      profiles={answer?.profiles ?? null}
      liftMm={answer?.profiles ? 0.2 : null}
      description="The stack in section, lifted 0.2 millimetres at its edge."
    />
  );
}

interface LiftsProps {
  changed: boolean;
  answer: OneStack | null;
  bar: (mpa: number | null) => string;
  asked: OneStackQuestion;
}

/** The pressure that lifts the stack, as found and to fit. */
function Lifts({ changed, answer, bar, asked }: LiftsProps) {
  const inUnits = useSaid();
  return (
    <div>
      <DataTable
        label="Pressure that lifts the stack"
        rows={answer?.lifts ?? []}
        keyOf={(l) => l.liftMm}
        columns={[
          { name: 'Lift at its edge', figure: true, cell: (l) => inUnits(mm(l.liftMm, 2)) },
          { when: changed, name: 'As found', figure: true, cell: (l) => bar(l.foundMPa) },
          { name: changed ? 'To fit' : 'As found', figure: true, cell: (l) => bar(l.fitMPa) },
          { when: changed, name: 'Change', figure: true, cell: (l) => percentWords(l.foundMPa, l.fitMPa) },
        ]}
      />
      <Small>
        {asked.isAssumed
          ? '○ Clamp and port zone follow from the shims until they are measured; the change in per cent rests on them little.'
          : 'Clamp and port zone as measured.'}
      </Small>
    </div>
  );
}

const percentWords = (was: number | null, is: number | null) => {
  if (was === null || is === null) return '–';
  const percent = 100 * (is / was - 1);
  return `${percent < 0 ? '−' : '+'}${Math.abs(percent).toFixed(0)} %`;
};
