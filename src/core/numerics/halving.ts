/** Halvings of a bracket: 60 leave less than a double can tell apart. */
const HALVINGS = 60;

/** Where a rising function reaches zero between `low` and `high`; the nearer end where it does not. */
export function risingRoot(of: (x: number) => number, low: number, high: number): number {
  for (let i = 0; i < HALVINGS; i += 1) {
    const middle = (low + high) / 2;
    if (of(middle) < 0) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
