import { damper } from '../damper/damper';
import { liftCurve, type ValveRequest } from '../damper/valve';
import { stack, type StackRequest } from './stack';

const shim = (diameterMm: number, thicknessMm: number, count = 1) => ({ diameterMm, thicknessMm, count });
const BASE = {
  clampDiameterMm: 16,
  pressureZoneMm: { inner: 20, outer: 32 },
  dishMm: 0,
  youngsModulusGPa: 206,
  poisson: 0.3,
  theory: 'vonKarman' as const,
};
const TAPER = [shim(36, 0.2, 4), shim(34, 0.2), shim(30, 0.2), shim(26, 0.2), shim(22, 0.3)];
const STACKS: [string, Omit<StackRequest, 'pressuresMPa'>][] = [
  ['a taper', { ...BASE, shims: TAPER }],
  ['dished', { ...BASE, shims: TAPER, dishMm: 0.2, seatDiameterMm: 34 }],
  ['a crossover', { ...BASE, shims: [shim(36, 0.2, 2), shim(22, 0.1), shim(36, 0.2, 3), shim(30, 0.2), shim(26, 0.2), shim(22, 0.3)] }],
  [
    'a crossover, dished',
    { ...BASE, shims: [shim(36, 0.15, 2), shim(20, 0.1), shim(34, 0.2, 3), shim(26, 0.2), shim(22, 0.3)], dishMm: 0.1, seatDiameterMm: 34 },
  ],
  ['a stop', { ...BASE, shims: [shim(36, 0.2, 2), shim(30, 0.2), shim(22, 0.3)], stopLiftMm: 0.4, stopDiameterMm: 34 }],
];

/** Gap at the seat (or the edge) by a solve at that very pressure with five times the elements. */
function gapAt(request: Omit<StackRequest, 'pressuresMPa'>, pressureMPa: number): number {
  const found = stack({ ...request, pressuresMPa: [pressureMPa] });
  if (!found.ok) throw new Error(JSON.stringify(found.issue));
  const [face] = found.value.profileMm;
  const radius = (request.dishMm > 0 ? request.seatDiameterMm! : request.shims[0]!.diameterMm) / 2;
  return face!.liftMm[face!.radiusMm.findIndex((r) => Math.abs(r - radius) < 1e-9)]! - request.dishMm;
}

test.each(STACKS)('the gap of %s is that of a solve at that very pressure, where it opens, where it closes and far on', (_, request) => {
  const found = liftCurve(request);
  const at = stack({ ...request, pressuresMPa: [1] });
  if (!found.ok || !at.ok) throw new Error(JSON.stringify({ found, at }));
  const [gapMm, { openingPressureMPa: openingMPa }] = [found.value, at.value];
  expect(gapMm(0.998 * openingMPa)).toBe(0);
  expect(gapMm(0.9 * openingMPa)).toBe(0);
  for (const over of [0.004, 0.02, 0.07, 0.15, 0.28, 0.45, 0.8, 1.4, 2.6, 5, 9]) {
    const mpa = openingMPa + over;
    // Within half a per cent of the pressure or of the gap: just above the opening the one, where a stop holds the other.
    const exact = gapAt(request, mpa);
    const near = [gapMm(0.995 * mpa), gapMm(1.005 * mpa), 0.995 * gapMm(mpa), 1.005 * gapMm(mpa)];
    expect(exact).toBeGreaterThan(Math.min(...near));
    expect(exact).toBeLessThan(Math.max(...near));
  }
});

test('swept finely a lift curve only rises, without a jump', () => {
  for (const [, request] of STACKS.slice(0, 4)) {
    const found = liftCurve(request);
    if (!found.ok) throw new Error(JSON.stringify(found.issue));
    let before = 0;
    for (let i = 0; i <= 2000; i += 1) {
      const now = found.value(12 * (i / 2000) ** 2);
      expect(now).toBeGreaterThanOrEqual(before);
      expect(now - before).toBeLessThan(0.01);
      before = now;
    }
  }
});

const CD = { port: 0.7, curtain: 0.7, bleed: 0.7 };
const DENSITY = 860;

/** Flow that a valve lets through with so much pressure across its curtain, the gap solved at that very pressure; and the pressure across all of it. */
function carriedAt(valve: ValveRequest, curtainMPa: number): { flow: number; totalMPa: number } {
  const orifice = (cdMm2: number, mpa: number) => cdMm2 * Math.sqrt((2e6 * mpa) / DENSITY) * 1000;
  const ring = Math.PI * (valve.stack!.dishMm > 0 ? valve.stack!.seatDiameterMm! : valve.edgeDiameterMm);
  const shim = orifice(CD.curtain * ring * Math.max(0, gapAt(valve.stack!, curtainMPa)), curtainMPa);
  const totalMPa = curtainMPa + ((shim / 1000 / (CD.port * valve.portAreaMm2)) ** 2 * DENSITY) / 2e6;
  return { flow: shim + orifice(CD.bleed * valve.bleedAreaMm2, totalMPa), totalMPa };
}

test.each(STACKS.slice(1, 4))('the damper of %s pushes as one solved at its very pressure, 0.02 to 4 m/s', (_, request) => {
  const valve: ValveRequest = { portAreaMm2: 150, bleedAreaMm2: 2, edgeDiameterMm: request.dishMm > 0 ? 34 : 36, cd: CD, stack: request };
  const speeds = [0.02, 0.1, 0.5, 1.6, 4];
  const found = damper({
    boreMm: 44,
    rodMm: 14,
    gasPressureMPa: 1,
    oil: { densityKgPerM3: DENSITY, cSt: 15 },
    piston: { compression: valve, rebound: valve },
    base: null,
    velocitiesMPerS: speeds,
  });
  if (!found.ok) throw new Error(JSON.stringify(found.issue));
  const areaMm2 = (Math.PI / 4) * (44 ** 2 - 14 ** 2);
  speeds.forEach((v, i) => {
    const { curtainMPa } = found.value.pressureDropsMPa[i]!.pistonCompression;
    // The flow lies between what a little less and a little more pressure carries, so the force is right to four thousandths.
    const [less, more] = [carriedAt(valve, 0.996 * curtainMPa), carriedAt(valve, 1.004 * curtainMPa)];
    expect(less.flow).toBeLessThan(areaMm2 * v * 1000);
    expect(more.flow).toBeGreaterThan(areaMm2 * v * 1000);
    expect(less.totalMPa * areaMm2).toBeLessThan(found.value.compressionN[i]!);
    expect(more.totalMPa * areaMm2).toBeGreaterThan(found.value.compressionN[i]!);
  });
});
