import { fitLine } from '@/core/numerics/line';
import type { LiftOf } from '@/core/damper/valve';
import { type Course, courseOf, type Stretch } from '@/core/ride/course';
import { RADIATORS, warmedC } from '@/core/ride/heat';
import { type Frames, type OverGround, rideAlong, type RiddenStretch, rideThrough } from '@/core/ride/ride';
import { err, ok, type Result } from '@/core/result';
import type { Said } from '@/core/units/say';
import { type End } from '@/catalogue/ends';
import { FOOTPRINT_M } from '@/knowledge/rideUsual';
import type { Fit, GroundJob } from './fits';
import { measureById, whole } from './measures';
import { madeReady, type MadeReady, type Riding } from './ridden';
import { type ShimLife, shimLives } from '@/core/damper/expert';
import { SWING_BIN_M_PER_S, SWING_BINS } from '@/core/ride/seen';
import type { DamperKey } from '@/catalogue/fields/damper';

/** Fits of one job ridden over the same ground, one after the other. */
export interface RidesAsked {
  job: GroundJob;
  fits: readonly Fit[];
  riding: Riding;
  stretches: readonly Stretch[];
}

export interface RiddenFit {
  fit: { id: string; name: string };
  springs: Record<End, Said>;
  restMm: Record<End, number>;
  travelMm: Record<End, number>;
  assumed: Said[];
  stretches: RiddenStretch[];
  whole: RiddenStretch;
  frames: Frames;
  /** Body's mass to front and rear axle, m, and each end's own mm for each mm at the wheel: for the picture. */
  planar: { aheadM: number; behindM: number; scale: Record<End, number> };
  /** What the swings of this ground do to each stack, hardest worked first; none where stacks are not known. */
  lives: (ShimLife & { damper: DamperKey })[];
  /** Of the oil after ten minutes of it, from the air's 20 °C. */
  oilC: Record<End, number>;
}
export interface NotRidden {
  fit: { id: string; name: string };
  missing: string[];
  held: boolean;
}

export interface RidesProgress {
  /** Of all fits, 0 to 1. */
  share: number;
  name: string;
  /** The fit on its way, as far as it is. */
  frames: Frames;
}

const AIR_C = 20;
const TEN_MINUTES_S = 600;

const oilAfter = (ridden: RiddenStretch): Record<End, number> => ({
  front: warmedC(ridden.front.damperW, TEN_MINUTES_S, AIR_C, RADIATORS.front),
  rear: warmedC(ridden.rear.damperW, TEN_MINUTES_S, AIR_C, RADIATORS.rear),
});

/** No more than there is: what the last of the travel gives way under a hard landing is the frame's. */
const within = (ridden: RiddenStretch, travelMm: Record<End, number>): RiddenStretch => {
  const end = (e: End): RiddenStretch[End] => ({
    ...ridden[e],
    travelMm: { ...ridden[e].travelMm, max: Math.min(ridden[e].travelMm.max, travelMm[e]) },
  });
  return { ...ridden, front: end('front'), rear: end('rear') };
};

type Made = Omit<RiddenFit, 'fit' | 'stretches' | 'whole' | 'frames' | 'oilC' | 'lives'>;

/** Each stack under the swings of the whole ride. */
function livesOf(dampers: MadeReady['dampers'], all: RiddenStretch, seconds: number, liftOf: LiftOf): RiddenFit['lives'] {
  return dampers
    .flatMap(({ end, key, figures, oil, shaftPerWheel }) => {
      const perSecond = (side: 'compression' | 'rebound') => all[end].swings[side].map((n) => n / seconds);
      const mPerS = Array.from({ length: SWING_BINS }, (_, i) => (i + 0.5) * SWING_BIN_M_PER_S * shaftPerWheel);
      const swings = { mPerS, perSecond: { compression: perSecond('compression'), rebound: perSecond('rebound') } };
      return shimLives(figures, oil, swings, liftOf).map((life) => ({ ...life, damper: key }));
    })
    .sort((a, b) => b.mostMPa - a.mostMPa);
}

function riddenFit(
  fit: Fit,
  made: Made,
  found: OverGround,
  seconds: readonly number[],
  lives: (all: RiddenStretch) => RiddenFit['lives'],
): RiddenFit {
  const stretches = found.stretches.map((s) => within(s, made.travelMm));
  const all = whole(stretches, seconds);
  return {
    fit: { id: fit.id, name: fit.name },
    ...made,
    stretches,
    whole: all,
    frames: found.frames,
    lives: lives(all),
    oilC: oilAfter(all),
  };
}

/** All fits ridden; between two tidings it can be stopped. */
export function* ridesOf(asked: RidesAsked, liftOf: LiftOf): Generator<RidesProgress, (RiddenFit | NotRidden)[]> {
  const { job, fits, riding, stretches } = asked;
  const course = courseOf(stretches, FOOTPRINT_M);
  const seconds = stretches.map((s) => s.seconds);
  const answers: (RiddenFit | NotRidden)[] = [];
  for (const [i, fit] of fits.entries()) {
    const made = madeReady(job, fit, riding, liftOf);
    if ('missing' in made || !made.ok) {
      answers.push({ fit: { id: fit.id, name: fit.name }, missing: 'missing' in made ? made.missing : [], held: !('missing' in made) });
      continue;
    }
    const { looked, dampers, ...rest } = made.value;
    const { aheadM, behindM } = looked.machine;
    const known = { ...rest, planar: { aheadM, behindM, scale: looked.scale } };
    const ride = rideAlong({ ...looked, course });
    let next = ride.next();
    while (!next.done) {
      yield { share: (i + next.value.share) / fits.length, name: fit.name, frames: next.value.frames };
      next = ride.next();
    }
    if (next.value.ok)
      answers.push(riddenFit(fit, known, next.value.value, seconds, (all) => livesOf(dampers, all, course.seconds, liftOf)));
    else answers.push({ fit: { id: fit.id, name: fit.name }, missing: [], held: true });
  }
  return answers;
}

export const isRidden = (answer: RiddenFit | NotRidden): answer is RiddenFit => 'whole' in answer;

/** One fit ridden for its figures alone. */
function figuresOf(asked: Omit<RidesAsked, 'fits' | 'stretches'>, fit: Fit, course: Course, liftOf: LiftOf): RiddenStretch | null {
  const made = madeReady(asked.job, fit, asked.riding, liftOf);
  if ('missing' in made || !made.ok) return null;
  // Pictures are for looking at; for figures one a second is enough.
  const ridden = rideThrough({ ...made.value.looked, course }, { framesEveryS: 1 });
  return ridden.ok
    ? whole(
        ridden.value.stretches,
        course.stretches.map((s) => s.seconds),
      )
    : null;
}

/** A change asked about: a clicker by so many clicks, another spring. */
export interface Move {
  id: string;
  name: string;
  /** What one unit of it is called. */
  unit: string;
  /** The fit with it changed by so many units either way. */
  fits: { by: number; fit: Fit }[];
}
export interface Sensitivity {
  id: string;
  name: string;
  unit: string;
  /** Change of each measure for one unit more, by its id. */
  perUnit: Record<string, number>;
}

/** How each measure answers each move: the slope of a line through the rides made with it. */
export function* sensitivitiesOf(
  asked: Omit<RidesAsked, 'fits'>,
  base: Fit,
  moves: readonly Move[],
  measures: readonly string[],
  liftOf: LiftOf,
): Generator<{ share: number }, Sensitivity[]> {
  const course = courseOf(asked.stretches, FOOTPRINT_M);
  const all = moves.reduce((count, m) => count + m.fits.length, 1);
  const at = figuresOf(asked, base, course, liftOf);
  let done = 1;
  yield { share: done / all };
  const found: Sensitivity[] = [];
  for (const { id, name, unit, fits } of moves) {
    const points: { by: number; ridden: RiddenStretch }[] = at ? [{ by: 0, ridden: at }] : [];
    for (const { by, fit } of fits) {
      const ridden = figuresOf(asked, fit, course, liftOf);
      if (ridden) points.push({ by, ridden });
      done += 1;
      yield { share: done / all };
    }
    if (points.length < 2) continue;
    const lineOf = (m: string) => fitLine(points.map((p) => ({ x: p.by, y: measureById(m).of(p.ridden) })));
    const perUnit = Object.fromEntries(measures.map((m) => [m, lineOf(m)?.slope ?? 0]));
    found.push({ id, name, unit, perUnit });
  }
  return found;
}

/** An adjuster the search may turn: how a fit looks with it at a place, and where it may stand. */
export interface Turnable {
  id: string;
  name: string;
  now: number;
  least: number;
  most: number;
}
export interface Sought {
  measure: string;
  from: number;
  to: number;
  /** Places found, of those that moved. */
  turned: { id: string; name: string; from: number; to: number }[];
  rides: number;
}

/** Steps the search goes by, clicks: wide first. */
const STRIDES = [4, 2, 1] as const;

/**
 * Turns one adjuster after another, wide steps first, as long as the chosen measure gets better by it: a pattern search. What it finds is the best near by, not proven the best
 * of all. Source: Hooke and Jeeves 1961 (from memory).
 * Errors: ride-not-held.
 */
export function* searchOf(
  asked: Omit<RidesAsked, 'fits'>,
  fitAt: (places: Readonly<Record<string, number>>) => Fit,
  turnables: readonly Turnable[],
  measureId: string,
  liftOf: LiftOf,
): Generator<{ rides: number; best: number }, Result<Sought>> {
  const course = courseOf(asked.stretches, FOOTPRINT_M);
  const measure = measureById(measureId);
  const sign = measure.wanted === 'more' ? -1 : 1;
  const known = new Map<string, number>();
  let rides = 0;
  const cost = (places: Record<string, number>): number => {
    const key = JSON.stringify(places);
    const before = known.get(key);
    if (before !== undefined) return before;
    rides += 1;
    const ridden = figuresOf(asked, fitAt(places), course, liftOf);
    const value = ridden ? sign * measure.of(ridden) : Infinity;
    known.set(key, value);
    return value;
  };
  let places: Record<string, number> = Object.fromEntries(turnables.map((t) => [t.id, t.now]));
  const from = cost(places);
  if (!Number.isFinite(from)) return err('ride-not-held', ['machine'], { load: 0 });
  let best = from;
  for (const stride of STRIDES)
    for (let moved = true; moved;) {
      moved = false;
      for (const { id, least, most } of turnables)
        for (const by of [stride, -stride]) {
          const to = Math.min(most, Math.max(least, places[id]! + by));
          if (to === places[id]) continue;
          const tried = { ...places, [id]: to };
          const value = cost(tried);
          yield { rides, best: sign * best };
          // Less than a tenth of what is felt is not worth turning anything for.
          if (value < best - measure.felt / 10) {
            [places, best, moved] = [tried, value, true];
            break;
          }
        }
    }
  return ok({
    measure: measureId,
    from: sign * from,
    to: sign * best,
    turned: turnables.flatMap(({ id, name, now }) => (places[id] === now ? [] : [{ id, name, from: now, to: places[id]! }])),
    rides,
  });
}
