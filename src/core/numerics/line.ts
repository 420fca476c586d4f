/** A straight line through points by least squares, y = intercept + slope·x. */
export interface Line {
  slope: number;
  intercept: number;
  /** Standard error of the slope; null with two points, which leave nothing over. */
  slopeStandardError: number | null;
  rSquared: number;
}

/**
 * Ordinary least squares with the sums taken about the means, so that large offsets lose no digits.
 * @param points at least two, with differing x
 * @returns null where the x do not differ
 * Source: Draper and Smith, Applied Regression Analysis, ch. 1 (from memory).
 */
export function fitLine(points: readonly { x: number; y: number }[]): Line | null {
  const n = points.length;
  const meanX = points.reduce((sum, p) => sum + p.x, 0) / n;
  const meanY = points.reduce((sum, p) => sum + p.y, 0) / n;
  let [sxx, sxy, syy] = [0, 0, 0];
  for (const { x, y } of points) {
    sxx += (x - meanX) ** 2;
    sxy += (x - meanX) * (y - meanY);
    syy += (y - meanY) ** 2;
  }
  // Relative to the data: x that differ only by rounding are the same x.
  if (!(sxx > 1e-24 * n * meanX * meanX) || n < 2) return null;
  const slope = sxy / sxx;
  const residual = Math.max(0, syy - slope * sxy);
  return {
    slope,
    intercept: meanY - slope * meanX,
    slopeStandardError: n > 2 ? Math.sqrt(residual / (n - 2) / sxx) : null,
    rSquared: syy > 0 ? 1 - residual / syy : 1,
  };
}
