import { constantLeverage, type Leverage } from '../leverage/leverage';
import type { SpringLaw } from './law';

/**
 * One end of the machine as the springs feel it. Wheel travel z is measured the way the sag is: vertically at the rear, along the leg at the front.
 *
 * Virtual work gives the axial force that holds a wheel load W:  rear W·LR(z);  front W·cos ε (the rest goes into bending the legs).
 * Wheel rate, vertical:  rear k/LR² − F·LR′/LR²;  front k/cos² ε.
 */
export interface EndModel {
  travelMm: number;
  leverage: Leverage;
  /** Springs side by side: fork legs, or 1 for a shock. */
  springs: number;
  /** cos ε at the front, 1 at the rear. */
  cosRake: number;
  /** Gas or air force along the fork (all legs) or at the shock, N, at a stroke in mm. */
  otherForceN(strokeMm: number): number;
}

export const rearEnd = (travelMm: number, leverage: Leverage, otherForceN: (s: number) => number): EndModel => ({
  travelMm,
  leverage,
  springs: 1,
  cosRake: 1,
  otherForceN,
});

export const frontEnd = (travelMm: number, rakeDeg: number, legs: number, otherForceN: (s: number) => number): EndModel => ({
  travelMm,
  leverage: constantLeverage(1),
  springs: legs,
  cosRake: Math.cos((rakeDeg * Math.PI) / 180),
  otherForceN,
});

/** Axial force, all springs together, that holds `wheelN` at travel z. */
export const axialForceN = (end: EndModel, zMm: number, wheelN: number): number => wheelN * end.leverage.ratio(zMm) * end.cosRake;

/** Axial force of spring and gas at travel z with the spring pre-compressed by `preloadMm`. */
export function springForceN(end: EndModel, spring: SpringLaw, preloadMm: number, zMm: number): number {
  const s = end.leverage.strokeMm(zMm);
  return end.springs * spring.forceN(s + preloadMm) + end.otherForceN(s);
}

/** Vertical wheel force at travel z. */
export const wheelForceN = (end: EndModel, spring: SpringLaw, preloadMm: number, zMm: number): number =>
  springForceN(end, spring, preloadMm, zMm) / (end.leverage.ratio(zMm) * end.cosRake);

/** Vertical wheel rate at travel z, N/mm. The gas force is taken as flat here. */
export function wheelRateNPerMm(end: EndModel, spring: SpringLaw, preloadMm: number, zMm: number): number {
  const s = end.leverage.strokeMm(zMm);
  const k = end.springs * spring.rateNPerMm(s + preloadMm);
  const ratio = end.leverage.ratio(zMm);
  const axial = springForceN(end, spring, preloadMm, zMm);
  return (k - axial * end.leverage.ratioSlopePerMm(zMm)) / (ratio * ratio * end.cosRake * end.cosRake);
}

/** Preload that holds `wheelN` at travel z; negative where the spring would have to be slack. */
export function preloadForMm(end: EndModel, spring: SpringLaw, zMm: number, wheelN: number): number {
  const s = end.leverage.strokeMm(zMm);
  return spring.compressionMm((axialForceN(end, zMm, wheelN) - end.otherForceN(s)) / end.springs) - s;
}

export interface Equilibrium {
  /** Where the wheel rests, 0 to travel. */
  zMm: number;
  status: 'floating' | 'topped-out' | 'bottomed';
}

/** Halvings of the travel: 60 leave less than a double can tell apart. */
const HALVINGS = 60;

/** Where the end rests under `wheelN`: bisection on the force balance, clipped at the stops. */
export function restsAt(end: EndModel, spring: SpringLaw, preloadMm: number, wheelN: number): Equilibrium {
  const surplus = (z: number) => springForceN(end, spring, preloadMm, z) - axialForceN(end, z, wheelN);
  if (surplus(0) >= 0) return { zMm: 0, status: 'topped-out' };
  if (surplus(end.travelMm) <= 0) return { zMm: end.travelMm, status: 'bottomed' };
  let [low, high] = [0, end.travelMm];
  for (let i = 0; i < HALVINGS; i += 1) {
    const middle = (low + high) / 2;
    if (surplus(middle) < 0) low = middle;
    else high = middle;
  }
  return { zMm: (low + high) / 2, status: 'floating' };
}
