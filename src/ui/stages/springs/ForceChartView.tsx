'use client';
import { factsOf } from '@/judgement/model/facts';
import { type ForceChart, type OilAgainstStep, type ForceCurve, forceChartOf, oilAgainstStep } from '@/judgement/aims/curves';
import { mm, newtons, said, signed } from '@/core/units/say';
import { useSaid } from '../../kit/preferences';
import { memo, useEffect, useMemo, useState } from 'react';
import type { Candidate } from '@/core/spring/select';
import type { Selection } from '@/judgement/aims/springs';
import type { ListedSpring } from '@/schema/springs';
import { LineChart } from '../../charts/LineChart';
import type { Line } from '../../charts/chart';
import { QuietButton, Small } from '../../kit/primitives';
import { useOffers, useLater } from '../../job/BenchContext';
import type { End } from '@/catalogue/ends';

const LOOK: Record<ForceCurve['role'], Line['look']> = { current: 'strong', fan: 'thin', other: 'dotted', 'what-if': 'dashed' };

/** The chart is drawn when the keys rest: between two of them nobody reads a curve, and drawing it would hold the next one up. */
const RESTED_MS = 120;

function useRested<T>(value: T): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setRested(value), RESTED_MS);
    return () => clearTimeout(timer);
  }, [value]);
  return rested;
}

interface LookedAt {
  end: End;
  selection: Selection;
  current: Candidate;
}

interface Drawn extends LookedAt {
  springs: readonly ListedSpring[];
  oil: OilAgainstStep | null;
}

/** Force against travel at the wheel: the candidate and its neighbours, the loads to be held, and at the front oil against a spring step. */
export function ForceChartView({ end, selection, current }: LookedAt) {
  const facts = useLater();
  const springs = useOffers();
  const from = useMemo(
    () => ({ end, live: facts.entries, figures: facts.machine, selection, springs, current }),
    [end, facts, selection, springs, current],
  );
  const rested = useRested(from);
  const oil = useMemo(() => {
    const { end: at, live: typed, figures: machine, selection: held, springs: offered, current: looked } = rested;
    return at === 'front' ? oilAgainstStep(factsOf(typed, machine), held, offered, looked) : null;
  }, [rested]);
  return <ForceChartOf end={rested.end} selection={rested.selection} current={rested.current} springs={rested.springs} oil={oil} />;
}

/** Reads nothing that changes with a key: what it is handed has rested. */
const ForceChartOf = memo(function ForceChartOf({ end, selection, current, springs, oil }: Drawn) {
  const inUnits = useSaid();
  const [whatIf, setWhatIf] = useState(false);
  const chart = useMemo(() => forceChartOf(selection, springs, current), [selection, springs, current]);
  const curves = whatIf && oil ? [...chart.curves.filter((c) => c.role === 'current' || c.role === 'other'), ...oil.curves] : chart.curves;
  const lines: Line[] = [
    ...curves.map((c) => ({ name: inUnits(c.name), points: c.points, look: LOOK[c.role], colour: c.role === 'other' ? 'soft' : end })),
    { name: 'rests', points: chart.rests.map((r) => [r.zMm, r.loadN] as const), look: 'strong', colour: end, marks: true },
  ];
  const rests = chart.rests.map((r) => inUnits(said`${r.name} ${newtons(r.loadN)} at ${mm(r.zMm, 0)}`)).join(', ');
  return (
    <section aria-label="Force against travel">
      <ForceCurves end={end} curves={curves} rests={rests} lines={lines} chart={chart} />
      <Small>Thick: looked at; thin: its neighbours; rings: where it rests under each load.</Small>
      {oil && <OilInstead setWhatIf={setWhatIf} whatIf={whatIf} oil={oil} />}
    </section>
  );
});

/** At which end of a load's line the curves leave room for its name, from the share of the travel where it is held. */
const clearEnd = (share: number): 'start' | 'end' | null => (share < 0.4 ? 'end' : share > 0.55 ? 'start' : null);

interface ForceCurvesProps {
  end: 'rear' | 'front';
  curves: ForceCurve[];
  rests: string;
  lines: Line[];
  chart: ForceChart;
}

function ForceCurves({ end, curves, rests, lines, chart }: ForceCurvesProps) {
  const inUnits = useSaid();
  return (
    <LineChart
      description={`Force at the ${end} wheel against its travel. ${inUnits(curves.find((c) => c.role === 'current')?.name ?? '')} rests ${rests}.`}
      lines={lines}
      levels={chart.loads.map((l) => ({
        name: inUnits(said`${l.name} ${newtons(l.loadN)}`),
        value: l.loadN,
        at: clearEnd((chart.rests.find((r) => r.name === l.name)?.zMm ?? 0) / chart.travelMm),
      }))}
      x={{ name: end === 'rear' ? 'Wheel travel, vertical' : 'Travel along the leg', unit: 'mm', max: chart.travelMm }}
      y={{ name: 'Force at the wheel', unit: 'N', min: 0 }}
      height={220}
    />
  );
}

/** Ten millimetres of oil against a spring step, on request. */
function OilInstead({ setWhatIf, whatIf, oil }: { setWhatIf: (next: boolean) => void; whatIf: boolean; oil: OilAgainstStep }) {
  const inUnits = useSaid();
  return (
    <>
      {' '}
      <QuietButton onPress={() => setWhatIf(!whatIf)} aria-pressed={whatIf}>
        {whatIf ? 'Back to the fan' : inUnits(said`${mm(10)} of oil against one spring step`)}
      </QuietButton>
      {whatIf && (
        <p>
          {oil.gains.map((g) => (
            <span key={inUnits(g.name)}>
              <b>{inUnits(g.name)}</b>:{' '}
              {inUnits(said`${signed(newtons(g.atThirdN))} at a third of the travel, ${signed(newtons(g.atFullN))} at full travel. `)}
            </span>
          ))}
          <Small>Oil firms the last third and leaves the first part alone; too much blows seals and locks the leg.</Small>
        </p>
      )}
    </>
  );
}
