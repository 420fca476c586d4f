/** y = c0 + c1·x + c2·x² through points by least squares. */
export interface Parabola {
  c0: number;
  c1: number;
  c2: number;
  rSquared: number;
  /** Standard error of the curvature c2; null with three points, which leave nothing over. */
  curvatureStandardError: number | null;
}

/**
 * Ordinary least squares with orthogonal polynomials about the mean, so that the three sums do not cancel.
 * @param points at least three differing x
 * @returns null where the x do not differ enough for a parabola
 * Source: Forsythe, Generation and Use of Orthogonal Polynomials, J. SIAM 5 (1957) (from memory).
 */
export function fitParabola(points: readonly { x: number; y: number }[]): Parabola | null {
  const n = points.length;
  if (n < 3) return null;
  const sum = (of: (p: { x: number; y: number }) => number) => points.reduce((s, p) => s + of(p), 0);
  const meanX = sum((p) => p.x) / n;
  const meanY = sum((p) => p.y) / n;
  const u = (p: { x: number }) => p.x - meanX;
  const suu = sum((p) => u(p) ** 2);
  if (!(suu > 1e-24 * n * meanX * meanX)) return null;
  const skew = sum((p) => u(p) ** 3) / suu;
  const spread = suu / n;
  const q = (p: { x: number }) => u(p) ** 2 - skew * u(p) - spread;
  const sqq = sum((p) => q(p) ** 2);
  if (!(sqq > 1e-18 * suu * suu)) return null;
  const b1 = sum((p) => u(p) * p.y) / suu;
  const b2 = sum((p) => q(p) * p.y) / sqq;
  const residual = sum((p) => (p.y - meanY - b1 * u(p) - b2 * q(p)) ** 2);
  const syy = sum((p) => (p.y - meanY) ** 2);
  const linear = b1 - b2 * skew;
  return {
    c2: b2,
    c1: linear - 2 * b2 * meanX,
    c0: meanY - b2 * spread - linear * meanX + b2 * meanX * meanX,
    rSquared: syy > 0 ? 1 - residual / syy : 1,
    curvatureStandardError: n > 3 ? Math.sqrt(residual / (n - 3) / sqq) : null,
  };
}
