import { seeded } from '../numerics/random';
import { err, ok, type Result } from '../result';
import { damper, type DamperFigures, valveIn, type ValveName, withValve } from './damper';
import type { LiftOf, Oil, ValveRequest } from './valve';

/** One reading: compression positive in both. The gas force is not in it. */
export interface DynoPoint {
  mPerS: number;
  forceN: number;
}

/** A run as it is logged. */
export interface DynoSample {
  timeS: number;
  positionMm: number;
  forceN: number;
}

/** Speeds nearer each other than this are one point of the curve, m/s. */
const BIN_M_PER_S = 0.05;

/** Shaft speed by central differences of the position: a logged run as force against speed. */
export function speedsOf(samples: readonly DynoSample[]): DynoPoint[] {
  const points: DynoPoint[] = [];
  for (let i = 1; i + 1 < samples.length; i += 1) {
    const [before, after] = [samples[i - 1]!, samples[i + 1]!];
    const dt = after.timeS - before.timeS;
    if (dt > 0) points.push({ mPerS: (after.positionMm - before.positionMm) / 1000 / dt, forceN: samples[i]!.forceN });
  }
  return points;
}

/** Work the damper takes out of a run, J: the area of its force–position loops, by trapezoids. */
export function energyJ(samples: readonly DynoSample[]): number {
  let sum = 0;
  for (let i = 1; i < samples.length; i += 1)
    sum += ((samples[i]!.forceN + samples[i - 1]!.forceN) / 2) * ((samples[i]!.positionMm - samples[i - 1]!.positionMm) / 1000);
  return sum;
}

/** Mean force for each narrow range of speed, slowest rebound to fastest compression: hysteresis and noise averaged out. */
export function binned(points: readonly DynoPoint[]): DynoPoint[] {
  const bins = new Map<number, { v: number; f: number; n: number }>();
  for (const { mPerS, forceN } of points) {
    const key = Math.round(mPerS / BIN_M_PER_S);
    const bin = bins.get(key) ?? { v: 0, f: 0, n: 0 };
    bins.set(key, { v: bin.v + mPerS, f: bin.f + forceN, n: bin.n + 1 });
  }
  return [...bins.entries()].sort(([a], [b]) => a - b).map(([, { v, f, n }]) => ({ mPerS: v / n, forceN: f / n }));
}

const NOISE_SHARE = 0.015;
/** The oil and the rubber lag: the force follows the shaft by this much, s. From memory. */
const LAG_S = 0.0012;
const STROKE_M = 0.025;

/**
 * A stand-in for the shop's dyno: sine strokes of rising speed through a damper, with noise and the lag that opens the loop.
 * @param forceN force of the damping at a signed shaft speed in m/s, compression positive
 */
export function simulatedDyno(
  forceN: (mPerS: number) => number,
  seed: number,
  peaksMPerS: readonly number[] = [0.1, 0.3, 0.7, 1.3, 2],
): DynoSample[] {
  const next = seeded(seed * 2654435761);
  const samples: DynoSample[] = [];
  let begin = 0;
  for (const peak of peaksMPerS) {
    const turn = peak / STROKE_M;
    const steps = 120;
    const period = (2 * Math.PI) / turn;
    for (let i = 0; i < steps; i += 1) {
      const t = (period * i) / steps;
      const force = forceN(peak * Math.cos(turn * (t - LAG_S)));
      samples.push({
        timeS: begin + t,
        positionMm: 1000 * STROKE_M * Math.sin(turn * t),
        forceN: force * (1 + NOISE_SHARE * (2 * next() - 1)),
      });
    }
    begin += period;
  }
  return samples;
}

export interface Calibration {
  valve: ValveName;
  cd: number;
  cdUncertainty: number;
  bleedMm2: number;
  bleedUncertaintyMm2: number;
  /** Root mean square of the relative miss before and after. */
  missBefore: number;
  missAfter: number;
}

/** A reading is trusted to this share, or to so many newtons where it is small. From memory. */
const READING_SHARE = 0.03;
const READING_N = 6;
const MAX_STEPS = 40;
/** Slower than this the seals' friction speaks louder than the oil, m/s. From memory. */
const SLOWEST_M_PER_S = 0.03;

/**
 * Discharge coefficient (port and curtain together) and bleed of one valve, fitted to a measured curve by least squares on their logarithms (Levenberg–Marquardt); everything
 * else stays as given. ± is twice the standard error.
 * Errors: too-few (fewer than four readings in that direction), those of the damper.
 * Source: Nocedal and Wright, Numerical Optimization, ch. 10 (from memory).
 */
export function calibrate(
  figures: DamperFigures,
  oil: Oil,
  valve: ValveName,
  points: readonly DynoPoint[],
  liftOf: LiftOf,
): Result<Calibration> {
  const sign = valve === 'rebound' ? -1 : 1;
  const side = points.filter((p) => sign * p.mPerS > SLOWEST_M_PER_S && sign * p.forceN > 0);
  if (side.length < 4) return err('too-few', ['points']);
  const now = valveIn(figures, valve);
  if (!now) return err('valve-closed', ['valve']);
  const [speeds, forces] = [side.map((p) => sign * p.mPerS), side.map((p) => sign * p.forceN)];
  const sigma = forces.map((f) => Math.max(READING_SHARE * f, READING_N));
  const model = ([lnCd, lnBleed]: readonly number[]): Result<number[]> => {
    const cd = Math.exp(lnCd!);
    const changed: ValveRequest = { ...now, bleedAreaMm2: Math.exp(lnBleed!), cd: { ...now.cd, port: cd, curtain: cd } };
    const found = damper({ ...withValve(figures, valve, changed), oil, velocitiesMPerS: speeds }, liftOf);
    return found.ok ? ok(valve === 'rebound' ? found.value.reboundN : found.value.compressionN) : found;
  };
  const misses = (model_: readonly number[]) => model_.map((f, i) => (f - forces[i]!) / sigma[i]!);
  const square = (r: readonly number[]) => r.reduce((sum, x) => sum + x * x, 0);
  const relative = (model_: readonly number[]) => Math.sqrt(square(model_.map((f, i) => (f - forces[i]!) / forces[i]!)) / forces.length);
  let at = [Math.log(now.cd.port), Math.log(Math.max(now.bleedAreaMm2, 0.05))];
  const first = model(at);
  if (!first.ok) return first;
  let here = first.value;
  let damping = 1e-2;
  let normal = [1, 0, 1];
  for (let i = 0; i < MAX_STEPS; i += 1) {
    const r = misses(here);
    const columns: number[][] = [];
    for (const k of [0, 1]) {
      const h = 1e-4;
      const moved = model(at.map((x, j) => (j === k ? x + h : x)));
      if (!moved.ok) return moved;
      columns.push(moved.value.map((f, j) => (f - here[j]!) / h / sigma[j]!));
    }
    const dot = (a: readonly number[], b: readonly number[]) => a.reduce((sum, x, j) => sum + x * b[j]!, 0);
    const [a, b] = columns as [number[], number[]];
    normal = [dot(a, a), dot(a, b), dot(b, b)];
    const [n0, n1, n2] = normal as [number, number, number];
    const [p, q] = [n0 * (1 + damping), n2 * (1 + damping)];
    const determinant = p * q - n1 * n1;
    const step = [(-dot(a, r) * q + dot(b, r) * n1) / determinant, (-dot(b, r) * p + dot(a, r) * n1) / determinant];
    // A step beyond a factor of e in one go is a leap into the dark.
    const next = at.map((x, j) => x + Math.max(-1, Math.min(1, step[j]!)));
    const tried = model(next);
    if (tried.ok && square(misses(tried.value)) < square(r)) {
      const settled = Math.max(...step.map(Math.abs)) < 1e-7;
      [at, here, damping] = [next, tried.value, damping / 5];
      if (settled) break;
    } else {
      damping *= 5;
      if (damping > 1e8) break;
    }
  }
  const [n0, n1, n2] = normal as [number, number, number];
  const determinant = n0 * n2 - n1 * n1;
  const spread = square(misses(here)) / Math.max(1, forces.length - 2);
  const [cd, bleedMm2] = [Math.exp(at[0]!), Math.exp(at[1]!)];
  return ok({
    valve,
    cd,
    cdUncertainty: 2 * cd * Math.sqrt((spread * n2) / determinant),
    bleedMm2,
    bleedUncertaintyMm2: 2 * bleedMm2 * Math.sqrt((spread * n0) / determinant),
    missBefore: relative(first.value),
    missAfter: relative(here),
  });
}
