import { constantLeverage } from '../leverage/leverage';
import type { Leverage } from '../leverage/law';
import type { SpringLaw } from './law';
import type { OtherForce } from './other';

/**
 * One end of the machine as the springs feel it. Wheel travel z is measured the way the sag is: vertically at the rear, along the leg at the front.
 *
 * Virtual work gives the axial force that holds a wheel load W:  rear W·LR(z);  front W·cos ε (the rest goes into bending the legs).
 * Wheel rate, vertical:  rear k/LR² − F·LR′/LR²;  front k/cos² ε.
 */
export interface EndModel {
  travelMm: number;
  leverage: Leverage;
  /** Springs side by side: fork legs or shocks. */
  springs: number;
  /** cos ε at the front, 1 at the rear. */
  cosRake: number;
  /** Gas, air, stops and top-out springs: along the fork (all legs) or at the shock. */
  other: OtherForce;
}

export const rearEnd = (travelMm: number, leverage: Leverage, other: OtherForce, shocks = 1): EndModel => ({
  travelMm,
  leverage,
  springs: shocks,
  cosRake: 1,
  other,
});

export const frontEnd = (travelMm: number, rakeDeg: number, legs: number, other: OtherForce): EndModel => ({
  travelMm,
  leverage: constantLeverage(1),
  springs: legs,
  cosRake: Math.cos((rakeDeg * Math.PI) / 180),
  other,
});

/** Axial force, all springs together, that holds `wheelN` at travel z. */
export const axialForceN = (end: EndModel, zMm: number, wheelN: number): number => wheelN * end.leverage.ratio(zMm) * end.cosRake;

/** Axial force of spring and gas at travel z with the spring pre-compressed by `preloadMm`. */
export function springForceN(end: EndModel, spring: SpringLaw, preloadMm: number, zMm: number): number {
  const s = end.leverage.strokeMm(zMm);
  return end.springs * spring.forceN(s + preloadMm) + end.other.forceN(s);
}

/** Vertical wheel force at travel z. */
export const wheelForceN = (end: EndModel, spring: SpringLaw, preloadMm: number, zMm: number): number =>
  springForceN(end, spring, preloadMm, zMm) / (end.leverage.ratio(zMm) * end.cosRake);

/** Vertical wheel rate at travel z, N/mm: spring, gas and stops together. */
export function wheelRateNPerMm(end: EndModel, spring: SpringLaw, preloadMm: number, zMm: number): number {
  const s = end.leverage.strokeMm(zMm);
  const k = end.springs * spring.rateNPerMm(s + preloadMm) + end.other.rateNPerMm(s);
  const ratio = end.leverage.ratio(zMm);
  const axial = springForceN(end, spring, preloadMm, zMm);
  return (k - axial * end.leverage.ratioSlopePerMm(zMm)) / (ratio * ratio * end.cosRake * end.cosRake);
}

/** Preload that holds `wheelN` at travel z; negative where the spring would have to be slack. */
export function preloadForMm(end: EndModel, spring: SpringLaw, zMm: number, wheelN: number): number {
  const s = end.leverage.strokeMm(zMm);
  return spring.compressionMm((axialForceN(end, zMm, wheelN) - end.other.forceN(s)) / end.springs) - s;
}

export interface Equilibrium {
  /** Where the wheel rests, 0 to travel. */
  zMm: number;
  status: 'floating' | 'topped-out' | 'bottomed';
}

/** Steps to the balance. A line takes one; halving alone needs 60 to the last digit of a double. */
const MAX_STEPS = 80;
/** The balance is found when the bracket is this small against the travel. */
const CLOSE = 1e-12;

/** What spring and the rest push more than the load asks at travel z, N along the axis; leaves stroke, ratio and slope at z in `at`. */
function surplusN(end: EndModel, spring: SpringLaw, preloadMm: number, loadN: number, zMm: number, at: Float64Array): number {
  end.leverage.fill(zMm, at);
  return end.springs * spring.forceN(at[0]! + preloadMm) + end.other.forceN(at[0]!) - loadN * at[1]!;
}

/**
 * Where the end rests under `wheelN`: Newton's step on the force balance, halving where it would leave the bracket; clipped at the stops.
 * @param guessMm where to begin, when something near the answer is known
 */
export function restsAt(end: EndModel, spring: SpringLaw, preloadMm: number, wheelN: number, guessMm = end.travelMm / 3): Equilibrium {
  const { travelMm } = end;
  const at = new Float64Array(3);
  const loadN = wheelN * end.cosRake;
  let [low, high] = [0, travelMm];
  let z = Math.min(Math.max(guessMm, 0), travelMm);
  for (let i = 0; i < MAX_STEPS && high - low > CLOSE * travelMm; i += 1) {
    const overN = surplusN(end, spring, preloadMm, loadN, z, at);
    if (overN === 0 && z > 0 && z < travelMm) break;
    if (overN < 0) low = z;
    else high = z;
    const rise = (end.springs * spring.rateNPerMm(at[0]! + preloadMm) + end.other.rateNPerMm(at[0]!)) / at[1]! - loadN * at[2]!;
    const step = z - overN / rise;
    const inside = step > low && step < high;
    // The stops are looked at only when a step would go past one: most loads float, and each look costs as much as a step.
    if (!inside && low === 0 && surplusN(end, spring, preloadMm, loadN, 0, at) >= 0) return { zMm: 0, status: 'topped-out' };
    if (!inside && high === travelMm && surplusN(end, spring, preloadMm, loadN, travelMm, at) <= 0)
      return { zMm: travelMm, status: 'bottomed' };
    const next = inside ? step : (low + high) / 2;
    const moved = Math.abs(next - z);
    z = next;
    if (moved <= CLOSE * travelMm) break;
  }
  return { zMm: z, status: 'floating' };
}
