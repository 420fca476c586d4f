import { damper, type DamperFigures } from './damper';
import { liftCurve, type LiftOf, rememberedLifts, type ValveRequest, valveOf } from './valve';
import { damperView, type ViewRequest, withClicks } from './view';

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
  oil: { cold: { ...OIL, cSt: 60 }, warm: OIL, hot: { ...OIL, cSt: 4 } },
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
