/** Coefficients of PPND7, by the distance from the middle: numerators first. */
const MIDDLE = [
  [3.3871327179, 50.434271938, 159.29113202, 59.10937472],
  [1, 17.895169469, 78.757757664, 67.1875636],
] as const;
const OUTER = [
  [1.4234372777, 2.75681539, 1.3067284816, 0.17023821103],
  [1, 0.7370016425, 0.12021132975],
] as const;
const TAIL = [
  [6.657905115, 3.081226386, 0.42868294337, 0.017337203997],
  [1, 0.24197894225, 0.012258202635],
] as const;

function polynomial(c: readonly number[], x: number): number {
  let sum = 0;
  for (let i = c.length - 1; i >= 0; i -= 1) sum = sum * x + c[i]!;
  return sum;
}

/**
 * The standard normal deviate below which a share of the draws lies.
 * @param share above 0, below 1
 * @returns good to seven digits
 * Source: Wichura, Algorithm AS 241 (PPND7), Applied Statistics 37 (1988); coefficients from memory, held by the tests against the integral.
 */
export function normalQuantile(share: number): number {
  const q = share - 0.5;
  if (Math.abs(q) <= 0.425) {
    const r = 0.180625 - q * q;
    return (q * polynomial(MIDDLE[0], r)) / polynomial(MIDDLE[1], r);
  }
  const r = Math.sqrt(-Math.log(Math.min(share, 1 - share)));
  const [c, x] = r <= 5 ? [OUTER, r - 1.6] : [TAIL, r - 5];
  return (Math.sign(q) * polynomial(c[0], x)) / polynomial(c[1], x);
}

const SHARE = [0.31938153, -0.356563782, 1.781477937, -1.821255978, 1.330274429] as const;

/**
 * Share of the normal distribution below a deviate.
 * @returns good to seven digits
 * Source: Abramowitz and Stegun, Handbook of Mathematical Functions, 26.2.17; coefficients from memory, held by the tests against the integral.
 */
export function normalShare(deviate: number): number {
  const x = Math.abs(deviate);
  const t = 1 / (1 + 0.2316419 * x);
  const beyond = ((t * Math.exp((-x * x) / 2)) / Math.sqrt(2 * Math.PI)) * polynomial(SHARE, t);
  return deviate < 0 ? beyond : 1 - beyond;
}

/**
 * Evenly spread standard normal draws: each column has its own irrational step, so that a few thousand rows fill the space as many more thrown at random would. The same each time.
 * @returns `rows` rows of `columns` deviates, one after the other
 * Source: additive recurrence on the generalised golden ratio (Kronecker sequence; from memory).
 */
export function normalDraws(rows: number, columns: number): Float64Array {
  const key = `${rows} ${columns}`;
  const kept = KEPT.get(key) ?? spreadOut(rows, columns);
  KEPT.set(key, kept);
  return kept;
}

/** They are the same each time, and asked for at every key. */
const KEPT = new Map<string, Float64Array>();

function spreadOut(rows: number, columns: number): Float64Array {
  let golden = 2;
  for (let i = 0; i < 60; i += 1) golden = (1 + golden) ** (1 / (columns + 1));
  const out = new Float64Array(rows * columns);
  for (let c = 0; c < columns; c += 1) {
    const step = golden ** -(c + 1);
    let at = 0.5;
    for (let r = 0; r < rows; r += 1) {
      at = (at + step) % 1;
      out[r * columns + c] = normalQuantile(Math.min(Math.max(at, 1e-9), 1 - 1e-9));
    }
  }
  return out;
}
