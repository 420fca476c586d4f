/** Where a search for the least sum of squares ended. */
export interface LeastSquares {
  parameters: Float64Array;
  /** Sum of the squared misses. */
  squares: number;
  /** Standard uncertainties of the parameters, misses that hang together from one to the next counted as fewer; Infinity where the data say nothing. */
  standard: Float64Array;
  status: 'converged' | 'step limit' | 'singular';
}

const MAX_STEPS = 60;
const MAX_RETRIES = 12;
const CLOSE = 1e-9;
/** Steps of the differences, as a share of each parameter's own scale. */
const DIFFERENCE = 1e-5;

/**
 * Levenberg and Marquardt: parameters that make Σ(model − data)² least, from a start near by.
 * @param missesAt writes model − data into `out`
 * @param scale how large a change of each parameter counts
 * Source: Nocedal and Wright, Numerical Optimization, ch. 10 (from memory).
 */
export function leastSquares(
  missesAt: (parameters: Float64Array, out: Float64Array) => void,
  begin: readonly number[],
  scale: readonly number[],
  count: number,
): LeastSquares {
  const n = begin.length;
  let at = Float64Array.from(begin);
  const misses = new Float64Array(count);
  const shifted = new Float64Array(count);
  const columns = Array.from({ length: n }, () => new Float64Array(count));
  const sumOf = (xs: Float64Array) => xs.reduce((sum, x) => sum + x * x, 0);
  missesAt(at, misses);
  let squares = sumOf(misses);
  let damping = 1e-3;
  let status: LeastSquares['status'] = 'step limit';
  const normal = new Float64Array(n * n);
  const right = new Float64Array(n);
  const linearise = () => {
    for (let p = 0; p < n; p += 1) {
      const moved = at.slice();
      moved[p]! += DIFFERENCE * scale[p]!;
      missesAt(moved, shifted);
      for (let i = 0; i < count; i += 1) columns[p]![i] = (shifted[i]! - misses[i]!) / DIFFERENCE;
    }
    for (let p = 0; p < n; p += 1) {
      right[p] = 0;
      for (let i = 0; i < count; i += 1) right[p]! -= columns[p]![i]! * misses[i]!;
      for (let q = 0; q <= p; q += 1) {
        let sum = 0;
        for (let i = 0; i < count; i += 1) sum += columns[p]![i]! * columns[q]![i]!;
        normal[p * n + q] = normal[q * n + p] = sum;
      }
    }
  };
  for (let step = 0; step < MAX_STEPS && status === 'step limit'; step += 1) {
    linearise();
    let better = false;
    for (let retry = 0; retry < MAX_RETRIES && !better; retry += 1) {
      const damped = normal.slice();
      for (let p = 0; p < n; p += 1) damped[p * n + p]! += damping * (normal[p * n + p]! || 1);
      const inverse = inverseOf(damped, n);
      if (!inverse) {
        damping *= 10;
        continue;
      }
      const next = at.map((x, p) => {
        let move = 0;
        for (let q = 0; q < n; q += 1) move += inverse[p * n + q]! * right[q]!;
        return x + move * scale[p]!;
      });
      missesAt(next, shifted);
      const then = sumOf(shifted);
      if (then <= squares) {
        if (squares - then <= CLOSE * squares) status = 'converged';
        at = next;
        squares = then;
        misses.set(shifted);
        damping = Math.max(damping / 5, 1e-12);
        better = true;
      } else damping *= 4;
    }
    if (!better) status = 'converged';
  }
  linearise();
  const inverse = inverseOf(normal, n);
  const variance = (squares / Math.max(1, count - n)) * correlationOf(misses, squares);
  const standard = at.map((_, p) => (inverse ? scale[p]! * Math.sqrt(Math.max(0, inverse[p * n + p]! * variance)) : Infinity));
  return { parameters: at, squares, standard, status: inverse ? status : 'singular' };
}

const STEP = 1e-4;

/** Slopes of `count` values by each parameter, row by row: central differences. @param valuesAt writes the values into `out` */
export function slopesAt(at: Float64Array, count: number, valuesAt: (parameters: Float64Array, out: Float64Array) => void): Float64Array[] {
  const [up, down] = [new Float64Array(count), new Float64Array(count)];
  const rows = Array.from({ length: count }, () => new Float64Array(at.length));
  for (let i = 0; i < at.length; i += 1) {
    const moved = at.slice();
    moved[i] = at[i]! + STEP;
    valuesAt(moved, up);
    moved[i] = at[i]! - STEP;
    valuesAt(moved, down);
    for (let r = 0; r < count; r += 1) rows[r]![i] = (up[r]! - down[r]!) / (2 * STEP);
  }
  return rows;
}

/** How many times fewer the misses count because neighbours are alike: (1 + ρ)/(1 − ρ) of a first-order process. Source: Box and Jenkins, Time Series Analysis (from memory). */
function correlationOf(misses: Float64Array, squares: number): number {
  let sum = 0;
  for (let i = 1; i < misses.length; i += 1) sum += misses[i]! * misses[i - 1]!;
  const rho = squares > 0 ? Math.min(0.98, Math.max(0, sum / squares)) : 0;
  return (1 + rho) / (1 - rho);
}

/** Inverse of a small symmetric positive matrix by elimination with pivots; null where it is singular. */
export function inverseOf(m: Float64Array, n: number): Float64Array | null {
  const a = m.slice();
  const out = new Float64Array(n * n);
  for (let i = 0; i < n; i += 1) out[i * n + i] = 1;
  const size = Math.max(...a.map(Math.abs));
  for (let c = 0; c < n; c += 1) {
    let pivot = c;
    for (let r = c + 1; r < n; r += 1) if (Math.abs(a[r * n + c]!) > Math.abs(a[pivot * n + c]!)) pivot = r;
    if (!(Math.abs(a[pivot * n + c]!) > 1e-14 * size)) return null;
    for (let k = 0; k < n; k += 1) {
      [a[c * n + k], a[pivot * n + k]] = [a[pivot * n + k]!, a[c * n + k]!];
      [out[c * n + k], out[pivot * n + k]] = [out[pivot * n + k]!, out[c * n + k]!];
    }
    const by = 1 / a[c * n + c]!;
    for (let k = 0; k < n; k += 1) {
      a[c * n + k]! *= by;
      out[c * n + k]! *= by;
    }
    for (let r = 0; r < n; r += 1) {
      const times = a[r * n + c]!;
      if (r === c || times === 0) continue;
      for (let k = 0; k < n; k += 1) {
        a[r * n + k]! -= times * a[c * n + k]!;
        out[r * n + k]! -= times * out[c * n + k]!;
      }
    }
  }
  return out;
}
