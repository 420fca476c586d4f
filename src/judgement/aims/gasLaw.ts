import type { JobFacts } from '../model/facts';
import type { GasLaw } from '@/core/ride/assemble';
import { airSpring } from '@/core/spring/air';
import type { End } from '@/catalogue/ends';
import { QUICK_GAS } from '@/knowledge/rideUsual';
import { airForkOf, airForkPressure } from './airFork';
import { isOnAir, otherForceOf, shocksOf } from '../model/ends';

/** The main chamber of a fork on air; what balances it is small and warms the other way, left out. */
function airForkGas(facts: JobFacts): GasLaw | null {
  const found = airForkOf(facts);
  if (!('fork' in found)) return null;
  const { pistonMm, chamberMm, legs } = found.fork;
  const mpa = airForkPressure(facts.entries, found).mpa;
  const areaMm2 = (Math.PI / 4) * pistonMm ** 2;
  const volumeMm3 = (s: number) => areaMm2 * Math.max(chamberMm - s, 0.01 * chamberMm);
  return { areaMm2, volumeMm3, pressureMPa: (s) => (mpa * chamberMm * areaMm2) / volumeMm3(s), chambers: legs, exponent: QUICK_GAS };
}

/** The gas of an end that follows its stroke: air over the oil in a fork, the charge of a shock with a chamber known. */
export function gasLawOf(facts: JobFacts, end: End, travelMm: number): GasLaw | null {
  if (isOnAir(facts.machine, end)) return airForkGas(facts);
  const other = otherForceOf(facts, end);
  if (other.kind === 'air') {
    const made = airSpring({ ...other, travelMm, legs: other.legs ?? 2 });
    return made.ok
      ? { ...made.value.air, areaMm2: (Math.PI / 4) * other.stanchionMm ** 2, chambers: other.legs ?? 2, exponent: QUICK_GAS }
      : null;
  }
  if (other.kind !== 'gas' || other.chamberMm3 === null) return null;
  const { pressureMPa, shaftMm, chamberMm3 } = other;
  const areaMm2 = (Math.PI / 4) * shaftMm ** 2;
  const volumeMm3 = (s: number) => Math.max(chamberMm3 - areaMm2 * s, 1e-3 * chamberMm3);
  return {
    areaMm2,
    volumeMm3,
    pressureMPa: (s) => (pressureMPa * chamberMm3) / volumeMm3(s),
    chambers: shocksOf(facts.machine),
    exponent: QUICK_GAS,
  };
}
