import { damper, type DamperFigures, valveIn, type ValveName, withValve } from './damper';
import type { TargetPoint } from './target';
import type { LiftOf, Oil } from './valve';

const NAMES: readonly ValveName[] = ['compression', 'rebound', 'base'];

/** The same damper with the clickers of one direction at a share of their range. */
export function withClicks(f: DamperFigures, side: 'compression' | 'rebound', clicksOf: (range: number) => number): DamperFigures | null {
  const moved = NAMES.filter((name) => (name === 'rebound') === (side === 'rebound') && valveIn(f, name)?.clicker?.areasMm2);
  if (moved.length === 0) return null;
  return moved.reduce((set, name) => {
    const valve = valveIn(set, name)!;
    return withValve(set, name, { ...valve, clicker: { ...valve.clicker!, clicksOut: clicksOf(valve.clicker!.areasMm2!.length - 1) } });
  }, f);
}

/** The middle of a clicker's range, counted out. */
export const middleOf = (range: number): number => Math.round(range / 2);

/** The same damper with the clickers of one direction in the middle, so that a stack found for it leaves as much room to firm as to soften. */
export const inMidRange = (f: DamperFigures, side: 'compression' | 'rebound'): DamperFigures => withClicks(f, side, middleOf) ?? f;

/** Where the clickers of one direction should begin for a target, and how the target lies within their reach. */
export interface Baseline {
  clicksOut: number;
  range: number;
  /** Miss of the slow half of the curve with that count, root mean square of the shares. */
  miss: number;
  /** Where the slow target lies between wide open (0) and shut (1); below 0 or above 1 no click reaches it. */
  place: number;
  /** Force to be had to either side of the target at that speed, N: firmer, softer. */
  roomN: { firmer: number; softer: number };
  atMPerS: number;
}

/** Clickers work on slow movements; beyond this shaft speed the stack has the say, m/s. From memory. */
const SLOW_M_PER_S = 0.4;
/** Where a clicker is felt most, m/s. From memory. */
const FELT_AT_M_PER_S = 0.1;

/**
 * The count that brings the slow half of the curve closest to its target, and the room the clickers leave to either side of it.
 * @returns null where that direction has no clicker, or the damper cannot be worked out with it shut or open
 */
export function baselineOf(
  f: DamperFigures,
  side: 'compression' | 'rebound',
  oil: Oil,
  target: readonly TargetPoint[],
  liftOf: LiftOf,
): Baseline | null {
  const ranges = NAMES.filter((n) => (n === 'rebound') === (side === 'rebound')).flatMap((n) => {
    const areas = valveIn(f, n)?.clicker?.areasMm2;
    return areas ? [areas.length - 1] : [];
  });
  const slow = target.filter((p) => p.mPerS <= SLOW_M_PER_S);
  if (ranges.length === 0 || slow.length === 0) return null;
  const range = Math.max(...ranges);
  const key = side === 'compression' ? 'compressionN' : 'reboundN';
  const felt = slow.reduce((best, p) => (Math.abs(p.mPerS - FELT_AT_M_PER_S) < Math.abs(best.mPerS - FELT_AT_M_PER_S) ? p : best));
  const forces = (clicks: number) => {
    const set = withClicks(f, side, (most) => Math.min(clicks, most));
    const found = set && damper({ ...set, oil, velocitiesMPerS: slow.map((p) => p.mPerS) }, liftOf);
    return found?.ok ? found.value[key] : null;
  };
  let best: { clicksOut: number; miss: number } | null = null;
  for (let clicks = 0; clicks <= range; clicks += 1) {
    const found = forces(clicks);
    if (!found) continue;
    const miss = Math.sqrt(found.reduce((sum, n, i) => sum + (n / slow[i]!.forceN - 1) ** 2, 0) / slow.length);
    if (!best || miss < best.miss) best = { clicksOut: clicks, miss };
  }
  const [shut, open] = [forces(0) ?? forces(1), forces(range)];
  if (!best || !shut || !open) return null;
  const at = slow.indexOf(felt);
  const [most, least] = [shut[at]!, open[at]!];
  return {
    ...best,
    range,
    place: most > least ? (felt.forceN - least) / (most - least) : 0,
    roomN: { firmer: most - felt.forceN, softer: felt.forceN - least },
    atMPerS: felt.mPerS,
  };
}
