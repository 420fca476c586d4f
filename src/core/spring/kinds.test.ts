import fc from 'fast-check';
import { lusolve, multiply, transpose } from 'mathjs';
import { oil, viscosityIndex } from '../damper/oil';
import { fitParabola } from '../numerics/parabola';
import { constantLeverage } from '../leverage/leverage';
import type { Result } from '../result';
import { airSpring, type AirRequest } from './air';
import { effectiveRate, type EffectiveRequest } from './effective';
import { frontEnd, rearEnd, restsAt, springForceN, wheelForceN, wheelRateNPerMm } from './end';
import { endOf } from './endOf';
import { linearSpring, tableSpring, unlikePair } from './law';
import { bumpStop, constantForce, gasForce, NO_FORCE, together, topOutSpring } from './other';
import { progressiveTable, seriesSegments, tableOfSegments } from './series';
import { fitProgressive, fitSpring } from './tester';
import { springWire, type WireRequest } from './wire';

const value = <T>(result: Result<T>): T => {
  if (!result.ok) throw new Error(JSON.stringify(result.issue));
  return result.value;
};
const code = (result: Result<unknown>) => (result.ok ? 'ok' : result.issue.code);

describe('wire', () => {
  const STEEL: WireRequest = { wireMm: 12, meanDiameterMm: 62, activeCoils: 6, shearModulusGPa: 79.3 };

  // Shigley, Mechanical Engineering Design, ch. 10, worked compression spring (from memory): wire 0.037 in, outside 7/16 in, 10.5 active coils, G 11.85 Mpsi.
  // The book rounds the mean diameter to 0.400 in before it takes the rate; from the outside diameter as given the rate comes 0.4 % lower.
  test('the handbook’s music-wire spring is 4.13 lbf/in', () => {
    const psi = (0.45359237 * 9.80665) / (25.4 * 25.4);
    const shigley = { wireMm: 0.037 * 25.4, activeCoils: 10.5, shearModulusGPa: (11.85e6 * psi) / 1000, totalCoils: 12.5 };
    const lbfPerIn = (0.45359237 * 9.80665) / 25.4;
    const found = value(springWire({ ...shigley, meanDiameterMm: 0.4 * 25.4 }));
    expect(found.rateNPerMm / lbfPerIn).toBeCloseTo(4.13, 2);
    const fromOutside = value(springWire({ ...shigley, outerDiameterMm: (7 / 16) * 25.4 }));
    expect(fromOutside.rateNPerMm / found.rateNPerMm).toBeCloseTo((0.4 / 0.4005) ** 3, 9);
    expect(found.index).toBeCloseTo(10.8, 1);
    expect(found.solidLengthMm / 25.4).toBeCloseTo(0.4625, 4);
  });

  test('the wire found for a rate gives that rate back, with mean or outer diameter held', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 300, noNaN: true }),
        fc.double({ min: 30, max: 90, noNaN: true }),
        fc.boolean(),
        (rate, diameter, mean) => {
          const held = mean ? { meanDiameterMm: diameter } : { outerDiameterMm: diameter };
          const asked = { ...held, activeCoils: 7, shearModulusGPa: 79.3 };
          const { wireMm } = value(springWire({ ...asked, rateNPerMm: rate }));
          expect(value(springWire({ ...asked, wireMm })).rateNPerMm).toBeCloseTo(rate, 6);
        },
      ),
      { seed: 3 },
    );
  });

  test('cut coils: k·n/(n − Δn), a spacer for the lost length, coil bind checked, and said to be a stop-gap', () => {
    const cut = value(springWire({ ...STEEL, freeLengthMm: 240, cutCoils: 1, strokeMm: 100, preloadMm: 10 }));
    expect(cut.rateAfterCutNPerMm! / cut.rateNPerMm).toBeCloseTo(6 / 5, 9);
    const pitch = (240 - 2 * 12) / 6;
    expect(cut.spacerMm).toBeCloseTo(pitch, 9);
    // Free 240 with 8 coils of 12 leaves 144; the cut coil takes its gap with it.
    expect(cut.coilBindReserveMm).toBeCloseTo(144 - 110 - (pitch - 12), 9);
    expect(cut.warnings.map((w) => w.code)).toEqual(['cut-is-stop-gap']);
    // The same by its length, as a saw finds it.
    const byLength = value(springWire({ ...STEEL, freeLengthMm: 240, cutLengthMm: pitch, strokeMm: 100, preloadMm: 10 }));
    expect([byLength.cutCoils, byLength.rateAfterCutNPerMm]).toEqual([expect.closeTo(1, 9), expect.closeTo(cut.rateAfterCutNPerMm!, 9)]);
    expect(code(springWire({ ...STEEL, cutLengthMm: 20 }))).toBe('empty');
    const short = value(springWire({ ...STEEL, freeLengthMm: 240, strokeMm: 150, allowedStressMPa: 900 }));
    expect(short.warnings.map((w) => w.code)).toEqual(['coils-bind']);
    expect(short.stressReserve).toBeCloseTo(1 - short.stressAtFullStrokeMPa! / 900, 9);
    // τ = K·8FD/(πd³): doubling wire and coil leaves the stress of four times the force.
    const twice = value(springWire({ ...STEEL, wireMm: 24, meanDiameterMm: 124, strokeMm: 75, freeLengthMm: 480 }));
    expect(
      twice.stressAtFullStrokeMPa! / value(springWire({ ...STEEL, strokeMm: 75, freeLengthMm: 240 })).stressAtFullStrokeMPa!,
    ).toBeCloseTo(0.5, 9);
  });

  test('impossible coils are refused', () => {
    expect(code(springWire({ ...STEEL, meanDiameterMm: 11 }))).toBe('wire-too-thick');
    expect(code(springWire({ ...STEEL, cutCoils: 6 }))).toBe('cut-too-many');
    expect(code(springWire({ ...STEEL, totalCoils: 5 }))).toBe('total-below-active');
    expect(code(springWire({ ...STEEL, freeLengthMm: 90 }))).toBe('solid-longer-than-free');
    expect(value(springWire({ ...STEEL, wireMm: 20 })).warnings.map((w) => w.code)).toEqual(['spring-index-unusual']);
  });
});

describe('springs in series and progressive springs', () => {
  test('1/k = 1/k₁ + 1/k₂ until the soft part binds, then what is left; order does not matter', () => {
    const parts = [
      { rateNPerMm: 10, travelToBindMm: 30 },
      { rateNPerMm: 15, travelToBindMm: 100 },
    ];
    const segments = value(seriesSegments(parts));
    const rounded = segments.map((x) => [x.fromMm, x.toMm!, x.rateNPerMm].map((n) => Number(n.toFixed(9))));
    expect(rounded).toEqual([
      [0, 50, 6],
      [50, 130, 15],
    ]);
    expect(value(seriesSegments([...parts].reverse()))).toEqual(segments);
    const law = tableSpring(tableOfSegments(segments, 90));
    expect([law.forceN(25), law.forceN(50), law.forceN(90)].map((f) => Number(f.toFixed(9)))).toEqual([150, 300, 900]);
    expect(value(seriesSegments([{ rateNPerMm: 8, travelToBindMm: null }]))).toEqual([{ fromMm: 0, toMm: null, rateNPerMm: 8 }]);
    expect(code(seriesSegments([]))).toBe('empty');
  });

  test('at any compression each spring of the stack carries the same force, and their compressions add', () => {
    const spring = fc.record({
      rateNPerMm: fc.double({ min: 1, max: 200, noNaN: true }),
      travelToBindMm: fc.double({ min: 5, max: 200, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(spring, { minLength: 1, maxLength: 5 }), fc.double({ min: 0.01, max: 0.99, noNaN: true }), (springs, share) => {
        const segments = value(seriesSegments(springs));
        const whole = segments.at(-1)!.toMm!;
        const law = tableSpring(tableOfSegments(segments, whole));
        const force = law.forceN(whole * share);
        const added = springs.reduce((sum, s) => sum + Math.min(force / s.rateNPerMm, s.travelToBindMm), 0);
        expect(added).toBeCloseTo(whole * share, 6);
      }),
      { seed: 5 },
    );
  });

  test('a progressive table has the start and end rate it was made from', () => {
    const law = tableSpring(progressiveTable(60, 110, 70));
    expect(law.forceN(70)).toBeCloseTo(85 * 70, 6);
    expect([law.rateNPerMm(0.1), law.rateNPerMm(69.9)].map(Math.round)).toEqual([61, 109]);
  });

  test('two unlike fork springs carry together what each carries, with their own preloads', () => {
    const [soft, hard] = [linearSpring(6), linearSpring(9)];
    const pair = unlikePair(soft, hard, 4);
    for (const c of [0, 12, 80]) {
      expect(2 * pair.forceN(c)).toBeCloseTo(soft.forceN(c) + hard.forceN(c + 4), 9);
      expect(pair.compressionMm(pair.forceN(c))).toBeCloseTo(c, 6);
    }
    expect(pair.rateNPerMm(5)).toBe(7.5);
  });
});

describe('the tester', () => {
  test('the parabola agrees with the normal equations of a general package, far from the origin too', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: -40, max: 40, noNaN: true }), { minLength: 4, maxLength: 12 }), (noise) => {
        const points = noise.map((e, i) => ({ x: 40 + 8 * i, y: 300 + 60 * i * 8 + 0.4 * (i * 8) ** 2 + e }));
        const middle = 40 + 4 * (points.length - 1);
        const design = points.map((p) => [1, p.x - middle, (p.x - middle) ** 2]);
        const right = points.map((p) => [p.y]);
        const theirs = (lusolve(multiply(transpose(design), design), multiply(transpose(design), right)) as number[][]).map(
          (row) => row[0]!,
        );
        const ours = fitParabola(points)!;
        const at = (x: number) => ours.c0 + ours.c1 * x + ours.c2 * x * x;
        for (const x of [40, middle, 100]) {
          const u = x - middle;
          expect(at(x)).toBeCloseTo(theirs[0]! + theirs[1]! * u + theirs[2]! * u * u, 4);
        }
      }),
      { seed: 9 },
    );
  });

  test('a progressive spring comes out with its start and end rate, its seat offset and a table from the seat', () => {
    const force = (x: number) => 55 * (x + 2) + 0.35 * (x + 2) ** 2;
    const found = value(
      fitSpring(
        [5, 20, 35, 50, 65].map((x) => ({ deflectionMm: x, forceN: force(x) })),
        'progressive',
      ),
    );
    if (found.model !== 'progressive') throw new Error('not progressive');
    expect(found.startRateNPerMm).toBeCloseTo(55, 6);
    expect(found.endRateNPerMm).toBeCloseTo(55 + 0.7 * 67, 6);
    expect(found.seatOffsetMm).toBeCloseTo(-2, 6);
    expect(tableSpring(found.forceTable).forceN(42)).toBeCloseTo(force(40), -1);
    expect(found.warnings).toEqual([]);
  });

  test('readings that bend more than they scatter are questioned when fitted as a line, straight ones are not', () => {
    const warned = (bend: number) => {
      const points = [5, 15, 25, 35, 45, 55].map((x, i) => ({ deflectionMm: x, forceN: 70 * x + bend * x * x + (i % 2 === 0 ? 4 : -4) }));
      return value(fitSpring(points, 'linear')).warnings.map((w) => w.code);
    };
    expect([warned(0.5), warned(0)]).toEqual([['tester-looks-progressive'], []]);
    expect(code(fitProgressive([1, 2, 3].map((x) => ({ deflectionMm: x, forceN: 100 - 30 * x }))))).toBe('tester-force-falls');
    expect(code(fitProgressive([5, 5, 5].map((x) => ({ deflectionMm: x, forceN: 10 }))))).toBe('tester-points-alike');
  });
});

describe('air, gas, stops', () => {
  const LEG: AirRequest = {
    stanchionMm: 48,
    boreMm: 45,
    levelMm: 120,
    solidVolumeMm3: 30_000,
    travelMm: 300,
    exponent: 1,
    legs: 2,
    initialPressureMPa: 0.101325,
  };
  const air = (over: Partial<AirRequest> = {}) => value(airSpring({ ...LEG, ...over }));

  // Worked by hand from the formulas of docs/methods.md, "Gas, air, stops".
  test('the closed form: volumes, pressure ratio and force at full travel', () => {
    const area = (Math.PI / 4) * 48 ** 2;
    const left = (Math.PI / 4) * 45 ** 2 * 120 - 30_000;
    const ratio = (left + area * 300) / left;
    expect(air().air.pressureMPa(300)).toBeCloseTo(0.101325 * ratio, 9);
    expect(air().air.forceN(300)).toBeCloseTo(2 * 0.101325 * (ratio - 1) * area, 6);
    expect(air({ exponent: 1.3 }).air.pressureMPa(300)).toBeCloseTo(0.101325 * ratio ** 1.3, 9);
    expect(air().air.forceN(0)).toBeCloseTo(0, 9);
  });

  test('the rate is the slope of the force; less air firms the end and leaves the first part alone', () => {
    const h = 1e-3;
    for (const s of [0.5, 150, 290]) {
      const { forceN, rateNPerMm } = air({ exponent: 1.3 }).air;
      expect(rateNPerMm(s)).toBeCloseTo((forceN(s + h) - forceN(s - h)) / (2 * h), 5);
    }
    const [low, high] = [air(), air({ levelMm: 110 })];
    const gain = (s: number) => high.air.forceN(s) - low.air.forceN(s);
    expect(gain(100)).toBeLessThan(0.03 * gain(300));
  });

  test('too much oil is bounded: a locked leg is refused, a high pressure warned of', () => {
    expect(code(airSpring({ ...LEG, levelMm: 18 }))).toBe('no-air-left');
    expect(air({ levelMm: 40 }).warnings.map((w) => w.code)).toEqual(['air-pressure-high']);
    expect(air().warnings).toEqual([]);
  });

  test('gas under the shaft: p·A, rising as the shaft takes up the chamber, and its rate', () => {
    const area = (Math.PI / 4) * 16 ** 2;
    const stays = gasForce({ pressureMPa: 1.1, shaftMm: 16, chamberMm3: null });
    expect([stays.forceN(0), stays.forceN(80), stays.rateNPerMm(40)]).toEqual([(1.1 - 0.101325) * area, (1.1 - 0.101325) * area, 0]);
    const rises = gasForce({ pressureMPa: 1.1, shaftMm: 16, chamberMm3: 60_000 });
    expect(rises.rateNPerMm(50)).toBeCloseTo((rises.forceN(50.001) - rises.forceN(49.999)) / 0.002, 6);
    expect(rises.forceN(90)).toBeGreaterThan(rises.forceN(0));
  });

  test('a bump rubber pushes back from its contact on, a top-out spring pulls in near extension: the wheel rate counts both', () => {
    const rubber = bumpStop(
      80,
      [
        { deflectionMm: 5, forceN: 300 },
        { deflectionMm: 15, forceN: 2400 },
      ],
      1,
    );
    const pull = topOutSpring(20, 12, 1);
    const end = rearEnd(300, constantLeverage(3), together([constantForce(150), rubber, pull]));
    const spring = linearSpring(90);
    expect(springForceN(end, spring, 6, 0) - (90 * 6 + 150)).toBeCloseTo(-240, 9);
    expect(springForceN(end, spring, 6, 300) - (90 * 106 + 150)).toBeCloseTo(2400 + 5 * 210, 9);
    const h = 1e-3;
    for (const z of [15, 100, 250, 290])
      expect(wheelRateNPerMm(end, spring, 6, z)).toBeCloseTo(
        (wheelForceN(end, spring, 6, z + h) - wheelForceN(end, spring, 6, z - h)) / (2 * h),
        4,
      );
    // The same light load hangs lower with a top-out spring than without.
    const without = rearEnd(300, constantLeverage(3), constantForce(150));
    expect(restsAt(end, spring, 6, 260).zMm).toBeGreaterThan(restsAt(without, spring, 6, 260).zMm);
  });

  test('one end from its figures: air counts all legs, the leverage’s own refusal keeps its path', () => {
    const front = value(
      endOf({
        end: 'front',
        travelMm: 300,
        rakeDeg: 27,
        legs: 2,
        otherForce: { kind: 'air', ...LEG, travelMm: undefined, legs: undefined },
      }),
    );
    expect(front.end.other.forceN(250)).toBeCloseTo(air().air.forceN(250), 9);
    const bad = endOf({
      end: 'rear',
      travelMm: 300,
      leverage: { kind: 'table', wheelMm: [0, 10], shockMm: [0, -1] },
      otherForce: { kind: 'none' },
    });
    expect(!bad.ok && bad.issue.path).toEqual(['leverage', 'shockMm', 1]);
    const stops = value(
      endOf({
        end: 'front',
        travelMm: 300,
        rakeDeg: 27,
        legs: 2,
        otherForce: { kind: 'none' },
        topOut: { rateNPerMm: 10, lengthMm: 20 },
        bumpStop: {
          fromStrokeMm: 280,
          forceTable: [
            { deflectionMm: 10, forceN: 500 },
            { deflectionMm: 20, forceN: 2000 },
          ],
        },
      }),
    );
    expect([stops.end.other.forceN(0), stops.end.other.forceN(290)]).toEqual([-400, 1000]);
  });
});

describe('read backwards', () => {
  const end = rearEnd(300, constantLeverage(3), constantForce(120));
  const measured = (rate: number, preload: number): EffectiveRequest => ({
    end,
    staticLoadN: 700,
    ladenLoadN: 1300,
    staticSagMm: restsAt(end, linearSpring(rate), preload, 700).zMm,
    riderSagMm: restsAt(end, linearSpring(rate), preload, 1300).zMm,
    markedRateNPerMm: 90,
    sagUncertaintyMm: 1,
    loadUncertaintyN: 20,
  });

  test('sags predicted for a spring give that spring back: rate and preload, at any rate', () => {
    fc.assert(
      fc.property(fc.double({ min: 70, max: 100, noNaN: true }), fc.double({ min: 2, max: 12, noNaN: true }), (rate, preload) => {
        const found = value(effectiveRate(measured(rate, preload)));
        expect(found.effectiveRateNPerMm).toBeCloseTo(rate, 6);
        expect(found.effectivePreloadMm).toBeCloseTo(preload, 6);
      }),
      { seed: 21 },
    );
  });

  test('uncertainty as by shifting each reading in turn; the mark agrees within it and not outside', () => {
    const base = measured(90, 8);
    const found = value(effectiveRate(base));
    const shifted = (over: Partial<EffectiveRequest>) => value(effectiveRate({ ...base, ...over })).effectiveRateNPerMm - 90;
    const parts = [
      shifted({ riderSagMm: base.riderSagMm + 1 }),
      shifted({ staticSagMm: base.staticSagMm + 1 }),
      shifted({ ladenLoadN: 1320 }),
      // Three per cent of leverage, about six of rate.
      shifted({ end: rearEnd(300, constantLeverage(3 * 1.03), constantForce(120)) }),
    ];
    expect(found.uncertaintyNPerMm / Math.hypot(...parts)).toBeCloseTo(1, 1);
    expect(found.agreesWithMark).toBe(true);
    expect(found.culprits).toEqual([]);
  });

  test('a spring marked 90 that is 75 is named before a mass nobody misjudges; the alternatives say what they would need', () => {
    const found = value(effectiveRate({ ...measured(75, 8), frictionBandMm: 4 }));
    expect(found.agreesWithMark).toBe(false);
    const of = (suspect: string) => found.culprits.find((c) => c.suspect === suspect)!;
    expect(of('spring').needed).toBeCloseTo((75 / 90 - 1) * 100, 6);
    expect(of('leverage').needed).toBeCloseTo((Math.sqrt(90 / 75) - 1) * 100, 6);
    // With this much more load the same stroke would belong to the marked rate.
    const heavier = value(effectiveRate({ ...measured(75, 8), ladenLoadN: 1300 + of('mass').needed * 9.80665 }));
    expect(heavier.effectiveRateNPerMm).toBeCloseTo(90, 6);
    const times = found.culprits.map((c) => c.times);
    expect(times).toEqual([...times].sort((a, b) => a - b));
    expect(
      value(effectiveRate({ ...measured(75, 8), end: frontEnd(300, 0, 2, NO_FORCE) })).culprits.some((c) => c.suspect === 'leverage'),
    ).toBe(false);
  });

  test('sags that need 65.6 against a mark of 38 come of another spring before a rider’s 23 kg; within the tolerance of a spring that is no suspect', () => {
    const far = value(effectiveRate({ ...measured(65.6, 8), markedRateNPerMm: 38 }));
    expect(far.culprits[0]!.suspect).toBe('another-spring');
    const near = value(
      effectiveRate({ ...measured(90, 8), markedRateNPerMm: 84.5, sagUncertaintyMm: 0.2, leverageUncertaintyPercent: 0.5 }),
    );
    expect(near.agreesWithMark).toBe(false);
    expect(near.culprits.map((c) => c.suspect)).not.toContain('another-spring');
  });

  test('the preload as set is a witness: it speaks for what leaves it as it was set', () => {
    // A rider 6 kg lighter than told, the mark right: with the preload set in there the static sag is as it must be.
    const rider = value(effectiveRate({ ...measured(90, 8), preloadMm: 8, riderSagMm: restsAt(end, linearSpring(90), 8, 1240).zMm }));
    expect(rider.culprits[0]!.suspect).not.toBe('another-spring');
    expect(rider.culprits.find((c) => c.suspect === 'mass')!.preloadMissMm!).toBeCloseTo(0, 6);
    // A spring of 75 in its place: only another rate leaves the preload where it was set.
    const wrong = value(effectiveRate({ ...measured(75, 8), preloadMm: 8 }));
    expect(wrong.culprits[0]!.suspect).toBe('another-spring');
    expect(wrong.preloadMissMm!).toBeCloseTo(0, 6);
    expect(Math.abs(wrong.culprits.find((c) => c.suspect === 'mass')!.preloadMissMm!)).toBeGreaterThan(1);
  });

  test('a topped-out end and sags that do not rise cannot be read backwards', () => {
    expect(code(effectiveRate({ ...measured(90, 8), staticSagMm: 0.9 }))).toBe('sag-topped-out');
    expect(code(effectiveRate({ ...measured(90, 8), riderSagMm: 20 }))).toBe('sag-not-rising');
  });
});

describe('oil', () => {
  // The worked examples of ASTM D2270 (from memory): 73.30 and 8.86 cSt → 92; 22.83 and 5.05 cSt → 156.
  test('viscosity index by both procedures', () => {
    expect(Math.round(viscosityIndex(73.3, 8.86)!)).toBe(92);
    expect(Math.round(viscosityIndex(22.83, 5.05)!)).toBe(156);
    expect(viscosityIndex(5, 1.9)).toBeNull();
  });

  test('the pieces of the index meet: no step of half a point, which is what the standard rounds to', () => {
    for (const y of [3.8, 4.4, 5, 6.4, 7, 7.7, 9, 12, 15, 18, 22, 28, 40, 55, 70]) {
      const nu = 6 * y;
      expect(Math.abs(viscosityIndex(nu, y)! - viscosityIndex(nu, y + 1e-9)!)).toBeLessThan(0.5);
    }
  });

  test('Walther’s line passes through both known points and falls between them', () => {
    const at = (temperatureC: number) => value(oil({ cSt40: 16, cSt100: 3.9, temperatureC }));
    expect(at(40).cSt).toBeCloseTo(16, 9);
    expect(at(100).cSt).toBeCloseTo(3.9, 9);
    const falling = [0, 20, 40, 60, 80, 100].map((t) => at(t).cSt);
    expect(falling).toEqual([...falling].sort((a, b) => b - a));
    expect(at(-30).warnings.map((w) => w.code)).toEqual(['oil-out-of-reach']);
    expect(code(oil({ cSt40: 4, cSt100: 5, temperatureC: 20 }))).toBe('oil-order');
  });
});
