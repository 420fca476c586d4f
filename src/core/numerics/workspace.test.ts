import { workspace } from './workspace';

test('arrays of one workspace begin as zeros, stand apart and may be longer than a piece', () => {
  const space = workspace();
  const arrays = [
    space.marks(3),
    space.reals(5),
    space.integers(7),
    space.reals(40_000),
    space.marks(1),
    space.integers(2),
    space.reals(1),
  ];
  expect(arrays.map((a) => a.length)).toEqual([3, 5, 7, 40_000, 1, 2, 1]);
  expect(arrays.every((a) => a.every((x: number) => x === 0))).toBe(true);
  arrays.forEach((a, i) => a.fill(i + 1));
  expect(arrays.map((a) => a.every((x: number) => x === a[0]))).toEqual(arrays.map(() => true));
  expect(arrays.map((a) => a[0])).toEqual([1, 2, 3, 4, 5, 6, 7]);
});
