import { curveAt, type Curve, risingCurve } from '../numerics/spline';
import { err, ok, type Result } from '../result';
import { type Linkage, linkageLeverage } from './linkage';

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
}

export type LeverageKind =
  { kind: 'constant'; ratio: number } | { kind: 'table'; wheelMm: number[]; shockMm: number[] } | ({ kind: 'linkage' } & Linkage);

export const constantLeverage = (ratio: number): Leverage => ({
  strokeMm: (z) => z / ratio,
  ratio: () => ratio,
  ratioSlopePerMm: () => 0,
});

const ofCurve = (stroke: Curve): Leverage => ({
  strokeMm: (z) => curveAt(stroke, z, 0),
  ratio: (z) => 1 / curveAt(stroke, z, 1),
  ratioSlopePerMm: (z) => -curveAt(stroke, z, 2) / curveAt(stroke, z, 1) ** 2,
});

/**
 * Measured pairs of wheel travel and shock stroke, joined by a curve that never turns back; straight on beyond the last pair.
 * Errors: leverage-table-short (fewer than two pairs, or lists of unlike length), leverage-table-order (both must rise from pair to pair).
 */
export function tableLeverage(wheelMm: readonly number[], shockMm: readonly number[]): Result<Leverage> {
  if (wheelMm.length < 2 || wheelMm.length !== shockMm.length) return err('leverage-table-short', ['shockMm']);
  const bad = wheelMm.findIndex((z, i) => i > 0 && !(z > wheelMm[i - 1]! && shockMm[i]! > shockMm[i - 1]!));
  if (bad > 0) return err('leverage-table-order', ['shockMm', bad], { pair: bad + 1 });
  return ok(ofCurve(risingCurve(wheelMm, shockMm)));
}

/** Leverage of any kind over a wheel travel. Errors: those of the table and of the linkage. */
export function leverageOf(kind: LeverageKind, travelMm: number): Result<Leverage> {
  if (kind.kind === 'constant') return ok(constantLeverage(kind.ratio));
  return kind.kind === 'table' ? tableLeverage(kind.wheelMm, kind.shockMm) : linkageLeverage(kind, travelMm);
}

/** Knots of the sampled curve. With exact slopes the cubic's error falls with the fourth power: 0.1 µm of stroke here over 300 mm. */
const SAMPLES = 96;

/**
 * The same leverage with its mechanism solved once at the knots, for loops that look it up a hundred thousand times. Stroke counts from z = 0.
 * Ratio and its slope come from the stroke's curve, so that force, rate and energy stay one consistent set.
 */
export function sampled(leverage: Leverage, travelMm: number): Leverage {
  const x = Float64Array.from({ length: SAMPLES + 1 }, (_, i) => (travelMm * i) / SAMPLES);
  const zero = leverage.strokeMm(0);
  return ofCurve({ x, y: x.map((z) => leverage.strokeMm(z) - zero), slope: x.map((z) => 1 / leverage.ratio(z)) });
}
