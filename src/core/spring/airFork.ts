import { ATMOSPHERE_MPA } from '../constants/constants';
import { risingRoot } from '../numerics/halving';
import { err, ok, type Result } from '../result';

/** An air fork's chambers, at full extension; all legs with air alike. */
export interface AirFork {
  /** Diameter of the piston the main chamber presses on, mm. */
  pistonMm: number;
  /** Length of the main chamber over that piston, mm: its whole volume by its area. */
  chamberMm: number;
  /** The chamber that holds against it and grows as the fork goes in; charged with it at full extension, or to a pressure of its own (MPa absolute). */
  balance: { pistonMm: number; chamberMm: number; pressureMPa?: number } | null;
  /** Legs that hold air. */
  legs: number;
  travelMm: number;
}

const areaMm2 = (diameterMm: number) => (Math.PI / 4) * diameterMm ** 2;
/** Rest is slow, a hit is quick: the exponents of the gas. */
export const SLOW = 1;
export const QUICK = 1.3;

/** What a MPa of the main charge (absolute, at full extension) presses along the fork at a travel, all legs, and what atmosphere and a balance chamber of its own take off. */
function leverOf(fork: AirFork, xMm: number, exponent: number) {
  const { pistonMm, chamberMm, balance, legs } = fork;
  const main = areaMm2(pistonMm) * (chamberMm / (chamberMm - xMm)) ** exponent;
  const against = balance ? areaMm2(balance.pistonMm) * (balance.chamberMm / (balance.chamberMm + xMm)) ** exponent : 0;
  return {
    perMPa: legs * (balance?.pressureMPa === undefined ? main - against : main),
    takenOffN:
      legs * ATMOSPHERE_MPA * (areaMm2(pistonMm) - (balance ? areaMm2(balance.pistonMm) : 0)) +
      legs * (balance?.pressureMPa ?? 0) * against,
  };
}

/** Force along the fork, all legs, above the atmosphere. @param pressureMPa absolute, at full extension */
export function airForkForceN(fork: AirFork, pressureMPa: number, xMm: number, exponent = SLOW): number {
  const { perMPa, takenOffN } = leverOf(fork, xMm, exponent);
  return pressureMPa * perMPa - takenOffN;
}

/** Slope of that force, N/mm, all legs: the coil springs it equals there, together. */
export function airForkRateNPerMm(fork: AirFork, pressureMPa: number, xMm: number, exponent = SLOW): number {
  const { pistonMm, chamberMm, balance, legs } = fork;
  const main = (areaMm2(pistonMm) * exponent * (chamberMm / (chamberMm - xMm)) ** exponent) / (chamberMm - xMm);
  const against = balance
    ? (areaMm2(balance.pistonMm) * exponent * (balance.chamberMm / (balance.chamberMm + xMm)) ** exponent) / (balance.chamberMm + xMm)
    : 0;
  return legs * (pressureMPa * main + (balance?.pressureMPa ?? pressureMPa) * against);
}

export interface AirForkSet {
  /** Absolute, at full extension. */
  pressureMPa: number;
  /** Where it rests bare; 0 where it stays extended. */
  staticMm: number;
  rateAtRiderNPerMm: number;
  rateAtFullNPerMm: number;
  /** Force at full travel on a quick hit, and the pressure of the main chamber there, absolute. */
  fullN: number;
  fullMPa: number;
}

/** Where the fork rests under a load along it, mm: 0 where it stays extended, its travel where it does not hold. */
export const airForkRestsMm = (fork: AirFork, pressureMPa: number, loadN: number): number =>
  risingRoot((x) => airForkForceN(fork, pressureMPa, x) - loadN, 0, fork.travelMm);

/**
 * The pressure that holds the load at the rider sag wanted, and what follows from it. At rest the gas is slow (pV constant); the end of the travel is a quick hit.
 * @param ladenN @param staticN forces along the fork, all legs
 * Errors: no-air-left (the chamber ends before the travel); out-of-range where the balance chamber would take more than the main gives.
 * Source: gas law pVⁿ; domain reference, sections 5 and 13.
 */
export function airForkFor(fork: AirFork, ladenN: number, staticN: number, riderSagMm: number): Result<AirForkSet> {
  const { travelMm, chamberMm } = fork;
  if (!(chamberMm > travelMm)) return err('no-air-left', ['chamberMm'], { level: travelMm });
  const { perMPa, takenOffN } = leverOf(fork, riderSagMm, SLOW);
  if (!(perMPa > 0)) return err('out-of-range', ['balance'], { min: 0, max: fork.pistonMm, unit: 'mm' });
  const pressureMPa = (ladenN + takenOffN) / perMPa;
  return ok({
    pressureMPa,
    staticMm: airForkRestsMm(fork, pressureMPa, staticN),
    rateAtRiderNPerMm: airForkRateNPerMm(fork, pressureMPa, riderSagMm),
    rateAtFullNPerMm: airForkRateNPerMm(fork, pressureMPa, travelMm, QUICK),
    fullN: airForkForceN(fork, pressureMPa, travelMm, QUICK),
    fullMPa: pressureMPa * (chamberMm / (chamberMm - travelMm)) ** QUICK,
  });
}

/** The same charge at another temperature: what a gauge shows then, MPa absolute. Source: Gay-Lussac's law. */
export const atCelsius = (pressureMPa: number, fromC: number, toC: number): number => (pressureMPa * (toC + 273.15)) / (fromC + 273.15);
