'use client';
import { useSaid } from '../../kit/preferences';
import { mm, rate, said, type Said } from '@/core/units/say';
import { Sentence } from '../../kit/Sentence';
import { MmSlider } from '../../kit/slider';
import { useDeferredValue, useMemo, useState } from 'react';
import { z } from 'zod';
import { type Entries, type Entry, withUnit } from '@/catalogue/entry';
import { type LeverageCurves, leverageCurves, progressionWarning, progressionWords } from '@/judgement/model/leverageCurves';
import { isMissing, isUnusable, leverageKindOf } from '@/judgement/model/ends';
import { numberOf, textOf } from '@/judgement/model/read';
import { leverageOf } from '@/core/leverage/leverage';
import { lengthMm, rateNPerMm } from '@/catalogue/quantity';
import { issueWords } from '@/schema/words';
import { asked } from '../../fields/asked';
import { fieldDef } from '@/catalogue/fields';
import { LINK_POINTS, MACHINE_FIGURES, MACHINE_LEVERAGE, MACHINE_AIR_AND_STOPS } from '@/catalogue/fields/machine';
import { Columns, FieldGrid, Titled } from '../../kit/parts';
import { LineChart } from '../../charts/LineChart';
import { CurveFile } from '../../kit/CurveFile';
import { CsvColumns } from '../../kit/CsvColumns';
import { EntryField } from '../../fields/EntryField';
import { PlainField } from '../../kit/PlainField';
import { FieldsProvider, useFieldStore, useLive } from '../../fields/context';
import { LinkageFigure } from '../../figures/Linkage';
import { Empty, LinkButton, Small, Table, Warn } from '../../kit/primitives';
import { Shell } from '../../layout/Shell';
import { dayWords } from '@/catalogue/days';
import { FiguresSaved, useListAnew } from './FiguresSaved';
import { PhotoPoints } from './PhotoPoints';
import { useMachineStore } from '../../fields/useMachineStore';
import { FieldsOf } from '../../fields/parts';

interface Props {
  machine: { id: number; name: string };
  figures: Entries;
  /** Every figure of the rear end ever recorded, newest first. */
  history: Entry[];
  /** Rear spring of the newest set-up, N/mm; null where none is on record. */
  springNPerMm: number | null;
}

const USUAL_SPRING_N_PER_MM = 80;
const USUAL_PRELOAD_MM = 10;

/** Leverage, air and stops of one machine: its own, each change kept. */
export function LeverageRoom({ machine, figures, history, springNPerMm }: Props) {
  const store = useMachineStore(machine.id, figures);
  return (
    <FieldsProvider value={store}>
      <Shell title={machine.name} about="leverage, air and stops" footRight={<FiguresSaved />}>
        <LinkButton href={`/machines/${machine.id}`}>Machine file</LinkButton>
        <Columns $wide="1fr 1.1fr" style={{ marginTop: '1rem' }}>
          <Figures history={history} />
          <Curves springNPerMm={springNPerMm} />
        </Columns>
      </Shell>
    </FieldsProvider>
  );
}

const defsLike = (pattern: RegExp) =>
  [...MACHINE_FIGURES, ...MACHINE_LEVERAGE, ...MACHINE_AIR_AND_STOPS].filter((d) => pattern.test(d.key));

function Figures({ history }: { history: Entry[] }) {
  const figures = useLive();
  useListAnew();
  const kind = textOf(figures, 'machine.leverage.kind') || 'constant';
  const withRocker = ['frame', 'arm'].includes(textOf(figures, 'machine.link.rocker.on'));
  return (
    <div>
      <LeverageFields kind={kind} withRocker={withRocker} />
      <Titled title="Gas and air">
        <FieldsOf defs={defsLike(/^machine\.(shaft|chamber|stanchion|bore|solid)$/)} />
        <Small>Gas pressure and oil level belong to the set-up: they are noted with the job.</Small>
      </Titled>
      <Titled title="Bump stops and top-out springs">
        <FieldsOf defs={defsLike(/^machine\.(bump|topOut)\./)} min="13rem" />
      </Titled>
      <History history={history} />
    </div>
  );
}

function LeverageFields({ kind, withRocker }: { kind: string; withRocker: boolean }) {
  const figures = useLive();
  const store = useFieldStore();
  return (
    <Titled title="Leverage" aside="wheel travel over shock stroke">
      <FieldGrid $min="12rem">
        <EntryField field="machine.travel.rear" />
        <EntryField field="machine.leverage.kind" placeholder="One constant ratio" />
        {kind === 'constant' && <EntryField field="machine.leverage" />}
      </FieldGrid>
      {kind === 'table' && (
        <>
          <EntryField field="machine.leverage.table" computedProblem={problemAt(figures, 'machine.leverage.table')} />
          <CsvColumns
            action="Import the pairs"
            take="Take these pairs"
            wanted={[
              { key: 'wheel', label: 'Wheel travel, mm', known: ['wheel', 'axle'], needed: true },
              { key: 'shock', label: 'Shock stroke, mm', known: ['shock', 'stroke', 'shaft'], needed: true },
            ]}
            onTake={({ rows }) => store.put('machine.leverage.table', rows.map((r) => `${r.wheel}\t${r.shock}`).join('\n'))}
          />
        </>
      )}
      {kind === 'linkage' && <Pivots withRocker={withRocker} />}
    </Titled>
  );
}

/** The drawing's points, by body. Any upright plane serves: measure from one corner, forward and up. */
function Pivots({ withRocker }: { withRocker: boolean }) {
  const points = (Object.keys(LINK_POINTS) as (keyof typeof LINK_POINTS)[]).filter(
    (p) => withRocker || !['rocker', 'rodRocker', 'rodOther'].includes(p),
  );
  return (
    <>
      <PhotoPoints withRocker={withRocker} />
      <Small>At full extension, in mm from any one corner of the drawing: forward is +, up is +.</Small>
      <FieldGrid $min="12rem">
        <EntryField field="machine.link.rocker.on" placeholder="none, direct-mounted" />
        <EntryField field="machine.link.upper.on" placeholder="on the frame" />
        <EntryField field="machine.link.lower.on" placeholder={withRocker ? 'on the rocker' : 'on the swing-arm'} />
      </FieldGrid>
      <FieldGrid $min="7.5rem">
        {points.flatMap((p) => [
          <EntryField key={`${p}.x`} field={`machine.link.${p}.x`} />,
          <EntryField key={`${p}.y`} field={`machine.link.${p}.y`} />,
        ])}
      </FieldGrid>
    </>
  );
}

/** What is wrong with a figure as a whole, said at its field. */
function problemAt(figures: Entries, field: string): Said | null {
  const kind = leverageKindOf(figures);
  if (isUnusable(kind) && kind.field === field) return issueWords(kind.issue);
  if (isMissing(kind) || isUnusable(kind) || kind.kind !== 'table') return null;
  const made = leverageOf(kind, 1);
  return made.ok ? null : issueWords(made.issue);
}

const SHOWN = 12;

function History({ history }: { history: Entry[] }) {
  if (history.length === 0) return null;
  return (
    <Titled title="Recorded for this machine" aside="newest first; nothing is overwritten">
      <Table>
        <tbody>
          {history.slice(0, SHOWN).map((e, i) => (
            <tr key={`${e.field}-${i}`}>
              <td>{fieldDef(e.field).label}</td>
              <td className="number" style={{ whiteSpace: 'pre-wrap' }}>
                {e.text === '' ? 'emptied' : withUnit(e).replaceAll('\t', ' ')}
              </td>
              <td className="number">
                <Small>{e.at && dayWords(e.at)}</Small>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </Titled>
  );
}

/** What the wheel rate is reckoned with, until typed: the spring last known in the machine, 10 mm of preload. */
const shownWith = (springNPerMm: number) =>
  z.strictObject({ spring: rateNPerMm({ above: 0 }).default(springNPerMm), preload: lengthMm({ min: 0 }).default(USUAL_PRELOAD_MM) });

function Curves({ springNPerMm }: { springNPerMm: number | null }) {
  const figures = useDeferredValue(useLive());
  const known = springNPerMm ?? USUAL_SPRING_N_PER_MM;
  const [spring, setSpring] = useState('');
  const [preload, setPreload] = useState('');
  const { curves, problem } = useMemo(() => {
    const typed = asked(shownWith(known), { spring, preload });
    return {
      curves: leverageCurves(figures, typed.value?.spring ?? known, typed.value?.preload ?? USUAL_PRELOAD_MM),
      problem: typed.problem,
    };
  }, [figures, known, spring, preload]);
  const problemOf = (field: string) => (problem?.field === field ? problem.words : null);
  if (!curves.ok)
    return (
      <div>
        {curves.words ? (
          <Warn>
            <Sentence of={curves.words} />
          </Warn>
        ) : (
          <Empty>Curves follow once these are in: {curves.missing.map((f) => fieldDef(f).label.toLowerCase()).join(', ')}.</Empty>
        )}
      </div>
    );
  const { ratio, strokeMm, wheelRate, measured, linkage, progression, fullStrokeMm } = curves.value;
  const travelMm = numberOf(figures, 'machine.travel.rear') ?? 0;
  return (
    <div>
      {linkage && <Mechanism linkage={linkage} figures={figures} travelMm={travelMm} />}
      <RatioCurve fullStrokeMm={fullStrokeMm} progression={progression} ratio={ratio} measured={measured} travelMm={travelMm} />
      <CurveFile
        name="leverage"
        what="leverage and wheel rate"
        rows={() =>
          ratio.map(([wheel, r], i) => ({
            wheel_mm: Number(wheel.toFixed(3)),
            shock_mm: Number(strokeMm[i]![1].toFixed(4)),
            ratio: Number(r.toFixed(5)),
            wheel_rate_n_per_mm: Number(wheelRate[i]![1].toFixed(4)),
          }))
        }
      />
      <WheelRate
        known={known}
        spring={spring}
        setSpring={setSpring}
        problemOf={problemOf}
        preload={preload}
        setPreload={setPreload}
        wheelRate={wheelRate}
        travelMm={travelMm}
        progression={progression}
      />
    </div>
  );
}

interface RatioCurveProps {
  fullStrokeMm: number;
  progression: number;
  ratio: [number, number][];
  measured: [number, number][];
  travelMm: number;
}

function RatioCurve({ fullStrokeMm, progression, ratio, measured, travelMm }: RatioCurveProps) {
  const inUnits = useSaid();
  return (
    <Titled title="Leverage ratio" aside={inUnits(said`${mm(fullStrokeMm, 1)} of shock stroke; ${progressionWords(progression)}`)}>
      <LineChart
        description={`Leverage ratio from ${ratio[0]![1].toFixed(2)} at full extension to ${ratio.at(-1)![1].toFixed(2)} at full travel.`}
        lines={[
          { name: 'ratio', points: ratio, look: 'strong', colour: 'rear' },
          ...(measured.length > 0
            ? [{ name: 'between pairs', points: measured, look: 'strong' as const, colour: 'rear', marks: true }]
            : []),
        ]}
        x={{ name: 'Wheel travel', unit: 'mm', max: travelMm }}
        y={{ name: 'Wheel over shock', unit: '' }}
        height={230}
      />
    </Titled>
  );
}

interface WheelRateProps {
  known: number;
  spring: string;
  setSpring: (next: string) => void;
  problemOf: (field: string) => string | null;
  preload: string;
  setPreload: (next: string) => void;
  wheelRate: [number, number][];
  travelMm: number;
  progression: number;
}

function WheelRate({ known, spring, setSpring, problemOf, preload, setPreload, wheelRate, travelMm, progression }: WheelRateProps) {
  return (
    <Titled title="Wheel rate" aside="spring alone, with its preload">
      <FieldGrid $min="9rem">
        <PlainField
          label={`Spring, N/mm (${known.toFixed(0)} until typed)`}
          value={spring}
          onChange={setSpring}
          problem={problemOf('spring')}
        />
        <PlainField
          label={`Preload, mm (${USUAL_PRELOAD_MM} until typed)`}
          value={preload}
          onChange={setPreload}
          problem={problemOf('preload')}
        />
      </FieldGrid>
      <RateCurve wheelRate={wheelRate} travelMm={travelMm} />
      {progressionWarning(progression) && <Small>{progressionWarning(progression)}</Small>}
    </Titled>
  );
}

function RateCurve({ wheelRate, travelMm }: { wheelRate: [number, number][]; travelMm: number }) {
  const inUnits = useSaid();
  return (
    <LineChart
      description={inUnits(said`Wheel rate from ${rate(wheelRate[0]![1], 1, 'to', wheelRate.at(-1)![1])}.`)}
      lines={[{ name: 'wheel rate', points: wheelRate, look: 'strong', colour: 'rear' }]}
      x={{ name: 'Wheel travel', unit: 'mm', max: travelMm }}
      y={{ name: 'Wheel rate', unit: 'N/mm' }}
      height={230}
    />
  );
}

function Mechanism({
  linkage,
  figures,
  travelMm,
}: {
  linkage: NonNullable<LeverageCurves['linkage']>;
  figures: Entries;
  travelMm: number;
}) {
  const inUnits = useSaid();
  const [z, setZ] = useState(Math.round(travelMm / 3));
  const at = Math.min(z, travelMm);
  const pivot = { xMm: numberOf(figures, 'machine.link.pivot.x') ?? 0, yMm: numberOf(figures, 'machine.link.pivot.y') ?? 0 };
  const on = textOf(figures, 'machine.link.rocker.on');
  return (
    <Titled title="The mechanism" aside={inUnits(said`ratio ${linkage.ratio(at).toFixed(3)} at ${mm(at)}`)}>
      <LinkageFigure
        drawn={linkage.poseAt(0)}
        now={linkage.poseAt(at)}
        pivot={pivot}
        rockerOn={on === 'frame' || on === 'arm' ? on : null}
        zMm={at}
      />
      <MmSlider label="Wheel travel" value={at} max={travelMm} onChange={setZ} />
    </Titled>
  );
}
