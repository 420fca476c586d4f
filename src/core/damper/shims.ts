import type { Shim } from '../plate/stack';

/** Shims as single pieces counted by size: what a stack is made of, whatever its order. */
type Counts = Map<string, number>;

const sizeKey = ({ diameterMm, thicknessMm }: Omit<Shim, 'count'>) => `${diameterMm}x${thicknessMm}`;
const sizeOf = (key: string): Omit<Shim, 'count'> => {
  const [diameterMm, thicknessMm] = key.split('x').map(Number) as [number, number];
  return { diameterMm, thicknessMm };
};

export function countShims(shims: readonly Shim[]): Counts {
  const counts: Counts = new Map();
  for (const shim of shims) counts.set(sizeKey(shim), (counts.get(sizeKey(shim)) ?? 0) + shim.count);
  return counts;
}

/** What of one set of shims is not in another, widest first. */
export function shimsBeyond(shims: readonly Shim[], others: readonly Shim[]): Shim[] {
  const there = countShims(others);
  return [...countShims(shims)]
    .map(([key, count]) => ({ ...sizeOf(key), count: count - (there.get(key) ?? 0) }))
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
