import { seeded } from '../numerics/random';
import { rememberedRings, type RingOf } from '../plate/shape';
import { quickLifts, type Shim, stack } from '../plate/stack';
import { err, ok, type Result } from '../result';
import { areasOf, damper, type DamperRequest, DROP_OF, unsoundBore, type ValveName, valveIn } from './damper';
import { allowed, changed, neighbours, type SearchLimits, sizesOf, startElsewhere } from './searchMoves';
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
  /** What the shims can do at most at each speed of the target, N; and where the target lies beyond it, on what that hangs. */
  reach: Reach;
  /** Stacks left out for their stress alone; they are shown, as nothing else came near, where `suggestions` are all beyond the limit. */
  refusedForStress: number;
}

export interface Reach {
  softestN: number[];
  stiffestN: number[];
  /** The speed at which the target lies furthest beyond, and what there is no going past; null where all of it lies within. */
  beyond: { mPerS: number; targetN: number; softestN: number; stiffestN: number; hangsOn: 'bleed' | 'port' | 'rest' | 'shims' } | null;
}

/** Outside by less than this a target counts as reached. From memory. */
const REACHED_WITHIN = 0.05;

/** Elements and pressures of the quick plates: lifts to about a per cent, solved in full afterwards. */
const QUICK_ELEMENTS = 6;
const QUICK_PRESSURES = [0.15, 0.6, 1.8, 5];
const CORRECTION_PRESSURES = [0.1, 0.3, 0.7, 1.4, 2.5, 4.5];
/** After so many stacks the best few of them are solved in full: whatever is asked for later, they stay found. */
const SLICE = 100;
/** Slices of one annealing; each begins from the best found so far. */
const SLICES_PER_ROUND = 5;
/** Steps a polish may take. From memory. */
const POLISH_STEPS = 8;
const SOLVED_A_STEP = 4;
/** No dyno tells curves nearer than this apart. From memory. */
const CLOSE_ENOUGH = 0.004;
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

/** The softest stack the limits leave, and the stiffest of everything at hand: between them lies what shims can do; the rest is bleed, ports and the other valves. */
function reachOf(
  request: SearchRequest,
  present: ValveStack,
  curveOf: (shims: Shim[], liftOf: LiftOf) => Result<TargetPoint[]>,
  lifts: LiftOf,
): Reach {
  const { target, limits } = request;
  const face = present.shims[0]!.diameterMm;
  const atHand = [...countShims([...request.shims, ...present.shims]).values()].filter(
    (s) => s.count > 0 && s.diameterMm <= face && s.diameterMm > present.clampDiameterMm,
  );
  const faces = atHand.filter((s) => s.diameterMm === face).sort((a, b) => a.thicknessMm - b.thicknessMm);
  const take = (of: readonly Shim[], most: number): Shim[] => {
    let left = most;
    return of.flatMap((s) => {
      const count = Math.min(s.count, left);
      left -= count;
      return count > 0 ? [{ ...s, count }] : [];
    });
  };
  const softest = take(faces, Math.min(limits.leastFaceShims, pieces(faces)));
  // Thick ones first, widest first: nothing of the same count bends less.
  const byStiffness = [...atHand].sort((a, b) => b.thicknessMm - a.thicknessMm || b.diameterMm - a.diameterMm);
  const stiffest = take(byStiffness, limits.mostShims).sort((a, b) => b.diameterMm - a.diameterMm || b.thicknessMm - a.thicknessMm);
  const forcesOf = (shims: Shim[]): number[] => {
    const curve = shims.length > 0 && shims[0]!.diameterMm === face ? curveOf(shims, lifts) : null;
    return curve?.ok ? curve.value.map((p) => p.forceN) : target.map(() => Number.NaN);
  };
  const [softestN, stiffestN] = [forcesOf(merged(softest)), forcesOf(merged(stiffest))];
  const misses = target.map(({ forceN }, i) => {
    const [low, high] = [softestN[i]!, stiffestN[i]!];
    return forceN < low * (1 - REACHED_WITHIN) ? low / forceN - 1 : forceN > high * (1 + REACHED_WITHIN) ? forceN / high - 1 : 0;
  });
  const worst = misses.reduce((at, miss, i) => (miss > misses[at]! ? i : at), 0);
  if (!(misses[worst]! > 0)) return { softestN, stiffestN, beyond: null };
  const { mPerS, forceN } = target[worst]!;
  const isBelow = forceN < softestN[worst]!;
  const hangsOn = hangsOnWhat(request, present, isBelow ? softest : stiffest, mPerS, isBelow, lifts);
  return { softestN, stiffestN, beyond: { mPerS, targetN: forceN, softestN: softestN[worst]!, stiffestN: stiffestN[worst]!, hangsOn } };
}

/** What leaves no more, or no less, than the stack at the end of the reach gives. */
function hangsOnWhat(
  request: SearchRequest,
  present: ValveStack,
  shims: Shim[],
  mPerS: number,
  isBelow: boolean,
  lifts: LiftOf,
): NonNullable<Reach['beyond']>['hangsOn'] {
  const { damper: figures, free } = request;
  const valve = valveIn(figures, free)!;
  const fitted = (v: typeof valve): DamperRequest =>
    free === 'base'
      ? { ...figures, base: v, velocitiesMPerS: [mPerS] }
      : { ...figures, piston: { ...figures.piston, [free]: v }, velocitiesMPerS: [mPerS] };
  const forceOf = (v: typeof valve): number => {
    const found = damper(fitted(v), lifts);
    return found.ok ? (free === 'rebound' ? found.value.reboundN : found.value.compressionN)[0]! : Number.NaN;
  };
  const own = { ...valve, stack: { ...present, shims: merged(shims) } };
  const asItIs = forceOf(own);
  const matters = (f: number) => Math.abs(f - asItIs) > 0.1 * asItIs;
  if (!isBelow) return matters(forceOf({ ...own, bleedAreaMm2: own.bleedAreaMm2 / 2 })) ? 'bleed' : 'shims';
  return matters(forceOf({ ...own, portAreaMm2: own.portAreaMm2 * 2 }))
    ? 'port'
    : matters(forceOf({ ...own, bleedAreaMm2: own.bleedAreaMm2 * 2 + 1 }))
      ? 'bleed'
      : 'rest';
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
 * Errors: no-stack (the free valve has none to begin from), target-not-rising, those of the damper and its valves.
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
  // A damper gives more the faster it moves: an aim that falls is of none.
  if (target.some((p, i) => i > 0 && (p.mPerS <= target[i - 1]!.mPerS || p.forceN <= target[i - 1]!.forceN)))
    return err('target-not-rising', ['target']);
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
  /** From the closest stack to the best of its neighbours, until none is closer: all of them judged by quick plates set right by it, the few that promise most solved in full. */
  function* polished(): Generator<SearchProgress, void> {
    const worth = (f: Pick<Found, 'fitError'>) => f.fitError;
    let lead = [...solved.values()].reduce((a, b) => (worth(b) < worth(a) ? b : a));
    for (let step = 0; step < POLISH_STEPS && lead.fitError > CLOSE_ENOUGH; step += 1) {
      const nearer = correctionFrom({ ...present, shims: lead.shims });
      if (!nearer.ok) return;
      known.clear();
      const around = new Map(neighbours(lead.shims, sizes).map((shims) => [keyOf(shims), shims]));
      const open = [...around]
        .filter(([key]) => !solved.has(key))
        .flatMap(([, shims]) => judge(shims, nearer.value) ?? [])
        .sort((a, b) => a.miss - b.miss);
      for (const tried of open.slice(0, SOLVED_A_STEP)) solveInFull(tried);
      yield { tried: of, of, best: { shims: lead.shims, fitError: lead.fitError } };
      const better = [...around.keys()].flatMap((key) => solved.get(key) ?? []).sort((a, b) => worth(a) - worth(b))[0];
      if (!better || worth(better) >= worth(lead)) return;
      lead = better;
    }
  }
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
      // Every third round begins elsewhere: what lies beyond a worse stack is not found from the best.
      if ((slice / SLICES_PER_ROUND) % 3 === 2) {
        const elsewhere = startElsewhere(now.shims, sizes, next);
        const there = correctionFrom({ ...present, shims: elsewhere });
        const tried = there.ok ? judge(elsewhere, there.value) : null;
        if (there.ok && tried) {
          correct = there.value;
          known.clear();
          now = best = tried;
        }
      }
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
  yield* polished();
  const presentCurve = curveOf(merged(present.shims), lifts);
  const stressOf = (shims: Shim[]) => stressWith(request, present, shims, lifts);
  const presentStressMPa = stressOf(merged(present.shims)) ?? 0;
  return ok({
    ...borneOf([...solved.values()], Math.max(limits.mostStressMPa, presentStressMPa), stressOf),
    reach: reachOf(request, present, curveOf, lifts),
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
