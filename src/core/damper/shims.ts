import type { Shim } from '../plate/stack';

/** Shims as single pieces counted by size: what a stack is made of, whatever its order. */
export type Counts = Map<number, Shim>;

/** Sizes differ by at least a micrometre; one number tells them apart, and is quick to look up. */
const sizeKey = ({ diameterMm, thicknessMm }: Omit<Shim, 'count'>) => Math.round(diameterMm * 1000) * 1e5 + Math.round(thicknessMm * 1000);

export function countShims(shims: readonly Shim[]): Counts {
  const counts: Counts = new Map();
  for (const shim of shims) {
    const there = counts.get(sizeKey(shim));
    if (there) there.count += shim.count;
    else counts.set(sizeKey(shim), { ...shim });
  }
  return counts;
}

/** How many pieces of one set are not in another. */
export function piecesBeyond(shims: Counts, others: Counts): number {
  let sum = 0;
  for (const [key, { count }] of shims) sum += Math.max(0, count - (others.get(key)?.count ?? 0));
  return sum;
}

/** What of one set of shims is not in another, widest first. */
export function shimsBeyond(shims: readonly Shim[], others: readonly Shim[]): Shim[] {
  const there = countShims(others);
  return [...countShims(shims)]
    .map(([key, shim]) => ({ ...shim, count: shim.count - (there.get(key)?.count ?? 0) }))
    .filter((s) => s.count > 0)
    .sort((a, b) => b.diameterMm - a.diameterMm || b.thicknessMm - a.thicknessMm);
}

export const pieces = (shims: readonly Shim[]): number => shims.reduce((sum, s) => sum + s.count, 0);

/** Groups that step outwards again: the small shim before each is a crossover. */
export function crossovers(shims: readonly Shim[]): number {
  let found = 0;
  for (let i = 1; i < shims.length; i += 1) if (shims[i]!.diameterMm > shims[i - 1]!.diameterMm) found += 1;
  return found;
}

/** Neighbours of one size as one group. */
export function merged(shims: readonly Shim[]): Shim[] {
  const out: Shim[] = [];
  for (const shim of shims) {
    const last = out.at(-1);
    if (last && last.diameterMm === shim.diameterMm && last.thicknessMm === shim.thicknessMm) last.count += shim.count;
    else if (shim.count > 0) out.push({ ...shim });
  }
  return out;
}
