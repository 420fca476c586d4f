import { leastSquares } from '../numerics/leastSquares';
import { err, ok, type Result } from '../result';
import type { Leverage } from './law';

/** Highest power of the curve: a linkage bends once and perhaps turns back once. */
const MAX_POWER = 3;
/** A power is enough where the pairs scatter about its curve by no more than this many reading errors. From memory. */
const ENOUGH_ERRORS = 1.3;
/** Places at which the curve must rise. */
const LOOKED_AT = 40;

export interface SmoothLeverage {
  leverage: Leverage;
  /** Shock stroke read less the curve's, mm, pair by pair. */
  residualsMm: number[];
}

/**
 * Measured pairs of wheel travel and shock stroke as a smooth curve: the lowest power (2 or 3) that leaves no more scatter than the readings have. Through every point instead, 0.3 mm of reading
 * error makes ratios a tenth wrong.
 * @param readingErrorMm of the shock stroke, one standard deviation
 * Errors: leverage-table-short (fewer than four pairs), leverage-table-order (the curve turns back).
 * Source: least squares; domain reference, section 19.
 */
export function smoothLeverage(wheelMm: readonly number[], shockMm: readonly number[], readingErrorMm: number): Result<SmoothLeverage> {
  if (wheelMm.length < MAX_POWER + 1 || wheelMm.length !== shockMm.length) return err('leverage-table-short', ['shockMm']);
  const full = wheelMm.at(-1)!;
  for (let power = 2; ; power += 1) {
    // In shares of the travel, so that all coefficients are of one size.
    const at = (c: ArrayLike<number>, z: number) => {
      let sum = 0;
      for (let i = power; i >= 0; i -= 1) sum = sum * (z / full) + c[i]!;
      return sum;
    };
    const misses = (c: Float64Array, out: Float64Array) => wheelMm.forEach((z, i) => (out[i] = at(c, z) - shockMm[i]!));
    const begin = Array.from({ length: power + 1 }, (_, i) => (i === 1 ? shockMm.at(-1)! : 0));
    const { parameters, squares } = leastSquares(
      misses,
      begin,
      begin.map(() => full),
      wheelMm.length,
    );
    const scatter = Math.sqrt(squares / Math.max(1, wheelMm.length - power - 1));
    if (scatter > ENOUGH_ERRORS * readingErrorMm && power < MAX_POWER) continue;
    const slope = (z: number) => {
      let sum = 0;
      for (let i = power; i >= 1; i -= 1) sum = sum * (z / full) + i * parameters[i]!;
      return sum / full;
    };
    const bend = (z: number) => (2 * parameters[2]! + (power > 2 ? 6 * parameters[3]! * (z / full) : 0)) / full ** 2;
    const falls = Array.from({ length: LOOKED_AT + 1 }, (_, i) => slope((full * i) / LOOKED_AT)).findIndex((s) => !(s > 0));
    if (falls >= 0)
      return err('leverage-table-order', ['shockMm'], { pair: Math.max(1, Math.round((falls / LOOKED_AT) * wheelMm.length)) });
    const residualsMm = wheelMm.map((z, i) => shockMm[i]! - at(parameters, z));
    return ok({ leverage: lawOf((z) => at(parameters, z), slope, bend, full), residualsMm });
  }
}

/** Straight on beyond the last pair. */
function lawOf(stroke: (z: number) => number, slope: (z: number) => number, bend: (z: number) => number, full: number): Leverage {
  const within = (z: number) => Math.min(Math.max(z, 0), full);
  const strokeMm = (z: number) => stroke(within(z)) + slope(within(z)) * (z - within(z));
  const ratio = (z: number) => 1 / slope(within(z));
  const ratioSlopePerMm = (z: number) => (z === within(z) ? -bend(z) / slope(z) ** 2 : 0);
  return {
    strokeMm,
    ratio,
    ratioSlopePerMm,
    fill: (z, out) => {
      out[0] = strokeMm(z);
      out[1] = ratio(z);
      out[2] = ratioSlopePerMm(z);
    },
  };
}
