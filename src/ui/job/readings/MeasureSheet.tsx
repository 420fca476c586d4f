'use client';
import { DataTable } from '../../kit/DataTable';
import { type JobFacts } from '@/judgement/model/facts';
import { isSame, mm, said } from '@/core/units/say';
import { type ReactNode, useCallback, useMemo } from 'react';
import styled from 'styled-components';
import { type End, ENDS, END_NAMES } from '@/catalogue/ends';
import { bounceFields } from '@/catalogue/fields/bench';
import type { SagResult } from '@/core/measure/sag';
import { becauseOf } from '@/judgement/findings/because';
import { sagOf } from '@/judgement/model/measure';
import { numberOf } from '@/judgement/model/read';
import { CAUTIONS } from '@/knowledge/cautions';
import { useFieldStore, useSystem } from '../../fields/context';
import { FieldsOf } from '../../fields/parts';
import { useGaps } from '../../fields/useGaps';
import { Stance } from '../../figures/Stance';
import type { StanceLine } from '../../figures/stanceScale';
import { BecauseList } from '../../kit/BecauseList';
import { lengthWords, lengthUnit } from '../../kit/figureWords';
import { Titled, Columns } from '../../kit/parts';
import { useSaid } from '../../kit/preferences';
import { Caution, EndName, Small, Heading } from '../../kit/primitives';
import { useBench, useFact, useLater } from '../BenchContext';
import { MachineFigures } from '../MachineFigures';
import { ghostLines, stanceEnd } from '../stance';
import { Working } from '../Working';
import { Reach } from './Reach';
import { SchoolsTable } from './SchoolsTable';
import { Walk } from './Walk';

type Prefix = 'measure' | 'set';

const sagIn = (facts: JobFacts, end: End, prefix: Prefix): SagResult | null => {
  const read = sagOf(facts, end, prefix);
  return read?.result.ok ? read.result.value : null;
};

/** On a tablet held upright the walk stays beside the stance, and the findings go below. */
const Three = styled(Columns)`
  grid-template-columns: minmax(21rem, 25rem) minmax(20rem, 1fr) minmax(16rem, 18.5rem);
  > .inView {
    align-self: start;
    position: sticky;
    top: 1rem;
  }
  @media (max-width: 960px) {
    grid-template-columns: 1.12fr 1fr;
    gap: 0 1rem;
    > :nth-child(2) {
      border-top: 0;
      border-left: 1px solid var(--fine);
      padding: 0 0 0 1rem;
      margin: 0;
    }
    > :nth-child(3) {
      grid-column: 1 / -1;
    }
  }
  @media (max-width: 700px) {
    grid-template-columns: 1fr;
    > :nth-child(2) {
      border-left: 0;
      padding: 1rem 0 0;
    }
  }
`;

/** Measure: the walk, the stance it makes, and what follows from it. Set repeats it on the finished machine. */
export function MeasureSheet({
  prefix,
  locked,
  aside,
  underWalk,
  underStance,
}: {
  prefix: Prefix;
  locked: boolean;
  aside?: ReactNode;
  underWalk?: ReactNode;
  underStance?: ReactNode;
}) {
  return (
    <Three>
      <div>
        <Heading>Walk round the machine</Heading>
        {!locked && <TravelGaps />}
        <Walk prefix={prefix} locked={locked} />
        <Caution>{CAUTIONS.lifting}</Caution>
        {prefix === 'measure' && <BounceAsItCame locked={locked} />}
        {underWalk}
      </div>
      <div className={underStance ? '' : 'inView'}>
        <StanceOf prefix={prefix} />
        <Results prefix={prefix} />
        <Before prefix={prefix} />
        {prefix === 'measure' && <SchoolsTable />}
        {underStance}
      </div>
      <div>
        {prefix === 'measure' && (
          <>
            <Findings />
            <Reach />
          </>
        )}
        {aside}
        <SagWorking prefix={prefix} />
      </div>
    </Three>
  );
}

const TRAVELS = ['machine.travel.rear', 'machine.travel.front'] as const;

/** The travels, where the machine's are not known yet: no sag is a share of anything without them. */
function TravelGaps() {
  const missing = useFact(useCallback((facts) => TRAVELS.filter((f) => numberOf(facts.machine, f) === null), []));
  const { shown, watch } = useGaps(missing);
  return shown.length === 0 ? null : (
    <div {...watch}>
      <MachineFigures only={shown} />
    </div>
  );
}

/** The bounce test before anything is touched: the walk's last word on damping. */
function BounceAsItCame({ locked }: { locked: boolean }) {
  return (
    <Titled title="Bounce, as it came in" aside="push, let go, count">
      {ENDS.map((end) => (
        <div key={end}>
          <EndName $end={end}>{END_NAMES[end]}</EndName>
          <FieldsOf defs={bounceFields(end)} locked={locked} min="7rem" />
        </div>
      ))}
    </Titled>
  );
}

/** Ghost lines: where the machine sat at its last job, or before this rebuild. */
function useBefore(prefix: Prefix): StanceLine[] {
  const { data, ghost } = useBench();
  const before = useFact(
    useCallback((facts) => ghostLines(prefix === 'set' ? facts : facts.with({ entries: data.lastKnown })), [prefix, data.lastKnown]),
  );
  return ghost ? before : NO_LINES;
}

const NO_LINES: StanceLine[] = [];

function StanceOf({ prefix }: { prefix: Prefix }) {
  const inches = useSystem() === 'imperial';
  const rear = useFact(useCallback((facts) => stanceEnd(facts, 'rear', prefix), [prefix]));
  const front = useFact(useCallback((facts) => stanceEnd(facts, 'front', prefix), [prefix]));
  return <Stance rear={rear} front={front} ghost={useBefore(prefix)} inches={inches} />;
}

function Before({ prefix }: { prefix: Prefix }) {
  const inUnits = useSaid();
  return useBefore(prefix).map((b) => (
    <Small key={b.name}>
      Dotted: rider sag {prefix === 'set' ? 'measured before the rebuild' : 'at the machine’s last job'},{' '}
      {inUnits(said`rear ${mm(b.rearMm, 1)}, front ${mm(b.frontMm, 1)}.`)}
    </Small>
  ));
}

function Findings() {
  const facts = useLater();
  const store = useFieldStore();
  const findings = useMemo(() => {
    // A reading is asked about once its field is left, and no longer than what is typed there gives reason to.
    const found = becauseOf(facts);
    if (!found.some((f) => f.asks)) return found;
    const settled = becauseOf(facts.with({ entries: store.recorded() })).filter((f) => f.asks);
    return found.filter((f) => !f.asks || settled.some((s) => isSame(s.lead, f.lead) && isSame(s.rest, f.rest)));
  }, [facts, store]);
  return (
    <BecauseList
      findings={findings}
      empty="Read the rear first: extended, then off the stand, then with the rider on. Findings appear as the readings come in."
    />
  );
}

function SagWorking({ prefix }: { prefix: Prefix }) {
  const { working } = useBench();
  const facts = useLater();
  if (!working) return null;
  return <Working steps={ENDS.flatMap((end) => sagIn(facts, end, prefix)?.working ?? [])} />;
}

function Results({ prefix }: { prefix: Prefix }) {
  const system = useSystem();
  const rear = useFact(useCallback((facts) => sagIn(facts, 'rear', prefix), [prefix]));
  const front = useFact(useCallback((facts) => sagIn(facts, 'front', prefix), [prefix]));
  const length = (mm: number | null) => (mm === null ? '–' : `${lengthWords(mm, system)} ${lengthUnit(system)}`);
  const share = (x: number | null) => (x === null ? '–' : `${(x * 100).toFixed(1)} %`);
  const rows: [string, (r: SagResult) => string][] = [
    ['Static sag', (r) => length(r.staticSagMm)],
    ['of travel', (r) => share(r.staticShare)],
    ['Rider sag', (r) => length(r.riderSagMm)],
    ['of travel', (r) => share(r.riderShare)],
    ['Friction band, bare', (r) => length(r.frictionBandUnladenMm)],
    ['Friction band, rider on', (r) => length(r.frictionBandLadenMm)],
    ['Uncertainty (k = 2)', (r) => (r.uncertaintyMm === null ? '–' : `± ${length(r.uncertaintyMm)}`)],
  ];
  return (
    <DataTable
      label="Results"
      rows={rows}
      keyOf={(_, i) => i}
      columns={[
        { name: 'From the readings', cell: ([name]) => name },
        { name: <EndName $end="rear">Rear</EndName>, figure: true, cell: ([, of]) => (rear ? of(rear) : '–') },
        { name: <EndName $end="front">Front</EndName>, figure: true, cell: ([, of]) => (front ? of(front) : '–') },
      ]}
    />
  );
}
