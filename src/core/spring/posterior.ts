import { isToppedOut } from '../measure/sag';
import { inverseOf, leastSquares, slopesAt } from '../numerics/leastSquares';
import { normalDraws } from '../numerics/normal';
import { err, ok, type Result } from '../result';
import { type DrawnMachine, EstimateModel, type EstimateRequest, type Weighted } from './estimate';

/** Machines that may be the one on the stand, each with its weight. */
export interface Posterior {
  model: EstimateModel;
  /** Most probable deviates, and their covariance there. */
  centre: Float64Array;
  covariance: Float64Array;
  draws: Weighted[];
}

/** Draws an answer rests on: the ends of the band are then good to a few hundredths of it, and move smoothly with what is typed, for the draws stay the same. */
const DRAWS = 1200;
const DIFFERENCE = 1e-4;
/** Of a choice each draw is a band of its own, so that a quarter of them says as much. */
const CHOICE_DRAWS = 300;
const drawsOf = (model: EstimateModel): number => (model.request.choice ? CHOICE_DRAWS : DRAWS);
/** Share of the draws that must bear the answer: below, the other way of drawing is tried too. */
const ENOUGH_SHARE = 0.2;

/** How the misses of the sags turn with each deviate, row by row. */
export const missRows = (model: EstimateModel, at: Float64Array): Float64Array[] => slopesAt(at, 2, (p, out) => model.missesOf(p, out));

/** Covariance of standard deviates once `rows` (each in standard uncertainties) are known as well. */
export function covarianceOf(n: number, rows: readonly Float64Array[]): Float64Array {
  const information = new Float64Array(n * n);
  for (let i = 0; i < n; i += 1)
    for (let k = 0; k < n; k += 1) information[i * n + k] = (i === k ? 1 : 0) + rows.reduce((sum, row) => sum + row[i]! * row[k]!, 0);
  return inverseOf(information, n) ?? information;
}

/**
 * Machines that may be the one on the stand: drawn from the kind's spread, each weighed by how well it explains the sags read (importance sampling). Unknown deviates are standard normal.
 * Errors: target-order, sag-not-rising, no-solution (no machine of the kind has a right spring for such sags).
 */
export function posteriorOf(request: EstimateRequest): Result<Posterior> {
  const { target, sag } = request;
  if (!(target.riderSagMm > target.staticSagMm)) return err('target-order', ['target', 'riderSagMm']);
  if (sag && sag.riderMm !== null && sag.staticMm !== null && !(sag.riderMm > sag.staticMm))
    return err('sag-not-rising', ['sag', 'riderMm']);
  const model = new EstimateModel(request);
  const n = model.unknowns.length;
  const centre = model.reads ? mostProbable(model) : new Float64Array(n);
  const rows = model.reads ? missRows(model, centre) : [];
  const covariance = covarianceOf(n, rows);
  const pair = model.reads && sag!.staticMm !== null && sag!.riderMm !== null && !isToppedOut(sag!.staticMm) ? bestPair(rows) : null;
  let draws = pair ? solvedDraws(model, centre, pair) : [];
  if (bearing(draws) < ENOUGH_SHARE * drawsOf(model)) {
    const others = linearDraws(model, centre, covariance, rows);
    if (bearing(others) > bearing(draws)) draws = others;
  }
  return draws.length === 0 ? err('no-solution', ['target']) : ok({ model, centre, covariance, draws });
}

function mostProbable(model: EstimateModel): Float64Array {
  const n = model.unknowns.length;
  const sags = new Float64Array(2);
  const missesAt = (at: Float64Array, out: Float64Array) => {
    out.set(at);
    model.missesOf(at, sags);
    out.set(sags, n);
  };
  return leastSquares(missesAt, new Array<number>(n).fill(0), new Array<number>(n).fill(1), n + 2).parameters;
}

/** How many draws of equal weight tell as much: (Σw)²/Σw². */
const bearing = (draws: readonly Weighted[]) => (draws.length === 0 ? 0 : 1 / draws.reduce((sum, { weight }) => sum + weight * weight, 0));

const isPossible = (machine: DrawnMachine) => machine.rateNPerMm > 0 && machine.staticLoadN > 0;

/** Logarithms of weights made shares of the whole. */
function shared(draws: Weighted[]): Weighted[] {
  const most = draws.reduce((max, d) => Math.max(max, d.weight), -Infinity);
  let total = 0;
  for (const draw of draws) total += draw.weight = Math.exp(draw.weight - most);
  for (const draw of draws) draw.weight /= total;
  return draws;
}

/** A draw of the prior and of the readings' noise, pulled together by least squares round the most probable machine: right where the readings say little, and without readings the prior itself. */
function linearDraws(model: EstimateModel, centre: Float64Array, covariance: Float64Array, rows: readonly Float64Array[]): Weighted[] {
  const n = centre.length;
  const columns = n + rows.length;
  // A choice has a doubt of its own where everything is known.
  const count = n === 0 && !model.request.choice ? 1 : drawsOf(model);
  const spread = n === 0 ? new Float64Array(1) : normalDraws(count, columns);
  const [at, pulled, misses] = [new Float64Array(n), new Float64Array(n), new Float64Array(2)];
  const draws: Weighted[] = [];
  for (let d = 0; d < count; d += 1) {
    const from = d * columns;
    for (let i = 0; i < n; i += 1) {
      pulled[i] = spread[from + i]!;
      for (let r = 0; r < rows.length; r += 1) pulled[i]! += rows[r]![i]! * spread[from + n + r]!;
    }
    let weight = 0;
    const along = [0, 0];
    for (let i = 0; i < n; i += 1) {
      let step = 0;
      for (let k = 0; k < n; k += 1) step += covariance[i * n + k]! * pulled[k]!;
      at[i] = centre[i]! + step;
      weight += (step * step - at[i]! * at[i]!) / 2;
      for (let r = 0; r < rows.length; r += 1) along[r]! += rows[r]![i]! * step;
    }
    const machine = model.machineOf(at);
    if (!isPossible(machine)) continue;
    if (rows.length === 0) weight = 0;
    else {
      model.missesOf(at, misses);
      weight += (along[0]! ** 2 + along[1]! ** 2 - misses[0]! ** 2 - misses[1]! ** 2) / 2;
    }
    draws.push({ machine, weight });
  }
  return shared(draws);
}

/** The two unknowns the readings tell most of together, or null where they hardly tell any two apart. */
function bestPair([low, high]: readonly Float64Array[]): [number, number] | null {
  let best: { pair: [number, number] | null; size: number } = { pair: null, size: 1e-3 };
  for (let i = 0; i < low!.length; i += 1)
    for (let k = i + 1; k < low!.length; k += 1) {
      const size = Math.abs(low![i]! * high![k]! - low![k]! * high![i]!);
      if (size > best.size) best = { pair: [i, k], size };
    }
  return best.pair;
}

const NEWTON_STEPS = 8;
const SOLVED = 1e-4;

/**
 * All unknowns but two are drawn from the prior, the sags from round the readings; the two are what makes the machine show these sags. However sure the readings, each draw is then a machine that
 * explains them; it counts by how usual the two are, over how closely the sags pin them (the determinant).
 */
function solvedDraws(model: EstimateModel, centre: Float64Array, [first, second]: [number, number]): Weighted[] {
  const n = centre.length;
  const count = drawsOf(model);
  const spread = normalDraws(count, n);
  const [at, misses, moved] = [new Float64Array(n), new Float64Array(2), new Float64Array(2)];
  const draws: Weighted[] = [];
  /** Slopes of both misses by one deviate, into `out`. */
  const slope = (i: number, out: [number, number]) => {
    const x = at[i]!;
    at[i] = x + DIFFERENCE;
    model.missesOf(at, moved);
    at[i] = x;
    out[0] = (moved[0]! - misses[0]!) / DIFFERENCE;
    out[1] = (moved[1]! - misses[1]!) / DIFFERENCE;
  };
  const [byFirst, bySecond]: [number, number][] = [
    [0, 0],
    [0, 0],
  ];
  for (let d = 0; d < count; d += 1) {
    for (let i = 0; i < n; i += 1) at[i] = spread[d * n + i]!;
    // The two columns the pair leaves free hold the readings' noise.
    const noise = [at[first]!, at[second]!];
    at[first] = centre[first]!;
    at[second] = centre[second]!;
    let determinant = 0;
    let isSolved = false;
    for (let step = 0; step < NEWTON_STEPS && !isSolved; step += 1) {
      model.missesOf(at, misses);
      slope(first, byFirst!);
      slope(second, bySecond!);
      determinant = byFirst![0] * bySecond![1] - bySecond![0] * byFirst![1];
      const [over0, over1] = [misses[0]! - noise[0]!, misses[1]! - noise[1]!];
      const [by0, by1] = [
        (over0 * bySecond![1] - over1 * bySecond![0]) / determinant,
        (over1 * byFirst![0] - over0 * byFirst![1]) / determinant,
      ];
      at[first]! -= by0;
      at[second]! -= by1;
      isSolved = Math.abs(by0) + Math.abs(by1) < SOLVED;
    }
    if (!isSolved || !(Math.abs(determinant) > 0)) continue;
    const machine = model.machineOf(at);
    if (isPossible(machine)) draws.push({ machine, weight: -(at[first]! ** 2 + at[second]! ** 2) / 2 - Math.log(Math.abs(determinant)) });
  }
  return shared(draws);
}
