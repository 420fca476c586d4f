import { expert, type ExpertRequest, shimLives } from './expert';
import { damper, type DamperFigures } from './damper';
import { hole, rememberedLifts } from './valve';

/** What is reckoned with beyond the plain curve: closed forms, limits, and directions. */

const WARM = { densityKgPerM3: 850, cSt: 15 };
const COLD = { densityKgPerM3: 850, cSt: 60 };
const HOT = { densityKgPerM3: 850, cSt: 5 };
const CD = { port: 0.7, curtain: 0.7, bleed: 0.7 };
const shims = [
  { diameterMm: 36, thicknessMm: 0.2, count: 5 },
  { diameterMm: 28, thicknessMm: 0.25, count: 1 },
  { diameterMm: 22, thicknessMm: 0.3, count: 1 },
];
const valve = {
  portAreaMm2: 120,
  bleedAreaMm2: 1.4,
  edgeDiameterMm: 36,
  cd: CD,
  stack: {
    shims,
    clampDiameterMm: 18,
    pressureZoneMm: { inner: 22, outer: 33 },
    dishMm: 0,
    youngsModulusGPa: 206,
    poisson: 0.3,
    theory: 'vonKarman' as const,
  },
};
const FIGURES: DamperFigures = { boreMm: 46, rodMm: 16, gasPressureMPa: 1.1, piston: { compression: valve, rebound: valve }, base: null };
const SPEEDS = [0, 0.05, 0.1, 0.3, 0.6, 1, 2, 3];
const lifts = rememberedLifts();
const asked = (more: Partial<ExpertRequest> = {}): ExpertRequest => ({
  figures: FIGURES,
  oil: { cold: COLD, warm: WARM, hot: HOT },
  speedsMPerS: SPEEDS,
  checkOpensMPa: null,
  yieldsNPerM: 1.5e6,
  swing: { mPerS: 0.4, hz: 2 },
  ...more,
});
const found = (request: ExpertRequest) => {
  const answer = expert(request, lifts);
  if (!answer.ok) throw new Error(answer.issue.code);
  return answer.value;
};

test('a hole whose coefficient follows the Reynolds number: pressure and flow are each other’s inverse, slow it is laminar, quick it is the plain hole', () => {
  const [thick, plain] = [hole(0.7, 2, WARM, true), hole(0.7, 2, WARM, false)];
  for (const mpa of [1e-5, 1e-3, 0.1, 2]) expect(thick.drop(thick.flow(mpa))).toBeCloseTo(mpa, 9);
  expect(thick.flow(2e-9) / thick.flow(1e-9)).toBeCloseTo(2, 3);
  expect(plain.flow(2e-7) / plain.flow(1e-7)).toBeCloseTo(Math.SQRT2, 9);
  expect(thick.flow(50) / plain.flow(50)).toBeGreaterThan(0.97);
  // C_d = δ·√Re far below the turn: Merritt's own form, from the flow found.
  const d = Math.sqrt((4 * 2) / Math.PI);
  const flow = thick.flow(1e-9);
  const re = (flow * d) / (2 * WARM.cSt);
  const cd = flow / (plain.flow(1e-9) / 0.7);
  expect(cd / Math.sqrt(re)).toBeCloseTo(0.2, 3);
});

test('thick and cold oil pass the openings harder than hot, though no bleed has a length; plain, all three are alike', () => {
  const { thick, plain } = found(asked());
  for (const i of [1, 2, 3]) {
    expect(thick.cold.compressionN[i]!).toBeGreaterThan(thick.warm.compressionN[i]!);
    expect(thick.warm.compressionN[i]!).toBeGreaterThan(thick.hot.compressionN[i]!);
    expect(thick.hot.compressionN[i]!).toBeGreaterThan(plain.compressionN[i]!);
  }
  const alone = (oil: typeof WARM) => damper({ ...FIGURES, oil, velocitiesMPerS: SPEEDS }, lifts);
  const [cold, hot] = [alone(COLD), alone(HOT)];
  expect(cold.ok && hot.ok && cold.value.compressionN).toEqual(hot.ok && hot.value.compressionN);
});

test('oil parts: force is lost exactly beyond what the gas holds, and nowhere below', () => {
  const poor = { ...FIGURES, gasPressureMPa: 0.4 };
  const { plain, parting } = found(asked({ figures: poor }));
  const annulus = (Math.PI / 4) * (46 ** 2 - 16 ** 2);
  plain.compressionN.forEach((n, i) => expect(parting.compressionN[i]!).toBeCloseTo(Math.min(n, 0.4 * annulus), 6));
  expect(parting.compressionN.at(-1)!).toBeLessThan(plain.compressionN.at(-1)!);
});

test('a sprung check valve holds back the return until it opens; not measured, nothing is said of it', () => {
  const base = { portAreaMm2: 40, bleedAreaMm2: 0.8, edgeDiameterMm: 18, cd: CD, stack: null, returnAreaMm2: 60 };
  const { plain, check } = found(asked({ figures: { ...FIGURES, base }, checkOpensMPa: 0.1 }));
  const rod = (Math.PI / 4) * 16 ** 2;
  expect(check!.reboundN.at(-1)! - plain.reboundN.at(-1)!).toBeCloseTo(0.1 * rod, 0);
  expect(check!.compressionN).toEqual(plain.compressionN);
  expect(found(asked()).check).toBeNull();
});

test('the loop: on a rigid seat force follows speed; on one that yields it lags, the more the softer', () => {
  const lag = (yieldsNPerM: number) => found(asked({ yieldsNPerM })).loop.lagS;
  expect(lag(1e10)).toBeLessThan(3e-4);
  expect(lag(5e5)).toBeGreaterThan(lag(2e6));
});

test('shims under a ride’s swings: harder ground takes more life, gentle ground none', () => {
  const swings = (scale: number) => ({
    mPerS: [0.5, 1.5, 3].map((v) => v * scale),
    perSecond: { compression: [3, 1, 0.2], rebound: [3, 1, 0.2] },
  });
  const life = (scale: number) => shimLives(FIGURES, WARM, swings(scale), lifts)[0]!;
  expect(life(0.1).damagePerHour).toBe(0);
  expect(life(2).damagePerHour).toBeGreaterThan(life(1.2).damagePerHour);
  expect(life(2).mostMPa).toBeGreaterThan(life(1).mostMPa);
});
