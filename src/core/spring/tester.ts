import { fitLine } from '../numerics/line';
import { fitParabola } from '../numerics/parabola';
import { err, ok, type Result, type Warning } from '../result';
import { given, type WorkingStep } from '../working';
import type { ForcePoint } from './law';
import { progressiveTable } from './series';

export interface LinearFit {
  model: 'linear';
  rateNPerMm: number;
  /** Deflection at which the line crosses zero force, mm: what a single-point test hides. */
  seatOffsetMm: number;
  rateStandardError: number | null;
  rSquared: number;
}

export interface ProgressiveFit {
  model: 'progressive';
  /** A quadratic, said so beside the figures. */
  fitKind: 'quadratic';
  startRateNPerMm: number;
  endRateNPerMm: number;
  seatOffsetMm: number;
  /** From the seat on: zero force at zero deflection. */
  forceTable: ForcePoint[];
  rSquared: number;
}

export type TesterFit = (LinearFit | ProgressiveFit) & { warnings: Warning[]; working: WorkingStep[] };

/** Curvature this many standard errors from nothing is the spring, not the reading. Draper and Smith, ch. 1: about 95 % at few points is 3. */
const CURVED_AT_STANDARD_ERRORS = 3;
/** …and it must change the rate by this share over the readings to be worth saying. From memory. */
const CURVED_SHARE = 0.05;

const asPoints = (points: readonly ForcePoint[]) => points.map((p) => ({ x: p.deflectionMm, y: p.forceN }));

/** True where the readings of a spring taken as linear bend more than they scatter. */
function looksProgressive(points: readonly ForcePoint[]): boolean {
  const curve = fitParabola(asPoints(points));
  if (!curve || curve.curvatureStandardError === null) return false;
  const xs = points.map((p) => p.deflectionMm);
  const [first, last] = [Math.min(...xs), Math.max(...xs)];
  const change = Math.abs(2 * curve.c2 * (last - first));
  const middle = curve.c1 + curve.c2 * (first + last);
  return Math.abs(curve.c2) > CURVED_AT_STANDARD_ERRORS * curve.curvatureStandardError && change > CURVED_SHARE * middle;
}

/**
 * A linear spring's rate and seat offset from tester readings.
 * @param points at least two (deflection mm, force N)
 * Errors: tester-points-alike (fewer than two different deflections), tester-force-falls (the rate is not positive).
 * Source: least squares; the need for more than one point is common practice, no source.
 */
export function fitLinear(points: readonly ForcePoint[]): Result<TesterFit> {
  const line = fitLine(asPoints(points));
  if (!line) return err('tester-points-alike', ['points']);
  if (!(line.slope > 0)) return err('tester-force-falls', ['points']);
  const warnings: Warning[] = [];
  if (points.length < 3) warnings.push({ code: 'tester-few-points', path: ['points'] });
  if (looksProgressive(points)) warnings.push({ code: 'tester-looks-progressive', path: ['model'] });
  return ok({
    model: 'linear',
    rateNPerMm: line.slope,
    seatOffsetMm: (0 - line.intercept) / line.slope,
    rateStandardError: line.slopeStandardError,
    rSquared: line.rSquared,
    warnings,
    working: [
      {
        label: 'Rate',
        formula: 'Σ(x − x̄)(F − F̄) / Σ(x − x̄)²',
        inputs: points.map((p, i) => given(`F at reading ${i + 1}, ${p.deflectionMm.toFixed(1)} mm`, p.forceN, 'N', 'measured')),
        result: line.slope,
        unit: 'N/mm',
        source: 'least squares',
      },
    ],
  });
}

/**
 * A progressive spring: F = quadratic in the deflection. Start rate where the curve leaves zero force, end rate at the last reading.
 * @param points at least three different deflections
 * Errors: tester-points-alike, tester-force-falls (the rate is not positive everywhere between seat and last reading).
 * Source: least squares.
 */
export function fitProgressive(points: readonly ForcePoint[]): Result<TesterFit> {
  const curve = fitParabola(asPoints(points));
  if (!curve) return err('tester-points-alike', ['points']);
  const { c0, c1, c2 } = curve;
  const last = Math.max(...points.map((p) => p.deflectionMm));
  // Zero force nearest the first readings, in the form that loses no digits when the curve is nearly straight.
  const under = c1 * c1 - 4 * c2 * c0;
  const seat = under >= 0 ? (-2 * c0) / (c1 + Math.sqrt(under)) : Number.NaN;
  const rateAt = (x: number) => c1 + 2 * c2 * x;
  if (!(rateAt(seat) > 0) || !(rateAt(last) > 0) || !(last > seat)) return err('tester-force-falls', ['points']);
  return ok({
    model: 'progressive',
    fitKind: 'quadratic',
    startRateNPerMm: rateAt(seat),
    endRateNPerMm: rateAt(last),
    seatOffsetMm: seat,
    forceTable: progressiveTable(rateAt(seat), rateAt(last), last - seat),
    rSquared: curve.rSquared,
    warnings: points.length < 4 ? [{ code: 'tester-few-points', path: ['points'] }] : [],
    working: [
      {
        label: 'Start rate',
        formula: 'c₁ + 2·c₂·x₀, F = c₀ + c₁·x + c₂·x²',
        inputs: [given('c₁', c1, 'N/mm', 'computed'), given('c₂', c2, 'N/mm²', 'computed'), given('x₀ (seat)', seat, 'mm', 'computed')],
        result: rateAt(seat),
        unit: 'N/mm',
        source: 'least squares, quadratic',
      },
    ],
  });
}

export const fitSpring = (points: readonly ForcePoint[], model: 'linear' | 'progressive'): Result<TesterFit> =>
  model === 'linear' ? fitLinear(points) : fitProgressive(points);
