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
}

export type Outcome =
  /** One more step the same way. */
  | 'go-on'
  /** The first step was wrong: the other side. */
  | 'turn-round'
  /** Both bounds known: half way. */
  | 'halve'
  /** Nothing left between the bounds that is worth a ride. */
  | 'found'
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

function learn({ start, ridden }: SearchRequest): Learnt {
  const known: Learnt = { best: start, low: null, high: null, better: 0, unfelt: new Set() };
  for (const { from, value, feel } of ridden) {
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
  return known;
}

function check({ start, range, resolution, step, ridden }: SearchRequest): Result<null> {
  const [min, max] = range;
  if (!(min < max)) return err('range-order', ['range']);
  if (!(start >= min && start <= max)) return err('out-of-range', ['start'], { min, max });
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
 * Where the search stands after these rides, and the next place to ride.
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
  const done = (outcome: Outcome, next: number | null): Result<SearchState> =>
    ok({
      outcome,
      best: known.best,
      next,
      bounds: [known.low, known.high],
      reach,
      rides: request.ridden.length,
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
  return next === null ? done('found', null) : done('halve', next);
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
