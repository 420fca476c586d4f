/** A symmetric matrix of which only the band below the diagonal is kept: row i holds columns i − band to i. */
export interface Banded {
  size: number;
  band: number;
  data: Float64Array;
}

export const banded = (size: number, band: number): Banded => ({ size, band, data: new Float64Array(size * (band + 1)) });

/** Adds to entry (i, j), i ≥ j, within the band. */
export function addTo(m: Banded, i: number, j: number, value: number): void {
  const row = i >= j ? i : j;
  const column = i >= j ? j : i;
  m.data[row * (m.band + 1) + column - row + m.band]! += value;
}

/** m·x into `out`. */
export function timesInto({ size, band, data }: Banded, x: Float64Array, out: Float64Array): void {
  const stride = band + 1;
  out.fill(0);
  for (let i = 0; i < size; i += 1) {
    const row = i * stride + band - i;
    let sum = data[row + i]! * x[i]!;
    for (let k = Math.max(0, i - band); k < i; k += 1) {
      const entry = data[row + k]!;
      sum += entry * x[k]!;
      out[k]! += entry * x[i]!;
    }
    out[i]! += sum;
  }
}

/**
 * Cholesky in place, then both substitutions in place: `right` becomes the answer.
 * @returns false where the matrix is not positive definite; both are then spoilt
 * Source: Golub and Van Loan, Matrix Computations, 4.3.5 (from memory).
 */
export function solveInPlace(m: Banded, right: Float64Array): boolean {
  const { size, band, data } = m;
  const stride = band + 1;
  // Each row begins at its own first entry: the factor fills nothing to the left of it.
  const firsts = new Int32Array(size);
  for (let i = 0; i < size; i += 1) {
    const row = i * stride + band - i;
    let first = Math.max(0, i - band);
    while (first < i && data[row + first] === 0) first += 1;
    firsts[i] = first;
    for (let j = first; j <= i; j += 1) {
      const other = j * stride + band - j;
      let sum = data[row + j]!;
      const from = firsts[j]! > first ? firsts[j]! : first;
      for (let k = from; k < j; k += 1) sum -= data[row + k]! * data[other + k]!;
      if (j < i) data[row + j] = sum / data[other + j]!;
      else {
        if (!(sum > 0)) return false;
        data[row + i] = Math.sqrt(sum);
      }
    }
  }
  for (let i = 0; i < size; i += 1) {
    const row = i * stride + band - i;
    let sum = right[i]!;
    for (let k = firsts[i]!; k < i; k += 1) sum -= data[row + k]! * right[k]!;
    right[i] = sum / data[row + i]!;
  }
  // Back substitution by rows: each answer takes itself out of the rows above it.
  for (let i = size - 1; i >= 0; i -= 1) {
    const row = i * stride + band - i;
    const answer = right[i]! / data[row + i]!;
    right[i] = answer;
    for (let k = firsts[i]!; k < i; k += 1) right[k]! -= data[row + k]! * answer;
  }
  return true;
}
