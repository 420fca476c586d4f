import { stack } from '../plate/stack';
import type { ValveStack } from './valve';
import { COMPARED_LIFTS_MM, oneStack } from './oneStack';

/** What one stack tells alone: against a solve at that very pressure, and against the law of a bending plate. */

const shim = (diameterMm: number, thicknessMm: number, count = 1) => ({ diameterMm, thicknessMm, count });
const of = (...shims: ReturnType<typeof shim>[]): ValveStack => ({
  shims,
  clampDiameterMm: 16,
  pressureZoneMm: { inner: 20, outer: 33 },
  dishMm: 0,
  youngsModulusGPa: 206,
  poisson: 0.3,
  theory: 'vonKarman',
});
const asked = (request: Parameters<typeof oneStack>[0]) => {
  const found = oneStack(request);
  if (!found.ok) throw new Error(JSON.stringify(found.issue));
  return found.value;
};
const TAPER = of(shim(36, 0.2, 3), shim(30, 0.2), shim(24, 0.2));

test('the pressure said lifts the edge just so far', () => {
  const { lifts, profiles } = asked({ found: null, fit: TAPER });
  expect(lifts.map((l) => l.liftMm)).toEqual([...COMPARED_LIFTS_MM]);
  for (const { liftMm, foundMPa, fitMPa } of lifts) {
    expect(foundMPa).toBeNull();
    const solved = stack({ ...TAPER, pressuresMPa: [fitMPa!] });
    if (!solved.ok) throw new Error(solved.issue.code);
    expect(Math.abs(solved.value.edgeLiftMm[0]! / liftMm - 1)).toBeLessThan(0.01);
  }
  expect(profiles!.length).toBeGreaterThan(0);
});

test('while it bends little, one shim twice as thick takes eight times the pressure, and twice the shims twice', () => {
  // Bending stiffness goes with the cube of the thickness and with the number of plates (Timoshenko and Woinowsky-Krieger, Theory of Plates and Shells, chapter 3; from memory).
  const linear = (s: ValveStack): ValveStack => ({ ...s, theory: 'linear' });
  const share = (fit: ValveStack, found: ValveStack) => {
    const { fitMPa, foundMPa } = asked({ found: linear(found), fit: linear(fit) }).lifts[0]!;
    return fitMPa! / foundMPa!;
  };
  expect(share(of(shim(36, 0.4)), of(shim(36, 0.2)))).toBeCloseTo(8, 1);
  expect(share(of(shim(36, 0.2, 6)), of(shim(36, 0.2, 3)))).toBeCloseTo(2, 1);
});

test('equal stacks differ by nothing, and a stack that cannot be built says why', () => {
  const { lifts } = asked({ found: TAPER, fit: TAPER });
  expect(lifts.every((l) => l.foundMPa === l.fitMPa)).toBe(true);
  expect(oneStack({ found: null, fit: of(shim(12, 0.2)) }).ok).toBe(false);
});
