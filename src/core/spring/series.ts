import { err, ok, type Result } from '../result';
import { given, type WorkingStep } from '../working';
import type { ForcePoint } from './law';

export interface SeriesSpring {
  rateNPerMm: number;
  /** Compression at which its coils bind; null where they never do in use. */
  travelToBindMm: number | null;
}

export interface Segment {
  fromMm: number;
  /** null: to the end of the travel. */
  toMm: number | null;
  rateNPerMm: number;
}

/**
 * Springs one on top of another: each carries the same force, so the compressions add, 1/k = Σ 1/kᵢ, until the one that binds at the least force
 * is solid and the rest go on.
 * @param springs rates in N/mm, travels to bind in mm, in any order
 * @returns segments of constant rate over the stack's own compression; the last ends where all are solid
 * Errors: empty.
 * Source: statics.
 */
export function seriesSegments(springs: readonly SeriesSpring[]): Result<Segment[]> {
  if (springs.length === 0) return err('empty', ['springs']);
  const bindsAtN = ({ rateNPerMm, travelToBindMm }: SeriesSpring) => (travelToBindMm === null ? Infinity : rateNPerMm * travelToBindMm);
  const order = [...springs].sort((a, b) => bindsAtN(a) - bindsAtN(b));
  const segments: Segment[] = [];
  let [fromMm, forceN] = [0, 0];
  order.forEach((spring, i) => {
    const rateNPerMm = 1 / order.slice(i).reduce((sum, s) => sum + 1 / s.rateNPerMm, 0);
    const untilN = bindsAtN(spring);
    const lengthMm = (untilN - forceN) / rateNPerMm;
    if (!(lengthMm > 0)) return;
    const toMm = untilN === Infinity ? null : fromMm + lengthMm;
    if (fromMm !== Infinity) segments.push({ fromMm, toMm, rateNPerMm });
    [fromMm, forceN] = [toMm ?? Infinity, untilN];
  });
  return ok(segments);
}

export const seriesWorking = (springs: readonly SeriesSpring[], segments: readonly Segment[]): WorkingStep[] =>
  segments.map((s) => ({
    label: `Rate from ${s.fromMm.toFixed(1)} mm`,
    formula: '1 / Σ 1/kᵢ of the springs not yet bound',
    inputs: springs.map((one, i) => given(`k${i + 1}`, one.rateNPerMm, 'N/mm')),
    result: s.rateNPerMm,
    unit: 'N/mm',
    source: 'springs in series, statics',
  }));

/** The segments as a force table up to `toMm` of compression, for the drawer and for selection. */
export function tableOfSegments(segments: readonly Segment[], toMm: number): ForcePoint[] {
  const points: ForcePoint[] = [{ deflectionMm: 0, forceN: 0 }];
  let forceN = 0;
  for (const s of segments) {
    const end = Math.min(s.toMm ?? toMm, toMm);
    if (end <= s.fromMm) break;
    forceN += s.rateNPerMm * (end - s.fromMm);
    points.push({ deflectionMm: end, forceN });
  }
  return points;
}

/** Points of a progressive spring's table: fine enough that a straight join is within 0.1 % of the parabola. */
const PROGRESSIVE_POINTS = 32;

/** A spring whose rate rises evenly from start to end over `overMm` of compression, as a force table. */
export const progressiveTable = (startNPerMm: number, endNPerMm: number, overMm: number): ForcePoint[] =>
  Array.from({ length: PROGRESSIVE_POINTS + 1 }, (_, i) => {
    const c = (overMm * i) / PROGRESSIVE_POINTS;
    return { deflectionMm: c, forceN: startNPerMm * c + ((endNPerMm - startNPerMm) * c * c) / (2 * overMm) };
  });
