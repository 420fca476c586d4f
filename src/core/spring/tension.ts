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
 * The tension of the most probable machine: the root of the squares of everything that had to stray for it (unknown figures, the mark, the readings). Never averaged away: the likeliest culprit is
 * named.
 */
export function tensionOf({ model, centre }: Posterior): Tension | null {
  if (!model.reads) return null;
  const misses = new Float64Array(2);
  model.missesOf(centre, misses);
  const sigma = Math.sqrt([...centre, ...misses].reduce((sum, x) => sum + x * x, 0));
  if (sigma < TENSION_SIGMA) return null;
  let culprit: Tension['culprit'] = 'sags';
  let most = Math.max(USUAL_DEVIATE, ...[...misses].map(Math.abs));
  centre.forEach((x, i) => {
    if (Math.abs(x) <= most) return;
    most = Math.abs(x);
    culprit = model.unknowns[i]!;
  });
  return { sigma, culprit };
}
