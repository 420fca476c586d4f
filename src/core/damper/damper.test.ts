import type { Result } from '../result';
import { damper, type DamperRequest } from './damper';
import { needleAreas, valveOf, type ValveRequest } from './valve';

const OIL = { densityKgPerM3: 850, cSt: 12 };
const CD = { port: 0.7, curtain: 0.7, bleed: 0.7 };
const STACK = {
  shims: [
    { diameterMm: 38, thicknessMm: 0.15, count: 4 },
    { diameterMm: 30, thicknessMm: 0.15, count: 1 },
    { diameterMm: 22, thicknessMm: 0.2, count: 1 },
  ],
  clampDiameterMm: 16,
  pressureZoneMm: { inner: 22, outer: 36 },
  dishMm: 0,
  youngsModulusGPa: 206,
  poisson: 0.3,
  theory: 'linear' as const,
};
const BLEED: ValveRequest = { portAreaMm2: 0, bleedAreaMm2: 2, stack: null, edgeDiameterMm: 36, cd: CD };
const SHIMMED: ValveRequest = { portAreaMm2: 90, bleedAreaMm2: 1.5, stack: STACK, edgeDiameterMm: 38, cd: CD };
const value = <T>(result: Result<T>): T => {
  if (!result.ok) throw new Error(JSON.stringify(result.issue));
  return result.value;
};
const drop = (request: ValveRequest, flow: number, oil = OIL) => value(valveOf(request, oil)).at(flow);
const code = (result: Result<unknown>) => (result.ok ? 'ok' : result.issue.code);

describe('one valve', () => {
  test('a bleed alone is the orifice equation: Δp = ρ/2·(Q/(C_d·A))², twice the flow four times the pressure', () => {
    // 20 cm³/s through 2 mm² at C_d 0.7: 14.286 m/s.
    const found = drop(BLEED, 20_000);
    expect(found.totalMPa).toBeCloseTo((850 / 2) * (0.02 / (0.7 * 2e-3)) ** 2 * 1e-6, 9);
    expect(drop(BLEED, 40_000).totalMPa / found.totalMPa).toBeCloseTo(4, 9);
    expect(found.bleedShare).toBeCloseTo(1, 9);
    // A port without a stack is a hole beside the bleed.
    const both = drop({ ...BLEED, portAreaMm2: 3 }, 20_000);
    expect(both.totalMPa / found.totalMPa).toBeCloseTo((2 / 5) ** 2, 9);
  });

  test('a long fine bleed is laminar when slow: Hagen–Poiseuille, in proportion to viscosity; thicker oil matters slow, not fast', () => {
    const long = { ...BLEED, bleedLengthMm: 30 };
    const d = Math.sqrt((4 * 2) / Math.PI) / 1000;
    const slow = 20;
    const expected = (128 * 12e-6 * 850 * 0.03 * (slow * 1e-9)) / (Math.PI * d ** 4) / 1e6;
    expect(drop(long, slow).totalMPa / expected).toBeCloseTo(1, 2);
    const thick = { ...OIL, cSt: 24 };
    expect(drop(long, slow, thick).totalMPa / drop(long, slow).totalMPa).toBeCloseTo(2, 1);
    expect(drop(long, 200_000, thick).totalMPa / drop(long, 200_000).totalMPa).toBeLessThan(1.15);
  });

  test('a clearance leaks as a slit rolled up: π·d·h³·Δp/(12·μ·L), in proportion to pressure, beside the bleed', () => {
    const leak = { ...BLEED, bleedAreaMm2: 0, clearance: { diameterMm: 46, gapMm: 0.05, lengthMm: 8 } };
    const [mu, flow] = [12e-6 * 850, 5000];
    const expected = (flow * 1e-9 * 12 * mu * 8e-3) / (Math.PI * 46e-3 * 0.05e-3 ** 3) / 1e6;
    expect(drop(leak, flow).totalMPa / expected).toBeCloseTo(1, 9);
    expect(drop({ ...leak, bleedAreaMm2: 2 }, flow).totalMPa).toBeLessThan(drop(BLEED, flow).totalMPa);
  });

  test('port and curtain in series: their drops add to the whole and the flows through them agree', () => {
    for (const flow of [20_000, 200_000, 900_000]) {
      const found = drop(SHIMMED, flow);
      expect(found.portMPa + found.curtainMPa).toBeCloseTo(found.totalMPa, 9);
      const through = flow * (1 - found.bleedShare);
      const speed = (mpa: number) => 0.7 * Math.sqrt((2e6 * mpa) / 850) * 1000;
      expect(speed(found.portMPa) * 90).toBeCloseTo(through, -1);
      expect((speed(found.curtainMPa) * Math.PI * 38 * found.liftMm) / through).toBeCloseTo(1, 4);
    }
  });

  test('shims turn the square into a knee: firmer than the port when slow, far freer than the bleed when fast', () => {
    const slopeBetween = (request: ValveRequest, a: number, b: number) =>
      Math.log(drop(request, b).totalMPa / drop(request, a).totalMPa) / Math.log(b / a);
    expect(slopeBetween(BLEED, 1e5, 2e5)).toBeCloseTo(2, 6);
    expect(slopeBetween(SHIMMED, 1e5, 2e5)).toBeLessThan(1.2);
    const softer = { ...SHIMMED, stack: { ...STACK, shims: STACK.shims.slice(0, 1) } };
    expect(drop(softer, 3e5).totalMPa).toBeLessThan(drop(SHIMMED, 3e5).totalMPa);
  });

  test('a small port chokes: it carries the pressure, and the stack stops mattering', () => {
    const choked = { ...SHIMMED, portAreaMm2: 10 };
    const found = drop(choked, 600_000);
    expect(found.portMPa / found.totalMPa).toBeGreaterThan(0.8);
    const without = drop({ ...choked, stack: { ...STACK, shims: STACK.shims.slice(0, 1) } }, 600_000);
    expect(without.totalMPa / found.totalMPa).toBeGreaterThan(0.85);
  });
});

describe('the damper', () => {
  const REQUEST: DamperRequest = {
    boreMm: 46,
    rodMm: 16,
    gasPressureMPa: 1.1,
    oil: OIL,
    piston: { compression: { ...SHIMMED, clicker: { clicksOut: 10, areaPerClickMm2: 0.15 } }, rebound: SHIMMED },
    base: { ...BLEED, bleedAreaMm2: 4, clicker: { clicksOut: 8, areasMm2: Array.from({ length: 21 }, (_, i) => 0.1 * i) } },
    velocitiesMPerS: [0.05, 0.2, 0.8, 2],
  };

  test('forces are the drops on their areas; the gas stands apart', () => {
    const found = value(damper(REQUEST));
    const [ap, ar] = [(Math.PI / 4) * 46 ** 2, (Math.PI / 4) * 16 ** 2];
    found.pressureDropsMPa.forEach((d, i) => {
      expect(found.compressionN[i]!).toBeCloseTo(d.base!.totalMPa * ar + d.pistonCompression.totalMPa * (ap - ar), 9);
      expect(found.reboundN[i]!).toBeCloseTo(d.pistonRebound.totalMPa * (ap - ar), 9);
    });
    expect(found.gasForceN).toBeCloseTo((1.1 - 0.101325) * ar, 9);
    expect(found.compressionN).toEqual([...found.compressionN].sort((a, b) => a - b));
  });

  test('the oil parts behind the piston where gas and base valve cannot hold it, and not below that speed', () => {
    const open = { ...REQUEST, base: null, gasPressureMPa: 0.4, velocitiesMPerS: [0.05, 5] };
    const found = value(damper(open));
    expect(found.cavitates).toEqual([false, true]);
    expect(found.warnings.map((w) => w.code)).toEqual(['damper-cavitates']);
    expect(value(damper({ ...open, gasPressureMPa: 60 })).cavitates).toEqual([false, false]);
  });

  test('a click out takes force away, and most of it where the bleed carries the flow: slow', () => {
    const found = value(damper(REQUEST));
    expect(found.clickerAuthority.map((a) => [a.valve, a.clicksOut])).toEqual([
      ['compression', 10],
      ['base', 8],
    ]);
    for (const a of found.clickerAuthority) expect(a.at01MPerSN).toBeLessThan(0);
    const [piston] = found.clickerAuthority;
    const share = (perClick: number, v: number) => perClick / value(damper({ ...REQUEST, velocitiesMPerS: [v] })).compressionN[0]!;
    expect(Math.abs(share(piston!.at01MPerSN, 0.1))).toBeGreaterThan(Math.abs(share(piston!.at1MPerSN, 1)));
  });

  test('what is no damper is refused at its part', () => {
    expect(code(damper({ ...REQUEST, rodMm: 46 }))).toBe('rod-fills-bore');
    const closed = damper({ ...REQUEST, base: { ...BLEED, bleedAreaMm2: 0 } });
    expect(!closed.ok && [closed.issue.code, closed.issue.path]).toEqual(['valve-closed', ['base', 'portAreaMm2']]);
    const clamped = damper({
      ...REQUEST,
      piston: { compression: { ...SHIMMED, stack: { ...STACK, clampDiameterMm: 40 } }, rebound: SHIMMED },
    });
    expect(!clamped.ok && clamped.issue.path.slice(0, 2)).toEqual(['piston', 'compression']);
  });
});

describe('a damping-rod fork', () => {
  const holes = (bleedAreaMm2: number): ValveRequest => ({ portAreaMm2: 0, bleedAreaMm2, stack: null, edgeDiameterMm: 1, cd: CD });
  const FORK: DamperRequest = {
    boreMm: 30,
    rodMm: 20,
    tubeMm: 35,
    gasPressureMPa: 0.2,
    oil: OIL,
    piston: { compression: holes(150), rebound: holes(6) },
    base: holes(30),
    velocitiesMPerS: [0.3],
  };
  const of = (d: number) => (Math.PI / 4) * d ** 2;
  const drop = (areaMm2: number, byMm2: number, mPerS: number) => ((850 / 2) * ((areaMm2 * mPerS) / (0.7 * byMm2)) ** 2) / 1e6;

  test('by hand: the tube’s wall pushes through the foot, the ring between tube and rod through its own holes, and the foot draws all of it back', () => {
    const found = value(damper(FORK));
    const [ring, wall, all] = [of(30) - of(20), of(35) - of(30), of(35) - of(20)];
    expect(found.compressionN[0]!).toBeCloseTo(wall * drop(wall, 30, 0.3) + ring * drop(ring, 150, 0.3), 9);
    expect(found.reboundN[0]!).toBeCloseTo(ring * drop(ring, 6, 0.3) + all * drop(all, 30, 0.3), 9);
    expect(found.returnMPa[0]!).toBeCloseTo(drop(all, 30, 0.3), 12);
    expect(found.working.map((w) => w.result)).toEqual([found.compressionN[0], found.reboundN[0]]);
    expect(code(damper({ ...FORK, tubeMm: 30 }))).toBe('tube-in-bore');
  });

  test('what is drawn back too fast parts the oil; a check valve of its own area lets it back', () => {
    const fast = value(damper({ ...FORK, gasPressureMPa: 0.11, velocitiesMPerS: [0.1, 2] }));
    expect(fast.cavitates).toEqual([false, true]);
    const eased = value(damper({ ...FORK, base: { ...holes(30), returnAreaMm2: 400 }, velocitiesMPerS: [2] }));
    expect(eased.returnMPa[0]!).toBeCloseTo(drop(of(35) - of(20), 400, 2), 12);
  });

  test('in a shock the return past the base valve is free until its area is given, then it costs the rod’s area', () => {
    const shock: DamperRequest = { ...FORK, tubeMm: undefined };
    expect(value(damper(shock)).returnMPa).toEqual([0]);
    const slow = value(damper({ ...shock, base: { ...holes(30), returnAreaMm2: 5 } }));
    expect(slow.reboundN[0]! - value(damper(shock)).reboundN[0]!).toBeCloseTo(of(20) * drop(of(20), 5, 0.3), 9);
  });
});

describe('a needle by its shape', () => {
  test('the frustum between cone and edge, by hand; never more than the hole, never less than the click before', () => {
    const areas = needleAreas({ seatMm: 3, coneDeg: 60, liftPerClickMm: 0.1 }, 60);
    expect(areas).toHaveLength(61);
    expect(areas[0]).toBe(0);
    // β = 30°: x sin β = 0.1 for two clicks: π·0.1·(3 − 0.1·cos 30°).
    expect(areas[2]!).toBeCloseTo(Math.PI * 0.1 * (3 - 0.1 * Math.cos(Math.PI / 6)), 12);
    areas.slice(1).forEach((a, i) => expect(a).toBeGreaterThanOrEqual(areas[i]!));
    // A thin cone is nearly a slit round the hole: π·d·x·sin β for a small lift.
    const [, thin] = needleAreas({ seatMm: 4, coneDeg: 20, liftPerClickMm: 1e-4 }, 1);
    expect(thin! / (Math.PI * 4 * 1e-4 * Math.sin(Math.PI / 18))).toBeCloseTo(1, 4);
    const blunt = needleAreas({ seatMm: 2, coneDeg: 170, liftPerClickMm: 0.5 }, 20);
    expect(Math.max(...blunt)).toBeLessThanOrEqual(Math.PI);
  });
});
