/** Steps at most; each third one halves, so that the bracket is gone by then whatever the function. */
const MAX_STEPS = 180;
/** The bracket is small enough at this share of its upper end. */
const CLOSE = 1e-13;

/**
 * Where a rising function reaches zero between `low` and `high`; the nearer end where it does not. By false position with the stale end's weight halved, and by plain halving each third
 * step, for functions that stand still and then rise.
 * @param close the bracket is small enough at this share of its upper end
 * Source: the Illinois method (Dowell and Jarratt, BIT 11 (1971), from memory).
 */
export function risingRoot(of: (x: number) => number, low: number, high: number, close = CLOSE): number {
  let [below, above] = [of(low), of(high)];
  if (below >= 0) return low;
  if (above < 0) return high;
  let stale = 0;
  for (let i = 1; i <= MAX_STEPS && high - low > close * Math.abs(high); i += 1) {
    const chord = high - (above * (high - low)) / (above - below);
    const x = i % 3 === 0 || !(chord > low && chord < high) ? (low + high) / 2 : chord;
    const y = of(x);
    if (y === 0) return x;
    if (y < 0) {
      low = x;
      below = y;
      if (stale < 0) above /= 2;
      stale = -1;
    } else {
      high = x;
      above = y;
      if (stale > 0) below /= 2;
      stale = 1;
    }
  }
  return (low + high) / 2;
}
