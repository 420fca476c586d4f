import { inverseOf } from '../numerics/leastSquares';
import { ok, type Result } from '../result';
import type { Course } from './course';
import type { RideEnd, RideMachine } from './machine';
import { type Looked, type RiddenStretch, rideThrough } from './ride';
import type { RiddenEnd } from './seen';
import { tableOf } from '../numerics/table';

/** What a logged ride says of one end, that a simulated one says too. Places in mm of the end's own travel, speeds in m/s of the wheel. */
export interface LoggedPlaces {
  meanMm: number;
  /** Root mean square about the mean. */
  rmsMm: number;
  compression95MPerS: number;
  rebound95MPerS: number;
}

/** By what the model's own figures have to be multiplied for its ride to be like the logged one. */
export interface Factors {
  /** Load on the end: mass. */
  load: number;
  /** Heights of the ground, which nobody logged. */
  ground: number;
  /** Force of the dampers: oil. */
  oil: number;
  friction: number;
}
export interface Matched {
  factors: Record<'front' | 'rear', Factors>;
  /** How far off the fitted ride is: mm for mean and spread, shares for the speeds; root mean square of each, in units of what such a figure is known to. */
  before: Record<'front' | 'rear', LoggedPlaces>;
  after: Record<'front' | 'rear', LoggedPlaces>;
  /** Of the fitted ride. */
  histograms: Record<'front' | 'rear', RiddenEnd['histogram']>;
  missBefore: number;
  missAfter: number;
}

const ENDS = ['front', 'rear'] as const;
type Ends<T> = Record<'front' | 'rear', T>;

/** What the figures of a log are known to: mm, mm, and shares of the speeds. From memory. */
const KNOWN_TO = { meanMm: 3, rmsMm: 1.5, speedShare: 0.08 } as const;
/** A factor moved by so much to see what it does, and how far it may go either way. From memory. */
const TRIED = 1.15;
const MOST = { load: 1.25, ground: 5, oil: 2.5, friction: 4 } as const satisfies Record<keyof Factors, number>;
/** How much a factor of one is believed beforehand, as the logarithm's standard deviation: a figure that nothing speaks of stays. From memory. */
const BELIEVED = { load: 0.08, ground: 1, oil: 0.4, friction: 0.6 } as const satisfies Record<keyof Factors, number>;
const NAMES = Object.keys(MOST) as (keyof Factors)[];
const ROUNDS = 5;

const AS_IS: Factors = { load: 1, ground: 1, oil: 1, friction: 1 };

const scaledEnd = (end: RideEnd, { oil, friction }: Factors): RideEnd => ({
  ...end,
  damping: tableOf(
    [...end.damping.x],
    [...end.damping.y].map((f) => f * oil),
  ),
  frictionN: end.frictionN * friction,
});

/** The machine with its loads, oil and friction multiplied; the rider as he is. */
function scaledMachine(machine: RideMachine, factors: Ends<Factors>): RideMachine {
  const wheelbaseM = machine.aheadM + machine.behindM;
  const frontKg = (machine.sprungKg * machine.behindM * factors.front.load) / wheelbaseM;
  const rearKg = (machine.sprungKg * machine.aheadM * factors.rear.load) / wheelbaseM;
  const behindM = (frontKg * wheelbaseM) / (frontKg + rearKg);
  const moved = behindM - machine.behindM;
  return {
    ...machine,
    sprungKg: frontKg + rearKg,
    behindM,
    aheadM: wheelbaseM - behindM,
    rider: machine.rider && { ...machine.rider, aheadM: machine.rider.aheadM - moved },
    front: scaledEnd(machine.front, factors.front),
    rear: scaledEnd(machine.rear, factors.rear),
  };
}

const placesOf = (ridden: RiddenStretch, end: 'front' | 'rear'): LoggedPlaces => ({
  meanMm: ridden[end].travelMm.mean,
  rmsMm: ridden[end].travelMm.rms,
  compression95MPerS: ridden[end].speed95MPerS.compression,
  rebound95MPerS: ridden[end].speed95MPerS.rebound,
});

const misses = (is: LoggedPlaces, logged: LoggedPlaces): number[] => [
  (is.meanMm - logged.meanMm) / KNOWN_TO.meanMm,
  (is.rmsMm - logged.rmsMm) / KNOWN_TO.rmsMm,
  Math.log(is.compression95MPerS / logged.compression95MPerS) / KNOWN_TO.speedShare,
  Math.log(is.rebound95MPerS / logged.rebound95MPerS) / KNOWN_TO.speedShare,
];

/** One ride over all of a course, looked at as one. Both ends meet the same ground: it is the mean of what each asks for. */
function riddenWith(looked: Omit<Looked, 'course'>, course: Course, factors: Ends<Factors>): RiddenStretch | null {
  const ground = Math.sqrt(factors.front.ground * factors.rear.ground);
  const heightM = course.surface.heightM.map((h) => h * ground);
  const ridden = rideThrough(
    { ...looked, machine: scaledMachine(looked.machine, factors), course: { ...course, surface: { ...course.surface, heightM } } },
    { framesEveryS: 1, asOne: true },
  );
  return ridden.ok ? ridden.value.stretches[0]! : null;
}

/**
 * Friction, oil, mass and ground of the model fitted to what a logged ride says of its ends, by Gauss and Newton on the logarithms of the factors, each end for itself within one
 * ride; what nothing speaks of stays near one.
 * @returns factors, and how far the fitted ride is from the logged one
 * Errors: ride-not-held.
 * Source: least squares with prior (JCGM 100; Tarantola, Inverse Problem Theory, 3.2, from memory).
 */
export function* matchTo(
  looked: Omit<Looked, 'course'>,
  course: Course,
  logged: Ends<LoggedPlaces>,
): Generator<{ share: number }, Result<Matched>> {
  let factors: Ends<Factors> = { front: AS_IS, rear: AS_IS };
  const first = riddenWith(looked, course, factors);
  if (!first) return { ok: false, issue: { code: 'ride-not-held', path: ['machine'], data: { load: 0 } } };
  const total = (r: RiddenStretch) => Math.sqrt(ENDS.flatMap((e) => misses(placesOf(r, e), logged[e])).reduce((s, m) => s + m * m, 0) / 8);
  let now = first;
  for (let round = 0; round < ROUNDS; round += 1) {
    const rows: Ends<number[][]> = { front: [], rear: [] };
    for (const [i, name] of NAMES.entries()) {
      const tried = Object.fromEntries(ENDS.map((e) => [e, { ...factors[e], [name]: factors[e][name] * TRIED }])) as Ends<Factors>;
      const ridden = riddenWith(looked, course, tried);
      yield { share: (round + (i + 1) / NAMES.length) / ROUNDS };
      for (const e of ENDS) {
        const [a, b] = [misses(placesOf(ridden ?? now, e), logged[e]), misses(placesOf(now, e), logged[e])];
        rows[e].push(a.map((x, k) => (x - b[k]!) / Math.log(TRIED)));
      }
    }
    const next = Object.fromEntries(
      ENDS.map((e) => [e, stepped(factors[e], rows[e], misses(placesOf(now, e), logged[e]))]),
    ) as Ends<Factors>;
    const ridden = riddenWith(looked, course, next);
    if (!ridden || total(ridden) >= total(now)) break;
    [factors, now] = [next, ridden];
  }
  const places = (r: RiddenStretch): Ends<LoggedPlaces> => ({ front: placesOf(r, 'front'), rear: placesOf(r, 'rear') });
  // The ground was one for both.
  const ground = Math.sqrt(factors.front.ground * factors.rear.ground);
  return ok({
    factors: { front: { ...factors.front, ground }, rear: { ...factors.rear, ground } },
    before: places(first),
    after: places(now),
    histograms: { front: now.front.histogram, rear: now.rear.histogram },
    missBefore: total(first),
    missAfter: total(now),
  });
}

/** One step: the normal equations of four factors, each held near one by what is believed of it. */
function stepped(factors: Factors, rows: readonly number[][], miss: readonly number[]): Factors {
  const n = NAMES.length;
  const held = (i: number) => 1 / BELIEVED[NAMES[i]!] ** 2;
  const along = (i: number, with_: readonly number[]) => rows[i]!.reduce((s, x, k) => s + x * with_[k]!, 0);
  const normal = Float64Array.from({ length: n * n }, (_, at) => {
    const [i, j] = [Math.floor(at / n), at % n];
    return along(i, rows[j]!) + (i === j ? held(i) : 0);
  });
  // What is believed of each keeps the matrix from being singular.
  const inverse = inverseOf(normal, n)!;
  const right = NAMES.map((name, i) => -along(i, miss) - Math.log(factors[name]) * held(i));
  const x = NAMES.map((_, i) => right.reduce((s, b, j) => s + inverse[i * n + j]! * b, 0));
  return Object.fromEntries(
    NAMES.map((name, i) => [name, Math.min(MOST[name], Math.max(1 / MOST[name], factors[name] * Math.exp(x[i]!)))]),
  ) as unknown as Factors;
}
