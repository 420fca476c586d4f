import { SEAT_SHARE } from '@/knowledge/limits';
import type { Entries } from '@/catalogue/entry';
import { STANDARD_GRAVITY_M_PER_S2 } from '@/core/constants/constants';
import { damper, type DamperEffects, type DamperFigures } from '@/core/damper/damper';
import type { OilGrade } from '@/core/damper/oils';
import { type Sprung, templateCurve } from '@/core/damper/target';
import type { LiftOf, Oil } from '@/core/damper/valve';
import { drawn } from '@/core/geometry/geometry';
import { type FittedEnd, rideEndOf } from '@/core/ride/assemble';
import { HANDS_AHEAD_M, type Looked } from '@/core/ride/ride';
import { err, ok, type Result } from '@/core/result';
import { restsAt, wheelRateNPerMm } from '@/core/spring/end';
import { newtons, said, type Said } from '@/core/units/say';
import { type DamperKey } from '@/catalogue/fields/damper';
import { type End, END_NAMES, ENDS, type Side } from '@/catalogue/ends';
import {
  BRAKE_FRICTION,
  END_RUBBER,
  FRICTION_N,
  GYRATION_SHARE,
  SEATED,
  TYRE_N_PER_M,
  USUAL_DAMPING,
  YIELDS_N_PER_M,
} from '@/knowledge/rideUsual';
import { damperWithUsual, oilOf, oilWarm } from '../model/dampers';
import { gasLawOf } from '../aims/gasLaw';
import { isMissing, isUnusable, type Missing } from '../model/ends';
import { geometryOf, poseAt } from '../reason/geometry';
import { loadsOf, usualOf } from '../model/loads';
import { sagOf } from '../model/measure';
import { numberOf, textOf } from '../model/read';
import { dampersAt } from '../model/unlike';
import { type Fit, type GroundJob, loadOn, springIn, type SpringIn, factsOfFit } from './fits';

/** What is reckoned with beyond springs and stacks; each can be left out, to see what it does. */
export const EFFECTS = {
  gas: { name: 'Gas warms when it is pressed quickly', source: 'the adiabatic law, textbook' },
  parting: { name: 'Oil parts where the gas cannot hold it', source: 'no side of the piston falls below no pressure' },
  reynolds: { name: 'Thick and thin oil pass openings differently', source: 'coefficients by Reynolds number, Merritt (from memory)' },
  yields: { name: 'Bushes, hose and bladder yield', source: 'damper and spring in a row (Maxwell); how much is from memory' },
  brakes: { name: 'The fork binds under braking', source: 'side load on both bushes, statics; friction of steel on bush from memory' },
  rider: { name: 'The rider moves on the seat', source: 'a mass on spring and damper; figures from memory' },
} as const;
export type Effect = keyof typeof EFFECTS;
export const ALL_EFFECTS = Object.keys(EFFECTS) as Effect[];

/** How a fit is ridden: with which load, oil and effects. */
export interface Riding {
  loadCase: string;
  oils: readonly OilGrade[];
  /** Of the oil in both ends. */
  celsius: Record<End, number>;
  effects: readonly Effect[];
}

export interface MadeReady {
  /** All but its course. */
  looked: Omit<Looked, 'course'>;
  /** Where it rests by the models of Springs, mm. */
  restMm: Record<End, number>;
  travelMm: Record<End, number>;
  springs: Record<End, Said>;
  /** Each kind of damper of an end with its oil, and how far its shaft goes for each millimetre of the wheel, where it stands; none where stacks are not known. */
  dampers: { end: End; key: DamperKey; figures: DamperFigures; oil: Oil; shaftPerWheel: number }[];
  assumed: Said[];
}

/** Shaft speeds of the tables, m/s: close where valves open. */
const SPEEDS = [0.01, 0.02, 0.05, 0.1, 0.15, 0.2, 0.3, 0.4, 0.55, 0.7, 0.9, 1.1, 1.35, 1.6, 1.9, 2.2, 2.6, 3, 4, 5] as const;
/** A damper that yields is read from force to speed: its force rises by this at least from speed to speed, N. */
const MIN_RISE_N = 0.5;

const rising = (forces: readonly number[]): number[] => {
  let last = 0;
  return forces.map((f) => (last = Math.max(f, last + MIN_RISE_N)));
};
const bothWays = (compressionN: readonly number[], reboundN: readonly number[]): FittedEnd['damping'] => ({
  speedMPerS: [...SPEEDS.map((v) => -v).reverse(), 0, ...SPEEDS],
  forceN: [
    ...rising(reboundN)
      .map((f) => -f)
      .reverse(),
    0,
    ...rising(compressionN),
  ],
});

/** The dampers of an end as tables, by the Valves room's own model; null where their stacks are not known. */
function tablesOf(job: GroundJob, fit: Fit, end: End, riding: Riding, liftOf: LiftOf): TablesOf | null {
  const facts = factsOfFit(job, fit);
  const effects: DamperEffects = { reynolds: riding.effects.includes('reynolds'), parting: riding.effects.includes('parting') };
  const [compressionN, reboundN] = [SPEEDS.map(() => 0), SPEEDS.map(() => 0)];
  const used: TablesOf['used'] = [];
  for (const key of dampersAt(job.facts.machine, end)) {
    const figures = damperWithUsual(facts, key, fit.stacks ?? fit.which);
    if (isMissing(figures) || isUnusable(figures)) return null;
    const oil: Result<Oil> = oilWarm(oilOf(facts.entries, key, riding.oils).grade, riding.celsius[end]);
    if (!oil.ok) return null;
    const opens = numberOf(job.facts.machine, `machine.damper.${key}.base.check`);
    const asked = { ...figures, oil: oil.value, velocitiesMPerS: SPEEDS };
    const found = damper({ ...asked, effects: { ...effects, ...(opens === null ? {} : { checkOpensMPa: opens }) } }, liftOf);
    if (!found.ok) return null;
    if (!used.some((u) => u.key === key)) used.push({ key, figures, oil: oil.value });
    SPEEDS.forEach((_, i) => {
      compressionN[i]! += found.value.compressionN[i]!;
      reboundN[i]! += found.value.reboundN[i]!;
    });
  }
  return { damping: bothWays(compressionN, reboundN), used };
}

interface TablesOf {
  damping: FittedEnd['damping'];
  used: { key: DamperKey; figures: DamperFigures; oil: Oil }[];
}

/** Usual damping where no stack is known: shares of critical. */
function usualTables(sprung: Sprung): FittedEnd['damping'] {
  const of = (side: 'compression' | 'rebound') => templateCurve(USUAL_DAMPING[side], sprung, SPEEDS).map((p) => p.forceN * sprung.dampers);
  return bothWays(of('compression'), of('rebound'));
}

/** Both directions multiplied. */
const scaled = (by: Partial<Record<Side, number>> | undefined, damping: FittedEnd['damping']): FittedEnd['damping'] =>
  by ? { ...damping, forceN: damping.forceN.map((f) => f * ((f < 0 ? by.rebound : by.compression) ?? 1)) } : damping;

/** Dry friction at the wheel: half the band read, times the rate there; else as usual. */
function frictionOf(job: GroundJob, end: End, spring: SpringIn, atMm: number): { n: number; isRead: boolean } {
  const read = sagOf(job.facts, end);
  const band = read?.result.ok ? (read.result.value.frictionBandLadenMm ?? read.result.value.frictionBandUnladenMm) : null;
  if (band === null) return { n: FRICTION_N[end], isRead: false };
  return { n: (wheelRateNPerMm(spring.model, spring.law, spring.preloadMm, atMm) * band) / 2, isRead: true };
}

/** What drive and brakes do through the linkage, where the machine stands with its rider; nothing where its drive is not known. */
function tangentsOf(job: GroundJob): { drive: number; front: number; rear: number; heightM: number; assumed: Said[] } {
  const found = geometryOf(job.facts);
  const rider = found.states.find((s) => s.name === 'rider')!;
  const [pose, picture] = [poseAt(found.reference, rider), drawn(found.reference, rider)];
  const heightM = (pose?.centreOfMassHeightMm ?? found.reference.centreOfMass.heightMm) / 1000;
  const rakeDeg = pose?.rakeDeg ?? found.reference.rakeDeg;
  const rear = picture.ok ? picture.value.pivot.y / picture.value.pivot.x : 0;
  const squat = pose?.squatAngleDeg;
  return {
    drive: squat === undefined ? 0 : Math.tan((squat * Math.PI) / 180),
    front: -Math.tan((rakeDeg * Math.PI) / 180),
    rear: -rear,
    heightM,
    assumed: squat === undefined ? ['no chain known: drive neither lifts nor squats'] : [],
  };
}

/** One fit of a job made ready to be ridden. Errors: ride-not-held; what is missing is named by its fields. */
export function madeReady(job: GroundJob, fit: Fit, riding: Riding, liftOf: LiftOf): Result<MadeReady> | Missing {
  const facts = factsOfFit(job, fit);
  const { machine } = facts;
  const as: GroundJob = { ...job, facts };
  const loads = loadsOf(facts);
  const load = loadOn(as, riding.loadCase);
  const wheelbaseMm = numberOf(machine, 'machine.wheelbase');
  if (!load || wheelbaseMm === null) return { missing: loads.missing };
  const [front, rear] = [springIn(as, fit, 'front'), springIn(as, fit, 'rear')];
  if (isMissing(front)) return front;
  if (isMissing(rear)) return rear;
  const springs: Record<End, SpringIn> = { front, rear };
  const tangents = tangentsOf(as);
  const assumed: Said[] = [...loads.assumed, ...front.assumed, ...rear.assumed, ...tangents.assumed];
  const dampers: MadeReady['dampers'] = [];
  const restMm = {} as Record<End, number>;
  const made = {} as Record<End, ReturnType<typeof rideEndOf>>;
  for (const end of ENDS) {
    const spring = springs[end];
    const rest = restsAt(spring.model, spring.law, spring.preloadMm, load[end]);
    if (rest.status === 'bottomed') return err('ride-not-held', ['machine', end], { load: Math.round(load[end]) });
    restMm[end] = rest.zMm;
    const friction = frictionOf(as, end, spring, rest.zMm);
    if (!friction.isRead) assumed.push(said`friction of ${newtons(friction.n)} at the ${END_NAMES[end].toLowerCase()}`);
    const tables = tablesOf(as, fit, end, riding, liftOf);
    if (!hasStop(machine, end)) assumed.push(`rubber at the end of the ${end} travel`);
    if (!tables) assumed.push(`usual damping at the ${END_NAMES[end].toLowerCase()}, its stacks not being known`);
    const shaftPerWheel = 1 / (spring.model.leverage.ratio(rest.zMm) * spring.model.cosRake);
    dampers.push(...(tables?.used ?? []).map((u) => ({ ...u, end, shaftPerWheel })));
    made[end] = rideEndOf({
      model: spring.model,
      spring: spring.law,
      preloadMm: spring.preloadMm,
      gas: riding.effects.includes('gas') ? gasLawOf(as.facts, end, spring.model.travelMm) : null,
      rubber: hasStop(machine, end) ? null : { fromShare: END_RUBBER.fromShare, endN: END_RUBBER.endN[end] },
      damping: scaled(
        fit.damping?.[end],
        tables?.damping ?? usualTables(sprungAt(spring, load[end], rest.zMm, dampersAt(machine, end).length)),
      ),
      seriesNPerM: riding.effects.includes('yields') ? YIELDS_N_PER_M[end] : null,
      unsprungKg:
        end === 'front'
          ? (numberOf(machine, 'machine.unsprung.front') ?? usualOf(machine).unsprungFrontKg.mean)
          : (numberOf(machine, 'machine.unsprung.rear') ?? usualOf(machine).unsprungRearKg.mean),
      tyreNPerM: TYRE_N_PER_M[end],
      frictionN: friction.n,
      brakeFriction: end === 'front' && riding.effects.includes('brakes') ? BRAKE_FRICTION : 0,
      driveTangent: end === 'rear' ? tangents.drive : 0,
      brakeTangent: tangents[end],
    });
  }
  const body = bodyOf(as, load, wheelbaseMm, riding);
  return ok({
    looked: {
      machine: { ...body.machine, front: made.front.end, rear: made.rear.end, massHeightM: tangents.heightM },
      seatAheadM: body.seatAheadM,
      handsAheadM: body.seatAheadM + HANDS_AHEAD_M,
      scale: { front: made.front.travelPerWheel, rear: made.rear.travelPerWheel },
    },
    restMm,
    travelMm: { front: front.model.travelMm, rear: rear.model.travelMm },
    springs: { front: front.words, rear: rear.words },
    dampers,
    assumed: [...assumed, 'tyres, inertia, seat and what the dampers yield by, as usual'],
  });
}

const hasStop = (machine: Entries, end: End): boolean =>
  numberOf(machine, `machine.bump.${end}.from`) !== null && textOf(machine, `machine.bump.${end}.table`).trim() !== '';

const sprungAt = (spring: SpringIn, loadN: number, atMm: number, dampers: number): Sprung => ({
  wheelRateNPerMm: wheelRateNPerMm(spring.model, spring.law, spring.preloadMm, atMm),
  massKg: loadN / STANDARD_GRAVITY_M_PER_S2,
  leverage: spring.model.leverage.ratio(atMm) * spring.model.cosRake,
  dampers,
});

/** The sprung masses in the plane: body and, where he moves by himself, its rider. Together they load the wheels as the load case says. */
function bodyOf(job: GroundJob, load: Record<End, number>, wheelbaseMm: number, riding: Riding) {
  const wheelbaseM = wheelbaseMm / 1000;
  const [frontKg, rearKg] = [load.front / STANDARD_GRAVITY_M_PER_S2, load.rear / STANDARD_GRAVITY_M_PER_S2];
  const solo = loadsOf(job.facts).cases[0]!;
  const seated = solo.additions.find((a) => a.place === 'rider');
  const riderKg = riding.effects.includes('rider') && seated ? seated.massKg * SEATED.share : 0;
  const seatM = (seated?.forwardOfRearAxleMm ?? SEAT_SHARE * wheelbaseMm) / 1000;
  const sprungKg = frontKg + rearKg - riderKg;
  const behindM = (frontKg * wheelbaseM - riderKg * seatM) / sprungKg;
  const omega = 2 * Math.PI * SEATED.hz;
  return {
    seatAheadM: seatM - behindM,
    machine: {
      sprungKg,
      pitchInertiaKgM2: sprungKg * (GYRATION_SHARE * wheelbaseM) ** 2,
      aheadM: wheelbaseM - behindM,
      behindM,
      rider:
        riderKg > 0
          ? {
              kg: riderKg,
              aheadM: seatM - behindM,
              stiffnessNPerM: riderKg * omega ** 2,
              dampingNsPerM: 2 * SEATED.zeta * riderKg * omega,
            }
          : null,
    },
  };
}
