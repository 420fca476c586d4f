/** A rising curve through points: slopes at the knots, a cubic between them. Flat arrays, so that looking up costs no allocation. */
export interface Curve {
  x: Float64Array;
  y: Float64Array;
  slope: Float64Array;
}

/** Solves a tridiagonal system in place (Thomas). `a` below, `b` on, `c` above the diagonal, `r` the right side, which becomes the answer. */
function solveTridiagonal(a: Float64Array, b: Float64Array, c: Float64Array, r: Float64Array): void {
  const n = r.length;
  for (let i = 1; i < n; i += 1) {
    const m = a[i]! / b[i - 1]!;
    b[i]! -= m * c[i - 1]!;
    r[i]! -= m * r[i - 1]!;
  }
  r[n - 1]! /= b[n - 1]!;
  for (let i = n - 2; i >= 0; i -= 1) r[i] = (r[i]! - c[i]! * r[i + 1]!) / b[i]!;
}

/**
 * Slopes of the twice-differentiable cubic through the points (natural in the third derivative at the ends: parabolic run-out), then held to the
 * Fritsch–Carlson limit of three times the neighbouring chords, so that the curve never turns back between rising points.
 * @param xs rising; @param ys rising; at least two
 * Source: Fritsch and Carlson, Monotone Piecewise Cubic Interpolation, SIAM J. Numer. Anal. 17 (1980); de Boor, A Practical Guide to Splines, ch. 4 (from memory).
 */
export function risingCurve(xs: readonly number[], ys: readonly number[]): Curve {
  const n = xs.length;
  const x = Float64Array.from(xs);
  const y = Float64Array.from(ys);
  const chord = (i: number) => (y[i + 1]! - y[i]!) / (x[i + 1]! - x[i]!);
  const slope = new Float64Array(n);
  if (n === 2) slope.fill(chord(0));
  else {
    const [a, b, c] = [new Float64Array(n), new Float64Array(n), new Float64Array(n)];
    for (let i = 1; i < n - 1; i += 1) {
      const [left, right] = [x[i]! - x[i - 1]!, x[i + 1]! - x[i]!];
      a[i] = right;
      b[i] = 2 * (left + right);
      c[i] = left;
      slope[i] = 3 * (right * chord(i - 1) + left * chord(i));
    }
    [b[0], c[0], slope[0]] = [1, 1, 2 * chord(0)];
    [a[n - 1], b[n - 1], slope[n - 1]] = [1, 1, 2 * chord(n - 2)];
    solveTridiagonal(a, b, c, slope);
  }
  for (let i = 0; i < n; i += 1) {
    const most = 3 * Math.min(i > 0 ? chord(i - 1) : Infinity, i < n - 1 ? chord(i) : Infinity);
    slope[i] = Math.min(Math.max(slope[i]!, 0), most);
  }
  return { x, y, slope };
}

/** The interval holding `at`, by halving: 0 to n − 2. */
function intervalOf({ x }: Curve, at: number): number {
  let [low, high] = [0, x.length - 1];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (x[middle]! <= at) low = middle;
    else high = middle;
  }
  return low;
}

/** Value (0), first (1) or second (2) derivative of the curve; straight on beyond its ends. */
export function curveAt(curve: Curve, at: number, derivative: 0 | 1 | 2): number {
  const { x, y, slope } = curve;
  const last = x.length - 1;
  const beyond = at < x[0]! ? 0 : at > x[last]! ? last : null;
  if (beyond !== null) return derivative === 0 ? y[beyond]! + slope[beyond]! * (at - x[beyond]!) : derivative === 1 ? slope[beyond]! : 0;
  const i = intervalOf(curve, at);
  const h = x[i + 1]! - x[i]!;
  const t = (at - x[i]!) / h;
  const chord = (y[i + 1]! - y[i]!) / h;
  const [m0, m1] = [slope[i]!, slope[i + 1]!];
  const [c2, c3] = [3 * chord - 2 * m0 - m1, m0 + m1 - 2 * chord];
  if (derivative === 0) return y[i]! + h * t * (m0 + t * (c2 + t * c3));
  if (derivative === 1) return m0 + t * (2 * c2 + 3 * t * c3);
  return (2 * c2 + 6 * t * c3) / h;
}
