import fc from 'fast-check';
import { lusolve, multiply, transpose } from 'mathjs';
import { fitLinear } from './tester';

const KGF = 9.80665;
const fit = (points: [number, number][]) => {
  const result = fitLinear(points.map(([deflectionMm, forceN]) => ({ deflectionMm, forceN })));
  if (!result.ok || result.value.model !== 'linear') throw new Error('no linear fit');
  return result.value;
};

// docs/methods.md, "Checks": common practice, no source. The least-squares line gives these figures.
test('10 mm 138 kgf, 23 mm 279 kgf, 50 mm 588 kgf is 110.6 N/mm with the seat at −2.0 mm, though marked 110', () => {
  const { rateNPerMm, seatOffsetMm, rSquared } = fit([
    [10, 138 * KGF],
    [23, 279 * KGF],
    [50, 588 * KGF],
  ]);
  expect(rateNPerMm).toBeCloseTo(110.6, 1);
  expect(seatOffsetMm).toBeCloseTo(-2.0, 1);
  expect(rSquared).toBeGreaterThan(0.999);
});

test('the line agrees with the normal equations of a general package, far offsets included', () => {
  const reading = fc.tuple(fc.double({ min: 0, max: 90, noNaN: true }), fc.double({ min: 0, max: 9000, noNaN: true }));
  fc.assert(
    fc.property(fc.array(reading, { minLength: 3, maxLength: 12 }), (noise) => {
      const points = noise.map(([x, y], i): [number, number] => [i * 7 + x / 50, 300 + 80 * i * 7 + y / 100]);
      const { rateNPerMm, seatOffsetMm } = fit(points);
      const design = points.map(([x]) => [1, x]);
      const solved = lusolve(
        multiply(transpose(design), design),
        multiply(
          transpose(design),
          points.map(([, y]) => [y]),
        ),
      ) as number[][];
      expect(rateNPerMm).toBeCloseTo(solved[1]![0]!, 6);
      expect(seatOffsetMm).toBeCloseTo(-solved[0]![0]! / solved[1]![0]!, 6);
    }),
    { seed: 7 },
  );
});

test('one deflection read twice is no line, and a falling one is no spring', () => {
  for (const points of [
    [
      [10, 1000],
      [10, 1010],
    ],
    [
      [10, 1000],
      [20, 900],
    ],
  ] as [number, number][][])
    expect(fitLinear(points.map(([deflectionMm, forceN]) => ({ deflectionMm, forceN })))).toMatchObject({ ok: false });
  expect(
    fit([
      [10, 1000],
      [20, 2000],
    ]),
  ).toMatchObject({ rateNPerMm: 100, seatOffsetMm: 0, rateStandardError: null, rSquared: 1 });
});
