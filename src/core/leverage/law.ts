import { risingRoot } from '../numerics/halving';

/**
 * How the spring sees the wheel. s = spring compression from full extension, z = wheel travel in the direction the sag is measured in.
 * LR(z) = dz/ds. A fork measured along the leg has LR 1.
 */
export interface Leverage {
  /** Spring stroke in mm at wheel travel z in mm. */
  strokeMm(zMm: number): number;
  /** dz/ds at z. */
  ratio(zMm: number): number;
  /** dLR/dz at z, 1/mm. */
  ratioSlopePerMm(zMm: number): number;
  /** All three at once, for loops: stroke, ratio and its slope into `out`. */
  fill(zMm: number, out: Float64Array): void;
}

/**
 * Wheel travel at which the shaft has moved `strokeMm`, mm: the stroke rises with the wheel, so there is one.
 * @returns 0 to `travelMm`; the nearer end where the stroke lies beyond
 */
export const wheelAtStroke = (leverage: Leverage, strokeMm: number, travelMm: number): number =>
  risingRoot((zMm) => leverage.strokeMm(zMm) - strokeMm, 0, travelMm);
