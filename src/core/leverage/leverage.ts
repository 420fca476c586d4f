import { curveAt, type Curve, risingCurve } from '../numerics/spline';
import { err, ok, type Result } from '../result';
import type { Leverage } from './law';
import { type Linkage, linkageLeverage } from './linkage';
import { smoothLeverage } from './smooth';

export type LeverageKind =
  | { kind: 'constant'; ratio: number }
  | { kind: 'table'; wheelMm: number[]; shockMm: number[]; readingErrorMm?: number | undefined }
  | ({ kind: 'linkage' } & Linkage);

export const constantLeverage = (ratio: number): Leverage => ({
  strokeMm: (z) => z / ratio,
  ratio: () => ratio,
  ratioSlopePerMm: () => 0,
  fill: (z, out) => {
    out[0] = z / ratio;
    out[1] = ratio;
    out[2] = 0;
  },
});

function ofCurve(stroke: Curve): Leverage {
  const ratio = (z: number) => 1 / curveAt(stroke, z, 1);
  const ratioSlopePerMm = (z: number) => -curveAt(stroke, z, 2) / curveAt(stroke, z, 1) ** 2;
  return {
    strokeMm: (z) => curveAt(stroke, z, 0),
    ratio,
    ratioSlopePerMm,
    fill: (z, out) => {
      out[0] = curveAt(stroke, z, 0);
      out[1] = ratio(z);
      out[2] = ratioSlopePerMm(z);
    },
  };
}

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
  if (kind.kind === 'linkage') return linkageLeverage(kind, travelMm);
  const through = tableLeverage(kind.wheelMm, kind.shockMm);
  if (!through.ok || kind.readingErrorMm === undefined) return through;
  // Too few pairs for a curve are joined as they are.
  const smooth = smoothLeverage(kind.wheelMm, kind.shockMm, kind.readingErrorMm);
  return smooth.ok ? ok(smooth.value.leverage) : through;
}

/** The same leverage with the stroke counted from full extension. */
function fromExtension(leverage: Leverage): Leverage {
  const zero = leverage.strokeMm(0);
  if (zero === 0) return leverage;
  return {
    ...leverage,
    strokeMm: (z) => leverage.strokeMm(z) - zero,
    fill: (z, out) => {
      leverage.fill(z, out);
      out[0]! -= zero;
    },
  };
}

/** The leverage as a page looks it up a hundred thousand times: a mechanism solved once; a table is a curve already, whose own pairs no other knots could follow. */
export const lookedUp = (kind: LeverageKind['kind'], leverage: Leverage, travelMm: number): Leverage =>
  kind === 'linkage' ? sampled(leverage, travelMm) : fromExtension(leverage);

/** Knots of the sampled curve. With exact slopes the cubic's error falls with the fourth power: 0.1 µm of stroke here over 300 mm. */
const SAMPLES = 96;

/**
 * The same leverage with its mechanism solved once at evenly spaced knots, for loops that look it up a hundred thousand times. Stroke counts from
 * z = 0. Ratio and its slope come from the stroke's own cubic, so that force, rate and energy stay one consistent set.
 */
export function sampled(leverage: Leverage, travelMm: number): Leverage {
  const h = travelMm / SAMPLES;
  const stroke = new Float64Array(SAMPLES + 1);
  const slope = new Float64Array(SAMPLES + 1);
  const zero = leverage.strokeMm(0);
  for (let i = 0; i <= SAMPLES; i += 1) {
    stroke[i] = leverage.strokeMm(h * i) - zero;
    slope[i] = 1 / leverage.ratio(h * i);
  }
  const fill = (z: number, out: Float64Array) => {
    const i = Math.min(Math.max(Math.floor(z / h), 0), SAMPLES - 1);
    // Beyond the travel the curve goes straight on.
    const t = Math.min(Math.max(z / h - i, 0), 1);
    const over = z - h * (i + t);
    const [m0, m1] = [slope[i]!, slope[i + 1]!];
    const chord = (stroke[i + 1]! - stroke[i]!) / h;
    const c2 = 3 * chord - 2 * m0 - m1;
    const c3 = m0 + m1 - 2 * chord;
    const first = m0 + t * (2 * c2 + 3 * t * c3);
    out[0] = stroke[i]! + h * t * (m0 + t * (c2 + t * c3)) + first * over;
    out[1] = 1 / first;
    out[2] = z >= 0 && z <= travelMm ? -(2 * c2 + 6 * t * c3) / (h * first * first) : 0;
  };
  const at = (z: number, which: 0 | 1 | 2) => {
    const out = new Float64Array(3);
    fill(z, out);
    return out[which]!;
  };
  return { strokeMm: (z) => at(z, 0), ratio: (z) => at(z, 1), ratioSlopePerMm: (z) => at(z, 2), fill };
}
