import { lusolve } from 'mathjs';
import { type Banded, banded, factorInPlace, substituteInPlace } from './banded';
import { seeded } from './random';

/** Adds to entry (i, j), i ≥ j, within the band. */
const addTo = (m: Banded, i: number, j: number, value: number) => {
  m.data[i * (m.band + 1) + j - i + m.band]! += value;
};

/** A symmetric positive definite band with rows of uneven reach, from a seed, beside its dense twin. */
function made(seed: number, size: number, band: number): { m: Banded; dense: number[][] } {
  const next = seeded(seed);
  const m = banded(size, band);
  const dense = Array.from({ length: size }, () => new Array<number>(size).fill(0));
  for (let i = 0; i < size; i += 1) {
    const reach = Math.floor(next() * (band + 1));
    for (let j = Math.max(0, i - reach); j < i; j += 1) {
      const x = 2 * next() - 1;
      addTo(m, i, j, x);
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
  expect(factorInPlace(m)).toBe(true);
  substituteInPlace(m, ours);
  ours.forEach((x, i) => expect(x).toBeCloseTo(theirs[i]!, 10));
});

test('of a matrix in blocks one block is solved alone', () => {
  const one = made(5, 12, 4);
  const two = made(6, 9, 4);
  const both = banded(21, 4);
  both.data.set(one.m.data);
  both.data.set(two.m.data, one.m.data.length);
  const right = Float64Array.from({ length: 9 }, (_, i) => Math.cos(3 * i));
  const theirs = (lusolve(two.dense, [...right]) as number[][]).map((row) => row[0]!);
  expect(factorInPlace(both)).toBe(true);
  substituteInPlace(both, right, 12, 21);
  right.forEach((x, i) => expect(x).toBeCloseTo(theirs[i]!, 10));
});

test('what is not positive definite is said, not solved', () => {
  const m = banded(2, 1);
  addTo(m, 0, 0, 1);
  addTo(m, 1, 1, 1);
  addTo(m, 1, 0, 2);
  expect(factorInPlace(m)).toBe(false);
});
