import { STANDARD_GRAVITY_M_PER_S2 } from '../constants/constants';
import { err, ok, type Result } from '../result';
import { risingRoot } from '../numerics/halving';
import { pieceAt, slopeOf, type Table, tableOf, valueAt } from './tables';

/** A stop: extra stiffness beyond a place of the suspension's own scale, m and N/m. */
export interface Stop {
  fromM: number;
  rateNPerM: number;
}

/**
 * One end as the ride reckons with it, at the wheel, SI. `x` of the spring table is the suspension's own scale: from full extension
 * where the table is given from there, else from rest. Forces push the machine up and the wheel down.
 */
export interface RideEnd {
  unsprungKg: number;
  tyreNPerM: number;
  spring: Table;
  /** Speed of compression to force. */
  damping: Table;
  /** Dry friction, N. */
  frictionN: number;
  bumpStop: Stop | null;
  /** Below `fromM`, pulling. */
  topOut: Stop | null;
}

export interface RideMachine {
  sprungKg: number;
  pitchInertiaKgM2: number;
  /** Sprung mass to the front and to the rear axle. */
  aheadM: number;
  behindM: number;
  front: RideEnd;
  rear: RideEnd;
}

/** Sprung load on an end at rest, N, by moments. */
export function sprungLoadN(machine: Pick<RideMachine, 'sprungKg' | 'aheadM' | 'behindM'>, end: 'front' | 'rear'): number {
  const { sprungKg, aheadM, behindM } = machine;
  return (sprungKg * STANDARD_GRAVITY_M_PER_S2 * (end === 'front' ? behindM : aheadM)) / (aheadM + behindM);
}

/** Force of springs and stops at a place, without motion, N. */
export function standingForceN(end: RideEnd, xM: number): number {
  let force = valueAt(end.spring, xM);
  if (end.bumpStop && xM > end.bumpStop.fromM) force += end.bumpStop.rateNPerM * (xM - end.bumpStop.fromM);
  if (end.topOut && xM < end.topOut.fromM) force += end.topOut.rateNPerM * (xM - end.topOut.fromM);
  return force;
}

/** Stiffness at a place, stops left out, N/m. */
export const rateAt = (end: RideEnd, xM: number): number => slopeOf(end.spring, pieceAt(end.spring, xM, 0));

/** How far beyond its table a spring is looked for at rest, m: no suspension travels so far. */
const SEARCHED_M = 5;

/**
 * Where an end rests under its sprung load, m on the suspension's own scale, dry friction left out.
 * Errors: ride-not-held (the spring cannot carry the load, or cannot be pressed by it).
 */
export function restOf(machine: RideMachine, which: 'front' | 'rear'): Result<number> {
  const end = machine[which];
  const loadN = sprungLoadN(machine, which);
  const off = (x: number) => standingForceN(end, x) - loadN;
  if (!(off(-SEARCHED_M) < 0 && off(SEARCHED_M) > 0)) return err('ride-not-held', ['machine', which], { load: Math.round(loadN) });
  return ok(risingRoot(off, -SEARCHED_M, SEARCHED_M));
}

/** An end linear about rest: its spring carries the load at 0, and the damper differs between compression and rebound. */
export function linearEnd(loadN: number, end: { wheelRateNPerM: number; compressionNsPerM: number; reboundNsPerM: number }) {
  return {
    spring: tableOf([0, 1], [loadN, loadN + end.wheelRateNPerM]),
    damping: tableOf([-1, 0, 1], [-end.reboundNsPerM, 0, end.compressionNsPerM]),
  };
}
