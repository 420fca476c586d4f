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
export const MIN_SECONDS = 3;
export const MIN_HZ = 20;
/** Steps of the even trace: what damping does happens below 20 Hz. From memory. */
const EVEN_HZ = 200;
/** A reading this far past either end of the travel is the sensor’s error; more is another sensor, or another travel. Share of travel, from memory. */
const BEYOND = 0.05;

/** Readings further apart than this many times the usual step, and than GAP_S, leave a gap: nothing is known of it. From memory. */
const GAP_STEPS = 4;
const GAP_S = 0.1;
/** A single reading that leaps this fast from both its neighbours, the same way, is no movement of a wheel, m/s. From memory. */
const SPIKE_M_PER_S = 5;
/** Readings that never pass this share of the travel are taken to be in metres. */
const METRES_SHARE = 0.005;

/** Where a log misses readings: from the one before to the one after, s. */
export interface Gap {
  fromS: number;
  toS: number;
}

export interface Traces {
  /** Between the gaps, each long enough to say something. */
  traces: Trace[];
  gaps: Gap[];
  /** Single readings taken for spikes and left out. */
  spikes: number;
}

/**
 * Takes a log as it was written and brings it to even steps by straight lines between its readings. A single reading far from both its neighbours is left out; a gap is not bridged.
 * Errors: log-unequal, log-short, log-slow, log-time-back (data `line`), log-beyond-travel (data `line`, `at`, `travel`), log-metres, not-finite.
 */
export function traceOf({ timeS, travelMm, fullMm }: TraceRequest): Result<Traces> {
  const n = timeS.length;
  if (travelMm.length !== n) return err('log-unequal', ['travelMm'], { times: n, travels: travelMm.length });
  for (let i = 0; i < n; i += 1) {
    if (!Number.isFinite(timeS[i])) return err('not-finite', ['timeS', i]);
    if (!Number.isFinite(travelMm[i])) return err('not-finite', ['travelMm', i]);
    if (i > 0 && !(timeS[i]! > timeS[i - 1]!)) return err('log-time-back', ['timeS', i], { line: i + 1 });
    if (travelMm[i]! < -BEYOND * fullMm || travelMm[i]! > (1 + BEYOND) * fullMm)
      return err('log-beyond-travel', ['travelMm', i], { line: i + 1, at: travelMm[i]!, travel: fullMm });
  }
  const seconds = n < 2 ? 0 : timeS[n - 1]! - timeS[0]!;
  if (!(seconds >= MIN_SECONDS)) return err('log-short', ['timeS'], { seconds: MIN_SECONDS });
  const stepS = seconds / (n - 1);
  if (1 / stepS < MIN_HZ) return err('log-slow', ['timeS'], { hz: MIN_HZ });
  let most = 0;
  for (const z of travelMm) most = Math.max(most, Math.abs(z));
  if (most > 0 && most < METRES_SHARE * fullMm) return err('log-metres', ['travelMm'], { most, travel: fullMm });
  const { kept, spikes } = withoutSpikes(timeS, travelMm);
  const longest = Math.max(GAP_S, GAP_STEPS * stepS);
  const traces: Trace[] = [];
  const gaps: Gap[] = [];
  for (let from = 0, i = 1; i <= n; i += 1) {
    const isGap = i < n && timeS[i]! - timeS[i - 1]! > longest;
    if (i < n && !isGap) continue;
    if (isGap) gaps.push({ fromS: timeS[i - 1]!, toS: timeS[i]! });
    if (timeS[i - 1]! - timeS[from]! >= 1) traces.push(evenly(timeS, kept, from, i, fullMm));
    from = i;
  }
  return traces.length === 0 ? err('log-short', ['timeS'], { seconds: MIN_SECONDS }) : ok({ traces, gaps, spikes });
}

function withoutSpikes(timeS: readonly number[], travelMm: readonly number[]): { kept: Float64Array; spikes: number } {
  const kept = Float64Array.from(travelMm);
  let spikes = 0;
  for (let i = 1; i + 1 < kept.length; i += 1) {
    const [before, after] = [kept[i]! - kept[i - 1]!, kept[i]! - travelMm[i + 1]!];
    const [t0, t1] = [timeS[i]! - timeS[i - 1]!, timeS[i + 1]! - timeS[i]!];
    const leaps = before * after > 0 && Math.abs(before) > SPIKE_M_PER_S * 1000 * t0 && Math.abs(after) > SPIKE_M_PER_S * 1000 * t1;
    if (!leaps) continue;
    kept[i] = kept[i - 1]! + ((travelMm[i + 1]! - kept[i - 1]!) * t0) / (t0 + t1);
    spikes += 1;
  }
  return { kept, spikes };
}

function evenly(timeS: readonly number[], travelMm: Float64Array, from: number, to: number, fullMm: number): Trace {
  const count = Math.floor((timeS[to - 1]! - timeS[from]!) * EVEN_HZ) + 1;
  const even = new Float64Array(count);
  for (let i = 0, at = from; i < count; i += 1) {
    const t = timeS[from]! + i / EVEN_HZ;
    while (at < to - 2 && timeS[at + 1]! < t) at += 1;
    const share = Math.min(1, (t - timeS[at]!) / (timeS[at + 1]! - timeS[at]!));
    even[i] = travelMm[at]! + share * (travelMm[at + 1]! - travelMm[at]!);
  }
  return { hz: EVEN_HZ, travelMm: even, fullMm };
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
