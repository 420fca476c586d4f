import { STANDARD_GRAVITY_M_PER_S2 } from '../constants/constants';
import { err, ok, type Result } from '../result';
import { risingRoot } from '../numerics/halving';
import { pieceAt, slopeOf, type Table, tableOf, valueAt } from '../numerics/table';

/** A stop: extra stiffness beyond a place of the suspension's own scale, m and N/m. */
export interface Stop {
  fromM: number;
  rateNPerM: number;
}

/**
 * A gas spring between slow and quick: the end's spring table holds it as slow as can be (temperature of the air about it); pressed quicker than it gives off
 * heat it warms, and pushes more by that share.
 */
export interface WarmGas {
  /** Place of the wheel to the force of the absolute pressure at the wheel, N, and to the logarithm of the volume. */
  pressureN: Table;
  logVolume: Table;
  /** 1 gives off all heat at once, 1.4 none. */
  exponent: number;
  /** Time in which it gives off two thirds of its warmth, s. */
  settlesS: number;
}

/** The rider as a mass on a spring and a damper. */
export interface SeatedRider {
  kg: number;
  /** Ahead of the machine's own centre of mass. */
  aheadM: number;
  stiffnessNPerM: number;
  dampingNsPerM: number;
}

/**
 * One end as the ride reckons with it, at the wheel, SI. `x` of the spring table is the suspension's own scale: from full extension
 * where the table is given from there, else from rest. Forces push the machine up and the wheel down.
 */
export interface RideEnd {
  unsprungKg: number;
  tyreNPerM: number;
  spring: Table;
  /** Speed of compression to force: at the wheel, or at the damper's shaft where `motion` is given. */
  damping: Table;
  /** Place of the wheel to how far the shaft goes for each metre of it; null: the damper's figures are at the wheel. */
  motion: Table | null;
  /** What the damper sits on and works through (bushes, hose, bladder), at its shaft, N/m: force then lags behind speed. null: rigid. */
  seriesNPerM: number | null;
  /** Gas that warms when it is pressed quickly; null: the spring's table is all there is. */
  gas: WarmGas | null;
  /** Dry friction, N. */
  frictionN: number;
  /** Dry friction added for each newton of brake at this wheel: a fork bent back binds. */
  brakeFriction: number;
  /** Share of drive, and of the brake at this wheel, that its linkage sends between frame and wheel; positive pushes them apart. */
  driveTangent: number;
  brakeTangent: number;
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
  /** null: the rider is part of the sprung mass. */
  rider: SeatedRider | null;
  /** Of all that drive and brakes push on, above the ground. */
  massHeightM: number;
}

/** What an end has beyond a bare one: nothing. */
export const BARE_END = { motion: null, seriesNPerM: null, gas: null, brakeFriction: 0, driveTangent: 0, brakeTangent: 0 } as const;

/** Sprung load on an end at rest, N, by moments. */
export function sprungLoadN(machine: Pick<RideMachine, 'sprungKg' | 'aheadM' | 'behindM' | 'rider'>, end: 'front' | 'rear'): number {
  const { sprungKg, aheadM, behindM, rider } = machine;
  const riderKgM = rider ? rider.kg * (end === 'front' ? behindM + rider.aheadM : aheadM - rider.aheadM) : 0;
  return ((sprungKg * (end === 'front' ? behindM : aheadM) + riderKgM) * STANDARD_GRAVITY_M_PER_S2) / (aheadM + behindM);
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
