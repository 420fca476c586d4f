import { ok, type Result } from '../result';
import { type Decay, decaysOf } from './decay';
import { type Resonance, resonanceOfRide, spectrumOf } from './spectrum';
import { type Gap, speedsMmPerS, type Trace, traceOf, type TraceRequest } from './trace';

/** What one end did on one logged ride. Shares are of the travel. */
export interface LogFigures {
  seconds: number;
  meanShare: number;
  /** Below these the end was for 5 and for 95 % of the time. */
  share05: number;
  share95: number;
  maxShare: number;
  /** Share of the time in each twentieth of the travel, from full extension. */
  histogram: number[];
  /** Times it came within reach of its stop. */
  bottomings: number;
  toppings: number;
  /** Share of the time at each speed, from fast rebound to fast compression, edges in SPEED_EDGES. */
  speedHistogram: number[];
  /** Speeds exceeded for 5 % of the moving time, mm/s. */
  compression95: number;
  rebound95: number;
  /** How far the mean sank below rest over a train of bumps, from the third bump on, as a share; null where no train was ridden. */
  packing: number | null;
  decays: Decay[];
  resonance: Resonance | null;
  /** Damping ratio and natural frequency to go by: the mean of free decays, else the ride's spectrum; null where neither is sure. */
  zeta: number | null;
  frequencyHz: number | null;
  /** Friction band from free decays, mm. */
  frictionBandMm: number | null;
}

export const BINS = 20;
/** Edges of the speed histogram, m/s: rebound negative. */
export const SPEED_EDGES = [-2, -1.2, -0.8, -0.5, -0.3, -0.15, -0.05, 0.05, 0.15, 0.3, 0.5, 0.8, 1.2, 2] as const;

/** Within this share of the end of the travel it has bottomed; of extension, topped out. From memory. */
const AT_STOP = 0.03;
const AT_TOP = 0.005;
/** It must leave the stop by this share before it can reach it again. */
const LEAVES = 0.08;
/** Slower than this it stands still, mm/s. From memory. */
const MOVING_MM_PER_S = 30;
/** A train of bumps: this long or longer with no calm of more than CALM_S in it. From memory. */
const TRAIN_S = 1.5;
const CALM_S = 0.35;
const ROUGH_MM_PER_S = 250;

const percentile = (sorted: Float64Array, share: number): number =>
  sorted.length === 0 ? 0 : sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!;

/** Times a trace comes over a mark, counted again only once it has gone well back. */
function arrivals(z: Float64Array, over: (x: number) => boolean, back: (x: number) => boolean): number {
  let count = 0;
  let away = true;
  for (const x of z) {
    if (away && over(x)) {
      count += 1;
      away = false;
    } else if (!away && back(x)) away = true;
  }
  return count;
}

/** Stretches of rough going, in samples. */
function trains(v: Float64Array, hz: number): [from: number, to: number][] {
  const found: [number, number][] = [];
  let [begun, last] = [-1, -1];
  for (let i = 0; i <= v.length; i += 1) {
    const rough = i < v.length && Math.abs(v[i]!) > ROUGH_MM_PER_S;
    if (rough) {
      if (begun < 0) begun = i;
      last = i;
    } else if (begun >= 0 && (i === v.length || i - last > CALM_S * hz)) {
      if (last - begun >= TRAIN_S * hz) found.push([begun, last]);
      begun = -1;
    }
  }
  return found;
}

const meanOf = (z: Float64Array, from: number, to: number): number => {
  let sum = 0;
  for (let i = from; i < to; i += 1) sum += z[i]!;
  return sum / Math.max(1, to - from);
};

/** An end that packs is down after the second bump, and stays there. */
const RUN_IN_BUMPS = 2;

/** Where each bump of a train begins: pressed in fast after coming back. */
function bumpsOf(v: Float64Array, from: number, to: number): number[] {
  const found: number[] = [];
  let isPressed = false;
  for (let i = from; i < to; i += 1) {
    if (!isPressed && v[i]! > ROUGH_MM_PER_S / 2) found.push(i);
    isPressed = v[i]! > 0 && (isPressed || v[i]! > ROUGH_MM_PER_S / 2);
  }
  return found;
}

/** Where an end stands at rest: the middle one of its places while it hardly moves, outside the trains; null where it never does. */
function restOf(traces: readonly Trace[], speeds: readonly Float64Array[]): number | null {
  const still: number[] = [];
  traces.forEach(({ travelMm, hz }, k) => {
    const rough = trains(speeds[k]!, hz);
    travelMm.forEach((z, i) => {
      if (Math.abs(speeds[k]![i]!) < MOVING_MM_PER_S && !rough.some(([from, to]) => i >= from && i <= to)) still.push(z);
    });
  });
  still.sort((a, b) => a - b);
  return still.length === 0 ? null : still[Math.floor(still.length / 2)]!;
}

function packingOf(traces: readonly Trace[], speeds: readonly Float64Array[]): number | null {
  const rest = restOf(traces, speeds);
  const sinks = traces
    .flatMap(({ travelMm, hz, fullMm }, k) =>
      trains(speeds[k]!, hz).map(([from, to]) => {
        const bumps = bumpsOf(speeds[k]!, from, to);
        const down = bumps[RUN_IN_BUMPS] ?? from;
        return (
          (meanOf(travelMm, down, bumps.at(-1)! > down ? bumps.at(-1)! : to) - (rest ?? meanOf(travelMm, from, bumps[1] ?? to))) / fullMm
        );
      }),
    )
    .sort((a, b) => a - b);
  return sinks.length === 0 ? null : sinks[Math.floor(sinks.length / 2)]!;
}

const average = (xs: number[]): number | null => (xs.length === 0 ? null : xs.reduce((a, b) => a + b, 0) / xs.length);

const joined = (parts: readonly Float64Array[]): Float64Array => {
  const all = new Float64Array(parts.reduce((sum, p) => sum + p.length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
};

/** Everything the log of one end says; its traces stand between the gaps, and nothing is read across one. */
export function figuresOf(traces: readonly Trace[]): LogFigures {
  const { hz, fullMm } = traces[0]!;
  const z = joined(traces.map((t) => t.travelMm));
  const speeds = traces.map(speedsMmPerS);
  const v = joined(speeds);
  const sorted = Float64Array.from(z).sort();
  const histogram = new Array<number>(BINS).fill(0);
  for (const x of z) histogram[Math.min(BINS - 1, Math.max(0, Math.floor((x / fullMm) * BINS)))]! += 1 / z.length;
  const speedHistogram = new Array<number>(SPEED_EDGES.length + 1).fill(0);
  for (const x of v) {
    const at = SPEED_EDGES.findIndex((edge) => x / 1000 < edge);
    speedHistogram[at < 0 ? SPEED_EDGES.length : at]! += 1 / v.length;
  }
  const moving = (sign: number) => Float64Array.from(v.filter((x) => x * sign > MOVING_MM_PER_S).map(Math.abs)).sort();
  const arrivalsIn = (over: (x: number) => boolean, back: (x: number) => boolean) =>
    traces.reduce((sum, t) => sum + arrivals(t.travelMm, over, back), 0);
  const decays = traces.flatMap(decaysOf);
  const resonance = resonanceOfRide(spectrumOf(traces));
  return {
    seconds: traces.reduce((sum, t) => sum + (t.travelMm.length - 1) / hz, 0),
    meanShare: meanOf(z, 0, z.length) / fullMm,
    share05: percentile(sorted, 0.05) / fullMm,
    share95: percentile(sorted, 0.95) / fullMm,
    maxShare: sorted[sorted.length - 1]! / fullMm,
    histogram,
    bottomings: arrivalsIn(
      (x) => x > (1 - AT_STOP) * fullMm,
      (x) => x < (1 - AT_STOP - LEAVES) * fullMm,
    ),
    toppings: arrivalsIn(
      (x) => x < AT_TOP * fullMm,
      (x) => x > (AT_TOP + LEAVES) * fullMm,
    ),
    speedHistogram,
    compression95: percentile(moving(1), 0.95),
    rebound95: percentile(moving(-1), 0.95),
    packing: packingOf(traces, speeds),
    decays,
    resonance,
    zeta: average(decays.map((d) => d.zeta)) ?? resonance?.zeta ?? null,
    frequencyHz: average(decays.map((d) => d.frequencyHz)) ?? resonance?.frequencyHz ?? null,
    frictionBandMm: average(decays.flatMap((d) => (d.frictionBandMm === null ? [] : [d.frictionBandMm]))),
  };
}

/** A log as written to its figures, with what of it could not be used. Errors: those of traceOf. */
export function logFigures(request: TraceRequest): Result<{ figures: LogFigures; gaps: Gap[]; spikes: number }> {
  const found = traceOf(request);
  if (!found.ok) return found;
  const { traces, gaps, spikes } = found.value;
  return ok({ figures: figuresOf(traces), gaps, spikes });
}
