import { multiply, transpose } from 'mathjs';
import { oneSided } from './complementarity';
import { addProduct, type Envelope, envelope } from './envelope';
import { seeded } from './random';

/** AᵀA of a random A, lean in rank where `rows` is small, and a random right side. */
function made(seed: number, n: number, rows: number): { m: Float64Array; b: Float64Array } {
  const next = seeded(seed);
  const a = Array.from({ length: rows }, () => Array.from({ length: n }, () => 2 * next() - 1));
  const m = multiply(transpose(a), a) as number[][];
  return { m: Float64Array.from(m.flat()), b: Float64Array.from({ length: n }, () => 2 * next() - 1) };
}

/** The matrix with each row's lower half kept from its first entry that is not zero. */
function kept(m: Float64Array, n: number): Envelope {
  const row = (i: number) => Array.from({ length: i + 1 }, (_, j) => m[i * n + j]!);
  const out = envelope(Int32Array.from({ length: n }, (_, i) => row(i).findIndex((x) => x !== 0)));
  for (let i = 0; i < n; i += 1) for (let j = out.first[i]!; j <= i; j += 1) out.data[out.start[i]! + j] = m[i * n + j]!;
  return out;
}
const complementarity = (m: Float64Array, b: Float64Array, begin: Uint8Array) => oneSided(kept(m, b.length)).solve(b, begin);

const slack = (m: Float64Array, b: Float64Array, z: Float64Array) =>
  b.map((right, i) => right + z.reduce((sum, x, j) => sum + m[i * z.length + j]! * x, 0));

describe('one-sided conditions', () => {
  test.each([1, 2, 3, 4, 5])('nothing is negative and one of each pair is zero, from any beginning, seed %i', (seed) => {
    const { m, b } = made(seed, 30, 60);
    const next = seeded(seed + 50);
    const begins = [new Uint8Array(30), new Uint8Array(30).fill(1), Uint8Array.from({ length: 30 }, () => (next() < 0.5 ? 1 : 0))];
    const answers = begins.map((begin) => complementarity(m, b, begin));
    for (const { z, solved } of answers) {
      expect(solved).toBe(true);
      const w = slack(m, b, z);
      z.forEach((x, i) => {
        expect(x).toBeGreaterThanOrEqual(0);
        expect(w[i]!).toBeGreaterThan(-1e-7);
        expect(Math.abs(x * w[i]!)).toBeLessThan(1e-7);
      });
      z.forEach((x, i) => expect(x).toBeCloseTo(answers[0]!.z[i]!, 7));
    }
    expect(answers[0]!.z.some((x) => x > 0.01)).toBe(true);
  });

  test('rows that hang on one another, where whole sets go round in circles, still end', () => {
    // 40 rows of rank 12: many forces do the same. b in the range of M keeps an answer there.
    const { m } = made(7, 40, 12);
    const next = seeded(8);
    const some = Float64Array.from({ length: 40 }, () => 2 * next() - 1);
    const b = slack(m, new Float64Array(40), some);
    const { z, solved } = complementarity(m, b, new Uint8Array(40).fill(1));
    expect(solved).toBe(true);
    const w = slack(m, b, z);
    z.forEach((x, i) => {
      expect(w[i]!).toBeGreaterThan(-1e-5);
      expect(Math.abs(x * w[i]!)).toBeLessThan(1e-5);
    });
  });

  test('two rows by hand', () => {
    // 2z₁ + z₂ − 1 and z₁ + 2z₂ + 1: z = (½, 0), w = (0, 3/2).
    const { z } = complementarity(Float64Array.of(2, 1, 1, 2), Float64Array.of(-1, 1), new Uint8Array(2));
    expect(z[0]!).toBeCloseTo(0.5, 8);
    expect(z[1]!).toBe(0);
  });

  test('rows that reach only a little back, asked again and again: the same as asked afresh, and none of the product is lost', () => {
    const n = 24;
    const next = seeded(11);
    const m = new Float64Array(n * n);
    for (let i = 0; i < n; i += 1)
      for (let j = Math.max(0, i - 3); j <= i; j += 1) m[i * n + j] = m[j * n + i] = i === j ? 8 + next() : 2 * next() - 1;
    const matrix = kept(m, n);
    expect(matrix.data.length).toBeLessThan((n * (n + 1)) / 4);
    const again = oneSided(matrix);
    const begin = new Uint8Array(n);
    for (let k = 0; k < 6; k += 1) {
      const b = Float64Array.from({ length: n }, () => 2 * next() - 1);
      const { z } = again.solve(b, begin);
      const fresh = complementarity(m, b, new Uint8Array(n));
      z.forEach((x, i) => expect(x).toBeCloseTo(fresh.z[i]!, 12));
      const w = b.slice();
      addProduct(matrix, z, begin, w);
      slack(m, b, z).forEach((x, i) => expect(begin[i] ? 0 : w[i]!).toBeCloseTo(x, begin[i] ? 6 : 12));
    }
    // A changed matrix is taken once it is said.
    for (let i = 0; i < n; i += 1) matrix.data[matrix.start[i]! + i]! *= 2;
    again.renew();
    const b = Float64Array.from({ length: n }, () => -1);
    const doubled = m.map((x, k) => (k % (n + 1) === 0 ? 2 * x : x));
    const fresh = complementarity(doubled, b, new Uint8Array(n));
    again.solve(b, begin).z.forEach((x, i) => expect(x).toBeCloseTo(fresh.z[i]!, 12));
  });
});
