import { type Evidence, NINE_IN_TEN } from './choice';
import type { Unknown } from './estimate';
import type { Posterior } from './posterior';

/** Where what was read and what is usual contradict one another: how far, in standard deviations, and what would most likely have to be off. */
export interface Tension {
  sigma: number;
  culprit: Unknown | 'sags';
}

/** A contradiction past so many standard deviations is said. From memory. */
export const TENSION_SIGMA = 2.5;
/** A deviate within this is nobody's culprit: the readings themselves are. From memory. */
const USUAL_DEVIATE = 1;

/**
 * The tension of the most probable machine: the root of the squares of everything that had to stray for it (unknown figures, the mark, the readings), or, with a mark, how far the rate that the sags
 * ask for stands from practice. Never averaged away: the likeliest culprit is named.
 */
export function tensionOf({ model, centre }: Posterior, evidence: readonly Evidence[]): Tension | null {
  if (!model.reads) return null;
  const misses = new Float64Array(2);
  model.missesOf(centre, misses);
  const strayed = Math.sqrt([...centre, ...misses].reduce((sum, x) => sum + x * x, 0));
  const [practice, read] = (['practice', 'read'] as const).map((from) => evidence.find((e) => e.from === from)?.rateNPerMm);
  const logSd = (band: { p05: number; p95: number }) => Math.log(band.p95 / band.p05) / (2 * NINE_IN_TEN);
  const apart = practice && read ? Math.abs(Math.log(read.p50 / practice.p50)) / Math.hypot(logSd(practice), logSd(read)) : 0;
  const sigma = Math.max(strayed, apart);
  if (sigma < TENSION_SIGMA) return null;
  let culprit: Tension['culprit'] = apart > strayed ? 'mark' : 'sags';
  let most = Math.max(USUAL_DEVIATE, ...(apart > strayed ? [] : [...misses].map(Math.abs)));
  centre.forEach((x, i) => {
    if (Math.abs(x) <= most) return;
    most = Math.abs(x);
    culprit = model.unknowns[i]!;
  });
  return { sigma, culprit };
}
