import { seeded } from '../numerics/random';
import { rememberedRings, type RingOf } from '../plate/shape';
import { quickLifts, type Shim, stack } from '../plate/stack';
import { err, ok, type Result } from '../result';
import { areasOf, damper, type DamperRequest, DROP_OF, unsoundBore, type ValveName, valveIn } from './damper';
import { allowed, changed, type SearchLimits, sizesOf } from './searchMoves';
import { COST_OF_BUYING, COST_OF_SWAP, costOf, fewOf, type Found, keyOf, type Suggestion, type Tried, borneOf } from './searchRank';
import { countShims, crossovers, merged, pieces, piecesBeyond, shimsBeyond } from './shims';
import type { TargetPoint } from './target';
import { joined, type Lift, type LiftOf, rememberedLifts, valveOf, type ValveStack } from './valve';

export type { SearchLimits, Suggestion };

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

export interface SearchProgress {
  tried: number;
  of: number;
  best: { shims: Shim[]; fitError: number };
}

export interface SearchResult {
  suggestions: Suggestion[];
  tried: number;
  presentFitError: number;
  /** What the present stack is bent to, where that is more than the limit: the limit is then this. */
  presentStressMPa: number;
  /** Stacks left out for their stress alone; they are shown, as nothing else came near, where `suggestions` are all beyond the limit. */
  refusedForStress: number;
}

/** Elements and pressures of the quick plates: lifts to about a per cent, solved in full afterwards. */
const QUICK_ELEMENTS = 6;
const QUICK_PRESSURES = [0.15, 0.6, 1.8, 5];
const CORRECTION_PRESSURES = [0.1, 0.3, 0.7, 1.4, 2.5, 4.5];
/** After so many stacks the best few of them are solved in full: whatever is asked for later, they stay found. */
const SLICE = 100;
/** Slices of one annealing; each begins from the best found so far. */
const SLICES_PER_ROUND = 5;
/** Shims tire at the shaft speeds a ride is full of; faster ones are too few to count. From memory. */
export const FATIGUE_SPEED_M_PER_S = 1;

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

function quickLift(request: ValveStack, correct: (mm: number) => number, ring: RingOf): Result<Lift> {
  const gapless = request.dishMm === 0 && request.stopLiftMm === undefined && crossovers(request.shims) === 0;
  // Without a gap linear plates lift in proportion: one pressure says all.
  const pressuresMPa = gapless ? [1] : QUICK_PRESSURES;
  const lifts = quickLifts({ ...request, pressuresMPa }, QUICK_ELEMENTS, ring);
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

/** The forces of the damper with another stack in its free valve, at the target's speeds: the rest of it is worked out once. */
function forcesWith(
  request: SearchRequest,
  present: ValveStack,
  full: LiftOf,
): Result<(shims: Shim[], liftOf: LiftOf) => Result<TargetPoint[]>> {
  const { damper: figures, free, target } = request;
  const unsound = unsoundBore(figures);
  if (unsound) return unsound;
  const { annulusMm2, baseMm2 } = areasOf(figures);
  const areaMm2 = free === 'base' ? baseMm2 : annulusMm2;
  const now = damper({ ...figures, velocitiesMPerS: target.map((p) => p.mPerS) }, full);
  if (!now.ok) return now;
  const { compressionN, reboundN, pressureDropsMPa } = now.value;
  // What all but the free valve pushes at each speed: whatever the damper reckons with, return pressure and tube areas too.
  const restN = pressureDropsMPa.map(
    (drops, i) => (free === 'rebound' ? reboundN : compressionN)[i]! - drops[DROP_OF[free]]!.totalMPa * areaMm2,
  );
  const valve = valveIn(figures, free)!;
  return ok((shims, liftOf) => {
    const made = valveOf({ ...valve, stack: { ...present, shims } }, figures.oil, liftOf);
    if (!made.ok) return made;
    return ok(target.map(({ mPerS }, i) => ({ mPerS, forceN: restN[i]! + made.value.at(mPerS * 1000 * areaMm2).totalMPa * areaMm2 })));
  });
}

/** The greatest stress of a stack at the speeds a ride is full of. */
function stressWith(request: SearchRequest, present: ValveStack, shims: Shim[], lifts: LiftOf): number | null {
  const { damper: figures, free, target } = request;
  const { annulusMm2, baseMm2 } = areasOf(figures);
  const made = valveOf({ ...valveIn(figures, free)!, stack: { ...present, shims } }, figures.oil, lifts);
  if (!made.ok) return null;
  const mPerS = Math.min(FATIGUE_SPEED_M_PER_S, Math.max(...target.map((p) => p.mPerS)));
  const curtainMPa = made.value.at(mPerS * 1000 * (free === 'base' ? baseMm2 : annulusMm2)).curtainMPa;
  const found = stack({ ...present, shims, pressuresMPa: [Math.max(curtainMPa, 1e-3)] }, QUICK_ELEMENTS);
  return found.ok ? found.value.maxStressMPa[0]! : null;
}

/** Judges stacks by quick plates, each once. */
function judgeOf(request: SearchRequest, present: ValveStack, curveOf: (shims: Shim[], liftOf: LiftOf) => Result<TargetPoint[]>) {
  const { target, limits } = request;
  const atHand = countShims([...request.shims, ...present.shims]);
  const inNow = countShims(present.shims);
  const piecesNow = pieces(present.shims);
  const ring = rememberedRings();
  const known = new Map<string, Tried | null>();
  return {
    known,
    judge(shims: Shim[], correct: (mm: number) => number): Tried | null {
      const key = keyOf(shims);
      const before = known.get(key);
      if (before !== undefined) return before;
      const counts = countShims(shims);
      const added = piecesBeyond(counts, inNow);
      // What goes out is what there was, less what stays.
      const swapped = Math.max(added, piecesNow - (pieces(shims) - added));
      const missing = piecesBeyond(counts, atHand);
      let tried: Tried | null = null;
      if (
        (limits.mostSwapped === null || swapped <= limits.mostSwapped) &&
        (limits.mayBuy || missing === 0) &&
        allowed(shims, present, limits)
      ) {
        const curve = curveOf(shims, (s) => quickLift(s, correct, ring));
        if (curve.ok) {
          const miss = missOf(curve.value, target);
          tried = { shims, miss, swapped, cost: miss + COST_OF_SWAP * swapped + COST_OF_BUYING * missing };
        }
      }
      known.set(key, tried);
      return tried;
    },
  };
}

/**
 * Stacks that come closest to a target curve, made of the shims in the drawer and those in the valve now, within the limits. Annealing over single changes, from the present stack, by
 * quick linear plates with stretching as in the best stack so far; slice by slice the best are solved in full, and those found are ranked by fit, swaps and shims to buy. A longer search
 * goes the way of a shorter one and on from there: it never finds less.
 * Yields how far it is; the same seed gives the same answer.
 * @returns forces N at the shaft, for the direction the free valve works in
 * Errors: no-stack (the free valve has none to begin from), those of the damper and its valves.
 */
export function* stackSearch(request: SearchRequest): Generator<SearchProgress, Result<SearchResult>> {
  const { target, limits } = request;
  const valve = valveIn(request.damper, request.free);
  if (!valve?.stack) return err('no-stack', ['free']);
  const present = valve.stack;
  const lifts = rememberedLifts();
  const forces = forcesWith(request, present, lifts);
  if (!forces.ok) return forces;
  const curveOf = forces.value;
  const first = correctionFrom(present);
  if (!first.ok) return first;
  let correct = first.value;
  const { judge, known } = judgeOf(request, present, curveOf);
  const sizes = sizesOf([...request.shims, ...present.shims], present);
  const solved = new Map<string, Found>();
  const atHand = [...request.shims, ...present.shims];
  const solveInFull = ({ shims, swapped }: Tried): void => {
    const curve = curveOf(shims, lifts);
    if (!curve.ok) return;
    const [added, removed] = [shimsBeyond(shims, present.shims), shimsBeyond(present.shims, shims)];
    const missing = shimsBeyond(shims, atHand);
    solved.set(keyOf(shims), { shims, curve: curve.value, fitError: missOf(curve.value, target), added, removed, missing, swapped });
  };
  const begin: Tried = judge(merged(present.shims), correct) ?? { shims: merged(present.shims), miss: 9, cost: 9, swapped: 0 };
  solveInFull(begin);
  const next = seeded(request.seed);
  const of = Math.ceil(request.tries / SLICE) * SLICE;
  let [now, best] = [begin, begin];
  for (let slice = 0; slice * SLICE < of; slice += 1) {
    if (slice > 0 && slice % SLICES_PER_ROUND === 0) {
      // A round over: the quick plates are set right by the best stack solved in full, and everything is judged anew from there.
      const lead = [...solved.values()].sort((a, b) => costOf(a) - costOf(b))[0];
      const nearer = lead && correctionFrom({ ...present, shims: lead.shims });
      if (nearer?.ok) correct = nearer.value;
      known.clear();
      now = best = (lead && judge(lead.shims, correct)) ?? best;
    }
    const fresh: Tried[] = [];
    for (let k = 0; k < SLICE; k += 1) {
      const heat = 0.08 * (1 - ((slice % SLICES_PER_ROUND) * SLICE + k) / (SLICES_PER_ROUND * SLICE)) ** 2;
      let shims = changed(now.shims, sizes, next);
      if (next() < 0.4) shims = changed(shims, sizes, next);
      const found = shims.length > 0 ? judge(shims, correct) : null;
      const chance = next();
      if (!found) continue;
      fresh.push(found);
      if (found.cost < now.cost || chance < Math.exp((now.cost - found.cost) / Math.max(heat, 1e-6))) now = found;
      if (found.cost < best.cost) best = found;
    }
    for (const tried of fewOf(fresh, solved)) solveInFull(tried);
    yield { tried: (slice + 1) * SLICE, of, best: { shims: best.shims, fitError: best.miss } };
  }
  const presentCurve = curveOf(merged(present.shims), lifts);
  const stressOf = (shims: Shim[]) => stressWith(request, present, shims, lifts);
  const presentStressMPa = stressOf(merged(present.shims)) ?? 0;
  return ok({
    ...borneOf([...solved.values()], Math.max(limits.mostStressMPa, presentStressMPa), stressOf),
    tried: of,
    presentFitError: presentCurve.ok ? missOf(presentCurve.value, target) : Number.NaN,
    presentStressMPa,
  });
}

/** Runs a search to its end. */
export function runSearch(request: SearchRequest): Result<SearchResult> {
  const search = stackSearch(request);
  for (;;) {
    const step = search.next();
    if (step.done) return step.value;
  }
}
