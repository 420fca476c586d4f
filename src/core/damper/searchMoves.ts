import type { Shim } from '../plate/stack';
import { crossovers, merged, pieces } from './shims';
import type { ValveStack } from './valve';

/** The moves of the search: which stacks come after one, and which may be fitted at all. */

export interface SearchLimits {
  leastFaceShims: number;
  mostShims: number;
  mostCrossovers: number;
  /** Bent further than this at FATIGUE_SPEED_M_PER_S a stack is refused, unless the present one bears as much there. */
  mostStressMPa: number;
  /** Shims that may be taken out or put in, counted as the greater of both; null: any number. */
  mostSwapped: number | null;
  /** Shims that are neither in the drawer nor in the present stack may be asked for. */
  mayBuy: boolean;
}

/** A crossover is a thin shim. From memory. */
const MAX_CROSSOVER_MM = 0.15;
/** One change to a stack, by chance: a piece more or less, another thickness, a group in or out, a crossover in or out. */
export function changed(shims: readonly Shim[], sizes: readonly Omit<Shim, 'count'>[], next: () => number): Shim[] {
  const pick = <T>(of: readonly T[]): T => of[Math.floor(next() * of.length)]!;
  const out = shims.map((s) => ({ ...s }));
  const i = Math.floor(next() * out.length);
  const at = out[i]!;
  const kind = next();
  if (kind < 0.25) at.count += 1;
  else if (kind < 0.5) at.count -= 1;
  else if (kind < 0.65) {
    const others = sizes.filter((s) => s.diameterMm === at.diameterMm && s.thicknessMm !== at.thicknessMm);
    if (others.length > 0) {
      const { thicknessMm } = pick(others);
      if (at.count > 1 && next() < 0.5) {
        at.count -= 1;
        out.splice(i + 1, 0, { ...at, thicknessMm, count: 1 });
      } else at.thicknessMm = thicknessMm;
    }
  } else if (kind < 0.9) {
    const from = at.diameterMm;
    const to = out[i + 1]?.diameterMm ?? 0;
    const fits = sizes.filter((s) => s.diameterMm <= from && s.diameterMm >= Math.min(to, from));
    if (fits.length > 0) out.splice(i + 1, 0, { ...pick(fits), count: 1 });
  } else {
    const thin = sizes.filter((s) => s.thicknessMm <= MAX_CROSSOVER_MM && s.diameterMm < at.diameterMm);
    if (thin.length > 0 && at.count > 1) {
      // The group is parted, with the crossover between its halves.
      const upper = Math.max(1, Math.floor(at.count / 2));
      at.count -= upper;
      out.splice(i + 1, 0, { ...pick(thin), count: 1 }, { ...at, count: upper });
    }
  }
  return merged(out.filter((s) => s.count > 0));
}

/** Every stack one change away: a piece more or less of a group, another thickness for a group or one piece of it, a size put in between or behind, a crossover put in. */
export function neighbours(shims: readonly Shim[], sizes: readonly Omit<Shim, 'count'>[]): Shim[][] {
  const found: Shim[][] = [];
  const add = (at: number, remove: number, ...put: Shim[]) => {
    const out = shims.map((s) => ({ ...s }));
    out.splice(at, remove, ...put);
    found.push(merged(out.filter((s) => s.count > 0)));
  };
  shims.forEach((at, i) => {
    add(i, 1, { ...at, count: at.count + 1 });
    add(i, 1, { ...at, count: at.count - 1 });
    const next = shims[i + 1]?.diameterMm ?? 0;
    for (const size of sizes) {
      if (size.diameterMm === at.diameterMm && size.thicknessMm !== at.thicknessMm) {
        add(i, 1, { ...at, ...size });
        if (at.count > 1) add(i, 1, { ...at, count: at.count - 1 }, { ...size, count: 1 });
      }
      // Another diameter between its neighbours, in its place or behind it.
      if (i > 0 && size.thicknessMm === at.thicknessMm && size.diameterMm < shims[i - 1]!.diameterMm && size.diameterMm > next)
        add(i, 1, { ...at, ...size });
      if (size.diameterMm <= at.diameterMm && size.diameterMm >= Math.min(next, at.diameterMm)) add(i + 1, 0, { ...size, count: 1 });
      if (size.thicknessMm <= MAX_CROSSOVER_MM && size.diameterMm < at.diameterMm && at.count > 1)
        add(i, 1, { ...at, count: Math.ceil(at.count / 2) }, { ...size, count: 1 }, { ...at, count: Math.floor(at.count / 2) });
    }
  });
  return found.filter((stack) => stack.length > 0);
}

/** A stack of the drawer's sizes by chance: a face, then sizes stepping down towards the clamp. */
export function startElsewhere(like: readonly Shim[], sizes: readonly Omit<Shim, 'count'>[], next: () => number): Shim[] {
  const face = like[0]!.diameterMm;
  const pick = <T>(of: readonly T[]): T => of[Math.floor(next() * of.length)]!;
  const faces = sizes.filter((s) => s.diameterMm === face);
  const out: Shim[] = [{ ...pick(faces), count: 2 + Math.floor(next() * 4) }];
  const steps = [...new Set(sizes.map((s) => s.diameterMm))].filter((d) => d < face).sort((a, b) => b - a);
  for (const diameterMm of steps) if (next() < 0.6) out.push({ ...pick(sizes.filter((s) => s.diameterMm === diameterMm)), count: 1 });
  return merged(out);
}

/** From so many pieces on a stack steps down towards its clamp: equal shims alone bend over one edge and crack there. Common practice, no source. */
const TAPERS_FROM_PIECES = 4;

/** Whether a stack could be built: one that tapers, unless it is short, or the one that is in there does not either. */
function tapers(shims: readonly Shim[], present: readonly Shim[]): boolean {
  const isTapered = (of: readonly Shim[]) => of.at(-1)!.diameterMm < of[0]!.diameterMm;
  return pieces(shims) < TAPERS_FROM_PIECES || isTapered(shims) || !isTapered(present);
}

/** Whether a stack may be fitted. What the stack in there does already counts as possible, whatever the limits say. */
export function allowed(shims: readonly Shim[], stackNow: ValveStack, limits: SearchLimits): boolean {
  const face = shims[0];
  const present = stackNow.shims;
  if (!face || face.diameterMm !== present[0]!.diameterMm) return false;
  const facesOf = (of: readonly Shim[]) => pieces(of.filter((s) => s.diameterMm === face.diameterMm));
  return (
    facesOf(shims) >= Math.min(limits.leastFaceShims, facesOf(present)) &&
    pieces(shims) <= Math.max(limits.mostShims, pieces(present)) &&
    crossovers(shims) <= Math.max(limits.mostCrossovers, crossovers(present)) &&
    stepsOutByCrossovers(shims) &&
    tapers(shims, present) &&
    shims.every(
      (s) =>
        s.diameterMm <= face.diameterMm && (s.diameterMm > stackNow.clampDiameterMm || present.some((p) => p.diameterMm === s.diameterMm)),
    )
  );
}

/** A larger shim behind a smaller one is a group behind a crossover: one thin shim between two groups, of which the one behind is no lone shim. */
function stepsOutByCrossovers(shims: readonly Shim[]): boolean {
  return shims.every((shim, i) => {
    const before = shims[i - 1];
    if (!before || shim.diameterMm <= before.diameterMm) return true;
    const isThin = before.thicknessMm <= MAX_CROSSOVER_MM && before.count === 1;
    return i >= 2 && isThin && shim.diameterMm <= shims[i - 2]!.diameterMm && (shim.count > 1 || i + 1 < shims.length);
  });
}

/** Sizes to try: those at hand that lie between clamp and face. */
export const sizesOf = (atHand: readonly Shim[], present: ValveStack): Omit<Shim, 'count'>[] =>
  [...new Map(atHand.map(({ diameterMm, thicknessMm }) => [`${diameterMm}x${thicknessMm}`, { diameterMm, thicknessMm }])).values()].filter(
    (s) => s.diameterMm > present.clampDiameterMm && s.diameterMm <= present.shims[0]!.diameterMm,
  );
