import { ATMOSPHERE_MPA } from '../constants/constants';
import type { AirSpring } from './air';
import { type ForcePoint, tableSpring } from './law';

/** What helps or hinders the spring along its own axis: force in N at a stroke in mm, positive where it pushes the wheel down. */
export interface OtherForce {
  forceN(strokeMm: number): number;
  rateNPerMm(strokeMm: number): number;
}

export const constantForce = (forceN: number): OtherForce => ({ forceN: () => forceN, rateNPerMm: () => 0 });
export const NO_FORCE: OtherForce = constantForce(0);

export const airForce = (air: AirSpring): OtherForce => ({ forceN: air.forceN, rateNPerMm: air.rateNPerMm });

export interface GasRequest {
  /** Absolute, shaft fully out. */
  pressureMPa: number;
  shaftMm: number;
  /** Gas volume with the shaft out; null where it is large enough for the pressure to stay. */
  chamberMm3: number | null;
}

/** The gas under a shock's shaft: F = (p − p_atm)·A, p rising as the shaft takes up the chamber (slow, n = 1). */
export function gasForce({ pressureMPa, shaftMm, chamberMm3 }: GasRequest): OtherForce {
  const areaMm2 = (Math.PI / 4) * shaftMm ** 2;
  const left = (s: number) => (chamberMm3 === null ? 1 : Math.max(chamberMm3 - areaMm2 * s, 1e-6 * chamberMm3) / chamberMm3);
  return {
    forceN: (s) => (pressureMPa / left(s) - ATMOSPHERE_MPA) * areaMm2,
    rateNPerMm: (s) => (chamberMm3 === null ? 0 : ((pressureMPa / left(s) ** 2) * areaMm2 ** 2) / chamberMm3),
  };
}

/** A bump rubber or hydraulic stop met at `fromStrokeMm`, by its own force table; `count` of them side by side. */
export function bumpStop(fromStrokeMm: number, table: readonly ForcePoint[], count: number): OtherForce {
  const law = tableSpring(table);
  return {
    forceN: (s) => (s > fromStrokeMm ? count * law.forceN(s - fromStrokeMm) : 0),
    rateNPerMm: (s) => (s > fromStrokeMm ? count * law.rateNPerMm(s - fromStrokeMm) : 0),
  };
}

/** Top-out springs work against the main spring near full extension: compressed by `lengthMm` there, free from that stroke on. */
export const topOutSpring = (rateNPerMm: number, lengthMm: number, count: number): OtherForce => ({
  forceN: (s) => (s < lengthMm ? -count * rateNPerMm * (lengthMm - s) : 0),
  rateNPerMm: (s) => (s < lengthMm ? count * rateNPerMm : 0),
});

export const together = (forces: readonly OtherForce[]): OtherForce => {
  const [only] = forces;
  if (!only) return NO_FORCE;
  if (forces.length === 1) return only;
  return {
    forceN: (s) => forces.reduce((sum, f) => sum + f.forceN(s), 0),
    rateNPerMm: (s) => forces.reduce((sum, f) => sum + f.rateNPerMm(s), 0),
  };
};
