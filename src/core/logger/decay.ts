import { fitLine } from '../numerics/line';
import type { Trace } from './trace';

/**
 * Free decay: an end let go swings about its rest. Each extreme is smaller than the one before by the share r = e^(−πζ/√(1−ζ²)); friction takes a constant
 * besides, since it swings about the far side of the band: a_{n+1} = r·a_n − (1 + r)·f, f half the friction band. Where the true middle lies nobody knows, since it
 * may stick anywhere in the band: from one extreme to the next it goes d_n = a_n + a_{n+1}, and d_{n+1} = r·d_n − 2(1 + r)·f. A line through (d_n, d_{n+1}) gives both.
 * Source: Feeny and Liang, J. Sound and Vibration 195 (1996), a decrement method for viscous and dry friction together, from memory.
 */
export interface Decay {
  zeta: number;
  /** Undamped natural frequency. */
  frequencyHz: number;
  /** Whole friction band, mm: 2f; null where too few swings tell it from damping. */
  frictionBandMm: number | null;
  /** Extremes it rests on, mm from rest. */
  swingsMm: number[];
  /** Where it begins in the trace, s. */
  atS: number;
}

/** Extremes below this are the sensor’s noise, mm; and as a share of the first. From memory. */
const LEAST_SWING_MM = 1;
const LEAST_SHARE = 0.01;
/** Three extremes give two swings and so a decrement; four tell friction from damping. */
const LEAST_EXTREMES = 3;
/** Scatter of the line against its largest value above which it is no free decay. */
const MOST_SCATTER = 0.12;
/** A decay is looked for in stretches this long, s: two or three swings of the slowest machine. From memory. */
const STRETCH_S = 2.5;
/** The end of a stretch is at rest when it moves no more than this, mm. From memory. */
const QUIET_MM = 1.5;

const zetaOf = (r: number): number => {
  const s = -Math.log(r) / Math.PI;
  return s / Math.sqrt(1 + s * s);
};

/** A parabola through an extreme and its neighbours: where it really lies, in samples, and how high. */
function peakAt(z: Float64Array, i: number): { at: number; value: number } {
  const [a, b, c] = [z[i - 1]!, z[i]!, z[i + 1]!];
  const bend = a - 2 * b + c;
  const shift = bend === 0 ? 0 : (0.5 * (a - c)) / bend;
  return { at: i + shift, value: b - 0.25 * (a - c) * shift };
}

/** Successive extremes of z about `rest` from sample `from` on, each on the other side of rest from the one before. */
function extremes(z: Float64Array, from: number, to: number, rest: number): { at: number; size: number }[] {
  const found: { at: number; size: number; side: number }[] = [];
  for (let i = Math.max(1, from); i < to - 1; i += 1) {
    // Held still and let go, the extreme is the last moment of holding.
    const [rising, falling] = [z[i]! >= z[i - 1]! && z[i]! > z[i + 1]!, z[i]! <= z[i - 1]! && z[i]! < z[i + 1]!];
    if (!rising && !falling) continue;
    const { at, value } = peakAt(z, i);
    const side = Math.sign(value - rest);
    if (side === 0 || (rising ? side < 0 : side > 0)) continue;
    const size = Math.abs(value - rest);
    const last = found.at(-1);
    if (last?.side === side) {
      if (size > last.size) found[found.length - 1] = { at, size, side };
    } else found.push({ at, size, side });
  }
  const first = found[0]?.size ?? 0;
  const end = found.findIndex((e) => e.size < Math.max(LEAST_SWING_MM, LEAST_SHARE * first));
  return end < 0 ? found : found.slice(0, end);
}

/**
 * The decay that begins at a sample and ends at rest; null where there is none.
 * @param from sample of the first extreme or before it; @param to one past the last sample looked at
 */
export function decayIn({ travelMm: z, hz }: Trace, from: number, to: number): Decay | null {
  const tail = z.subarray(Math.max(from, to - Math.round(0.15 * (to - from))), to);
  const rest = tail.reduce((a, b) => a + b, 0) / tail.length;
  if (tail.some((x) => Math.abs(x - rest) > QUIET_MM)) return null;
  const swings = extremes(z, from, to, rest);
  if (swings.length < LEAST_EXTREMES || swings.some((s, i) => i > 0 && s.size >= swings[i - 1]!.size)) return null;
  const fit = fittedDecrement(swings.map((s) => s.size));
  if (!fit) return null;
  const zeta = zetaOf(fit.r);
  // Extremes lie half a damped period apart.
  const halfPeriod = (swings.at(-1)!.at - swings[0]!.at) / (swings.length - 1) / hz;
  return {
    zeta,
    frequencyHz: 1 / (2 * halfPeriod) / Math.sqrt(1 - zeta * zeta),
    frictionBandMm: fit.frictionMm === null ? null : 2 * fit.frictionMm,
    swingsMm: swings.map((s) => s.size),
    atS: from / hz,
  };
}

/** Ratio of successive swings and half the friction band; with two swings the band is taken as nothing. */
function fittedDecrement(sizes: readonly number[]): { r: number; frictionMm: number | null } | null {
  const swings = sizes.slice(1).map((size, i) => size + sizes[i]!);
  const points = swings.slice(1).map((y, i) => ({ x: swings[i]!, y }));
  if (points.length === 1) {
    const r = points[0]!.y / points[0]!.x;
    return r < 1 ? { r, frictionMm: null } : null;
  }
  const line = fitLine(points);
  if (!line) return null;
  const scatter = Math.sqrt(points.reduce((sum, p) => sum + (p.y - line.intercept - line.slope * p.x) ** 2, 0) / points.length);
  if (!(line.slope > 0 && line.slope < 1) || !(scatter <= MOST_SCATTER * swings[1]!)) return null;
  return { r: line.slope, frictionMm: Math.max(0, -line.intercept / (2 * (1 + line.slope))) };
}

/** Every free decay of a trace: stretches that begin high, end at rest, and fall as a free decay falls. The longest of those that overlap is kept. */
export function decaysOf(trace: Trace): Decay[] {
  const { travelMm: z, hz, fullMm } = trace;
  const stretch = Math.round(STRETCH_S * hz);
  const found: Decay[] = [];
  const least = 0.06 * fullMm;
  for (let i = 1; i + stretch <= z.length; i += 1) {
    const turns = (z[i]! - z[i - 1]!) * (z[i + 1]! - z[i]!) <= 0;
    if (!turns || Math.abs(z[i]! - z[i + stretch - 1]!) < least) continue;
    const decay = decayIn(trace, i, i + stretch);
    if (!decay) continue;
    found.push(decay);
    i += stretch;
  }
  return found;
}
