import { STANDARD_GRAVITY_M_PER_S2 } from '../constants/constants';
import { err, ok, type Result, type Warning } from '../result';
import { given, type WorkingStep } from '../working';

export interface Addition {
  label: string;
  massKg: number;
  /** Forward of the rear axle; negative behind it, which unloads the front. */
  forwardOfRearAxleMm: number;
}

export interface LoadsRequest {
  wheelbaseMm: number;
  /** Wheel weights of the bare machine on two scales, level. */
  machine: { frontKg: number; rearKg: number };
  unsprung: { frontKg: number; rearKg: number };
  additions: Addition[];
}

export interface LoadsResult {
  /** Sprung loads at the wheels, bare machine. */
  staticFrontN: number;
  staticRearN: number;
  /** Sprung loads at the wheels with all additions. */
  ladenFrontN: number;
  ladenRearN: number;
  totalKg: number;
  /** Front wheel's share of the whole laden mass, 0 to 1, as two scales would show it. */
  ladenFrontShare: number;
  warnings: Warning[];
  working: WorkingStep[];
}

/**
 * Wheel loads by moments about the rear contact: each addition puts m·x/L on the front and the rest on the rear.
 * @returns sprung loads in N (unsprung masses taken off), total mass in kg
 * Errors: unsprung-too-heavy, wheel-lifts (the additions would lift a wheel off the ground).
 * Source: statics; g from NIST SP 811.
 */
export function loads(request: LoadsRequest): Result<LoadsResult> {
  const { wheelbaseMm, machine, unsprung, additions } = request;
  if (unsprung.frontKg >= machine.frontKg) return err('unsprung-too-heavy', ['unsprung', 'frontKg'], { weighed: machine.frontKg });
  if (unsprung.rearKg >= machine.rearKg) return err('unsprung-too-heavy', ['unsprung', 'rearKg'], { weighed: machine.rearKg });
  const g = STANDARD_GRAVITY_M_PER_S2;
  let frontKg = machine.frontKg;
  let rearKg = machine.rearKg;
  for (const { massKg, forwardOfRearAxleMm } of additions) {
    const onFront = (massKg * forwardOfRearAxleMm) / wheelbaseMm;
    frontKg += onFront;
    rearKg += massKg - onFront;
  }
  if (frontKg <= unsprung.frontKg) return err('wheel-lifts', ['additions'], { end: 'front' });
  if (rearKg <= unsprung.rearKg) return err('wheel-lifts', ['additions'], { end: 'rear' });
  const totalKg = frontKg + rearKg;
  const ladenFrontN = (frontKg - unsprung.frontKg) * g;
  const ladenRearN = (rearKg - unsprung.rearKg) * g;
  const inputs = [
    given('wheelbase', wheelbaseMm, 'mm'),
    given('front as weighed', machine.frontKg, 'kg'),
    given('rear as weighed', machine.rearKg, 'kg'),
    ...additions.map((a) => given(`${a.label} at ${Math.round(a.forwardOfRearAxleMm)} mm`, a.massKg, 'kg')),
  ];
  const step = (label: string, unsprungKg: number, result: number, formula: string): WorkingStep => ({
    label,
    formula,
    inputs: [...inputs, given('unsprung', unsprungKg, 'kg')],
    result,
    unit: 'N',
    source: 'moments about the rear contact; g = 9.80665 m/s² (NIST SP 811)',
  });
  return ok({
    staticFrontN: (machine.frontKg - unsprung.frontKg) * g,
    staticRearN: (machine.rearKg - unsprung.rearKg) * g,
    ladenFrontN,
    ladenRearN,
    totalKg,
    ladenFrontShare: frontKg / totalKg,
    warnings: [],
    working: [
      step('Front load', unsprung.frontKg, ladenFrontN, '(front + Σ m·x/L − unsprung)·g'),
      step('Rear load', unsprung.rearKg, ladenRearN, '(rear + Σ m·(1 − x/L) − unsprung)·g'),
    ],
  });
}
