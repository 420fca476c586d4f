import { DAMPING_TEMPLATES } from '@/knowledge/dampingTemplates';
import { stack } from '../plate/stack';
import { type DamperRequest, damper } from './damper';
import { runSearch, type SearchRequest, stackSearch } from './search';
import { seeded } from '../numerics/random';
import { crossovers, merged, pieces, shimsBeyond } from './shims';
import { criticalAtShaft, rescaledCurve, type Sprung, TARGET_SPEEDS, templateCurve, zetaOf } from './target';
import { LIFT_ELEMENTS, rememberedLifts, valveOf } from './valve';

const CD = { port: 0.7, curtain: 0.7, bleed: 0.7 };
const shim = (diameterMm: number, thicknessMm: number, count = 1) => ({ diameterMm, thicknessMm, count });
const valve = (shims: ReturnType<typeof shim>[], bleedAreaMm2: number) => ({
  portAreaMm2: 200,
  bleedAreaMm2,
  edgeDiameterMm: 40,
  cd: CD,
  stack: {
    shims,
    clampDiameterMm: 18,
    pressureZoneMm: { inner: 24, outer: 37 },
    dishMm: 0,
    youngsModulusGPa: 206,
    poisson: 0.3,
    theory: 'vonKarman' as const,
  },
});
const PRESENT = [shim(40, 0.2, 4), shim(36, 0.2), shim(32, 0.2), shim(26, 0.25), shim(22, 0.3)];
const WANTED = [shim(40, 0.2, 5), shim(36, 0.2, 2), shim(32, 0.2), shim(26, 0.25), shim(22, 0.3)];
const withStack = (shims: ReturnType<typeof shim>[]): Omit<DamperRequest, 'velocitiesMPerS'> => ({
  boreMm: 46,
  rodMm: 16,
  gasPressureMPa: 1.2,
  oil: { densityKgPerM3: 850, cSt: 14 },
  piston: { compression: valve(shims, 3), rebound: valve(PRESENT, 2) },
  base: { ...valve([], 3), portAreaMm2: 0, stack: null },
});
const SPEEDS = [0.05, 0.2, 0.7, 1.6, 3];
const lifts = rememberedLifts();
const curveOf = (shims: ReturnType<typeof shim>[]) => {
  const found = damper({ ...withStack(shims), velocitiesMPerS: SPEEDS }, lifts);
  if (!found.ok) throw new Error(found.issue.code);
  return SPEEDS.map((mPerS, i) => ({ mPerS, forceN: found.value.compressionN[i]! }));
};
const REQUEST: SearchRequest = {
  damper: withStack(PRESENT),
  free: 'compression',
  target: curveOf(WANTED),
  shims: [shim(40, 0.2, 3), shim(36, 0.2, 2), shim(40, 0.15, 2), shim(28, 0.1, 2), shim(32, 0.2, 1)],
  limits: { leastFaceShims: 2, mostShims: 14, mostCrossovers: 1, mostStressMPa: 3000, mostSwapped: null, mayBuy: false },
  seed: 3,
  tries: 500,
};
const value = <T>(r: { ok: true; value: T } | { ok: false; issue: unknown }): T => {
  if (!r.ok) throw new Error(JSON.stringify(r.issue));
  return r.value;
};

describe('the search', () => {
  const found = value(runSearch(REQUEST));

  test('finds its way back to a stack whose curve is the target, and says what goes in and out', () => {
    const [best] = found.suggestions;
    expect(found.presentFitError).toBeGreaterThan(0.08);
    expect(best!.fitError).toBeLessThan(0.02);
    // The curve of a suggestion is the damper's own, solved in full, not the quick one.
    expect(best!.curve.map((p) => p.forceN)).toEqual(curveOf(best!.shims).map((p) => expect.closeTo(p.forceN, 6) as number));
    expect(shimsBeyond([...PRESENT, ...best!.added], best!.removed)).toEqual(shimsBeyond(best!.shims, []));
  });

  test('keeps to the drawer, to the limits, and to its seed', () => {
    for (const s of found.suggestions) {
      expect(s.missing).toEqual([]);
      expect(shimsBeyond(s.added, REQUEST.shims)).toEqual([]);
      expect(pieces(s.shims)).toBeLessThanOrEqual(14);
      expect(crossovers(s.shims)).toBeLessThanOrEqual(1);
    }
    expect(value(runSearch(REQUEST))).toEqual(found);
  });

  test('least change: with one swap allowed every suggestion keeps to it, and the least change stands beside the best fit anyway', () => {
    const one = value(runSearch({ ...REQUEST, tries: 200, limits: { ...REQUEST.limits, mostSwapped: 1 } }));
    expect(one.suggestions.length).toBeGreaterThan(0);
    expect(Math.max(...one.suggestions.map((s) => s.swapped))).toBe(1);
    expect(found.suggestions.some((s) => s.swapped === 1)).toBe(true);
  });

  test('tells how far it is and can be left at any step', () => {
    const search = stackSearch(REQUEST);
    const step = search.next();
    expect(!step.done && [step.value.tried, step.value.of]).toEqual([100, 500]);
  });

  test('a longer search never finds less, and finds the stack that is in there where that is the answer', () => {
    const best = (tries: number, target = REQUEST.target) => {
      const { suggestions } = value(runSearch({ ...REQUEST, target, tries }));
      return Math.min(...suggestions.map((s) => s.fitError));
    };
    const misses = [100, 300, 600, 1200].map((tries) => best(tries));
    misses.slice(1).forEach((miss, i) => expect(miss).toBeLessThanOrEqual(misses[i]!));
    const same = value(runSearch({ ...REQUEST, target: curveOf(PRESENT), tries: 100, limits: { ...REQUEST.limits, mostStressMPa: 1 } }));
    expect(same.suggestions[0]).toMatchObject({ swapped: 0, shims: PRESENT });
    expect(same.suggestions[0]!.fitError).toBeLessThan(1e-9);
    // What the present stack bears is not refused, whatever the limit says.
    expect(same.presentStressMPa).toBeGreaterThan(1);
    for (const s of same.suggestions) expect(s.maxStressMPa).toBeLessThanOrEqual(same.presentStressMPa);
  });

  test.each(['rebound', 'base'] as const)(
    'reckons as the damper does, %s: return pressure and the areas of a damping-rod fork too',
    (free) => {
      const base = { ...valve(PRESENT, 3), returnAreaMm2: 4 };
      const request = { ...REQUEST, free, tries: 100, damper: { ...REQUEST.damper, tubeMm: 50, base } };
      const now = damper({ ...request.damper, velocitiesMPerS: SPEEDS }, lifts);
      if (!now.ok) throw new Error(now.issue.code);
      const forces = free === 'rebound' ? now.value.reboundN : now.value.compressionN;
      const found = value(runSearch({ ...request, target: SPEEDS.map((mPerS, i) => ({ mPerS, forceN: forces[i]! })) }));
      expect(found.presentFitError).toBeLessThan(1e-9);
      const [other] = found.suggestions.filter((s) => s.swapped > 0);
      const again = damper(
        {
          ...request.damper,
          velocitiesMPerS: SPEEDS,
          ...(free === 'base'
            ? { base: { ...base, stack: { ...base.stack, shims: other!.shims } } }
            : {
                piston: {
                  ...request.damper.piston,
                  rebound: { ...request.damper.piston.rebound, stack: { ...base.stack, shims: other!.shims } },
                },
              }),
        },
        lifts,
      );
      if (!again.ok) throw new Error(again.issue.code);
      const key = free === 'rebound' ? 'reboundN' : 'compressionN';
      other!.curve.forEach((p, i) => expect(p.forceN).toBeCloseTo(again.value[key][i]!, 6));
    },
  );

  test('no larger shim behind a smaller one but behind a crossover, and a group behind that', () => {
    const all = value(runSearch({ ...REQUEST, tries: 600, limits: { ...REQUEST.limits, mostCrossovers: 2 } })).suggestions;
    for (const { shims } of all)
      shims.forEach((s, i) => {
        if (i === 0 || s.diameterMm <= shims[i - 1]!.diameterMm) return;
        expect(shims[i - 1]).toMatchObject({ count: 1 });
        expect(shims[i - 1]!.thicknessMm).toBeLessThanOrEqual(0.15);
        expect(s.count > 1 || i + 1 < shims.length).toBe(true);
      });
  });

  test('suggestions stand by their miss, the closest first, and a long stack of equal shims is not one', () => {
    const misses = found.suggestions.map((s) => s.fitError);
    expect(misses).toEqual([...misses].sort((a, b) => a - b));
    for (const { shims } of found.suggestions) expect(pieces(shims) < 4 || shims.at(-1)!.diameterMm < shims[0]!.diameterMm).toBe(true);
  });

  test('what is fitted counts as there: a size nobody has more of, and one no wider than the clamp, stand in no stack’s way', () => {
    const fitted = [...PRESENT, shim(18, 0.3)];
    const { suggestions } = value(
      runSearch({ ...REQUEST, damper: withStack(fitted), shims: REQUEST.shims.filter((s) => s.diameterMm !== 36), tries: 300 }),
    );
    const others = suggestions.filter((s) => s.swapped > 0);
    expect(others.length).toBeGreaterThan(2);
    expect(others.some((s) => s.shims.some((x) => x.diameterMm === 18))).toBe(true);
    expect(others[0]!.fitError).toBeLessThan(0.02);
  });

  test('an aim out of reach says so: what the softest and the stiffest give, and on what it hangs', () => {
    const times = (k: number) => curveOf(PRESENT).map((p) => ({ ...p, forceN: p.forceN * k }));
    const beyondOf = (target: ReturnType<typeof times>) => value(runSearch({ ...REQUEST, target, tries: 100 })).reach.beyond;
    const high = beyondOf(times(20))!;
    expect(high.targetN).toBeGreaterThan(high.stiffestN);
    expect(high.stiffestN).toBeGreaterThan(high.softestN);
    expect(['bleed', 'shims']).toContain(high.hangsOn);
    const low = beyondOf(times(0.02))!;
    expect(low.targetN).toBeLessThan(low.softestN);
    expect(beyondOf(curveOf(WANTED))).toBeNull();
    const falling = [...curveOf(WANTED)].map((p, i, all) => ({ ...p, forceN: all[all.length - 1 - i]!.forceN }));
    expect(runSearch({ ...REQUEST, target: falling, tries: 100 })).toMatchObject({ ok: false, issue: { code: 'target-not-rising' } });
    // With twice the oil past the needle no shim holds the slow end up: that is what it hangs on.
    const open = { ...REQUEST.damper, piston: { ...REQUEST.damper.piston, compression: valve(PRESENT, 25) } };
    expect(value(runSearch({ ...REQUEST, damper: open, target: times(2), tries: 100 })).reach.beyond).toMatchObject({ hangsOn: 'bleed' });
  });

  test('known stacks are found again: at least eighteen of twenty to within 2 %', () => {
    const next = seeded(11);
    const pick = (of: readonly number[]): number => of[Math.floor(next() * of.length)]!;
    const thick = [0.1, 0.15, 0.2, 0.25, 0.3];
    const steps = [38, 36, 34, 32, 30, 28, 26, 24, 22, 20];
    const drawer = [40, ...steps].flatMap((d) => thick.map((t) => shim(d, t, 6)));
    let near = 0;
    for (let n = 0; n < 20; n += 1) {
      const known = [shim(40, pick(thick.slice(1)), 2 + Math.floor(next() * 4))];
      for (const d of steps) if (next() < 0.55) known.push(shim(d, pick(thick)));
      const { suggestions } = value(
        runSearch({
          ...REQUEST,
          target: curveOf(known),
          shims: drawer,
          limits: { ...REQUEST.limits, mostShims: 24, mostStressMPa: 5000 },
          seed: 1,
          tries: 2000,
        }),
      );
      if (suggestions[0]!.fitError < 0.02) near += 1;
    }
    expect(near).toBeGreaterThanOrEqual(18);
  });

  test('a rod thicker than the bore is no damper to search for', () => {
    const found = runSearch({ ...REQUEST, damper: { ...REQUEST.damper, rodMm: 50 } });
    expect(found).toMatchObject({ ok: false, issue: { code: 'rod-fills-bore' } });
  });

  test('a valve without a stack has nothing to search from', () => {
    const bare = { ...REQUEST, free: 'base' as const };
    expect(runSearch(bare)).toMatchObject({ ok: false, issue: { code: 'no-stack', path: ['free'] } });
  });
});

describe('shims and lifts', () => {
  test('a crossover is where a stack steps out again; equal neighbours are one group', () => {
    expect(crossovers([shim(40, 0.2, 2), shim(26, 0.1), shim(38, 0.2), shim(30, 0.2)])).toBe(1);
    expect(merged([shim(40, 0.2), shim(40, 0.2, 2), shim(30, 0.2)])).toEqual([shim(40, 0.2, 3), shim(30, 0.2)]);
  });

  test('a coarse mesh gives the lift a curve is made of to a thousandth', () => {
    const request = { ...valve(PRESENT, 1).stack, pressuresMPa: [0.3, 1, 2.5] };
    const [fine, coarse] = [value(stack(request)), value(stack(request, LIFT_ELEMENTS))];
    fine.edgeLiftMm.forEach((mm, i) => expect(coarse.edgeLiftMm[i]! / mm).toBeCloseTo(1, 3));
  });

  test('a sprung poppet stays shut up to its spring’s preload over its seat, and gives with its rate beyond', () => {
    const poppet = { seatDiameterMm: 10, springPreloadN: 40, springRateNPerMm: 8, mostLiftMm: 1.5 };
    const made = value(
      valveOf({ portAreaMm2: 60, bleedAreaMm2: 2, stack: null, poppet, edgeDiameterMm: 10, cd: CD }, { densityKgPerM3: 850, cSt: 12 }),
    );
    const opens = 40 / ((Math.PI / 4) * 100);
    const shut = 2 * 0.7 * Math.sqrt((2e6 * opens * 0.99) / 850) * 1000;
    expect(made.at(shut).liftMm).toBe(0);
    const open = made.at(shut * 4);
    expect(open.liftMm).toBeCloseTo(((open.curtainMPa - opens) * (Math.PI / 4) * 100) / 8, 6);
    expect(made.at(1e7).liftMm).toBe(1.5);
  });
});

describe('targets', () => {
  const REAR: Sprung = { wheelRateNPerMm: 12, massKg: 140, leverage: 2.6, dampers: 1 };

  test('critical damping by hand: 2√(k·m) at the wheel, times the leverage squared at the shaft', () => {
    expect(criticalAtShaft(REAR)).toBeCloseTo(2 * Math.sqrt(12_000 * 140) * 2.6 ** 2, 9);
    expect(criticalAtShaft({ ...REAR, dampers: 2 })).toBeCloseTo(criticalAtShaft(REAR) / 2, 9);
  });

  test('a template has its ratio below the knee and its share of the slope beyond', () => {
    const side = DAMPING_TEMPLATES[0]!.rebound;
    const curve = templateCurve(side, REAR, [0.1, side.kneeMPerS, 2]);
    expect(zetaOf(curve[0]!.forceN, 0.1, REAR)).toBeCloseTo(side.zeta, 12);
    expect((curve[2]!.forceN - curve[1]!.forceN) / (2 - side.kneeMPerS)).toBeCloseTo(side.highShare * side.zeta * criticalAtShaft(REAR), 9);
    expect(TARGET_SPEEDS.length).toBe(templateCurve(side, REAR).length);
  });

  test('twice the rate and twice the mass want twice the force; nothing changed wants the same', () => {
    const curve = [{ mPerS: 0.4, forceN: 500 }];
    expect(rescaledCurve(curve, REAR, { ...REAR, wheelRateNPerMm: 24, massKg: 280 })[0]!.forceN).toBeCloseTo(1000, 9);
    expect(rescaledCurve(curve, REAR, REAR)).toEqual(curve);
  });
});
