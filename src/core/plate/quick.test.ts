import { seeded } from '../numerics/random';
import { quickLifts, type Shim, stack, type StackRequest } from './stack';

const shim = (diameterMm: number, thicknessMm: number, count = 1): Shim => ({ diameterMm, thicknessMm, count });
const request = (shims: Shim[], pressuresMPa = [0.05, 0.1, 0.2]): StackRequest => ({
  shims,
  clampDiameterMm: 18,
  pressureZoneMm: { inner: 24, outer: 37 },
  pressuresMPa,
  dishMm: 0,
  youngsModulusGPa: 206,
  poisson: 0.3,
  theory: 'linear',
});
const lifts = (r: StackRequest) => {
  const found = stack(r, 14);
  if (!found.ok) throw new Error(found.issue.code);
  return found.value.edgeLiftMm;
};

describe('quick plates, for searching', () => {
  test('shims all alike are one plate of so many times the stiffness: there quick and full are the same', () => {
    const r = request([shim(40, 0.2, 5)]);
    quickLifts(r, 14).forEach((mm, i) => expect(mm / lifts(r)[i]!).toBeCloseTo(1, 6));
  });

  test('a taper bonded is somewhat stiffer than the contact it stands for, never softer, and near it', () => {
    const r = request([shim(40, 0.2, 4), shim(36, 0.2), shim(32, 0.2), shim(26, 0.25), shim(22, 0.3)]);
    const full = lifts(r);
    quickLifts(r, 14).forEach((mm, i) => {
      expect(mm).toBeLessThanOrEqual(full[i]! * 1.0001);
      expect(mm).toBeGreaterThan(0.85 * full[i]!);
    });
  });

  test('a crossover still parts the stack: soft before its gap closes, firm after', () => {
    const [low, high] = [0.02, 0.6];
    const r = request([shim(40, 0.15, 2), shim(26, 0.15), shim(40, 0.2, 4), shim(30, 0.25)], [low, 2 * low, high, high + low]);
    const [a, b, c, d] = quickLifts(r, 14) as [number, number, number, number];
    expect((b - a) / (d - c)).toBeGreaterThan(2);
    const full = lifts(r);
    [a, b, c, d].forEach((mm, i) => expect(Math.abs(mm / full[i]! - 1)).toBeLessThan(0.15));
  });

  test('order of a ranking is kept where stacks differ plainly', () => {
    const stacks = [4, 5, 6, 8].map((n) => request([shim(40, 0.2, n), shim(34, 0.2), shim(26, 0.25)], [0.1]));
    const [quick, full] = [stacks.map((r) => quickLifts(r, 6)[0]!), stacks.map((r) => lifts(r)[0]!)];
    expect(quick).toEqual([...quick].sort((x, y) => y - x));
    expect(full).toEqual([...full].sort((x, y) => y - x));
  });
});

test('the shapes at every pressure are those of asking for each alone', () => {
  const r = { ...request([shim(40, 0.2, 3), shim(30, 0.2)], [0.1, 0.4]), theory: 'vonKarman' as const };
  const [both, alone] = [stack(r, 10, true), stack({ ...r, pressuresMPa: [0.1] }, 10)];
  if (!both.ok || !alone.ok) throw new Error('not solved');
  const [first] = both.value.profilesMm!;
  expect(first).toHaveLength(4);
  first!.forEach((p, i) => p.liftMm.forEach((mm, k) => expect(mm).toBeCloseTo(alone.value.profileMm[i]!.liftMm[k]!, 7)));
  expect(alone.value.profilesMm).toBeUndefined();
});

test('stacks from seeds, with crossovers, dishes and stops, are all solved, nothing overlaps, and a coarse mesh agrees with a fine one', () => {
  const next = seeded(3);
  const thickness = () => 0.1 + 0.05 * Math.floor(next() * 5);
  for (let i = 0; i < 12; i += 1) {
    const face = 20 + Math.round(next() * 20);
    const shims = [{ diameterMm: face, thicknessMm: thickness(), count: 1 + Math.floor(next() * 4) }];
    if (next() < 0.5) shims.push({ diameterMm: Math.max(14, Math.round(face * (0.5 + 0.3 * next()))), thicknessMm: 0.15, count: 1 });
    for (let d = face - 2; d > 13; d -= 2 + Math.floor(next() * 5)) shims.push({ diameterMm: d, thicknessMm: thickness(), count: 1 });
    const request = {
      shims,
      clampDiameterMm: 12,
      pressureZoneMm: { inner: 14, outer: face - 2 },
      dishMm: next() < 0.3 ? 0.1 : 0,
      ...(next() < 0.4 ? { stopLiftMm: 0.5 } : {}),
      youngsModulusGPa: 206,
      poisson: 0.3,
      theory: 'vonKarman' as const,
      pressuresMPa: [0.1, 0.6, 3],
    };
    const [coarse, fine] = [stack(request, 10), stack(request, 24)];
    if (!coarse.ok || !fine.ok) throw new Error(`stack ${i} of the seed is not solved`);
    fine.value.edgeLiftMm.forEach((mm, k) => expect(Math.abs(coarse.value.edgeLiftMm[k]! / mm - 1)).toBeLessThan(0.02));
    if (request.stopLiftMm !== undefined) expect(Math.max(...fine.value.edgeLiftMm)).toBeLessThan(request.stopLiftMm + 1e-6);
    // Each shim stands at or above the one before it, less what a missing shim between them leaves free.
    fine.value.profileMm.slice(1).forEach((upper, k) => {
      const lower = fine.value.profileMm[k]!;
      upper.radiusMm.forEach((r, n) => {
        const m = lower.radiusMm.indexOf(r);
        if (m >= 0) expect(upper.liftMm[n]! - lower.liftMm[m]!).toBeGreaterThan(-1e-6);
      });
    });
  }
});
