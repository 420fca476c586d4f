/** Sweeps over all pairs; a small matrix is diagonal to the last digit after six. */
const SWEEPS = 30;
/** What stands off the diagonal is gone at this share of the whole. */
const GONE = 1e-15;

/**
 * Eigenvalues of a symmetric matrix, smallest first, by Jacobi's rotations.
 * @param matrix rows of a small symmetric matrix; left as it is
 * Source: Golub and Van Loan, Matrix Computations, 8.5.
 */
export function symmetricEigenvalues(matrix: readonly (readonly number[])[]): number[] {
  const a = matrix.map((row) => [...row]);
  const n = a.length;
  const whole = Math.hypot(...a.flat());
  for (let sweep = 0; sweep < SWEEPS; sweep += 1) {
    let off = 0;
    for (let p = 0; p < n; p += 1) for (let q = p + 1; q < n; q += 1) off = Math.hypot(off, a[p]![q]!);
    if (!(off > GONE * whole)) break;
    for (let p = 0; p < n; p += 1) for (let q = p + 1; q < n; q += 1) rotate(a, p, q);
  }
  return a.map((row, i) => row[i]!).sort((x, y) => x - y);
}

/** One rotation in the plane of p and q, that takes what couples them away. */
function rotate(a: number[][], p: number, q: number): void {
  const coupling = a[p]![q]!;
  if (coupling === 0) return;
  const turn = (a[q]![q]! - a[p]![p]!) / (2 * coupling);
  const t = (turn >= 0 ? 1 : -1) / (Math.abs(turn) + Math.hypot(1, turn));
  const c = 1 / Math.hypot(1, t);
  const s = t * c;
  for (const row of a) {
    const [x, y] = [row[p]!, row[q]!];
    row[p] = c * x - s * y;
    row[q] = s * x + c * y;
  }
  const [rowP, rowQ] = [a[p]!, a[q]!];
  for (let j = 0; j < a.length; j += 1) {
    const [x, y] = [rowP[j]!, rowQ[j]!];
    rowP[j] = c * x - s * y;
    rowQ[j] = s * x + c * y;
  }
}
