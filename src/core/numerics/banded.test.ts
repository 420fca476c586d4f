import { lusolve, multiply } from 'mathjs';
import { addTo, type Banded, banded, solveInPlace, timesInto } from './banded';
import { seeded } from './random';

/** A symmetric positive definite band with rows of uneven reach, from a seed, beside its dense twin. */
function made(seed: number, size: number, band: number): { m: Banded; dense: number[][] } {
  const next = seeded(seed);
  const m = banded(size, band);
  const dense = Array.from({ length: size }, () => new Array<number>(size).fill(0));
  for (let i = 0; i < size; i += 1) {
    const reach = Math.floor(next() * (band + 1));
    for (let j = Math.max(0, i - reach); j < i; j += 1) {
      const x = 2 * next() - 1;
      addTo(m, j, i, x);
      dense[i]![j]! += x;
      dense[j]![i]! += x;
    }
  }
  for (let i = 0; i < size; i += 1) {
    const x = 1 + dense[i]!.reduce((sum, v) => sum + Math.abs(v), 0);
    addTo(m, i, i, x);
    dense[i]![i]! += x;
  }
  return { m, dense };
}

test.each([1, 2, 3, 4])('the banded solve agrees with the dense one of a general package, seed %i', (seed) => {
  const { m, dense } = made(seed, 40, 9);
  const next = seeded(seed + 100);
  const right = Float64Array.from({ length: 40 }, () => 10 * (2 * next() - 1));
  const theirs = (lusolve(dense, [...right]) as number[][]).map((row) => row[0]!);
  const ours = right.slice();
  expect(solveInPlace(m, ours)).toBe(true);
  ours.forEach((x, i) => expect(x).toBeCloseTo(theirs[i]!, 10));
});

test('the banded product agrees with the dense one', () => {
  const { m, dense } = made(9, 30, 6);
  const x = Float64Array.from({ length: 30 }, (_, i) => Math.sin(i));
  const out = new Float64Array(30);
  timesInto(m, x, out);
  const theirs = multiply(dense, [...x]) as unknown as number[];
  out.forEach((v, i) => expect(v).toBeCloseTo(theirs[i]!, 12));
});

test('what is not positive definite is said, not solved', () => {
  const m = banded(2, 1);
  addTo(m, 0, 0, 1);
  addTo(m, 1, 1, 1);
  addTo(m, 1, 0, 2);
  expect(solveInPlace(m, Float64Array.of(1, 1))).toBe(false);
});
