import { err, ok, type Result, type Warning } from '../result';
import { given, type WorkingStep } from '../working';

/**
 * The search for one adjuster's place, one ride at a time. A rider tells only whether a ride was better, the same or worse than the one before; how good a place is
 * rises to one best place and falls beyond it. So a better ride says that the best lies beyond the place it came from, a worse one that it lies before the place
 * ridden: two bounds that close in. Steps go on while they help, turn round where the first was wrong, and are halved once both bounds are known (bisection;
 * Kiefer 1953 for the like with measured values, from memory).
 */
export interface Ridden {
  /** Where it was changed from: a place already known. */
  from: number;
  value: number;
  /** Against the place it came from. */
  feel: 'better' | 'same' | 'worse';
}

export interface SearchRequest {
  /** Where the adjuster stood before the first ride. */
  start: number;
  /** What the adjuster reaches. */
  range: readonly [number, number];
  /** Least change worth a ride: one click, one millimetre. */
  resolution: number;
  /** First step, larger than the resolution or equal to it. */
  step: number;
  /** The side the reasons point to. */
  direction: 1 | -1;
  ridden: readonly Ridden[];
  /** What was told of places as they were ridden: the best one lies beyond them, on that side. */
  told?: readonly Told[];
  /** How many answers of a rider are wrong, as a share; WRONG_SHARE where not given, 0 for one who never errs. */
  wrongShare?: number;
}

/** A complaint told of a place, and the side its cure lies on. */
export interface Told {
  place: number;
  direction: 1 | -1;
}

/** One answer in five is wrong. Common practice, no source. */
export const WRONG_SHARE = 0.2;
/** Found is said from here on: the best lies within a step more than four times in five. From memory. */
const SURE_SHARE = 0.85;
/** Before the first ride places lose this share of their likelihood with each step from the start, and the side the reasons point to has twice that of the other. From memory. */
const PRIOR_STEPS = 3;
const POINTED_TO = 2;

export type Outcome =
  /** One more step the same way. */
  | 'go-on'
  /** The first step was wrong: the other side. */
  | 'turn-round'
  /** Both bounds known: half way. */
  | 'halve'
  /** Nothing left between the bounds that is worth a ride, and sure enough. */
  | 'found'
  /** Nothing left between the bounds, but too much hangs on one answer: ridden once more. */
  | 'repeat'
  /** Further than this the evidence does not carry, or the adjuster ends. */
  | 'at-limit'
  /** Neither side is felt: this adjuster does not answer. */
  | 'no-answer';

export interface SearchState {
  outcome: Outcome;
  /** The place to go back to: the best ridden, or the start. */
  best: number;
  /** The next place to ride; null where there is none. */
  next: number | null;
  /** The best place lies between these; null on a side where nothing is known. */
  bounds: readonly [number | null, number | null];
  /** How far from the start the evidence carries: a step, and one more for each ride that was better. */
  reach: number;
  rides: number;
  /** How likely the best place lies within a step of `best`, answers being wrong as often as they are; 0 to 1. */
  sureShare: number;
  warnings: Warning[];
  working: WorkingStep[];
}

/** What the rides so far have taught: the best place, and between which it must lie. */
interface Learnt {
  best: number;
  low: number | null;
  high: number | null;
  better: number;
  /** Sides on which a step was not felt. */
  unfelt: Set<number>;
}

const higher = (a: number | null, b: number) => (a === null ? b : Math.max(a, b));
const lower = (a: number | null, b: number) => (a === null ? b : Math.min(a, b));

/** Rides between the same two places speak together: what most of them say, left out where they are evenly split. In the order the places were first ridden. */
function together(ridden: readonly Ridden[]): Ridden[] {
  const pairs = new Map<string, { first: Ridden; up: number; felt: number }>();
  for (const r of ridden) {
    const key = `${Math.min(r.from, r.value)} ${Math.max(r.from, r.value)}`;
    const { first, up, felt } = pairs.get(key) ?? { first: r, up: 0, felt: 0 };
    const side = r.feel === 'same' ? 0 : (r.feel === 'better') === r.value > r.from ? 1 : -1;
    pairs.set(key, { first, up: up + side, felt: felt + (side === 0 ? -1 : 1) });
  }
  return [...pairs.values()].flatMap(({ first, up, felt }): Ridden[] => {
    if (up !== 0) return [{ ...first, feel: up > 0 === first.value > first.from ? 'better' : 'worse' }];
    return felt < 0 ? [{ ...first, feel: 'same' }] : [];
  });
}

function learn({ start, ridden, told = [] }: SearchRequest): Learnt {
  const known: Learnt = { best: start, low: null, high: null, better: 0, unfelt: new Set() };
  for (const { from, value, feel } of together(ridden)) {
    const up = value > from;
    if (feel === 'same') {
      known.unfelt.add(Math.sign(value - from));
      continue;
    }
    const bound = feel === 'better' ? from : value;
    if ((feel === 'better') === up) known.low = higher(known.low, bound);
    else known.high = lower(known.high, bound);
    if (feel === 'better') {
      known.best = value;
      known.better += 1;
      known.unfelt.clear();
    }
  }
  for (const { place, direction } of told) {
    if (direction > 0) known.low = higher(known.low, place);
    else known.high = lower(known.high, place);
  }
  return known;
}

/** How likely an answer is where the best place is b: a difference below the resolution is felt or not. */
function likelihood({ from, value, feel }: Ridden, b: number, resolution: number, wrong: number): number {
  const better = (Math.abs(from - b) - Math.abs(value - b)) / resolution;
  const says = feel === 'better' ? 1 : feel === 'worse' ? -1 : 0;
  if (Math.abs(better) >= 1) return Math.sign(better) === says ? 1 - wrong : wrong / 2;
  if (Math.abs(better) < 1e-9) return says === 0 ? 1 - wrong : wrong / 2;
  return says === 0 || Math.sign(better) === says ? (1 - wrong) / 2 : wrong;
}

/** The likelihood of each place of the adjuster to be the best one, after the rides (Bayes); sums to 1. */
function posterior(request: SearchRequest): { places: number[]; share: number[] } {
  const { start, range, resolution, step, direction, ridden, told = [], wrongShare: wrong = WRONG_SHARE } = request;
  const [below, above] = [Math.floor((start - range[0]) / resolution + 1e-9), Math.floor((range[1] - start) / resolution + 1e-9)];
  const places = Array.from({ length: below + above + 1 }, (_, i) => start + (i - below) * resolution);
  const weight = places.map((b) => {
    const prior = Math.exp(-Math.abs(b - start) / (PRIOR_STEPS * step)) * ((b - start) * direction > 0 ? POINTED_TO : 1);
    const rides = ridden.reduce((product, r) => product * likelihood(r, b, resolution, wrong), 1);
    const words = told.reduce((product, t) => product * ((b - t.place) * t.direction >= resolution * (1 - 1e-9) ? 1 - wrong : wrong), 1);
    return prior * rides * words;
  });
  const sum = weight.reduce((total, w) => total + w, 0);
  return { places, share: weight.map((w) => (sum > 0 ? w / sum : 1 / weight.length)) };
}

const sureOf = ({ places, share }: ReturnType<typeof posterior>, best: number, within: number): number =>
  share.reduce((sum, p, i) => sum + (Math.abs(places[i]! - best) <= within * (1 + 1e-9) ? p : 0), 0);

/** The ride from the best place that would tell most: its answers' entropy less what the rider's errors make of it. null where none may be ridden. */
function mostTelling(request: SearchRequest, best: number, [least, most]: readonly [number, number]): number | null {
  const { resolution, ridden, told = [], wrongShare: wrong = WRONG_SHARE } = request;
  // Nobody is sent further into what he just complained of.
  const isComplainedOf = (place: number) => told.some((t) => (place - t.place) * t.direction < 0);
  const { places, share } = posterior(request);
  const entropy = (ps: readonly number[]) => -ps.reduce((sum, p) => sum + (p > 0 ? p * Math.log(p) : 0), 0);
  let found: { place: number; tells: number } | null = null;
  for (const place of places) {
    if (place < least - 1e-9 || place > most + 1e-9 || Math.abs(place - best) < resolution * (1 - 1e-9) || isComplainedOf(place)) continue;
    const answers = (['better', 'same', 'worse'] as const).map((feel) =>
      places.map((b) => likelihood({ from: best, value: place, feel }, b, resolution, wrong)),
    );
    const mixed = answers.map((of) => of.reduce((sum, l, i) => sum + l * share[i]!, 0));
    const noise = share.reduce((sum, p, i) => sum + p * entropy(answers.map((of) => of[i]!)), 0);
    // Of two that tell as much the one that was ridden: its feel can be held against what was said then.
    const again = ridden.some((r) => r.value === place || r.from === place) ? 1e-6 : 0;
    const tells = entropy(mixed) - noise + again;
    if (found === null || tells > found.tells) found = { place, tells };
  }
  return found?.place ?? null;
}

function check({ start, range, resolution, step, ridden, wrongShare = WRONG_SHARE }: SearchRequest): Result<null> {
  const [min, max] = range;
  if (!(min < max)) return err('range-order', ['range']);
  if (!(start >= min && start <= max)) return err('out-of-range', ['start'], { min, max });
  if (!(wrongShare >= 0 && wrongShare < 0.5)) return err('out-of-range', ['wrongShare'], { min: 0, max: 0.5 });
  if (!(resolution > 0)) return err('out-of-range', ['resolution'], { min: 0 });
  if (!(step >= resolution && step <= max - min)) return err('out-of-range', ['step'], { min: resolution, max: max - min });
  for (const [i, r] of ridden.entries()) {
    if (!(r.value >= min && r.value <= max)) return err('out-of-range', ['ridden', i, 'value'], { min, max });
    if (r.value === r.from) return err('no-change', ['ridden', i, 'value']);
  }
  return ok(null);
}

/** To whole steps of the resolution from the start, towards the best: half a click is no click. */
const toStep = (value: number, towards: number, { start, resolution }: SearchRequest): number => {
  const steps = (value - start) / resolution;
  const whole = value > towards ? Math.floor(steps + 1e-9) : Math.ceil(steps - 1e-9);
  return start + whole * resolution;
};

/**
 * Where the search stands after these rides, and the next place to ride. Riders err: how sure the place is comes from the likelihood of every place given all answers, and
 * what hangs on one answer is ridden again before it is called found.
 * Errors: range-order, out-of-range, no-change.
 */
export function searchState(request: SearchRequest): Result<SearchState> {
  const checked = check(request);
  if (!checked.ok) return checked;
  const { start, range, resolution, step, direction } = request;
  const known = learn(request);
  const reach = step * (1 + known.better);
  const allowed = [Math.max(range[0], start - reach), Math.min(range[1], start + reach)] as const;
  const clip = (value: number) => Math.min(allowed[1], Math.max(allowed[0], value));
  const sureShare = sureOf(posterior(request), known.best, step);
  const done = (outcome: Outcome, next: number | null): Result<SearchState> =>
    ok({
      outcome,
      best: known.best,
      next,
      bounds: [known.low, known.high],
      reach,
      rides: request.ridden.length,
      sureShare,
      warnings: [],
      working: [workingOf(request, known, reach)],
    });
  /** Half way to a bound on one side, where that is still worth a ride. */
  const halfWay = (side: 1 | -1): number | null => {
    const bound = side > 0 ? known.high : known.low;
    if (bound === null) return null;
    const middle = toStep(clip((known.best + bound) / 2), known.best, request);
    return Math.abs(middle - known.best) >= resolution * (1 - 1e-9) && Math.abs(middle - bound) > 1e-9 ? middle : null;
  };
  const stepTo = (side: 1 | -1): number | null => {
    if ((side > 0 ? known.high : known.low) !== null) return null;
    const to = toStep(clip(known.best + side * step), known.best, request);
    return Math.abs(to - known.best) >= resolution * (1 - 1e-9) ? to : null;
  };
  if (known.unfelt.has(1) && known.unfelt.has(-1)) return done('no-answer', null);
  const ahead = (known.best === start ? direction : (Math.sign(known.best - start) as 1 | -1)) as 1 | -1;
  const other = -ahead as 1 | -1;
  const open = (side: 1 | -1) => (side > 0 ? known.high : known.low) === null;
  if (open(ahead) && !known.unfelt.has(ahead)) {
    const next = stepTo(ahead);
    if (next !== null) return done('go-on', next);
    if (!open(other) || known.best !== start) return done('at-limit', null);
  }
  if (open(other) && !known.unfelt.has(other) && known.best === start) {
    const next = stepTo(other);
    if (next !== null) return done('turn-round', next);
    // Nothing to be had on the other side: what is left lies between the start and the step that was worse.
  }
  const next = halfWay(ahead) ?? halfWay(other);
  if (next !== null) return done('halve', next);
  const isSure = sureShare >= SURE_SHARE || (request.wrongShare ?? WRONG_SHARE) === 0;
  const again = isSure ? null : mostTelling(request, known.best, allowed);
  return again === null ? done('found', null) : done('repeat', again);
}

function workingOf({ start, step }: SearchRequest, known: Learnt, reach: number): WorkingStep {
  return {
    label: 'Reach from the start',
    formula: 'step · (1 + rides that were better)',
    inputs: [given('start', start, ''), given('step', step, ''), given('better rides', known.better, '', 'measured')],
    result: reach,
    unit: '',
    source: 'common practice, no source: stay near the start unless the evidence is strong',
  };
}
