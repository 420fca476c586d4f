import { damper, type DamperFigures } from './damper';
import { liftCurve, type LiftOf, rememberedLifts, type ValveRequest, valveOf } from './valve';
import { baselineOf, withClicks } from './clicks';
import { damperView, type ViewRequest } from './view';

const OIL = { densityKgPerM3: 850, cSt: 15 };
const valve = (count: number, clicksOut?: number): ValveRequest => ({
  portAreaMm2: 110,
  bleedAreaMm2: 1.2,
  edgeDiameterMm: 36,
  cd: { port: 0.7, curtain: 0.7, bleed: 0.7 },
  ...(clicksOut === undefined ? {} : { clicker: { clicksOut, areasMm2: [0, 0.3, 0.6, 0.9, 1.2] } }),
  stack: {
    shims: [
      { diameterMm: 36, thicknessMm: 0.15, count },
      { diameterMm: 26, thicknessMm: 0.2, count: 1 },
    ],
    clampDiameterMm: 18,
    pressureZoneMm: { inner: 22, outer: 33 },
    dishMm: 0,
    youngsModulusGPa: 206,
    poisson: 0.3,
    theory: 'linear',
  },
});
const FIGURES: DamperFigures = {
  boreMm: 46,
  rodMm: 16,
  gasPressureMPa: 1.2,
  piston: { compression: valve(3), rebound: valve(4, 2) },
  base: valve(2, 3),
};
const REQUEST: ViewRequest = {
  found: null,
  fit: FIGURES,
  oil: { cold: { ...OIL, cSt: 60 }, warm: OIL, hot: { ...OIL, cSt: 4 }, thicker: { ...OIL, cSt: 22 } },
  beside: null,
  targets: { compression: null, rebound: null },
  speedsMPerS: [0, 0.1, 0.5, 1.5],
  valve: 'base',
};
const value = <T>(r: { ok: true; value: T } | { ok: false; issue: unknown }): T => {
  if (!r.ok) throw new Error(JSON.stringify(r.issue));
  return r.value;
};

/** Counts how often plates are really solved. */
function counting(): { liftOf: LiftOf; solved(): number } {
  const remembered = new Map<string, ReturnType<LiftOf>>();
  let solved = 0;
  return {
    liftOf: (stack) => {
      const key = JSON.stringify(stack);
      const known = remembered.get(key);
      if (known) return known;
      solved += 1;
      const lift = liftCurve(stack);
      remembered.set(key, lift);
      return lift;
    },
    solved: () => solved,
  };
}

test('the view is the damper’s own: its forces, its gas, the valve looked at under its own pressures', () => {
  const view = value(damperView(REQUEST, rememberedLifts()));
  const plain = value(damper({ ...FIGURES, oil: OIL, velocitiesMPerS: REQUEST.speedsMPerS }));
  expect(view.fit).toEqual({ compressionN: plain.compressionN, reboundN: plain.reboundN });
  expect([view.found, view.gasForceN]).toEqual([null, plain.gasForceN]);
  expect(view.drawn!.pressuresMPa).toEqual(plain.pressureDropsMPa.map((d) => d.base!.curtainMPa));
  expect(view.authority.map((a) => a.valve)).toEqual(['rebound', 'base']);
});

test('clicks, temperatures and ribbons cost no plates: three stacks are solved, each once', () => {
  const { liftOf, solved } = counting();
  value(damperView(REQUEST, liftOf));
  expect(solved()).toBe(3);
  value(damperView({ ...REQUEST, fit: withClicks(FIGURES, 'rebound', () => 4)! }, liftOf));
  expect(solved()).toBe(3);
});

test('the base valve’s needle is the compression clicker; a damper without needles has no ribbon', () => {
  const shut = withClicks(FIGURES, 'compression', () => 0)!;
  expect([shut.base!.clicker!.clicksOut, shut.piston.rebound.clicker!.clicksOut]).toEqual([0, 2]);
  const plain = { ...FIGURES, piston: { compression: valve(3), rebound: valve(4) }, base: null };
  expect(withClicks(plain, 'compression', () => 0)).toBeNull();
  expect(value(damperView({ ...REQUEST, fit: plain, valve: 'rebound' }, rememberedLifts())).ribbons).toEqual({
    compression: null,
    rebound: null,
  });
});

test('what cannot be computed is said with which damper and which valve', () => {
  const closed = { ...FIGURES, base: { ...valve(2), portAreaMm2: 0, bleedAreaMm2: 0 } };
  const fit = damperView({ ...REQUEST, fit: closed }, rememberedLifts());
  expect(!fit.ok && [fit.issue.code, fit.issue.path]).toEqual(['valve-closed', ['fit', 'base', 'portAreaMm2']]);
  const found = damperView({ ...REQUEST, found: { ...FIGURES, rodMm: 50 } }, rememberedLifts());
  expect(!found.ok && found.issue.path).toEqual(['found', 'rodMm']);
});

test('a remembered lift answers as a fresh one', () => {
  const [fresh, kept] = [valveOf(valve(3), OIL), valveOf(valve(3), OIL, rememberedLifts())];
  for (const flow of [2e4, 3e5]) expect(value(kept).at(flow)).toEqual(value(fresh).at(flow));
});

test('thicker oil and a face shim more are two answers; the other leg’s force stands apart; the baseline follows the target', () => {
  const { liftOf } = counting();
  const bare = value(damperView({ ...REQUEST, beside: FIGURES }, liftOf));
  expect(bare.beside).toEqual(bare.fit);
  expect(bare.baselines).toEqual({ compression: null, rebound: null });
  // The base valve's stack acts in compression alone.
  expect(bare.instead.shim!.reboundN).toEqual(bare.fit.reboundN);
  expect(bare.instead.shim!.compressionN[2]!).toBeGreaterThan(bare.fit.compressionN[2]!);
  // Bleeds without a length are turbulent: thicker oil of the same density does nothing there.
  bare.instead.thicker!.compressionN.forEach((n, i) => expect(n).toBeCloseTo(bare.fit.compressionN[i]!, 9));
});

describe('where the clickers begin', () => {
  const { liftOf } = counting();
  const curve = (clicks: number) => {
    const set = withClicks(FIGURES, 'rebound', () => clicks)!;
    const found = value(damper({ ...set, oil: OIL, velocitiesMPerS: [0.05, 0.1, 0.2] }, liftOf));
    return found.reboundN.map((forceN, i) => ({ mPerS: [0.05, 0.1, 0.2][i]!, forceN }));
  };

  test.each([0, 1, 3, 4])(
    'the curve of %i clicks out as target: that count, no miss, and the room to both ends is the rest of the reach',
    (clicks) => {
      const found = baselineOf(FIGURES, 'rebound', OIL, curve(clicks), liftOf)!;
      expect([found.clicksOut, found.range, found.atMPerS]).toEqual([clicks, 4, 0.1]);
      expect(found.miss).toBeCloseTo(0, 9);
      const [shut, here, open] = [curve(0)[1]!.forceN, curve(clicks)[1]!.forceN, curve(4)[1]!.forceN];
      expect(found.roomN.firmer).toBeCloseTo(shut - here, 6);
      expect(found.roomN.softer).toBeCloseTo(here - open, 6);
      expect(found.place).toBeCloseTo((here - open) / (shut - open), 9);
    },
  );

  test('a target beyond the clicker shut is out of reach; a direction without a clicker has no baseline', () => {
    const high = curve(0).map((p) => ({ ...p, forceN: 2 * p.forceN }));
    const found = baselineOf(FIGURES, 'rebound', OIL, high, liftOf)!;
    expect(found.clicksOut).toBe(0);
    expect(found.place).toBeGreaterThan(1);
    const plain = { ...FIGURES, base: valve(2), piston: { ...FIGURES.piston, compression: valve(3) } };
    expect(baselineOf(plain, 'compression', OIL, high, liftOf)).toBeNull();
  });
});
