import { err, ok, type Result } from '../result';
import { faceLiftAt } from './contact';
import { MIN_LIFT_MPA, LIFT_SPAN, LIFT_TOLERANCE, MAX_LIFT_HALVINGS, MAX_LIFT_MM } from './limits';
import { type Solution, solverOf, type Start } from './solve';
import { modelOf, openingMPa, type StackRequest, unsoundStack } from './stack';

/** The gap a stack leaves the oil against the pressure under it. */
export interface LiftCurve {
  /** Below it nothing opens; 0 without a dish. */
  openingMPa: number;
  /** Gap beyond the seat, mm: never falling. */
  gapMm(mpa: number): number;
}

/** One pressure solved: the logarithms of pressure above the opening and of the gap, and the slope of one against the other. */
interface Node {
  x: number;
  y: number;
  slope: number;
  at: Solution;
}

/**
 * Gap of a stack against pressure, worked out where it is asked for. With a dish the gap is at the seat, what the face shim lifts there beyond the dish; without one it is at the face
 * shim's edge.
 *
 * In logarithms of (pressure − opening) and gap a stack is nearly straight: slope 1 while it bends little, a third where it stretches. Between pressures a factor apart the curve is the
 * cubic through both with their exact slopes; each such piece is halved until the solve in its middle agrees so well that the flow it lets through is driven by the same pressure to
 * LIFT_TOLERANCE. Where a crossover closes or a stop is met pieces so become short of themselves.
 * Errors: those of a stack.
 * Source: Fritsch and Carlson, SIAM Journal on Numerical Analysis 17 (1980), for slopes that never let the curve fall (from memory).
 */
export function liftCurveOf(request: Omit<StackRequest, 'pressuresMPa'>, elements: number): Result<LiftCurve> {
  const unsound = unsoundStack(request);
  if (unsound) return unsound;
  const model = modelOf(request, elements);
  const opening = request.dishMm > 0 ? openingMPa(model, request.dishMm) : 0;
  if (opening === null) return err('stack-not-solved', ['dishMm'], { pressure: 0 });
  const lift = request.dishMm > 0 ? model.seatLift : faceLiftAt(model.mesh, request.shims[0]!.diameterMm / 2);
  const { solve, perMPa } = solverOf(model.mesh, model.material, model.contacts);

  const isGapped = model.contacts.some((c) => c.gapMm !== 0);

  const nodeAt = (x: number, start: Start | null): Node | null => {
    const over = Math.exp(x);
    const load = model.load(opening + over);
    let at = solve(load, start ?? undefined);
    if (at.status !== 'solved' && start) at = solve(load);
    const gap = at.status === 'solved' ? at.q[lift]! - request.dishMm : Number.NaN;
    if (!(gap > 0) || gap > MAX_LIFT_MM) return null;
    return { x, y: Math.log(gap), slope: (perMPa(load)[lift]! * over) / gap, at };
  };
  const nodes = new Map<number, Node | null>();
  /** The node at place `i` of the ladder of pressures. */
  const rung = (i: number): Node | null => {
    const known = nodes.get(i);
    if (known !== undefined) return known;
    const x = Math.log(MIN_LIFT_MPA) + i * Math.log(LIFT_SPAN);
    const near = nodes.get(i - 1) ?? nodes.get(i + 1) ?? null;
    const made = nodeAt(x, near && along(near, x, opening));
    nodes.set(i, made);
    return made;
  };
  const pieces = new Map<number, Node[]>();
  /** Nodes from rung i over two spans, as close as the curve needs them; where a rung cannot be solved, as far as it can in shorter steps. */
  const pieceFrom = (i: number): Node[] => {
    const known = pieces.get(i);
    if (known) return known;
    const ends = [i, i + 1, i + 2].map(rung).filter((n) => n !== null);
    for (let step = Math.log(LIFT_SPAN) / 2; ends.length < 3 && step > 0.1;) {
      const last = ends.at(-1)!;
      const next = nodeAt(last.x + step, along(last, last.x + step, opening));
      if (next) ends.push(next);
      else step /= 2;
    }
    const [from, middle, to] = ends as [Node, Node?, Node?];
    const isSmooth = !isGapped && middle && to && missAt(from, middle, to) <= LIFT_TOLERANCE;
    const piece = isSmooth ? ends : ends.flatMap((end, k) => (k === 0 ? [end] : [...between(ends[k - 1]!, end, MAX_LIFT_HALVINGS), end]));
    pieces.set(i, piece);
    return piece;
  };
  /** How far off the pressure of a given flow, gap·√p, is in the middle of a piece by the cubic from end to end: share of it. */
  const missAt = (a: Node, middle: Node, b: Node): number => {
    const over = Math.exp(middle.x);
    const steep = Math.max(0, middle.slope) * ((opening + over) / over);
    return Math.abs(cubic(a, b, middle.x) - middle.y) / (steep + 0.5);
  };
  /** Where plates lie apart a look in the middle may miss the place where they meet: there halves must agree as well. */
  const between = (a: Node, b: Node, halvings: number, isAgreed = !isGapped): Node[] => {
    const middle = nodeAt((a.x + b.x) / 2, amid(a, b));
    if (!middle) return [];
    const agrees = missAt(a, middle, b) <= LIFT_TOLERANCE;
    if ((agrees && isAgreed) || halvings === 0) return [middle];
    return [...between(a, middle, halvings - 1, agrees), middle, ...between(middle, b, halvings - 1, agrees)];
  };
  const logGap = (x: number): number => {
    const lowest = rung(0)!;
    // Below the ladder the gap goes with the pressure.
    if (x < lowest.x) return lowest.y + (x - lowest.x);
    let i = 2 * Math.floor((x - lowest.x) / Math.log(LIFT_SPAN) / 2);
    while (i > 0 && !rung(i)) i -= 2;
    const piece = pieceFrom(i);
    const last = piece.at(-1)!;
    // Beyond what the plates can be solved for it goes on as it last rose.
    if (x >= last.x) return last.y + last.slope * (x - last.x);
    let k = 1;
    while (piece[k]!.x < x) k += 1;
    return cubic(piece[k - 1]!, piece[k]!, x);
  };
  if (!rung(0)) return err('stack-not-solved', ['stack'], { pressure: opening + MIN_LIFT_MPA });
  return ok({ openingMPa: opening, gapMm: (mpa) => (mpa > opening ? Math.exp(logGap(Math.log(mpa - opening))) : 0) });
}

/** Where a stack that lies on its seat without preload would be at another pressure: every lift in the proportion of the gap. A preloaded one is left as it is. */
function along({ x, slope, at }: Node, to: number, openingMPa: number): Start {
  if (openingMPa > 0) return at;
  const by = Math.exp(slope * (to - x));
  return { q: at.q.map((w) => w * by), forcesN: at.forcesN };
}

/** Where a stack would be half-way between two nodes: every lift as far along as the gap. */
function amid(a: Node, b: Node): Start {
  const gap = Math.exp(cubic(a, b, (a.x + b.x) / 2));
  const share = (gap - Math.exp(a.y)) / (Math.exp(b.y) - Math.exp(a.y));
  return { q: a.at.q.map((w, k) => w + share * (b.at.q[k]! - w)), forcesN: a.at.forcesN.map((f, c) => f + share * (b.at.forcesN[c]! - f)) };
}

/** Hermite's cubic between two nodes, its slopes held to three times the chord's and to its sign. */
function cubic(a: Node, b: Node, x: number): number {
  const h = b.x - a.x;
  const most = (3 * (b.y - a.y)) / h;
  const held = (slope: number) => (most > 0 ? Math.min(Math.max(slope, 0), most) : Math.max(Math.min(slope, 0), most));
  const [da, db] = [held(a.slope), held(b.slope)];
  const t = (x - a.x) / h;
  const s = 1 - t;
  return a.y * (1 + 2 * t) * s * s + h * da * t * s * s + b.y * (3 - 2 * t) * t * t - h * db * t * t * s;
}
