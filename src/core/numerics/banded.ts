import { type Workspace, workspace } from './workspace';

/** A symmetric matrix of which only the band below the diagonal is kept: row i holds columns i − band to i. */
export interface Banded {
  size: number;
  band: number;
  data: Float64Array;
}

export const banded = (size: number, band: number, space: Workspace = workspace()): Banded => ({
  size,
  band,
  data: space.reals(size * (band + 1)),
});

/**
 * Cholesky in place: the band becomes its lower factor, with the inverse of each pivot on the diagonal, since they are divided by again and again.
 * @returns false where the matrix is not positive definite; it is then spoilt
 * Source: Golub and Van Loan, Matrix Computations, 4.3.5 (from memory).
 */
export function factorInPlace({ size, band, data }: Banded): boolean {
  const stride = band + 1;
  for (let i = 0; i < size; i += 1) {
    const row = i * stride + band - i;
    const first = i > band ? i - band : 0;
    for (let j = first; j < i; j += 1) {
      const other = j * stride + band - j;
      const reach = j - band;
      let sum = data[row + j]!;
      for (let k = reach > first ? reach : first; k < j; k += 1) sum -= data[row + k]! * data[other + k]!;
      data[row + j] = sum * data[other + j]!;
    }
    let pivot = data[row + i]!;
    for (let k = first; k < i; k += 1) pivot -= data[row + k]! * data[row + k]!;
    if (!(pivot > 0)) return false;
    data[row + i] = 1 / Math.sqrt(pivot);
  }
  return true;
}

/**
 * Both substitutions in place: `right` becomes the answer.
 * @param factor from factorInPlace
 * @param from, to rows concerned, where the matrix falls into blocks that know nothing of one another; `right` holds rows `from` to `to`
 * @param begin the first row of `right` that is not zero
 * @param shift row i stands at right[i − shift]
 */
export function substituteInPlace(
  { size, band, data }: Banded,
  right: Float64Array,
  from = 0,
  to = size,
  begin = from,
  shift = from,
): void {
  const stride = band + 1;
  for (let i = begin; i < to; i += 1) {
    const row = i * stride + band - i;
    let sum = right[i - shift]!;
    for (let k = i - band > begin ? i - band : begin; k < i; k += 1) sum -= data[row + k]! * right[k - shift]!;
    right[i - shift] = sum * data[row + i]!;
  }
  // Back substitution by rows: each answer takes itself out of the rows above it.
  for (let i = to - 1; i >= from; i -= 1) {
    const row = i * stride + band - i;
    const answer = right[i - shift]! * data[row + i]!;
    right[i - shift] = answer;
    for (let k = i - band > from ? i - band : from; k < i; k += 1) right[k - shift]! -= data[row + k]! * answer;
  }
}
