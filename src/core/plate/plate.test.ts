import { lusolve } from 'mathjs';
import { banded } from '../numerics/banded';
import { assemble } from './energy';
import { faceLiftAt } from './contact';
import { meshOf } from './mesh';
import { solverOf } from './solve';
import { stack, type StackRequest } from './stack';

const E = 206_000;
const NU = 0.3;
const flexural = (h: number) => (E * h ** 3) / (12 * (1 - NU * NU));
const run = (request: StackRequest) => {
  const found = stack(request);
  if (!found.ok) throw new Error(JSON.stringify(found.issue));
  return found.value;
};
const STACK: StackRequest = {
  shims: [{ diameterMm: 30, thicknessMm: 0.2, count: 1 }],
  clampDiameterMm: 12,
  pressureZoneMm: { inner: 12, outer: 30 },
  pressuresMPa: [0.01],
  dishMm: 0,
  youngsModulusGPa: 206,
  poisson: NU,
  theory: 'linear',
};

/**
 * Closed form of an annular plate clamped at a, free at b, under uniform pressure (Timoshenko and Woinowsky-Krieger, ch. 3): w = q r⁴/64D + A + B r² + C ln r
 * + F r² ln r with the four constants from w = w′ = 0 at a and no moment and no shear at b. Solved by a general package.
 */
function annulus(q: number, h: number, a: number, b: number): (r: number) => number {
  const d = flexural(h);
  const k = q / (64 * d);
  const slope = (r: number) => [0, 2 * r, 1 / r, 2 * r * Math.log(r) + r];
  const moment = (r: number) => {
    const second = [0, 2, -1 / r ** 2, 2 * Math.log(r) + 3];
    return second.map((s, i) => s + (NU * slope(r)[i]!) / r);
  };
  const shear = (r: number) => [0, 0, 0, 4 / r];
  const rows = [[1, a ** 2, Math.log(a), a ** 2 * Math.log(a)], slope(a), moment(b), shear(b)];
  const right = [-k * a ** 4, -4 * k * a ** 3, -(12 + 4 * NU) * k * b ** 2, -32 * k * b];
  const [A, B, C, F] = (lusolve(rows, right) as number[][]).map((row) => row[0]!) as [number, number, number, number];
  return (r) => k * r ** 4 + A + B * r ** 2 + C * Math.log(r) + F * r ** 2 * Math.log(r);
}

describe('one plate', () => {
  test('an annular shim under uniform pressure lifts as the closed form, along the whole radius', () => {
    const found = run(STACK);
    const exact = annulus(0.01, 0.2, 6, 15);
    const { radiusMm, liftMm } = found.profileMm[0]!;
    expect(found.edgeLiftMm[0]! / exact(15)).toBeCloseTo(1, 6);
    radiusMm.forEach((r, i) => expect(liftMm[i]!).toBeCloseTo(exact(r), 8));
    // Radial moment at the clamp, and its stress 6M/h².
    const h = 1e-3;
    const curve = (exact(6 + 2 * h) - 2 * exact(6 + h) + exact(6)) / h ** 2;
    expect(found.maxStressMPa[0]! / ((6 * flexural(0.2) * curve) / 0.2 ** 2)).toBeCloseTo(1, 2);
  });

  /** A solid plate clamped at its rim: what the handbooks tabulate. Uses the same elements, held at the other edge. */
  const solid = (pressureMPa: number, h: number, radiusMm: number, perNode: 2 | 4) => {
    const mesh = meshOf([{ outerMm: radiusMm, thicknessMm: h, count: 1 }], 0, [], perNode, 'outer');
    const load = { pressureMPa, innerMm: 0, outerMm: radiusMm };
    const found = solverOf(mesh, { youngsMPa: E, poisson: NU }, []).solve(load);
    expect(found.status).toBe('solved');
    return found.q[faceLiftAt(mesh, 0)]!;
  };

  test('a solid clamped plate: q a⁴/64D, and at large lift w/h + c·(w/h)³ = q a⁴/(64 D h) with c from 0.546', () => {
    const [h, a] = [0.5, 20];
    const small = (p: number) => (p * a ** 4) / (64 * flexural(h));
    expect(solid(1e-3, h, a, 2) / small(1e-3)).toBeCloseTo(1, 6);
    // (1 + ν)(173 − 73ν)/360 = 0.546 at small load (from memory): where the cube is a few per cent it must hold closely.
    const p = (0.3 * 64 * flexural(h) * h) / a ** 4;
    const ratio = solid(p, h, a, 4) / h;
    const c = (0.3 - ratio) / ratio ** 3;
    expect(c).toBeCloseTo(((1 + NU) * (173 - 73 * NU)) / 360, 2);
    // Beyond a thickness the handbook's one-term fit with 0.488 is said to be 2 to 6 % high.
    const big = (2 * 64 * flexural(h) * h) / a ** 4;
    let fitted = 1;
    for (let i = 0; i < 50; i += 1) fitted -= (fitted + 0.488 * fitted ** 3 - 2) / (1 + 3 * 0.488 * fitted ** 2);
    const high = fitted / (solid(big, h, a, 4) / h);
    expect(high).toBeGreaterThan(1.02);
    expect(high).toBeLessThan(1.06);
  });

  test('gradient and Hessian are those of the energy, by finite differences, with stretching', () => {
    const mesh = meshOf([{ outerMm: 10, thicknessMm: 0.2, count: 2 }], 5, [], 4, 'inner');
    const material = { youngsMPa: E, poisson: NU };
    const load = { pressureMPa: 0.4, innerMm: 6, outerMm: 9 };
    const at = (q: Float64Array) => {
      const into = { energy: 0, gradient: new Float64Array(mesh.size), hessian: banded(mesh.size, mesh.band) };
      assemble(mesh, material, load, q, into);
      return into;
    };
    const q = Float64Array.from({ length: mesh.size }, (_, k) => 0.01 * Math.sin(1 + 3 * k));
    const base = at(q);
    for (const k of [0, 5, 40, mesh.size - 1]) {
      const h = 1e-6;
      const [up, down] = [q.slice(), q.slice()];
      up[k]! += h;
      down[k]! -= h;
      const [a, b] = [at(up), at(down)];
      expect((a.energy - b.energy) / (2 * h) / base.gradient[k]!).toBeCloseTo(1, 4);
      const diagonal = base.hessian.data[k * (mesh.band + 1) + mesh.band]!;
      expect((a.gradient[k]! - b.gradient[k]!) / (2 * h) / diagonal).toBeCloseTo(1, 4);
    }
  });

  test('stretching stiffens: at small lift both theories agree, beyond a thickness the linear one overstates', () => {
    const both = (p: number) =>
      (['linear', 'vonKarman'] as const).map((theory) => run({ ...STACK, theory, pressuresMPa: [p] }).edgeLiftMm[0]!);
    const [linearSmall, karmanSmall] = both(0.002);
    expect(karmanSmall! / linearSmall!).toBeCloseTo(1, 2);
    const [linear, karman] = both(0.2);
    expect(linear!).toBeGreaterThan(0.3);
    expect(karman! / linear!).toBeLessThan(0.95);
  });
});

describe('plates in contact', () => {
  const lift = (shims: StackRequest['shims'], over: Partial<StackRequest> = {}) =>
    run({ ...STACK, pressuresMPa: [0.05], ...over, shims }).edgeLiftMm[0]!;
  const s = (diameterMm: number, thicknessMm: number, count = 1) => ({ diameterMm, thicknessMm, count });

  test('n equal shims lift one n-th; the sum of t³ holds for equal diameters and only there', () => {
    expect(lift([s(30, 0.2, 3)]) / lift([s(30, 0.2)])).toBeCloseTo(1 / 3, 8);
    // Kept apart by an unlike neighbour of the same diameter, still in full contact: stiffnesses add.
    const mixed = lift([s(30, 0.2), s(30, 0.15), s(30, 0.1)]);
    expect(mixed / lift([s(30, 0.2)])).toBeCloseTo(0.2 ** 3 / (0.2 ** 3 + 0.15 ** 3 + 0.1 ** 3), 5);
    const taper = lift([s(30, 0.2), s(22, 0.2)]);
    expect(taper).toBeGreaterThan(1.1 * lift([s(30, 0.2, 2)]));
    expect(taper).toBeLessThan(lift([s(30, 0.2)]));
  });

  test('a smaller shim above touches along its edge: the pair agrees with ring forces worked out apart', () => {
    // Two plates that touch only at the small one's rim share one ring force F: lift_big(F) = lift_small(F) at that radius. Influence by the solver with one plate each.
    const [pressure, rim] = [0.02, 11];
    const base = { ...STACK, pressuresMPa: [pressure] };
    const pair = run({ ...base, shims: [s(30, 0.25), s(2 * rim, 0.15)] });
    const at = (profile: { radiusMm: number[]; liftMm: number[] }, r: number) =>
      profile.liftMm[profile.radiusMm.findIndex((x) => Math.abs(x - r) < 1e-9)]!;
    const [big, small] = pair.profileMm;
    expect(at(big!, rim)).toBeCloseTo(at(small!, rim), 7);
    for (let i = 0; i < small!.radiusMm.length; i += 1) expect(small!.liftMm[i]! - at(big!, small!.radiusMm[i]!)).toBeGreaterThan(-1e-6);
  });

  test('a crossover leaves its thickness as a gap: one plate before it closes, both after, the rim half a gap higher', () => {
    const gap = 0.1;
    // As narrow as the clamp, so that it does nothing but hold the two apart.
    const crossed = [s(30, 0.15), s(12, gap), s(30, 0.15)];
    const pressures = [0.001, 0.002, 0.012, 0.013];
    const curve = run({ ...STACK, shims: crossed, pressuresMPa: pressures }).edgeLiftMm;
    const alone = run({ ...STACK, shims: [s(30, 0.15)], pressuresMPa: pressures }).edgeLiftMm;
    const both = run({ ...STACK, shims: [s(30, 0.15, 2)], pressuresMPa: pressures }).edgeLiftMm;
    expect(curve[1]!).toBeCloseTo(alone[1]!, 9);
    // Face: L = βp − αF; upper: L − gap = αF, touching at the rim alone; hence L = βp/2 + gap/2.
    expect(alone[2]!).toBeGreaterThan(gap);
    for (const i of [2, 3]) expect(curve[i]!).toBeCloseTo(both[i]! + gap / 2, 4);
  });

  test('a dish preloads: nothing moves before the opening pressure, and there the seat lets go; a stop holds the lift', () => {
    const dished = (p: number[]) => run({ ...STACK, dishMm: 0.1, seatDiameterMm: 28, pressuresMPa: p });
    const { openingPressureMPa } = dished([0.001]);
    // Linear: the pressure at which the stack alone would lift 0.1 mm at the seat.
    const alone = annulus(1, 0.2, 6, 15)(14);
    expect(openingPressureMPa / (0.1 / alone)).toBeCloseTo(1, 5);
    const [before, after] =
      dished([0.9 * openingPressureMPa, 1.3 * openingPressureMPa]).profileMm.length > 0
        ? dished([0.9 * openingPressureMPa, 1.3 * openingPressureMPa]).edgeLiftMm
        : [];
    expect(before!).toBeLessThan(0.13);
    expect(after!).toBeGreaterThan(1.2 * before!);
    const stopped = run({ ...STACK, stopLiftMm: 0.15, stopDiameterMm: 30, pressuresMPa: [0.01, 0.5] }).edgeLiftMm;
    expect(stopped[1]!).toBeCloseTo(0.15, 6);
  });

  test('more pressure lifts more, a stiffer stack lifts less, order of asking does not matter', () => {
    const shims = [s(30, 0.15, 4), s(28, 0.15, 1), s(26, 0.15, 1), s(24, 0.15, 1), s(20, 0.2, 1), s(16, 0.25, 1)];
    const found = run({ ...STACK, theory: 'vonKarman', shims, pressuresMPa: [0.1, 0.4, 0.8, 0.2] });
    const [a, c, e, b] = found.edgeLiftMm;
    expect(a! < b! && b! < c! && c! < e!).toBe(true);
    const stiffer = run({ ...STACK, theory: 'vonKarman', shims: [...shims, s(16, 0.3)], pressuresMPa: [0.4] });
    expect(stiffer.edgeLiftMm[0]!).toBeLessThan(c!);
    expect(found.profileMm).toHaveLength(9);
  });

  test('what is no stack is refused', () => {
    const code = (over: Partial<StackRequest>) => {
      const found = stack({ ...STACK, ...over });
      return found.ok ? 'solved' : found.issue.code;
    };
    expect(code({ clampDiameterMm: 30 })).toBe('clamp-too-wide');
    expect(code({ pressureZoneMm: { inner: 12, outer: 31 } })).toBe('zone-off-face');
    expect(code({ dishMm: 0.2, stopLiftMm: 0.1 })).toBe('stop-below-dish');
    expect(code({ pressuresMPa: [50] })).toBe('stack-not-solved');
  });
});
