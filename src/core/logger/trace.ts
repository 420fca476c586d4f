import { err, ok, type Result } from '../result';

/** Travel of one end against time at even steps; 0 is full extension. */
export interface Trace {
  hz: number;
  travelMm: Float64Array;
  /** What the end has in all. */
  fullMm: number;
}

export interface TraceRequest {
  timeS: readonly number[];
  travelMm: readonly number[];
  fullMm: number;
}

/** A log shorter than this says nothing of a ride, s; slower than this, nothing of speeds, samples a second. From memory. */
export const LEAST_SECONDS = 3;
export const LEAST_HZ = 20;
/** Steps of the even trace: what damping does happens below 20 Hz. From memory. */
const EVEN_HZ = 200;
/** A reading this far past either end of the travel is the sensor’s error; more is another sensor, or another travel. Share of travel, from memory. */
const BEYOND = 0.05;

/**
 * Takes a log as it was written and brings it to even steps by straight lines between its readings.
 * Errors: log-short, log-slow, log-time-back (data `line`), log-beyond-travel (data `line`, `at`, `travel`), not-finite.
 */
export function traceOf({ timeS, travelMm, fullMm }: TraceRequest): Result<Trace> {
  const n = Math.min(timeS.length, travelMm.length);
  for (let i = 0; i < n; i += 1) {
    if (!Number.isFinite(timeS[i]) || !Number.isFinite(travelMm[i])) return err('not-finite', [i]);
    if (i > 0 && !(timeS[i]! > timeS[i - 1]!)) return err('log-time-back', [i], { line: i + 1 });
    if (travelMm[i]! < -BEYOND * fullMm || travelMm[i]! > (1 + BEYOND) * fullMm)
      return err('log-beyond-travel', [i], { line: i + 1, at: travelMm[i]!, travel: fullMm });
  }
  const seconds = n < 2 ? 0 : timeS[n - 1]! - timeS[0]!;
  if (!(seconds >= LEAST_SECONDS)) return err('log-short', [], { seconds: LEAST_SECONDS });
  if ((n - 1) / seconds < LEAST_HZ) return err('log-slow', [], { hz: LEAST_HZ });
  const count = Math.floor(seconds * EVEN_HZ) + 1;
  const even = new Float64Array(count);
  for (let i = 0, at = 0; i < count; i += 1) {
    const t = timeS[0]! + i / EVEN_HZ;
    while (at < n - 2 && timeS[at + 1]! < t) at += 1;
    const share = Math.min(1, (t - timeS[at]!) / (timeS[at + 1]! - timeS[at]!));
    even[i] = travelMm[at]! + share * (travelMm[at + 1]! - travelMm[at]!);
  }
  return ok({ hz: EVEN_HZ, travelMm: even, fullMm });
}

/** Speeds mm/s, compression positive: slope of the parabola through five points (Savitzky and Golay 1964, from memory); the two at either end repeat their neighbour. */
export function speedsMmPerS({ travelMm: z, hz }: Trace): Float64Array {
  const v = new Float64Array(z.length);
  for (let i = 2; i < z.length - 2; i += 1) v[i] = ((2 * (z[i + 2]! - z[i - 2]!) + z[i + 1]! - z[i - 1]!) * hz) / 10;
  for (const [i, from] of [
    [0, 2],
    [1, 2],
    [z.length - 2, z.length - 3],
    [z.length - 1, z.length - 3],
  ] as const)
    v[i] = v[from]!;
  return v;
}
