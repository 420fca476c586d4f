/** A symmetric matrix of which only the band below the diagonal is kept: row i holds columns i − band to i. */
export interface Banded {
  size: number;
  band: number;
  data: Float64Array;
}

export const banded = (size: number, band: number): Banded => ({ size, band, data: new Float64Array(size * (band + 1)) });

/**
 * Cholesky in place: the band becomes its lower factor.
 * @returns false where the matrix is not positive definite; it is then spoilt
 * Source: Golub and Van Loan, Matrix Computations, 4.3.5 (from memory).
 */
export function factorInPlace({ size, band, data }: Banded): boolean {
  const stride = band + 1;
  for (let i = 0; i < size; i += 1) {
    const row = i * stride + band - i;
    const first = i > band ? i - band : 0;
    for (let j = first; j <= i; j += 1) {
      const other = j * stride + band - j;
      const reach = j - band;
      let sum = data[row + j]!;
      for (let k = reach > first ? reach : first; k < j; k += 1) sum -= data[row + k]! * data[other + k]!;
      if (j < i) data[row + j] = sum / data[other + j]!;
      else {
        if (!(sum > 0)) return false;
        data[row + i] = Math.sqrt(sum);
      }
    }
  }
  return true;
}

/**
 * Both substitutions in place: `right` becomes the answer.
 * @param factor from factorInPlace
 * @param from, to rows concerned, where the matrix falls into blocks that know nothing of one another; `right` holds rows `from` to `to`
 * @param begin the first row of `right` that is not zero
 */
export function substituteInPlace({ size, band, data }: Banded, right: Float64Array, from = 0, to = size, begin = from): void {
  const stride = band + 1;
  for (let i = begin; i < to; i += 1) {
    const row = i * stride + band - i;
    let sum = right[i - from]!;
    for (let k = i - band > begin ? i - band : begin; k < i; k += 1) sum -= data[row + k]! * right[k - from]!;
    right[i - from] = sum / data[row + i]!;
  }
  // Back substitution by rows: each answer takes itself out of the rows above it.
  for (let i = to - 1; i >= from; i -= 1) {
    const row = i * stride + band - i;
    const answer = right[i - from]! / data[row + i]!;
    right[i - from] = answer;
    for (let k = i - band > from ? i - band : from; k < i; k += 1) right[k - from]! -= data[row + k]! * answer;
  }
}
