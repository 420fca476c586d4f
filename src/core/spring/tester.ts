import { fitLine } from '../numerics/line';
import { err, ok, type Result } from '../result';
import type { ForcePoint } from './law';

export interface TesterFit {
  rateNPerMm: number;
  /** Deflection at which the line crosses zero force, mm: what a single-point test hides. */
  seatOffsetMm: number;
  rateStandardError: number | null;
  rSquared: number;
}

/**
 * A linear spring's rate and seat offset from tester readings.
 * @param points at least two (deflection mm, force N)
 * Errors: force-table-order (fewer than two different deflections, or a rate that is not positive).
 * Source: least squares; the need for more than one point is common practice, no source.
 */
export function fitTesterReadings(points: readonly ForcePoint[]): Result<TesterFit> {
  const line = fitLine(points.map((p) => ({ x: p.deflectionMm, y: p.forceN })));
  if (!line || !(line.slope > 0)) return err('force-table-order', ['points']);
  return ok({
    rateNPerMm: line.slope,
    seatOffsetMm: (0 - line.intercept) / line.slope,
    rateStandardError: line.slopeStandardError,
    rSquared: line.rSquared,
  });
}
