import { GEOMETRY_STANDARD, PIVOT_SHARE, USUAL_GEOMETRY } from '@/knowledge/limits';
import { JobFacts } from '../model/facts';
import { mm, said, type Said } from '@/core/units/say';
import { type Pose, type PoseAsked, type Reference, geometry } from '@/core/geometry/geometry';
import { CHAIN_PITCH_MM, chainPitches } from '@/core/geometry/drive';
import { type SprocketChange, sprocketChange } from '@/core/geometry/sprockets';
import type { Entries, Entry } from '@/catalogue/entry';
import { targetOf } from '../aims/targets';
import type { FieldKey } from '@/catalogue/fields';
import { type MachineType, MACHINE_TYPES } from '@/catalogue/fields/machine';
import { ENDS, type End } from '@/catalogue/ends';
import { linearSpring } from '@/core/spring/law';
import { preloadForMm, restsAt } from '@/core/spring/end';
import { endModelOf, isMissing, isUnusable, pointOf, rakeOf } from '../model/ends';
import { loadsOf, usualOf } from '../model/loads';
import { sagOf } from '../model/measure';

import { standing } from './standing';
import { choiceOf, numberOf } from '../model/read';

/** The frame, the steering and the drive of a machine, from its figures and from what is usual where nobody measured. */

const LOOSE: readonly MachineType[] = ['trail', 'enduro', 'rally', 'dual'];
export interface GeometryOf {
  reference: Reference;
  /** What stands in for what nobody measured. */
  assumed: Said[];
  /** Extended, bare, with the rider, in each further load case the spring in it is known for, at full travel. */
  states: PoseAsked[];
  /** States that are where it should stand, since nobody has read where it does. */
  aimedAt: string[];
  travelMm: Record<End, number>;
  /** Pitches of the chain at the wheel's place, not rounded; null without one. */
  chainPitches: number | null;
  ratio: number | null;
  /** From shaft to axle, mm; null without a chain. */
  axleMm: number | null;
  /** The reference with one assumed figure off by a standard deviation, for each of them. */
  doubts: readonly ((reference: Reference) => Reference)[];
}

/** Sags of both ends; null where nobody read them. */
export type Sags = Readonly<Record<End, { staticMm: number | null; riderMm: number | null }>>;
export const NO_SAGS: Sags = { rear: { staticMm: null, riderMm: null }, front: { staticMm: null, riderMm: null } };

/** Where an end stands: as read in this job, else as it was handed back, else where the school followed wants it, which is then said. */
function standsAt(facts: JobFacts, end: End, handedBack: Sags) {
  const read = sagOf(facts, end);
  const now = read?.result.ok ? read.result.value : null;
  const aim = targetOf(facts, end);
  const [staticMm, riderMm] = [now?.staticSagMm ?? handedBack[end].staticMm, now?.riderSagMm ?? handedBack[end].riderMm];
  return {
    bare: { mm: staticMm ?? aim?.static.value ?? 0, isRead: staticMm !== null },
    rider: { mm: riderMm ?? aim?.rider.value ?? 0, isRead: riderMm !== null },
  };
}

class Figures {
  readonly assumed: Said[] = [];
  constructor(private readonly machine: Entries) {}
  /** The figure measured, else what is usual, which is then named. */
  take(field: FieldKey, usual: number, name: string, unit = 'mm'): number {
    const value = numberOf(this.machine, field);
    if (value !== null) return value;
    this.assumed.push(unit === 'mm' ? said`${name} ${mm(usual, 0)}` : `${name} ${usual.toFixed(1)} ${unit}`);
    return usual;
  }
}

/** The pivot from the linkage's drawing, where it is not typed of its own: both are counted from the axle. */
function drawnPivot(machine: Entries, rearRadiusMm: number): { forwardMm: number; heightMm: number } | null {
  const [pivot, axle] = [pointOf(machine, 'pivot'), pointOf(machine, 'axle')];
  return pivot && axle ? { forwardMm: Math.abs(pivot.xMm - axle.xMm), heightMm: rearRadiusMm + pivot.yMm - axle.yMm } : null;
}

function driveOf(machine: Entries, pivot: { forwardMm: number; heightMm: number }, figures: Figures): Reference['drive'] {
  const [frontTeeth, rearTeeth] = [numberOf(machine, 'machine.teeth.front'), numberOf(machine, 'machine.teeth.rear')];
  if (frontTeeth === null || rearTeeth === null) return undefined;
  return {
    countershaft: {
      forwardMm: figures.take('machine.countershaft.forward', pivot.forwardMm + 75, 'countershaft ahead'),
      heightMm: figures.take('machine.countershaft.height', pivot.heightMm + 10, 'countershaft height'),
    },
    frontTeeth,
    rearTeeth,
    chainPitchMm: CHAIN_PITCH_MM,
  };
}

const travelEntry = (end: End, value: number): [FieldKey, Entry] => {
  const field = `machine.travel.${end}` as const;
  return [field, { field, text: String(value), unit: 'mm', value, at: null }];
};

/** Everything the side view needs, from whatever is known. @param entries of the job whose load is looked at; {} where there is none */
export function geometryOf(facts: JobFacts, handedBack: Sags = NO_SAGS): GeometryOf {
  const kind = usualOf(facts.machine);
  const usual = USUAL_GEOMETRY[LOOSE.includes(choiceOf(facts.machine, 'machine.type', MACHINE_TYPES) ?? 'road') ? 'loose' : 'road'];
  const figures = new Figures(facts.machine);
  const wheelbaseMm = figures.take('machine.wheelbase', kind.wheelbaseMm.mean, 'wheelbase');
  const rearTyreRadiusMm = figures.take('machine.radius.rear', usual.rearRadiusMm, 'rear tyre radius');
  const frontTyreRadiusMm = figures.take('machine.radius.front', usual.frontRadiusMm, 'front tyre radius');
  const drawn = drawnPivot(facts.machine, rearTyreRadiusMm);
  const pivot = {
    forwardMm:
      numberOf(facts.machine, 'machine.pivot.forward') ??
      drawn?.forwardMm ??
      figures.take('machine.pivot.forward', PIVOT_SHARE * wheelbaseMm, 'pivot ahead'),
    heightMm:
      numberOf(facts.machine, 'machine.pivot.height') ??
      drawn?.heightMm ??
      figures.take('machine.pivot.height', rearTyreRadiusMm + usual.pivotRiseMm, 'pivot height'),
  };
  const solo = loadsOf(facts).cases[0];
  const frontShare = solo?.result.ok ? solo.result.value.ladenFrontShare : kind.frontShare.mean;
  if (!solo?.result.ok) figures.assumed.push(`${Math.round(100 * frontShare)} % of the load on the front`);
  const rakeDeg = rakeOf(facts.machine) ?? kind.rakeDeg.mean;
  if (numberOf(facts.machine, 'machine.rake') === null) figures.assumed.push(`rake ${rakeDeg.toFixed(1)}°`);
  const reference: Reference = {
    wheelbaseMm,
    rakeDeg,
    forkOffsetMm: figures.take('machine.offset', usual.offsetMm, 'fork offset'),
    frontTyreRadiusMm,
    rearTyreRadiusMm,
    swingArmPivot: pivot,
    drive: driveOf(facts.machine, pivot, figures),
    centreOfMass: {
      forwardMm: frontShare * wheelbaseMm,
      heightMm: figures.take('machine.mass.height', usual.massHeightShare * wheelbaseMm, 'centre of mass'),
    },
  };
  const travelMm = {
    rear: figures.take('machine.travel.rear', kind.rearTravelMm.mean, 'rear travel'),
    front: figures.take('machine.travel.front', kind.frontTravelMm.mean, 'front travel'),
  };
  // The school aims by the travel: one nobody measured is the kind's.
  const withTravel = { ...facts.machine, ...Object.fromEntries(ENDS.map((end) => travelEntry(end, travelMm[end]))) };
  const stands = {
    rear: standsAt(facts.with({ machine: withTravel }), 'rear', handedBack),
    front: standsAt(facts.with({ machine: withTravel }), 'front', handedBack),
  };
  const aimedAt = (['bare', 'rider'] as const).filter((state) => ENDS.some((end) => !stands[end][state].isRead));
  if (aimedAt.length > 0) figures.assumed.push('sags where the school wants them');
  const at = (name: string, of: (end: End) => number): PoseAsked => ({
    name,
    frontTravelMm: of('front'),
    rearTravelMm: of('rear'),
    forkThroughClampMm: 0,
  });
  const { drive } = reference;
  const axle = drive && Math.hypot(drive.countershaft.forwardMm, drive.countershaft.heightMm - rearTyreRadiusMm);
  return {
    reference,
    assumed: figures.assumed,
    states: [
      at('extended', () => 0),
      at('bare', (end) => stands[end].bare.mm),
      at('rider', (end) => stands[end].rider.mm),
      ...loadedStates(facts, stands, travelMm),
      at('full travel', (end) => travelMm[end]),
    ],
    aimedAt,
    travelMm,
    chainPitches: drive && axle ? chainPitches(axle, drive) : null,
    ratio: drive ? drive.rearTeeth / drive.frontTeeth : null,
    axleMm: axle ?? null,
    doubts: doubtsOf(facts.machine, drawn !== null, drive !== undefined),
  };
}

function doubtsOf(machine: Entries, isDrawn: boolean, hasChain: boolean): GeometryOf['doubts'] {
  const open = (field: FieldKey) => numberOf(machine, field) === null;
  const list: [isOpen: boolean, off: (r: Reference) => Reference][] = [
    [open('machine.wheelbase'), (r) => ({ ...r, wheelbaseMm: r.wheelbaseMm + GEOMETRY_STANDARD.wheelbase })],
    [open('machine.rake'), (r) => ({ ...r, rakeDeg: r.rakeDeg + GEOMETRY_STANDARD.rake })],
    [open('machine.offset'), (r) => ({ ...r, forkOffsetMm: r.forkOffsetMm + GEOMETRY_STANDARD.offset })],
    [open('machine.radius.front'), (r) => ({ ...r, frontTyreRadiusMm: r.frontTyreRadiusMm + GEOMETRY_STANDARD.radius })],
    [open('machine.radius.rear'), (r) => ({ ...r, rearTyreRadiusMm: r.rearTyreRadiusMm + GEOMETRY_STANDARD.radius })],
    [
      open('machine.mass.height'),
      (r) => ({ ...r, centreOfMass: { ...r.centreOfMass, heightMm: r.centreOfMass.heightMm + GEOMETRY_STANDARD.massHeight } }),
    ],
    [
      open('machine.pivot.forward') && !isDrawn,
      (r) => ({ ...r, swingArmPivot: { ...r.swingArmPivot, forwardMm: r.swingArmPivot.forwardMm + GEOMETRY_STANDARD.pivotForward } }),
    ],
    [
      open('machine.pivot.height') && !isDrawn,
      (r) => ({ ...r, swingArmPivot: { ...r.swingArmPivot, heightMm: r.swingArmPivot.heightMm + GEOMETRY_STANDARD.pivotHeight } }),
    ],
    [hasChain && open('machine.countershaft.height'), (r) => withShaft(r, 'heightMm', GEOMETRY_STANDARD.shaft)],
    [hasChain && open('machine.countershaft.forward'), (r) => withShaft(r, 'forwardMm', GEOMETRY_STANDARD.shaft)],
  ];
  return list.filter(([isOpen]) => isOpen).map(([, off]) => off);
}

const withShaft = (r: Reference, axis: 'heightMm' | 'forwardMm', by: number): Reference =>
  r.drive ? { ...r, drive: { ...r.drive, countershaft: { ...r.drive.countershaft, [axis]: r.drive.countershaft[axis] + by } } } : r;

/** What the figures of a pose are known to (k = 2), since some of what it rests on is assumed; all nought where nothing is. Source: JCGM 100, 5.1.2, differences one by one. */
export function poseBand(
  found: Pick<GeometryOf, 'reference' | 'doubts'>,
  asked: PoseAsked,
): Record<'rakeDeg' | 'trailMm' | 'wheelbaseMm' | 'antiSquat', number> {
  const at = poseAt(found.reference, asked);
  const off = found.doubts.flatMap((doubt) => poseAt(doubt(found.reference), asked) ?? []);
  const band = (of: (p: Pose) => number) => (at ? 2 * Math.sqrt(off.reduce((sum, p) => sum + (of(p) - of(at)) ** 2, 0)) : 0);
  return {
    rakeDeg: band((p) => p.rakeDeg),
    trailMm: band((p) => p.trailMm),
    wheelbaseMm: band((p) => p.wheelbaseMm),
    antiSquat: band((p) => p.antiSquatShare ?? 0),
  };
}

/** Where it stands in each further load case, by the spring that is in it (its sags' rate, else its mark); none where that is not known at both ends, or nothing more is carried. */
function loadedStates(
  facts: JobFacts,
  stands: Readonly<Record<End, { rider: { mm: number } }>>,
  travelMm: Readonly<Record<End, number>>,
): PoseAsked[] {
  return loadsOf(facts)
    .cases.slice(1)
    .flatMap((c): PoseAsked[] => {
      const at = (end: End): number | null => {
        const solo = loadsOf(facts).cases[0]!;
        const found = endModelOf(facts, end);
        const marked = numberOf(facts.entries, `found.${end}.spring`);
        const spring = standing(facts, end)?.spring ?? (marked === null ? null : linearSpring(marked));
        if (!c.result.ok || !solo.result.ok || isMissing(found) || isUnusable(found) || spring === null) return null;
        const load = (r: typeof c.result.value) => (end === 'rear' ? r.ladenRearN : r.ladenFrontN);
        const preloadMm = preloadForMm(found.model, spring, stands[end].rider.mm, load(solo.result.value));
        return Math.min(restsAt(found.model, spring, preloadMm, load(c.result.value)).zMm, travelMm[end]);
      };
      const [rear, front] = [at('rear'), at('front')];
      if (rear === null || front === null) return [];
      return [{ name: c.name, rearTravelMm: rear, frontTravelMm: front, forkThroughClampMm: 0 }];
    });
}

/** Teeth changed on the sprockets, as the room's buttons move them; null where they do not go together or there is no chain. */
export function sprocketsOf(
  { reference, axleMm }: GeometryOf,
  teeth: { front: number; rear: number },
): { reference: Reference; change: SprocketChange } | null {
  const { drive } = reference;
  if (!drive || axleMm === null) return null;
  const change = sprocketChange(drive, axleMm, teeth);
  return change.ok
    ? { reference: { ...reference, drive: { ...drive, frontTeeth: teeth.front, rearTeeth: teeth.rear } }, change: change.value }
    : null;
}

/** A pose of a machine, or null where it cannot stand so. */
export function poseAt(reference: Reference, asked: PoseAsked): Pose | null {
  const found = geometry({ reference, states: [asked] });
  return found.ok ? found.value.states[0]! : null;
}
