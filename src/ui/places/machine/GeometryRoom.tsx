'use client';
import { type Column, DataTable } from '../../kit/DataTable';
import { JobFacts, factsOf } from '@/judgement/model/facts';
import type { Result } from '@/core/result';
import { type PoseDrawn, drawn, geometry, type Pose, type PoseAsked } from '@/core/geometry/geometry';
import { Sentence } from '../../kit/Sentence';
import { joined, mm, said, type Said } from '@/core/units/say';
import { useDeferredValue, useMemo, useState } from 'react';
import styled from 'styled-components';
import type { Entries } from '@/catalogue/entry';
import { MACHINE_FIGURES, MACHINE_GEOMETRY } from '@/catalogue/fields/machine';
import { geometryOf, type GeometryOf, poseAt, poseBand, type Sags, sprocketsOf } from '@/judgement/reason/geometry';
import { axlePathWords, effectWords, sprocketWords, topGearWords } from '@/judgement/reason/geometryWords';
import type { School } from '@/knowledge/schools';
import { issueWords } from '@/schema/words';
import { FieldsProvider, useLive } from '../../fields/context';
import { FieldsOf } from '../../fields/parts';
import { useMachineStore } from '../../fields/useMachineStore';
import { SideView } from '../../figures/SideView';
import { Columns, Titled } from '../../kit/parts';
import { useSaid } from '../../kit/preferences';
import { LinkButton, QuietButton, Small, Warn, Wide } from '../../kit/primitives';
import { MmSlider } from '../../kit/slider';
import { Shell } from '../../layout/Shell';
import { Fold } from '../../kit/Fold';

import { NO_CHANGES, rodWords, withChanges } from '@/judgement/reason/geometryChanges';
import { Changes } from './GeometryChanges';
import { Sprockets, type Teeth } from './Sprockets';
import { FiguresSaved } from './FiguresSaved';

interface Props {
  machine: { id: number; name: string };
  figures: Entries;
  /** Of the newest job: its load places the mass. */
  entries: Entries;
  schools: School[];
  /** As it was handed back the last time. */
  handedBack: Sags;
}

/** On a tablet and a phone the picture comes first, the figures follow. */
const Picture = styled.div`
  @media (max-width: 960px) {
    && {
      order: -1;
      border-top: 0;
      padding-top: 0;
      margin-top: 0;
    }
  }
`;

const SHEET = /^machine\.(wheelbase|rake|travel\.)/;

/** Steering and drive of one machine: what stands on its sheet, where it stands with its rider, and what each height does. */
export function GeometryRoom({ machine, figures, entries, schools, handedBack }: Props) {
  const store = useMachineStore(machine.id, figures);
  return (
    <FieldsProvider value={store}>
      <Shell title={machine.name} about="steering and drive" footRight={<FiguresSaved />}>
        <LinkButton href={`/machines/${machine.id}`}>Machine file</LinkButton>
        <Columns $wide="1fr 1.5fr" style={{ marginTop: '1rem' }}>
          <Titled title="Frame, steering, drive" aside="at full extension, upright">
            <FieldsOf defs={[...MACHINE_FIGURES.filter((d) => SHEET.test(d.key)), ...MACHINE_GEOMETRY]} min="12rem" />
            <Small>
              The maker’s figures for rake and wheelbase are taken as those at full extension. Change nothing on brakes or steering without
              the maker’s manual; after any change of height check hoses, wires and full lock.
            </Small>
          </Titled>
          <Moved entries={entries} schools={schools} handedBack={handedBack} />
        </Columns>
      </Shell>
    </FieldsProvider>
  );
}

function Moved({ entries, schools, handedBack }: Pick<Props, 'entries' | 'schools' | 'handedBack'>) {
  const figures = useDeferredValue(useLive());
  const found = useMemo(() => geometryOf(factsOf(entries, figures, schools), handedBack), [entries, figures, schools, handedBack]);
  const rider = found.states.find((s) => s.name === 'rider')!;
  const [moved, setMoved] = useState<Omit<PoseAsked, 'name'> | null>(null);
  const [teeth, setTeeth] = useState<Teeth | null>(null);
  const other = teeth && sprocketsOf(found, teeth);
  const reference = other?.reference ?? found.reference;
  const known = useMemo(() => new JobFacts({ entries, machine: figures, schools }), [entries, figures, schools]);
  const [changes, setChanges] = useState(NO_CHANGES);
  const isChanged = changes !== NO_CHANGES;
  const isMoved = moved !== null || other !== null || isChanged;
  const slid: PoseAsked = { ...rider, ...moved, name: 'as moved' };
  const asked = withChanges(slid, changes, known, found.reference);
  const now = drawn(reference, asked);
  const [before, after] = [poseAt(found.reference, rider), poseAt(reference, asked)];
  const ghost = isMoved ? drawn(found.reference, rider) : null;
  if (!now.ok || !before || !after)
    return (
      <Warn>
        <Sentence of={now.ok ? 'The machine cannot stand so.' : issueWords(now.issue)} />
      </Warn>
    );
  const put = (change: Partial<PoseAsked>) => setMoved({ ...slid, ...change });
  const rod = rodWords(known, changes.rodMm);
  const effects = [...(other ? sprocketWords(other.change) : []), ...(rod ? [rod] : []), ...effectWords(before, after)];
  const backToRider = () => {
    setMoved(null);
    setTeeth(null);
    setChanges(NO_CHANGES);
  };
  return (
    <Picture>
      <DrawnMoved now={now.value} ghost={ghost} after={after} />
      <MmSlider
        label="Front travel"
        value={Math.round(slid.frontTravelMm)}
        max={Math.round(found.travelMm.front)}
        onChange={(frontTravelMm) => put({ frontTravelMm })}
      />
      <MmSlider
        label="Rear travel"
        value={Math.round(slid.rearTravelMm)}
        max={Math.round(found.travelMm.rear)}
        onChange={(rearTravelMm) => put({ rearTravelMm })}
      />
      <MmSlider
        label="Tubes further through the clamps"
        value={slid.forkThroughClampMm}
        min={-20}
        max={20}
        onChange={(forkThroughClampMm) => put({ forkThroughClampMm })}
      />
      <Fold title="Shock, rod, rings, springs and tyres" aside="tried">
        <Changes of={changes} known={known} onChange={setChanges} />
      </Fold>
      {found.reference.drive && (
        <Sprockets drive={found.reference.drive} teeth={teeth} fits={teeth === null || other !== null} onChange={setTeeth} />
      )}
      <InWords of={[topGearWords(figures, found.reference, other ? other.reference : null), axlePathWords(found)]} />
      <WhatItDoes isMoved={isMoved} effects={effects} asked={asked} onBack={backToRider} />
      <Poses found={found} after={isMoved ? after : null} />
    </Picture>
  );
}

/** What is said of it as a whole, sentence by sentence; nothing of what is not known. */
function InWords({ of }: { of: readonly (Said | null)[] }) {
  return of.flatMap((words, i) =>
    words === null
      ? []
      : [
          <p key={i}>
            <Small>
              <Sentence of={words} />
            </Small>
          </p>,
        ],
  );
}

function DrawnMoved({ now, ghost, after }: { now: PoseDrawn; ghost: Result<PoseDrawn> | null; after: Pose }) {
  return (
    <SideView
      now={now}
      before={ghost?.ok ? ghost.value : null}
      squatDeg={after.squatAngleDeg ?? null}
      transferDeg={after.loadTransferAngleDeg}
      description={`The machine from the side: rake ${after.rakeDeg.toFixed(1)} degrees, trail ${after.trailMm.toFixed(0)} millimetres, wheelbase ${after.wheelbaseMm.toFixed(0)} millimetres.`}
    />
  );
}

function WhatItDoes({ isMoved, effects, asked, onBack }: { isMoved: boolean; effects: Said[]; asked: PoseAsked; onBack: () => void }) {
  const inUnits = useSaid();
  return (
    <section aria-label="What it does" aria-live="polite" style={{ padding: '0.5rem 0' }}>
      {isMoved && effects.length === 0 && <Small>Nothing a rider would feel.</Small>}
      {!isMoved && <Small>Move a slider or a tooth: against where it stands with the rider, the difference is drawn and said.</Small>}
      <ul>
        {effects.map((words) => (
          <li key={inUnits(words)}>{inUnits(words)}</li>
        ))}
      </ul>
      {Math.abs(asked.forkThroughClampMm) >= 10 && <Warn>Ten millimetres of fork height is a big step: go by five, and ride.</Warn>}
      {isMoved && <QuietButton onPress={onBack}>Back to where it stands</QuietButton>}
    </section>
  );
}

type Band = ReturnType<typeof poseBand>;
const ROWS: [name: string, of: (pose: Pose) => Said | ReturnType<typeof mm> | null, band?: (b: Band) => Said | null][] = [
  ['Rake', (p) => `${p.rakeDeg.toFixed(1)}°`, (b) => (b.rakeDeg < 0.05 ? null : `± ${b.rakeDeg.toFixed(1)}°`)],
  ['Trail', (p) => mm(p.trailMm, 0), (b) => (b.trailMm < 0.5 ? null : said`± ${mm(b.trailMm, 0)}`)],
  ['Wheelbase', (p) => mm(p.wheelbaseMm, 0), (b) => (b.wheelbaseMm < 0.5 ? null : said`± ${mm(b.wheelbaseMm, 0)}`)],
  ['Pitch, nose up', (p) => `${p.pitchDeg.toFixed(1).replace(/^-0\.0$/, '0.0')}°`],
  ['Swing-arm, down to the axle', (p) => `${p.swingArmAngleDeg.toFixed(1)}°`],
  ['Centre of mass, height', (p) => mm(p.centreOfMassHeightMm, 0)],
  ['Chain, upper run', (p) => (p.chainAngleDeg === undefined ? null : `${p.chainAngleDeg.toFixed(1)}°`)],
  ['Instant centre, forward of the rear axle', (p) => (p.instantCentre ? mm(p.instantCentre.forwardMm, 0) : null)],
  ['Instant centre, height', (p) => (p.instantCentre ? mm(p.instantCentre.heightMm, 0) : null)],
  ['Load-transfer line', (p) => `${p.loadTransferAngleDeg.toFixed(1)}°`],
  ['Squat line', (p) => (p.squatAngleDeg === undefined ? null : `${p.squatAngleDeg.toFixed(1)}°`)],
  [
    'Anti-squat',
    (p) => (p.antiSquatShare === undefined ? null : `${(100 * p.antiSquatShare).toFixed(0)} %`),
    (b) => (b.antiSquat < 0.005 ? null : `± ${(100 * b.antiSquat).toFixed(0)} %`),
  ],
];

function Poses({ found, after }: { found: GeometryOf; after: Pose | null }) {
  const inUnits = useSaid();
  const solved = geometry({ reference: found.reference, states: found.states });
  if (!solved.ok)
    return (
      <Warn>
        <Sentence of={issueWords(solved.issue)} />
      </Warn>
    );
  const poses = [...solved.value.states, ...(after ? [after] : [])];
  return (
    <>
      <Wide>
        <PoseTable poses={poses} found={found} />
      </Wide>
      {found.ratio !== null && found.chainPitches !== null && <DriveWords ratio={found.ratio} chainPitches={found.chainPitches} />}
      {found.assumed.length > 0 && (
        <p>
          <Small>○ Assumed, from memory, until measured: {inUnits(joined(found.assumed, ', '))}.</Small>
        </p>
      )}
    </>
  );
}

function DriveWords({ ratio, chainPitches }: { ratio: number; chainPitches: number }) {
  return (
    <p>
      <Small>
        Final drive {ratio.toFixed(2)} to 1; the chain takes {chainPitches.toFixed(1)} pitches: {Math.ceil(chainPitches / 2) * 2} links. One
        tooth at the front is about three at the rear.
      </Small>
    </p>
  );
}

function PoseTable({ poses, found }: { poses: Pose[]; found: GeometryOf }) {
  const inUnits = useSaid();
  const rider = found.states.find((s) => s.name === 'rider')!;
  const bands = found.assumed.length > 0 ? poseBand(found, rider) : null;
  return (
    <DataTable
      label="Steering and drive at each height"
      rows={ROWS.filter(([, of]) => of(poses[0]!) !== null)}
      keyOf={([name]) => name}
      columns={[
        { name: 'Figure', cell: ([name]) => name },
        ...poses.map((p): Column<(typeof ROWS)[number]> => ({
          name: found.aimedAt.includes(p.name) ? `○ ${p.name}` : p.name,
          figure: true,
          cell: ([, of, band]) => (
            <>
              {inUnits(of(p) ?? '–').replace('-', '−')}
              {bands && p.name === 'rider' && <Small> {inUnits(band?.(bands) ?? '')}</Small>}
            </>
          ),
        })),
      ]}
    />
  );
}
