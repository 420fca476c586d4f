/** A function given by points, straight between them, its first and last slope carried on beyond. */
export interface Table {
  readonly x: Float64Array;
  readonly y: Float64Array;
}

export const tableOf = (x: readonly number[], y: readonly number[]): Table => ({ x: Float64Array.from(x), y: Float64Array.from(y) });

/** The first point whose x is not above the one before, or −1. */
export const firstNotAbove = (x: readonly number[]): number => x.findIndex((value, i) => i > 0 && !(value > x[i - 1]!));

/** The piece of a table a place lies in. `from` is where it was last: a machine in motion moves to the next piece at most. */
export function pieceAt({ x }: Table, at: number, from: number): number {
  let i = from;
  while (i > 0 && at < x[i]!) i -= 1;
  while (i < x.length - 2 && at >= x[i + 1]!) i += 1;
  return i;
}

export const slopeOf = ({ x, y }: Table, piece: number): number => (y[piece + 1]! - y[piece]!) / (x[piece + 1]! - x[piece]!);

export const valueIn = (table: Table, piece: number, at: number): number =>
  table.y[piece]! + slopeOf(table, piece) * (at - table.x[piece]!);

export const valueAt = (table: Table, at: number): number => valueIn(table, pieceAt(table, at, 0), at);

/** The steepest slope of a table, for the choice of a time step. */
export function steepestOf(table: Table): number {
  let most = 0;
  for (let i = 0; i < table.x.length - 1; i += 1) most = Math.max(most, Math.abs(slopeOf(table, i)));
  return most;
}
