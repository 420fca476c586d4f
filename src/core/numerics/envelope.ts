import { type Workspace, workspace } from './workspace';

/** A symmetric matrix of which each row keeps its lower half from its first entry on: row i holds columns first[i] to i, (i, j) at start[i] + j. */
export interface Envelope {
  size: number;
  first: Int32Array;
  start: Int32Array;
  data: Float64Array;
}

/** @param first of every row its first column, none beyond the row itself */
export function envelope(first: Int32Array, space: Workspace = workspace()): Envelope {
  const size = first.length;
  const start = space.integers(size);
  let length = 0;
  for (let i = 0; i < size; i += 1) {
    start[i] = length - first[i]!;
    length += i - first[i]! + 1;
  }
  return { size, first, start, data: space.reals(length) };
}

/** w + M·z into `w` where a row is not of `rows`, for a z that is zero outside `rows`; w of the rows themselves is left as anything. */
export function addProduct({ first, start, data, size }: Envelope, z: Float64Array, rows: Uint8Array, w: Float64Array): void {
  for (let i = 0; i < size; i += 1) {
    const own = start[i]!;
    if (rows[i]) {
      const zi = z[i]!;
      for (let j = first[i]!; j < i; j += 1) w[j]! += data[own + j]! * zi;
    } else {
      let sum = 0;
      for (let j = first[i]!; j < i; j += 1) sum += data[own + j]! * z[j]!;
      w[i]! += sum;
    }
  }
}
