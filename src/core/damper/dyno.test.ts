import { damper, type DamperFigures } from './damper';
import { binned, calibrate, energyJ, simulatedDyno, speedsOf } from './dyno';
import { rememberedLifts } from './valve';

const valve = (cd: number, bleedAreaMm2: number) => ({
  portAreaMm2: 90,
  bleedAreaMm2,
  edgeDiameterMm: 36,
  cd: { port: cd, curtain: cd, bleed: 0.7 },
  stack: {
    shims: [
      { diameterMm: 36, thicknessMm: 0.15, count: 4 },
      { diameterMm: 28, thicknessMm: 0.2, count: 1 },
    ],
    clampDiameterMm: 18,
    pressureZoneMm: { inner: 22, outer: 33 },
    dishMm: 0,
    youngsModulusGPa: 206,
    poisson: 0.3,
    theory: 'vonKarman' as const,
  },
});
const figures = (cd: number, bleed: number): DamperFigures => ({
  boreMm: 46,
  rodMm: 16,
  gasPressureMPa: 1.2,
  piston: { compression: valve(0.7, 1.5), rebound: valve(cd, bleed) },
  base: null,
});
const OIL = { densityKgPerM3: 850, cSt: 14 };
const lifts = rememberedLifts();
const SPEEDS = [0.05, 0.1, 0.2, 0.4, 0.7, 1.1, 1.6, 2.2];
const curve = (f: DamperFigures) => {
  const found = damper({ ...f, oil: OIL, velocitiesMPerS: SPEEDS }, lifts);
  if (!found.ok) throw new Error(found.issue.code);
  return SPEEDS.map((v, i) => ({ mPerS: -v, forceN: -found.value.reboundN[i]! }));
};

test('the area of the loops is the energy: a linear damper on a sine takes π·c·ω·X² a turn', () => {
  const [c, x, turn, n] = [1500, 0.02, 30, 4000];
  const samples = Array.from({ length: n + 1 }, (_, i) => {
    const t = (2 * Math.PI * i) / turn / n;
    return { timeS: t, positionMm: 1000 * x * Math.sin(turn * t), forceN: c * x * turn * Math.cos(turn * t) };
  });
  expect(energyJ(samples) / (Math.PI * c * turn * x * x)).toBeCloseTo(1, 5);
  // Its speeds by differences are those it was made with.
  for (const p of speedsOf(samples)) expect(p.forceN).toBeCloseTo(c * p.mPerS, 1);
});

test('calibration finds the coefficient and bleed a curve was made with, from a wrong start', () => {
  const found = calibrate(figures(0.7, 1.5), OIL, 'rebound', curve(figures(0.58, 2.4)), lifts);
  if (!found.ok) throw new Error(found.issue.code);
  expect(found.value.cd).toBeCloseTo(0.58, 4);
  expect(found.value.bleedMm2).toBeCloseTo(2.4, 3);
  expect(found.value.missAfter).toBeLessThan(1e-4);
  expect(found.value.missBefore).toBeGreaterThan(0.05);
});

test('from the simulated dyno, with noise and lag, the truth lies within the uncertainty stated', () => {
  const truth = figures(0.62, 2.1);
  const forceAt = (v: number) => {
    const found = damper({ ...truth, oil: OIL, velocitiesMPerS: [Math.abs(v)] }, lifts);
    if (!found.ok) throw new Error(found.issue.code);
    return v >= 0 ? found.value.compressionN[0]! : -found.value.reboundN[0]!;
  };
  const run = simulatedDyno(forceAt, 7);
  expect(simulatedDyno(forceAt, 7)).toEqual(run);
  expect(energyJ(run)).toBeGreaterThan(0);
  const points = binned(speedsOf(run));
  expect(points.length).toBeLessThan(110);
  const found = calibrate(figures(0.7, 1.5), OIL, 'rebound', points, lifts);
  if (!found.ok) throw new Error(found.issue.code);
  expect(Math.abs(found.value.cd - 0.62)).toBeLessThan(Math.max(found.value.cdUncertainty, 0.02));
  expect(Math.abs(found.value.bleedMm2 - 2.1)).toBeLessThan(Math.max(found.value.bleedUncertaintyMm2, 0.4));
  expect(found.value.missAfter).toBeLessThan(found.value.missBefore);
});

test('too few readings in a direction are refused', () => {
  const found = calibrate(figures(0.7, 1.5), OIL, 'compression', curve(figures(0.7, 1.5)), lifts);
  expect(!found.ok && found.issue.code).toBe('too-few');
});
