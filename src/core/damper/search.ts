import { seeded } from '../numerics/random';
import { quickLifts, type Shim, stack } from '../plate/stack';
import { err, ok, type Result } from '../result';
import { type DamperRequest, type ValveName, valveIn } from './damper';
import { crossovers, merged, pieces, shimsBeyond } from './shims';
import type { TargetPoint } from './target';
import { joined, type Lift, liftCurve, rememberedLifts, valveOf, type ValveStack } from './valve';

export interface SearchLimits {
  leastFaceShims: number;
  mostShims: number;
  mostCrossovers: number;
  mostStressMPa: number;
  /** Shims that may be taken out or put in, counted as the greater of both; null: any number. */
  mostSwapped: number | null;
  /** Shims that are neither in the drawer nor in the present stack may be asked for. */
  mayBuy: boolean;
}

export interface SearchRequest {
  damper: Omit<DamperRequest, 'velocitiesMPerS'>;
  /** The valve whose stack is free; its present stack is where the search begins. */
  free: ValveName;
  target: readonly TargetPoint[];
  /** In the drawer. */
  shims: readonly Shim[];
  limits: SearchLimits;
  seed: number;
  /** Stacks tried. */
  tries: number;
}

export interface Suggestion {
  shims: Shim[];
  /** Force at each speed of the target, plates solved in full. */
  curve: TargetPoint[];
  /** Root mean square of the relative miss over the target's speeds. */
  fitError: number;
  added: Shim[];
  removed: Shim[];
  missing: Shim[];
  maxStressMPa: number;
  swapped: number;
}

export interface SearchProgress {
  tried: number;
  of: number;
  best: { shims: Shim[]; fitError: number };
}

export interface SearchResult {
  suggestions: Suggestion[];
  tried: number;
  presentFitError: number;
}

/** Suggestions solved in full and shown. */
const SHOWN = 8;
/** A piece more out of the drawer must earn this much of fit; a piece to buy three times as much. From memory. */
const COST_OF_SWAP = 0.002;
const COST_OF_BUYING = 0.006;
/** Elements and pressures of the quick plates: lifts to about a per cent, solved in full afterwards. */
const QUICK_ELEMENTS = 6;
const QUICK_PRESSURES = [0.15, 0.6, 1.8, 5];
const CORRECTION_PRESSURES = [0.1, 0.3, 0.7, 1.4, 2.5, 4.5];
const YIELD_EVERY = 100;
/** A crossover is a thin shim. From memory. */
const MOST_CROSSOVER_MM = 0.15;

/**
 * From the quick lift to the lift in full, as it is in one stack solved both ways. Candidates differ from that one by a few shims, so bonding and stretching at a given
 * lift are nearly the same. Only ranks; what is shown is solved in full.
 */
function correctionFrom(stackNow: ValveStack): Result<(quickMm: number) => number> {
  const free = { ...stackNow, dishMm: 0, stopLiftMm: undefined, seatDiameterMm: undefined, stopDiameterMm: undefined };
  for (let n = CORRECTION_PRESSURES.length; n >= 2; n -= 1) {
    const pressuresMPa = CORRECTION_PRESSURES.slice(0, n);
    const full = stack({ ...free, pressuresMPa }, QUICK_ELEMENTS);
    if (!full.ok && n > 2 && full.issue.code === 'stack-not-solved') continue;
    if (!full.ok) return full;
    const quick = quickLifts({ ...free, pressuresMPa }, QUICK_ELEMENTS);
    return ok(joined([0, ...quick], [0, ...full.value.edgeLiftMm.slice(0, quick.length)], 0));
  }
  return err('stack-not-solved', ['stack'], { pressure: CORRECTION_PRESSURES[0]! });
}

function quickLift(request: ValveStack, correct: (mm: number) => number): Result<Lift> {
  const gapless = request.dishMm === 0 && request.stopLiftMm === undefined && crossovers(request.shims) === 0;
  // Without a gap linear plates lift in proportion: one pressure says all.
  const pressuresMPa = gapless ? [1] : QUICK_PRESSURES;
  const lifts = quickLifts({ ...request, pressuresMPa }, QUICK_ELEMENTS);
  if (lifts.length === 0) return err('stack-not-solved', ['stack'], { pressure: pressuresMPa[0]! });
  const quick = joined([0, ...pressuresMPa.slice(0, lifts.length)], [request.dishMm, ...lifts], request.dishMm);
  return ok((mpa) => correct(quick(mpa)));
}

/** Miss of a curve, relative to the target at each speed. */
function missOf(curve: readonly TargetPoint[], target: readonly TargetPoint[]): number {
  let sum = 0;
  curve.forEach((point, i) => (sum += ((point.forceN - target[i]!.forceN) / target[i]!.forceN) ** 2));
  return Math.sqrt(sum / target.length);
}

/** One change to a stack, by chance: a piece more or less, another thickness, a group in or out, a crossover in or out. */
function changed(shims: readonly Shim[], sizes: readonly Omit<Shim, 'count'>[], next: () => number): Shim[] {
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
    const thin = sizes.filter((s) => s.thicknessMm <= MOST_CROSSOVER_MM && s.diameterMm < at.diameterMm);
    if (thin.length > 0 && at.count > 1) {
      // The group is parted, with the crossover between its halves.
      const upper = Math.max(1, Math.floor(at.count / 2));
      at.count -= upper;
      out.splice(i + 1, 0, { ...pick(thin), count: 1 }, { ...at, count: upper });
    }
  }
  return merged(out.filter((s) => s.count > 0));
}

function allowed(shims: readonly Shim[], stackNow: ValveStack, limits: SearchLimits): boolean {
  const face = shims[0];
  if (!face || face.diameterMm !== stackNow.shims[0]!.diameterMm) return false;
  const faces = pieces(shims.filter((s) => s.diameterMm === face.diameterMm));
  return (
    faces >= limits.leastFaceShims &&
    shims[0]!.count >= 1 &&
    pieces(shims) <= limits.mostShims &&
    crossovers(shims) <= limits.mostCrossovers &&
    shims.every((s) => s.diameterMm > stackNow.clampDiameterMm && s.diameterMm <= face.diameterMm)
  );
}

/**
 * Stacks that come closest to a target curve, made of the shims in the drawer and those in the valve now, within the limits. Annealing over single changes, from the
 * present stack, by quick linear plates with the present stack's stretching; the best are then solved in full and ranked by fit, swaps and shims to buy.
 * Yields how far it is; the same seed gives the same answer.
 * @returns forces N at the shaft, for the direction the free valve works in
 * Errors: no-stack (the free valve has none to begin from), those of the damper's valves.
 */
export function* stackSearch(request: SearchRequest): Generator<SearchProgress, Result<SearchResult>> {
  const { damper, free, target, limits, tries } = request;
  const valve = valveIn(damper, free);
  if (!valve?.stack) return err('no-stack', ['free']);
  const present = valve.stack;
  const first = correctionFrom(present);
  if (!first.ok) return first;
  let correct = first.value;
  const lifts = rememberedLifts();
  const [pistonMm2, rodMm2] = [(Math.PI / 4) * damper.boreMm ** 2, (Math.PI / 4) * damper.rodMm ** 2];
  const areaMm2 = free === 'base' ? rodMm2 : pistonMm2 - rodMm2;
  const beside = free === 'rebound' ? null : valveIn(damper, free === 'base' ? 'compression' : 'base');
  const besideValve = beside ? valveOf(beside, damper.oil, lifts) : null;
  if (besideValve && !besideValve.ok) return besideValve;
  // The other valve of the same stroke: the piston's beside the base valve's, and the other way round.
  const besideMm2 = pistonMm2 - areaMm2;
  const besideN = target.map(({ mPerS }) => (besideValve ? besideValve.value.at(mPerS * 1000 * besideMm2).totalMPa * besideMm2 : 0));
  const curveOf = (shims: Shim[], liftOf: typeof liftCurve): Result<TargetPoint[]> => {
    const made = valveOf({ ...valve, stack: { ...present, shims } }, damper.oil, liftOf);
    if (!made.ok) return made;
    return ok(target.map(({ mPerS }, i) => ({ mPerS, forceN: besideN[i]! + made.value.at(mPerS * 1000 * areaMm2).totalMPa * areaMm2 })));
  };
  const atHand = [...request.shims, ...present.shims];
  const sizes = [
    ...new Map(atHand.map(({ diameterMm, thicknessMm }) => [`${diameterMm}x${thicknessMm}`, { diameterMm, thicknessMm }])).values(),
  ].filter((s) => s.diameterMm > present.clampDiameterMm && s.diameterMm <= present.shims[0]!.diameterMm);
  interface Tried {
    shims: Shim[];
    miss: number;
    cost: number;
    swapped: number;
    missing: Shim[];
  }
  const known = new Map<string, Tried | null>();
  const judge = (shims: Shim[]): Tried | null => {
    const key = shims.map((s) => `${s.count}x${s.diameterMm}x${s.thicknessMm}`).join(' ');
    const before = known.get(key);
    if (before !== undefined) return before;
    const [added, removed] = [shimsBeyond(shims, present.shims), shimsBeyond(present.shims, shims)];
    const swapped = Math.max(pieces(added), pieces(removed));
    const missing = shimsBeyond(shims, atHand);
    let tried: Tried | null = null;
    if (
      (limits.mostSwapped === null || swapped <= limits.mostSwapped) &&
      (limits.mayBuy || missing.length === 0) &&
      allowed(shims, present, limits)
    ) {
      const curve = curveOf(shims, (s) => quickLift(s, correct));
      if (curve.ok) {
        const miss = missOf(curve.value, target);
        tried = { shims, miss, swapped, missing, cost: miss + COST_OF_SWAP * swapped + COST_OF_BUYING * pieces(missing) };
      }
    }
    known.set(key, tried);
    return tried;
  };
  const begin: Tried = judge(merged(present.shims)) ?? { shims: merged(present.shims), miss: 9, cost: 9, swapped: 0, missing: [] };
  const next = seeded(request.seed);
  let [now, best] = [begin, begin];
  for (let tried = 1; tried <= tries; tried += 1) {
    const heat = 0.08 * (1 - tried / tries) ** 2;
    // A start from the best again and again: wandering far is dear and seldom pays.
    if (tried % 400 === 0) now = best;
    if (tried === Math.ceil(tries / 2)) {
      // Half-way the quick plates are set right by the best stack so far, and everything is judged anew.
      const nearer = correctionFrom({ ...present, shims: best.shims });
      if (nearer.ok) correct = nearer.value;
      known.clear();
      now = best = judge(best.shims) ?? best;
      judge(begin.shims);
    }
    let shims = changed(now.shims, sizes, next);
    if (next() < 0.4) shims = changed(shims, sizes, next);
    const found = shims.length > 0 ? judge(shims) : null;
    if (found && (found.cost < now.cost || next() < Math.exp((now.cost - found.cost) / Math.max(heat, 1e-6)))) now = found;
    if (found && found.cost < best.cost) best = found;
    if (tried % YIELD_EVERY === 0) yield { tried, of: tries, best: { shims: best.shims, fitError: best.miss } };
  }
  const suggestions: Suggestion[] = [];
  const solveInFull = ({ shims, swapped, missing }: Tried): Suggestion | null => {
    const curve = curveOf(shims, lifts);
    const full = stack({ ...present, shims, pressuresMPa: [worstPressure(shims)] }, QUICK_ELEMENTS);
    if (!curve.ok || !full.ok || full.value.maxStressMPa[0]! > limits.mostStressMPa) return null;
    return {
      shims,
      curve: curve.value,
      fitError: missOf(curve.value, target),
      added: shimsBeyond(shims, present.shims),
      removed: shimsBeyond(present.shims, shims),
      missing,
      maxStressMPa: full.value.maxStressMPa[0]!,
      swapped,
    };
  };
  /** Pressure on the stack at the fastest speed of the target. */
  const worstPressure = (shims: Shim[]): number => {
    const made = valveOf({ ...valve, stack: { ...present, shims } }, damper.oil, lifts);
    const fastest = Math.max(...target.map((p) => p.mPerS));
    return made.ok ? Math.max(made.value.at(fastest * 1000 * areaMm2).curtainMPa, 1e-3) : 1;
  };
  for (const tried of shortlist([...known.values()].filter((t) => t !== null))) {
    const solved = solveInFull(tried);
    if (solved) suggestions.push(solved);
    yield { tried: tries, of: tries, best: { shims: best.shims, fitError: best.miss } };
  }
  const costOf = (s: Suggestion) => s.fitError + COST_OF_SWAP * s.swapped + COST_OF_BUYING * pieces(s.missing);
  suggestions.sort((a, b) => costOf(a) - costOf(b));
  const presentCurve = curveOf(merged(present.shims), lifts);
  return ok({ suggestions, tried: tries, presentFitError: presentCurve.ok ? missOf(presentCurve.value, target) : Number.NaN });
}

/** The best over all, and the best for each number of swaps: so that the least change stands beside the best fit. */
function shortlist<T extends { cost: number; miss: number; swapped: number }>(tried: readonly T[]): T[] {
  const byCost = [...tried].sort((a, b) => a.cost - b.cost);
  const chosen = new Set<T>(byCost.slice(0, SHOWN / 2));
  for (const most of [1, 2, 3, 4, 6, 8]) {
    if (chosen.size >= SHOWN) break;
    const best = tried.filter((t) => t.swapped > 0 && t.swapped <= most).sort((a, b) => a.miss - b.miss)[0];
    if (best) chosen.add(best);
  }
  for (const t of byCost) if (chosen.size < SHOWN) chosen.add(t);
  return [...chosen];
}

/** Runs a search to its end. */
export function runSearch(request: SearchRequest): Result<SearchResult> {
  const search = stackSearch(request);
  for (;;) {
    const step = search.next();
    if (step.done) return step.value;
  }
}
