export interface Complementary {
  /** The unknowns, none below zero. */
  z: Float64Array;
  rounds: number;
  solved: boolean;
}

/** Share of the largest figure below which a sign is round-off. */
const ROUND_OFF = 1e-10;
/** Every row gives way by this share of itself: rows that nearly depend on one another then still have one answer. */
const GIVE = 1e-8;
/** A pivot this small against 1 says that the row depends on those before it. */
const DEPENDENT = 1e-14;
/** Whole sets are exchanged this often without gain. */
const PATIENCE = 10;
const MOST_ROUNDS = 3000;

/**
 * One-sided conditions: z ≥ 0 with w = b + M·z ≥ 0 and z·w = 0, by block principal pivoting: rows on the wrong side change over all at once. Where that stops gaining, the least of
 * ½zᵀMz + bᵀz is sought row by row, which always ends.
 * @param m dense, row by row, symmetric and positive definite
 * @param begin 1 for rows thought to have z > 0: those of a neighbouring problem; renewed in place
 * Source: Júdice and Pires, Computers and Operations Research 21 (1994); Lawson and Hanson, Solving Least Squares Problems, ch. 23 (both from memory).
 */
export function complementarity(m: Float64Array, b: Float64Array, begin: Uint8Array): Complementary {
  const n = b.length;
  // Rows scaled to a unit diagonal, so that one tolerance fits all.
  const scale = Float64Array.from({ length: n }, (_, i) => Math.sqrt(m[i * n + i]!));
  const z = new Float64Array(n);
  const at = new Int32Array(n);
  const factor = new Float64Array(n * n);
  let most = 0;
  for (let i = 0; i < n; i += 1) most = Math.max(most, Math.abs(b[i]! / scale[i]!));
  let tolerance = 0;
  let count = 0;
  /** z of the rows of `begin`; the others are 0. */
  const solve = () => {
    count = 0;
    for (let i = 0; i < n; i += 1) if (begin[i]) at[count++] = i;
    solveRows(m, b, scale, at, count, n, factor, z);
    tolerance = most;
    for (let k = 0; k < count; k += 1) tolerance = Math.max(tolerance, Math.abs(z[at[k]!]!));
    tolerance *= ROUND_OFF;
  };
  const slackOf = (i: number) => {
    let w = b[i]!;
    const row = i * n;
    for (let k = 0; k < count; k += 1) w += (m[row + at[k]!]! * z[at[k]!]!) / scale[at[k]!]!;
    return w / scale[i]!;
  };
  const ended = (rounds: number, solved: boolean): Complementary => ({
    z: z.map((x, i) => (begin[i] ? Math.max(0, x / scale[i]!) : 0)),
    rounds,
    solved,
  });
  let [least, patience, rounds] = [n + 1, PATIENCE, 1];
  const wrong: number[] = [];
  for (; patience > 0; rounds += 1) {
    solve();
    wrong.length = 0;
    for (let i = 0; i < n; i += 1) if ((begin[i] ? z[i]! : slackOf(i)) < -tolerance) wrong.push(i);
    if (wrong.length === 0) return ended(rounds, true);
    if (wrong.length < least) [least, patience] = [wrong.length, PATIENCE];
    else patience -= 1;
    for (const i of wrong) begin[i] = begin[i] ? 0 : 1;
  }
  // Row by row from nothing: the most wanting row comes in; on the way to its answer the first that would turn negative goes out.
  const held = new Float64Array(n);
  begin.fill(0);
  count = 0;
  while (rounds < MOST_ROUNDS) {
    let [worst, by] = [-1, -most * ROUND_OFF];
    for (let i = 0; i < n; i += 1) {
      const w = begin[i] ? 0 : slackOf(i);
      if (w < by) [worst, by] = [i, w];
    }
    if (worst < 0) return ended(rounds, true);
    begin[worst] = 1;
    held[worst] = 0;
    for (;;) {
      solve();
      rounds += 1;
      let share = 1;
      for (let k = 0; k < count; k += 1) {
        const i = at[k]!;
        if (z[i]! <= 0) share = Math.min(share, held[i]! / (held[i]! - z[i]! || Number.MIN_VALUE));
      }
      for (let k = 0; k < count; k += 1) {
        const i = at[k]!;
        held[i]! += share * (z[i]! - held[i]!);
        if (share < 1 && held[i]! <= most * ROUND_OFF * ROUND_OFF) begin[i] = held[i] = 0;
      }
      if (share === 1 || rounds >= MOST_ROUNDS) break;
    }
  }
  return ended(rounds, false);
}

/** Scaled z of the rows chosen, from M_FF·z = −b_F by Cholesky; the others are left as they are. */
function solveRows(
  m: Float64Array,
  b: Float64Array,
  scale: Float64Array,
  at: Int32Array,
  count: number,
  n: number,
  l: Float64Array,
  z: Float64Array,
): void {
  for (let i = 0; i < count; i += 1) {
    const row = at[i]! * n;
    const own = i * n;
    const si = scale[at[i]!]!;
    let right = -b[at[i]!]! / si;
    for (let j = 0; j <= i; j += 1) {
      const other = j * n;
      let sum = m[row + at[j]!]! / (si * scale[at[j]!]!) + (i === j ? GIVE : 0);
      for (let k = 0; k < j; k += 1) sum -= l[own + k]! * l[other + k]!;
      if (j < i) {
        l[own + j] = sum * l[other + j]!;
        right -= l[own + j]! * z[at[j]!]!;
      } else {
        // The inverse of the pivot is kept; 0 leaves a dependent row out.
        l[own + i] = sum > DEPENDENT ? 1 / Math.sqrt(sum) : 0;
      }
    }
    z[at[i]!] = right * l[own + i]!;
  }
  for (let i = count - 1; i >= 0; i -= 1) {
    const answer = z[at[i]!]! * l[i * n + i]!;
    z[at[i]!] = answer;
    for (let k = 0; k < i; k += 1) z[at[k]!]! -= l[i * n + k]! * answer;
  }
}
