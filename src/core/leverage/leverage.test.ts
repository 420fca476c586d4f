import { figuresOf } from '../result';
import fc from 'fast-check';
import { derivative as symbolicDerivative } from 'mathjs';
import { rearEnd, restsAt, wheelForceN, wheelRateNPerMm } from '../spring/end';
import { linearSpring } from '../spring/law';
import { constantForce, NO_FORCE } from '../spring/other';
import { endOf } from '../spring/endOf';
import { judge, selectSpring } from '../spring/select';
import { constantLeverage, type LeverageKind, leverageOf, sampled, tableLeverage } from './leverage';
import { type Linkage, linkageLeverage, rodChanged } from './linkage';

/** Rocker on the frame, pushed by a rod from the arm. Invented figures, mm, at full extension; the axle lies behind the pivot. */
const ROCKER: Linkage = {
  arm: { pivot: { xMm: 0, yMm: 0 }, axle: { xMm: -560, yMm: -150 } },
  shock: { upper: { on: 'frame', xMm: -30, yMm: 330 }, lower: { on: 'rocker', xMm: -60, yMm: 40 } },
  rocker: {
    on: 'frame',
    pivot: { xMm: 10, yMm: -20 },
    rod: { rocker: { xMm: -95, yMm: -10 }, other: { xMm: -120, yMm: -135 }, otherOn: 'arm' },
  },
};
/** Rocker on the arm, held by a rod to the frame. */
const ON_ARM: Linkage = {
  arm: { pivot: { xMm: 0, yMm: 0 }, axle: { xMm: -580, yMm: -160 } },
  shock: { upper: { on: 'frame', xMm: -60, yMm: 340 }, lower: { on: 'rocker', xMm: -175, yMm: -60 } },
  rocker: {
    on: 'arm',
    pivot: { xMm: -150, yMm: -95 },
    rod: { rocker: { xMm: -85, yMm: -150 }, other: { xMm: 40, yMm: -75 }, otherOn: 'frame' },
  },
};
const DIRECT: Linkage = {
  arm: { pivot: { xMm: 0, yMm: 0 }, axle: { xMm: -560, yMm: -140 } },
  shock: { upper: { on: 'frame', xMm: -120, yMm: 300 }, lower: { on: 'arm', xMm: -230, yMm: -30 } },
};
const TRAVEL = 300;
const solved = (linkage: Linkage) => {
  const found = linkageLeverage(linkage, TRAVEL);
  if (!found.ok) throw new Error(JSON.stringify(found.issue));
  return found.value;
};

/**
 * An independent solution: every distance that a rigid part keeps is an equation, all are solved together by Newton with a numerical Jacobian,
 * in small steps from the drawing. Shares no formula with the circle construction.
 */
function byConstraints(linkage: Linkage, zMm: number, rodByMm = 0): number {
  type P = [number, number];
  const xy = (p: { xMm: number; yMm: number }): P => [p.xMm, p.yMm];
  const d = (a: P, b: P) => Math.hypot(a[0] - b[0], a[1] - b[1]);
  const { arm, shock, rocker } = linkage;
  // Unknowns: turn of the arm, turn of the rocker.
  const turn = (p: P, centre: P, by: number): P => [
    centre[0] + Math.cos(by) * (p[0] - centre[0]) - Math.sin(by) * (p[1] - centre[1]),
    centre[1] + Math.sin(by) * (p[0] - centre[0]) + Math.cos(by) * (p[1] - centre[1]),
  ];
  const onArm = (p: P, a: number) => turn(p, xy(arm.pivot), a);
  const place = (p: P, on: string, a: number, r: number): P => {
    if (on === 'frame') return p;
    if (on === 'arm') return onArm(p, a);
    const pivot0 = xy(rocker!.pivot);
    const pivot = rocker!.on === 'arm' ? onArm(pivot0, a) : pivot0;
    const turned = turn(p, pivot0, r);
    return [turned[0] - pivot0[0] + pivot[0], turned[1] - pivot0[1] + pivot[1]];
  };
  const rodMm = rocker ? d(xy(rocker.rod.rocker), xy(rocker.rod.other)) + rodByMm : 0;
  const errors = (a: number, r: number, z: number): P => [
    onArm(xy(arm.axle), a)[1] - arm.axle.yMm - z,
    rocker ? d(place(xy(rocker.rod.rocker), 'rocker', a, r), place(xy(rocker.rod.other), rocker.rod.otherOn, a, r)) - rodMm : r,
  ];
  let [a, r] = [0, 0];
  const steps = 60;
  for (let step = 1; step <= steps; step += 1) {
    const z = (zMm * step) / steps;
    for (let i = 0; i < 12; i += 1) {
      const [e0, e1] = errors(a, r, z);
      const h = 1e-6;
      const [da, dr] = [errors(a + h, r, z), errors(a, r + h, z)];
      const [j00, j10, j01, j11] = [(da[0] - e0) / h, (da[1] - e1) / h, (dr[0] - e0) / h, (dr[1] - e1) / h];
      const det = j00 * j11 - j01 * j10;
      a -= (j11 * e0 - j01 * e1) / det;
      r -= (-j10 * e0 + j00 * e1) / det;
    }
  }
  return (
    d(xy(shock.upper), xy(shock.lower)) - d(place(xy(shock.upper), shock.upper.on, a, r), place(xy(shock.lower), shock.lower.on, a, r))
  );
}

describe('linkages', () => {
  test.each([
    ['rocker on the frame', ROCKER],
    ['rocker on the arm', ON_ARM],
    ['direct-mounted', DIRECT],
  ])('%s: stroke as by solving all rigid lengths together; ratio and slope as by finite differences', (_, linkage) => {
    const lever = solved(linkage);
    for (const z of [0.5, 40, 110, 222, 299]) {
      expect(lever.strokeMm(z)).toBeCloseTo(byConstraints(linkage, z), 6);
      const h = 1e-3;
      expect(1 / lever.ratio(z)).toBeCloseTo((lever.strokeMm(z + h) - lever.strokeMm(z - h)) / (2 * h), 7);
      if (z > 1 && z < 298) expect(lever.ratioSlopePerMm(z)).toBeCloseTo((lever.ratio(z + h) - lever.ratio(z - h)) / (2 * h), 7);
    }
  });

  test.each([
    ['rocker on the frame', ROCKER, 4],
    ['rocker on the arm', ON_ARM, -3],
  ])('%s: another rod hangs where the shock is whole again, strokes as all rigid lengths together say, and is undone', (_, linkage, by) => {
    const found = rodChanged(linkage, by);
    if (!found.ok) throw new Error(JSON.stringify(found.issue));
    const { hangsAtMm, linkage: changed } = found.value;
    expect(Math.abs(hangsAtMm)).toBeGreaterThan(1);
    const lever = linkageLeverage(changed, 200);
    for (const z of [0, 60, 180]) expect(lever.ok && lever.value.strokeMm(z)).toBeCloseTo(byConstraints(linkage, hangsAtMm + z, by), 5);
    const back = rodChanged(changed, -by);
    expect(back.ok && back.value.hangsAtMm).toBeCloseTo(-hangsAtMm, 6);
    const same = rodChanged(linkage, 0);
    expect(same.ok && same.value.hangsAtMm).toBe(0);
  });

  test('a rod too long or too short to hold, and a rear end that has none, are refused', () => {
    for (const by of [400, -60]) expect(rodChanged(ROCKER, by)).toMatchObject({ ok: false, issue: { code: 'linkage-singular' } });
    expect(rodChanged(DIRECT, 2)).toMatchObject({ ok: false, issue: { code: 'linkage-malformed' } });
  });

  test('energy: the work of the wheel force over the travel is what the spring has taken up', () => {
    const end = rearEnd(TRAVEL, solved(ROCKER), NO_FORCE);
    const [k, preload] = [90, 8];
    const n = 2000;
    let work = 0;
    for (let i = 0; i < n; i += 1) work += (wheelForceN(end, linearSpring(k), preload, ((i + 0.5) * TRAVEL) / n) * TRAVEL) / n;
    const stroke = end.leverage.strokeMm(TRAVEL);
    expect(work / (0.5 * k * ((stroke + preload) ** 2 - preload ** 2))).toBeCloseTo(1, 6);
  });

  test('the same drawing turned over to the other side of the machine has the same leverage', () => {
    const mirror = JSON.parse(JSON.stringify(ROCKER), (key, value: unknown) => (key === 'xMm' ? -(value as number) : value)) as Linkage;
    for (const z of [0, 150, 300]) expect(solved(mirror).ratio(z)).toBeCloseTo(solved(ROCKER).ratio(z), 9);
  });

  test('singular positions and mechanisms that are none are refused, with the place', () => {
    const refusal = (linkage: Linkage, travelMm = TRAVEL) => {
      const found = linkageLeverage(linkage, travelMm);
      return found.ok ? 'accepted' : [found.issue.code, found.issue.path.join('.'), figuresOf(found.issue).part].filter(Boolean).join(' ');
    };
    expect(
      refusal({ ...DIRECT, shock: { upper: { on: 'frame', xMm: -230, yMm: 3000 }, lower: { on: 'arm', xMm: -230, yMm: -90 } } }, 720),
    ).toBe('linkage-singular arm arm');
    expect(refusal({ ...ROCKER, rocker: { ...ROCKER.rocker!, rod: { ...ROCKER.rocker!.rod, other: { xMm: -199, yMm: 0 } } } })).toMatch(
      /singular/,
    );
    expect(refusal({ ...DIRECT, shock: { upper: { on: 'frame', xMm: -120, yMm: -400 }, lower: { on: 'arm', xMm: -230, yMm: -30 } } })).toBe(
      'linkage-singular shock shock',
    );
    expect(refusal({ ...DIRECT, shock: { ...DIRECT.shock, upper: { on: 'arm', xMm: 0, yMm: 1 } } })).toBe('linkage-malformed shock.lower');
    expect(refusal({ ...DIRECT, shock: { ...DIRECT.shock, upper: { on: 'rocker', xMm: 0, yMm: 1 } } })).toBe('linkage-malformed rocker');
    expect(refusal({ ...DIRECT, arm: { pivot: { xMm: 0, yMm: 0 }, axle: { xMm: 0, yMm: 0 } } })).toBe('linkage-malformed arm.axle');
  });
});

describe('tables', () => {
  const pairs = (of: (z: number) => number, step = 20) => {
    const wheelMm = Array.from({ length: TRAVEL / step + 1 }, (_, i) => i * step);
    return tableLeverage(wheelMm, wheelMm.map(of));
  };

  test('a smooth rising-rate curve is met between the pairs, ratio within 0.2 %', () => {
    const found = pairs((z) => z / 3 + (z * z) / 6000);
    if (!found.ok) throw new Error('refused');
    const exact = symbolicDerivative('z / 3 + z^2 / 6000', 'z');
    for (const z of [7, 95, 151, 290]) {
      expect(found.value.strokeMm(z)).toBeCloseTo(z / 3 + (z * z) / 6000, 3);
      expect(found.value.ratio(z) * (exact.evaluate({ z }) as number)).toBeCloseTo(1, 2.7);
    }
  });

  test('any rising pairs give a stroke that never turns back and meets every pair', () => {
    const rises = fc.array(fc.tuple(fc.double({ min: 0.2, max: 40, noNaN: true }), fc.double({ min: 0.05, max: 30, noNaN: true })), {
      minLength: 1,
      maxLength: 15,
    });
    fc.assert(
      fc.property(rises, (steps) => {
        const [wheel, shock] = [[0], [0]];
        for (const [z, s] of steps) [wheel, shock].forEach((list, i) => list.push(list.at(-1)! + (i === 0 ? z : s)));
        const found = tableLeverage(wheel, shock);
        if (!found.ok) throw new Error('refused');
        wheel.forEach((z, i) => expect(found.value.strokeMm(z)).toBeCloseTo(shock[i]!, 9));
        const whole = wheel.at(-1)!;
        for (let i = 1; i <= 200; i += 1)
          expect(found.value.strokeMm((whole * i) / 200)).toBeGreaterThanOrEqual(found.value.strokeMm((whole * (i - 1)) / 200) - 1e-12);
      }),
      { seed: 11 },
    );
  });

  test('pairs that fall, repeat or do not match are refused with their number', () => {
    expect(tableLeverage([0, 50, 40], [0, 20, 30])).toMatchObject({
      ok: false,
      issue: { code: 'leverage-table-order', data: { pair: 3 } },
    });
    expect(tableLeverage([0, 50], [0, 0])).toMatchObject({ ok: false, issue: { code: 'leverage-table-order' } });
    expect(tableLeverage([0], [0])).toMatchObject({ ok: false, issue: { code: 'leverage-table-short' } });
    expect(tableLeverage([0, 50], [0, 20, 30])).toMatchObject({ ok: false, issue: { code: 'leverage-table-short' } });
  });
});

test('the sampled curve rests where the mechanism itself rests, to a thousandth of a millimetre, and its wheel rate is the slope of its force', () => {
  for (const linkage of [ROCKER, ON_ARM, DIRECT]) {
    const exact = rearEnd(TRAVEL, solved(linkage), NO_FORCE);
    const quick = rearEnd(TRAVEL, sampled(solved(linkage), TRAVEL), NO_FORCE);
    for (const [k, wheelN] of [
      [70, 600],
      [95, 1400],
      [120, 2400],
    ] as const) {
      const [a, b] = [restsAt(exact, linearSpring(k), 10, wheelN), restsAt(quick, linearSpring(k), 10, wheelN)];
      expect(a.status).toBe(b.status);
      expect(b.zMm).toBeCloseTo(a.zMm, 3);
      const h = 1e-4;
      const slope = (wheelForceN(quick, linearSpring(k), 10, 150 + h) - wheelForceN(quick, linearSpring(k), 10, 150 - h)) / (2 * h);
      expect(wheelRateNPerMm(quick, linearSpring(k), 10, 150)).toBeCloseTo(slope, 4);
    }
  }
});

test('on a rising-rate linkage backing off preload can make the machine harder: it sits lower, where the linkage is stiffer', () => {
  const end = rearEnd(TRAVEL, solved(ROCKER), NO_FORCE);
  const rateWith = (preloadMm: number) =>
    wheelRateNPerMm(end, linearSpring(90), preloadMm, restsAt(end, linearSpring(90), preloadMm, 1300).zMm);
  expect(rateWith(4)).toBeGreaterThan(1.05 * rateWith(16));
});

test('on any linkage with gas and stops the ideal spring meets both targets exactly, at every load', () => {
  const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  fc.assert(
    fc.property(
      fc.constantFrom(ROCKER, ON_ARM, DIRECT),
      number(400, 700),
      number(1.5, 2.6),
      number(20, 50),
      number(70, 120),
      number(0, 250),
      (linkage, staticLoadN, more, staticSagMm, riderSagMm, gasN) => {
        const end = rearEnd(TRAVEL, sampled(solved(linkage), TRAVEL), constantForce(gasN));
        const found = selectSpring({
          end,
          staticLoadN,
          ladenLoadN: staticLoadN * more,
          target: { staticSagMm, riderSagMm },
          catalogue: [],
          preloadRangeMm: [0, 60],
        });
        if (!found.ok) return;
        const { rateNPerMm, preloadMm } = found.value.ideal;
        const sagAt = (loadN: number) => restsAt(end, linearSpring(rateNPerMm), preloadMm, loadN).zMm;
        // A spring that would have to be slack at rest is an answer on paper only.
        if (preloadMm + end.leverage.strokeMm(staticSagMm) <= 0) return;
        expect(wheelForceN(end, linearSpring(rateNPerMm), preloadMm, staticSagMm)).toBeCloseTo(staticLoadN, 6);
        expect(wheelForceN(end, linearSpring(rateNPerMm), preloadMm, riderSagMm)).toBeCloseTo(staticLoadN * more, 6);
        if (preloadMm > 0 && wheelForceN(end, linearSpring(rateNPerMm), preloadMm, 0) < staticLoadN)
          expect(sagAt(staticLoadN)).toBeCloseTo(staticSagMm, 6);
      },
    ),
    { seed: 17 },
  );
});

test('a constant is its own ratio, and every kind comes through one door', () => {
  expect(constantLeverage(2.9).strokeMm(29)).toBeCloseTo(10, 12);
  const kinds: LeverageKind[] = [
    { kind: 'constant', ratio: 2 },
    { kind: 'table', wheelMm: [0, 300], shockMm: [0, 150] },
  ];
  for (const kind of kinds) {
    const found = leverageOf(kind, 300);
    expect(found.ok && [found.value.ratio(77), found.value.strokeMm(100)]).toEqual([2, 50]);
  }
  expect(leverageOf({ kind: 'linkage', ...DIRECT }, 300).ok).toBe(true);
});

describe('swept finely', () => {
  const pairs = { wheelMm: [0, 37, 81, 120, 166, 214, 260, TRAVEL], shockMm: [0, 11.2, 25.6, 39.1, 56.2, 75.2, 94.6, 111] };
  test.each([
    ['a linkage', { kind: 'linkage' as const, ...ROCKER }],
    ['a table', { kind: 'table' as const, ...pairs }],
  ])('wheel rate and natural frequency of %s run without a leap, at the knots too', (_, leverage) => {
    const made = endOf({ end: 'rear', travelMm: TRAVEL, leverage, otherForce: { kind: 'none' } });
    if (!made.ok) throw new Error(made.issue.code);
    const { end } = made.value;
    let before = wheelRateNPerMm(end, linearSpring(80), 8, 0.01);
    let leaps = 0;
    for (let z = 0.04; z < TRAVEL; z += 0.03) {
      const rate = wheelRateNPerMm(end, linearSpring(80), 8, z);
      if (Math.abs(rate - before) > 0.03) leaps += 1;
      before = rate;
    }
    expect(leaps).toBe(0);
    // The rate is the slope of the force, wherever it is asked.
    for (let i = 1; i < 96; i += 1) {
      const z = (TRAVEL * i) / 96;
      const slope = (wheelForceN(end, linearSpring(80), 8, z + 1e-4) - wheelForceN(end, linearSpring(80), 8, z - 1e-4)) / 2e-4;
      expect(Math.abs(wheelRateNPerMm(end, linearSpring(80), 8, z) - slope)).toBeLessThan(0.03);
    }
    // Of three hundred springs in fine steps none lies off the curve.
    const springs = Array.from({ length: 300 }, (__, i) => ({ id: String(i), rateNPerMm: 60 + i * 0.15 }));
    const request = {
      end,
      staticLoadN: 560,
      ladenLoadN: 1090,
      target: { staticSagMm: 35, riderSagMm: 102 },
      preloadRangeMm: [0, 20] as const,
      catalogue: springs,
    };
    const hz = springs.map((spring) => judge(request, spring).naturalFrequencyHz);
    hz.slice(2).forEach((f, i) => expect(Math.abs(f - 2 * hz[i + 1]! + hz[i]!)).toBeLessThan(0.002));
  });
});
