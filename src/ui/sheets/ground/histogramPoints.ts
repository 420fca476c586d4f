import type { RiddenEnd } from '@/core/ride/seen';

/** A ride's histogram as points: middle of each part, mm, and its share of the time in per cent. */
export function histogramPoints({ fromMm, toMm, shares }: RiddenEnd['histogram']): [number, number][] {
  const wide = (toMm - fromMm) / shares.length;
  return shares.map((share, i) => [fromMm + (i + 0.5) * wide, 100 * share]);
}
