import fc from 'fast-check';
import { loads } from '../loads/loads';
import { constantLeverage } from '../leverage/leverage';
import type { Leverage } from '../leverage/law';
import { frontEnd, preloadForMm, rearEnd, restsAt, springForceN, wheelForceN, wheelRateNPerMm } from './end';
import { linearSpring, tableSpring } from './law';
import { constantForce, NO_FORCE } from './other';
import { type SelectRequest, selectSpring } from './select';
import { againstWindow, SCHOOLS, schoolById, schoolWindows } from '@/knowledge/schools';
import type { Use } from '@/catalogue/uses';

const none = NO_FORCE;
const rear = (over: Partial<SelectRequest> = {}): SelectRequest => ({
  end: rearEnd(300, constantLeverage(3), none),
  staticLoadN: 700,
  ladenLoadN: 1300,
  target: { staticSagMm: 35, riderSagMm: 100 },
  catalogue: [{ id: 'a', rateNPerMm: 80 }],
  preloadRangeMm: [0, 20],
  ...over,
});
const select = (request: SelectRequest) => {
  const result = selectSpring(request);
  if (!result.ok) throw new Error(result.issue.code);
  return result.value;
};

describe('check values', () => {
  test('wheel 26 mm with shock 13 mm is leverage 2; 110 N/mm with 10 mm of preload holds 1 100 N in the hand and 5 500 N at 50 mm', () => {
    const lever = constantLeverage(26 / 13);
    expect(lever.ratio(0)).toBe(2);
    // In all 50 mm of compression: 10 of preload and 40 of stroke, 80 mm of wheel travel.
    const end = rearEnd(100, lever, none);
    expect(springForceN(end, linearSpring(110), 10, 0)).toBe(1100);
    expect(springForceN(end, linearSpring(110), 10, 80)).toBe(5500);
  });

  test('two targets by hand: k = (W2·LR − W1·LR)/(s2 − s1)', () => {
    // (1300·3 − 700·3)/(100/3 − 35/3) = 1800/21.6667 = 83.0769; p = 2100/83.0769 − 11.6667 = 13.6111
    const { ideal } = select(rear());
    expect(ideal.rateNPerMm).toBeCloseTo(1800 / (65 / 3), 10);
    expect(ideal.preloadMm).toBeCloseTo(2100 / (1800 / (65 / 3)) - 35 / 3, 10);
  });

  test('900 lbf/in with half an inch of preload is 450 lbf', () => {
    expect(linearSpring(900).forceN(0.5)).toBe(450);
  });
});

test('a leg at an angle: the axial force is W·cos ε, the vertical rate k/cos² ε, two legs share', () => {
  const end = frontEnd(300, 26, 2, none);
  const cos = Math.cos((26 * Math.PI) / 180);
  const { ideal } = select(rear({ end, target: { staticSagMm: 30, riderSagMm: 75 }, staticLoadN: 600, ladenLoadN: 900 }));
  expect(ideal.rateNPerMm).toBeCloseTo((300 * cos) / 45 / 2, 10);
  expect(wheelRateNPerMm(end, linearSpring(4.2), 5, 50)).toBeCloseTo((2 * 4.2) / cos ** 2, 10);
  expect(wheelForceN(end, linearSpring(4.2), 5, 50)).toBeCloseTo((2 * 4.2 * 55) / cos, 10);
});

test('the wheel rate of a changing leverage is the slope of the wheel force, by finite differences', () => {
  // s(z) with dz/ds = LR(z) = 3 − 0.002 z, so s = ∫ dz/LR.
  const lever: Leverage = {
    strokeMm: (z) => -500 * Math.log(1 - (0.002 * z) / 3),
    ratio: (z) => 3 - 0.002 * z,
    ratioSlopePerMm: () => -0.002,
    fill: (z, out) => out.set([lever.strokeMm(z), 3 - 0.002 * z, -0.002]),
  };
  const end = rearEnd(300, lever, constantForce(180));
  for (const z of [20, 110, 260]) {
    const h = 1e-3;
    const slope = (wheelForceN(end, linearSpring(80), 12, z + h) - wheelForceN(end, linearSpring(80), 12, z - h)) / (2 * h);
    expect(wheelRateNPerMm(end, linearSpring(80), 12, z)).toBeCloseTo(slope, 5);
  }
});

test('the ideal spring, put in, meets both targets; also with gas force and at the front', () => {
  fc.assert(
    fc.property(
      fc.record({
        front: fc.boolean(),
        staticLoadN: fc.double({ min: 300, max: 1500, noNaN: true }),
        more: fc.double({ min: 100, max: 1200, noNaN: true }),
        gasN: fc.double({ min: 0, max: 300, noNaN: true }),
        staticSag: fc.double({ min: 5, max: 50, noNaN: true }),
        deeper: fc.double({ min: 15, max: 120, noNaN: true }),
        geometry: fc.double({ min: 0, max: 1, noNaN: true }),
      }),
      ({ front, staticLoadN, more, gasN, staticSag, deeper, geometry }) => {
        const end = front
          ? frontEnd(300, 18 + 14 * geometry, 2, constantForce(gasN))
          : rearEnd(300, constantLeverage(1 + 2.5 * geometry), constantForce(gasN));
        const target = { staticSagMm: staticSag, riderSagMm: staticSag + deeper };
        const request = rear({ end, staticLoadN, ladenLoadN: staticLoadN + more, target });
        const { ideal } = select(request);
        fc.pre(ideal.preloadMm >= 0);
        const spring = linearSpring(ideal.rateNPerMm);
        expect(restsAt(end, spring, ideal.preloadMm, staticLoadN).zMm).toBeCloseTo(target.staticSagMm, 6);
        expect(restsAt(end, spring, ideal.preloadMm, staticLoadN + more).zMm).toBeCloseTo(target.riderSagMm, 6);
        const [candidate] = select({
          ...request,
          catalogue: [{ id: 'ideal', rateNPerMm: ideal.rateNPerMm }],
          preloadRangeMm: [0, ideal.preloadMm + 1],
        }).candidates;
        expect(candidate).toMatchObject({ verdict: 'right', preloadInRange: true });
      },
    ),
    { seed: 7 },
  );
});

test('more preload never lets it sit lower and never changes the rate; a stiffer spring at the same rider sag leaves more static sag', () => {
  const end = rearEnd(300, constantLeverage(2.8), none);
  fc.assert(
    fc.property(fc.double({ min: 40, max: 120, noNaN: true }), fc.double({ min: 0, max: 20, noNaN: true }), (k, p) => {
      const spring = linearSpring(k);
      expect(restsAt(end, spring, p + 2, 1300).zMm).toBeLessThanOrEqual(restsAt(end, spring, p, 1300).zMm);
      expect(wheelRateNPerMm(end, spring, p, 90)).toBeCloseTo(wheelRateNPerMm(end, spring, p + 2, 90), 10);
      const stiffer = linearSpring(k + 5);
      const staticAt = (s: typeof spring) => restsAt(end, s, preloadForMm(end, s, 100, 1300), 700).zMm;
      expect(staticAt(stiffer)).toBeGreaterThanOrEqual(staticAt(spring));
    }),
    { seed: 7 },
  );
});

describe('candidates', () => {
  const catalogue = [60, 72, 80, 84, 92, 110].map((rate) => ({ id: `k${rate}`, rateNPerMm: rate, freeLengthMm: 250, solidLengthMm: 120 }));
  const { candidates } = select(rear({ catalogue }));

  test('are ranked by how near both sags come, and judged in the words of the trade', () => {
    expect(candidates.map((c) => c.id)).toEqual(['k84', 'k80', 'k92', 'k72', 'k110', 'k60']);
    const verdict = Object.fromEntries(candidates.map((c) => [c.id, c.verdict]));
    expect(verdict).toEqual({ k84: 'right', k80: 'right', k92: 'too stiff', k72: 'too soft', k110: 'too stiff', k60: 'too soft' });
  });

  test('carry the force and load factor at full travel, reserve before coil bind and natural frequency', () => {
    const c = candidates.find((x) => x.id === 'k80')!;
    expect(c.preloadMm).toBeCloseTo(3900 / 80 - 100 / 3, 10);
    expect(c.forceAtFullTravelN).toBeCloseTo((80 * (100 + c.preloadMm)) / 3, 9);
    expect(c.loadFactorAtFullTravel).toBeCloseTo(c.forceAtFullTravelN / 1300, 12);
    expect(c.coilBindReserveMm).toBeCloseTo(250 - c.preloadMm - 100 - 120, 10);
    expect(c.naturalFrequencyHz).toBeCloseTo(Math.sqrt(((80 / 9) * 1000) / (1300 / 9.80665)) / (2 * Math.PI), 10);
  });

  test('a preload outside the adjuster is clipped and said, static sag never falls below zero, and bind comes last', () => {
    const tight = select(
      rear({ preloadRangeMm: [0, 5], catalogue: [...catalogue, { id: 'binds', rateNPerMm: 83, freeLengthMm: 200, solidLengthMm: 120 }] }),
    );
    const k60 = tight.candidates.find((c) => c.id === 'k60')!;
    expect(k60).toMatchObject({ preloadMm: 5, preloadInRange: false, verdict: 'too soft' });
    expect(k60.riderSagMm).toBeGreaterThan(100);
    expect(tight.candidates.at(-1)).toMatchObject({ id: 'binds', verdict: 'coil bind' });
    const soft = select(rear({ catalogue: [{ id: 'soft', rateNPerMm: 30 }], preloadRangeMm: [0, 120] })).candidates[0]!;
    expect(soft).toMatchObject({ staticSagMm: 0, toppedOut: true, verdict: 'too soft' });
    expect(tight.warnings.map((w) => w.code)).toContain('ideal-preload-out-of-range');
  });

  test('a force table of a straight line is that straight line, and a progressive one is followed', () => {
    const table = [0, 20, 50, 130].map((d) => ({ deflectionMm: d, forceN: 80 * d }));
    const [straight] = select(rear({ catalogue: [{ id: 't', forceTable: table }] })).candidates;
    const linear = candidates.find((c) => c.id === 'k80')!;
    for (const figure of ['preloadMm', 'riderSagMm', 'staticSagMm', 'forceAtFullTravelN', 'naturalFrequencyHz'] as const)
      expect(straight![figure]).toBeCloseTo(linear[figure], 6);
    const rising = tableSpring([
      { deflectionMm: 30, forceN: 1800 },
      { deflectionMm: 60, forceN: 4800 },
    ]);
    expect([rising.forceN(15), rising.forceN(45), rising.forceN(70), rising.rateNPerMm(45), rising.compressionMm(3300)]).toEqual([
      900, 3300, 5800, 100, 45,
    ]);
  });

  test('no spring meets targets that ask for a negative rate', () => {
    expect(selectSpring(rear({ end: rearEnd(300, constantLeverage(3), { forceN: (s) => 250 * s, rateNPerMm: () => 250 }) })).ok).toBe(
      false,
    );
  });
});

describe('loads', () => {
  const machine = { wheelbaseMm: 1500, machine: { frontKg: 80, rearKg: 90 }, unsprung: { frontKg: 15, rearKg: 20 } };
  const at = (massKg: number, forwardOfRearAxleMm: number) => ({ label: 'load', massKg, forwardOfRearAxleMm });

  test('moments by hand: 90 kg at 600 of 1500 mm puts 36 kg on the front', () => {
    const result = loads({ ...machine, additions: [at(90, 600)] });
    expect(result.ok && result.value).toMatchObject({
      staticFrontN: 65 * 9.80665,
      staticRearN: 70 * 9.80665,
      totalKg: 260,
      ladenFrontShare: 116 / 260,
    });
    expect(result.ok && result.value.ladenFrontN).toBeCloseTo(101 * 9.80665, 9);
    expect(result.ok && result.value.ladenRearN).toBeCloseTo(124 * 9.80665, 9);
  });

  test('nothing is lost: loads and moments balance for any additions', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.double({ min: 0, max: 60, noNaN: true }), fc.double({ min: -200, max: 1500, noNaN: true })), { maxLength: 8 }),
        (list) => {
          const result = loads({ ...machine, additions: list.map(([m, x]) => at(m, x)) });
          if (!result.ok) throw new Error(result.issue.code);
          const { ladenFrontN, ladenRearN, totalKg } = result.value;
          expect((ladenFrontN + ladenRearN) / 9.80665 + 35).toBeCloseTo(totalKg, 8);
          const moment = list.reduce((sum, [m, x]) => sum + m * x, 80 * 1500);
          expect((ladenFrontN / 9.80665 + 15) * 1500).toBeCloseTo(moment, 5);
        },
      ),
      { seed: 7 },
    );
  });

  test('a load behind the axle unloads the front, and one that would lift it is refused', () => {
    const behind = loads({ ...machine, additions: [at(40, -300)] });
    expect(behind.ok && behind.value.ladenFrontN < behind.value.staticFrontN).toBe(true);
    const code = (r: ReturnType<typeof loads>) => (r.ok ? 'stands' : r.issue.code);
    expect(code(loads({ ...machine, additions: [at(400, -300)] }))).toBe('wheel-lifts');
    expect(code(loads({ ...machine, unsprung: { frontKg: 80, rearKg: 20 }, additions: [] }))).toBe('unsprung-too-heavy');
  });
});

// docs/methods.md, "Two targets, two unknowns" and "Checks": common practice, no source.
test('the schools hold their usual windows', () => {
  const window = (school: string, use: Use, end: 'rear' | 'front', travelMm: number) =>
    schoolWindows(schoolById(school, SCHOOLS), { use, end, travelMm, grip: 'low', arm: null, otherShare: null });
  expect(window('rider-and-static', 'off-road', 'rear', 300)).toEqual({
    static: { minMm: expect.closeTo(30, 9), maxMm: expect.closeTo(40, 9) },
    rider: { minMm: expect.closeTo(90, 9), maxMm: expect.closeTo(110, 9) },
  });
  expect(window('share-of-travel', 'conversion', 'rear', 300).rider).toEqual({
    minMm: expect.closeTo(69, 9),
    maxMm: expect.closeTo(81, 9),
  });
  expect(againstWindow(75, window('share-of-travel', 'conversion', 'rear', 300).rider!)).toBe('in window');
  expect(againstWindow(84, window('share-of-travel', 'conversion', 'rear', 335).rider!)).toBe('in window');
  expect(againstWindow(121, { minMm: 90, maxMm: 110 })).toBe('more sag');
  expect(againstWindow(20, { minMm: 30, maxMm: 40 })).toBe('less sag');
  for (const school of SCHOOLS) expect(school.origin).toMatch(/no source|from memory/);
});

test('drive first takes its window from the arm: at either bound of it the arm stands at the angle the school names; less grip, more down-angle', () => {
  const drive = schoolById('drive-first', SCHOOLS);
  if (drive.rule.kind !== 'arm-angle') throw new Error('not by angle');
  const arm = { reachMm: 580, dropMm: 210 };
  const at = (grip: 'low' | 'high') =>
    schoolWindows(drive, { use: 'off-road', end: 'rear', travelMm: 300, grip, arm, otherShare: null }).rider!;
  const angle = (z: number) => (Math.asin((arm.dropMm - z) / arm.reachMm) * 180) / Math.PI;
  expect([angle(at('low').maxMm), angle(at('low').minMm)]).toEqual(drive.rule.lowGripDeg.map((d) => expect.closeTo(d, 9) as number));
  expect(at('low').maxMm).toBeLessThanOrEqual(at('high').minMm + 1e-9);
  expect(schoolWindows(drive, { use: 'road', end: 'rear', travelMm: 120, grip: 'low', arm: null, otherShare: null }).rider).toBeNull();
  const balance = schoolWindows(schoolById('balance-first', SCHOOLS), {
    use: 'road',
    end: 'front',
    travelMm: 120,
    grip: 'low',
    arm: null,
    otherShare: 0.3,
  });
  expect(balance.rider).toEqual({ minMm: expect.closeTo(32.4, 9), maxMm: expect.closeTo(39.6, 9) });
});
