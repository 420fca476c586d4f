import type { Shim } from '../plate/stack';
import { pieces } from './shims';
import type { TargetPoint } from './target';

/** How the search weighs stacks against one another: fit, swaps, shims to buy, stress. */

export interface Suggestion {
  shims: Shim[];
  /** Force at each speed of the target, plates solved in full. */
  curve: TargetPoint[];
  /** Root mean square of the relative miss over the target's speeds. */
  fitError: number;
  added: Shim[];
  removed: Shim[];
  missing: Shim[];
  /** At FATIGUE_SPEED_M_PER_S, or at the target's fastest speed where that is slower. */
  maxStressMPa: number;
  swapped: number;
}

export type Found = Omit<Suggestion, 'maxStressMPa'>;

/** A stack judged by quick plates. */
export interface Tried {
  shims: Shim[];
  miss: number;
  cost: number;
  swapped: number;
}

/** Suggestions shown. */
const SHOWN = 8;
/** A piece more out of the drawer must earn this much of fit; a piece to buy three times as much. From memory. */
export const COST_OF_SWAP = 0.002;
export const COST_OF_BUYING = 0.006;
/** How far quick plates, set right by a neighbour, may be off: what promises no more than this less than the best is still solved. */
const QUICK_DOUBT = 0.002;
const SOLVED_PER_SLICE = 1;

export const keyOf = (shims: readonly Shim[]) => shims.map((s) => `${s.count}x${s.diameterMm}x${s.thicknessMm}`).join(' ');
export const costOf = (s: Pick<Found, 'fitError' | 'swapped' | 'missing'>) =>
  s.fitError + COST_OF_SWAP * s.swapped + COST_OF_BUYING * pieces(s.missing);

/** What is shown of the stacks solved in full: those that bear the limit; where none does, the closest all the same, for the stress to be said. */
export function borneOf(found: Found[], mostStressMPa: number, stressOf: (shims: Shim[]) => number | null) {
  const stressed = new Map<Found, number | null>();
  const stress = (f: Found) => {
    if (!stressed.has(f)) stressed.set(f, stressOf(f.shims));
    return stressed.get(f)!;
  };
  const shown = (of: Found[]): Suggestion[] => of.map((f) => ({ ...f, maxStressMPa: stress(f)! }));
  let left = found;
  let refused = 0;
  for (;;) {
    const list = shortlist(left);
    const beyond = new Set(list.filter((f) => !((stress(f) ?? Infinity) <= mostStressMPa)));
    if (beyond.size === 0 && list.length > 0) return { suggestions: shown(list), refusedForStress: refused };
    if (list.length === 0)
      return { suggestions: shown(shortlist(found.filter((f) => stressed.get(f) != null))), refusedForStress: refused };
    refused += beyond.size;
    left = left.filter((f) => !beyond.has(f));
  }
}

/** Of the stacks of a slice the few worth solving in full: those that promise more than the best so far, and one that changes less than any before it or comes closer with as little. */
export function fewOf(fresh: readonly Tried[], solved: ReadonlyMap<string, Found>): Tried[] {
  const before = [...solved.values()];
  const lead = Math.min(Infinity, ...before.map(costOf));
  const open = [...new Map(fresh.map((t) => [keyOf(t.shims), t])).values()].filter((t) => t.swapped > 0 && !solved.has(keyOf(t.shims)));
  const promising = open.filter((t) => t.cost < lead + QUICK_DOUBT).sort((a, b) => a.cost - b.cost);
  const [least] = open.sort((a, b) => a.swapped - b.swapped || a.miss - b.miss);
  const isNews = least && !before.some((s) => s.swapped > 0 && s.swapped <= least.swapped && s.fitError <= least.miss);
  return [...new Set([...promising.slice(0, SOLVED_PER_SLICE), ...(isNews ? [least] : [])])];
}

/** Of those solved in full the best fit, the best over all, and the best for each number of swaps: so that the least change stands beside the best fit. */
function shortlist(found: readonly Found[]): Found[] {
  const byCost = [...found].sort((a, b) => costOf(a) - costOf(b));
  const closest = [...found].sort((a, b) => a.fitError - b.fitError)[0];
  const chosen = new Set(byCost.slice(0, SHOWN / 2));
  if (closest) chosen.add(closest);
  for (const most of [1, 2, 3, 4, 6, 8]) {
    if (chosen.size >= SHOWN) break;
    const best = found.filter((s) => s.swapped > 0 && s.swapped <= most).sort((a, b) => a.fitError - b.fitError)[0];
    if (best) chosen.add(best);
  }
  for (const s of byCost) if (chosen.size < SHOWN) chosen.add(s);
  // Shown by their miss, which is what the list says of each.
  return [...chosen].sort((a, b) => a.fitError - b.fitError || a.swapped - b.swapped);
}
