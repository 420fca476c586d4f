import { leastSquares } from '../numerics/leastSquares';
import { type Swing, swingAt, turnsOf } from './swing';
import type { Trace } from './trace';

/** A free decay: an end held, let go and left to swing, as read from a log. */
export interface Decay {
  zeta: number;
  /** Undamped natural frequency. */
  frequencyHz: number;
  /** Whole friction band, mm; null where it cannot be told from damping. */
  frictionBandMm: number | null;
  /** Extremes it rests on, mm from rest. */
  swingsMm: number[];
  /** When it was let go, s. */
  atS: number;
}

/** Extremes below this are the sensor's noise, mm. From memory. */
const MIN_SWING_MM = 1;
/** A decay begins this far from its rest, share of the travel. From memory. */
const MIN_SHARE = 0.06;
/** How long a decay is looked at, s; at least, and at most: two or three swings of the slowest machine. From memory. */
const STRETCH_S = { least: 1, most: 4 };
/** Held still: no more than this over HELD_S. At rest afterwards: no more over the last part of the stretch. From memory, with the sensor's noise. */
const STILL_MM = 3.5;
const HELD_S = 0.15;
const REST_S = 0.4;
/** What the swing may miss the log by, root mean square: mm, or as a share of the first extreme where that is more. From memory. */
const MAX_MISS = { mm: 0.8, share: 0.02 };
/** A figure less sure than this (k = 1) is not given. */
const SURE = { zeta: 0.015, frequency: 0.015, frictionMm: 0.5 };
/** Another fit with no more than this times the least misses is as good. */
const RIVAL = 1.06;
/** Bounds of what a machine is: at them nothing was found. From memory. */
const ZETA = [0.01, 0.9] as const;
const BODY_HZ = [0.5, 8] as const;
/** Starts of the fit. */
const ZETA_STARTS = [0.08, 0.2, 0.4, 0.6];
const FRICTION_STARTS_MM = [0, 1.5, 3];
/** The fit looks at this many readings a second: a body swings at a few hertz. */
const FIT_HZ = 100;

/** Parameters of the fit in order. */
const swingFrom = ([logHz, zeta, friction, restMm, heldMm, atS]: Float64Array): Swing => ({
  frequencyHz: Math.exp(logHz!),
  zeta: Math.min(Math.max(zeta!, ZETA[0]), ZETA[1]),
  frictionMm: Math.abs(friction!),
  restMm: restMm!,
  heldMm: heldMm!,
  atS: atS!,
});

/**
 * The decay that begins with the extreme at a sample; null where there is none, or where what it says is not sure: the log is the swing of a damped body with dry friction to within the
 * sensor's noise, and the fit tells damping, friction and frequency apart.
 * @param from sample of the last moment of holding, or of the turn it swings from; @param to one past the last sample looked at
 */
export function decayIn(trace: Trace, from: number, to: number): Decay | null {
  const { travelMm: z, hz } = trace;
  const stride = Math.max(1, Math.round(hz / FIT_HZ));
  const held = heldBefore(z, from, Math.round(HELD_S * hz));
  const begin = held ? from - Math.round(HELD_S * hz) : from;
  const count = Math.floor((to - begin) / stride);
  if (count * stride < STRETCH_S.least * hz) return null;
  const data = Float64Array.from({ length: count }, (_, i) => z[begin + i * stride]!);
  const restMm = meanOf(z, to - Math.round(REST_S * hz), to);
  const heldMm = held ? meanOf(z, begin, from) : z[from]!;
  const crossing = crossingS(z, from, to, restMm, hz);
  if (crossing === null) return null;
  const swing = new Float64Array(count);
  const missesAt = (p: Float64Array, out: Float64Array) => {
    swingAt(swingFrom(p), begin / hz, stride / hz, swing);
    for (let i = 0; i < count; i += 1) out[i] = swing[i]! - data[i]!;
    // Outside its bounds the damping is held, and straying further must cost.
    const stray = Math.max(0, ZETA[0] - p[1]!, p[1]! - ZETA[1]);
    out[count] = 1000 * stray;
  };
  const size = Math.abs(heldMm - restMm);
  const scale = [0.1, 0.1, 1, 0.02 * size, 0.02 * size, 0.02];
  const fits: Fit[] = [];
  for (const zeta of ZETA_STARTS)
    for (const friction of FRICTION_STARTS_MM) {
      // First crossing of a swing let go: ω_d·t = π/2 + asin ζ.
      const w0 = (Math.PI / 2 + Math.asin(zeta)) / crossing / Math.sqrt(1 - zeta * zeta);
      fits.push(leastSquares(missesAt, [Math.log(w0 / (2 * Math.PI)), zeta, friction, restMm, heldMm, from / hz], scale, count + 1));
    }
  fits.sort((a, b) => a.squares - b.squares);
  const [best] = fits;
  if (!best || best.status === 'singular') return null;
  // Two swings that fit alike and differ: damping and friction stand for one another here.
  const rivals = fits.filter((f) => f.squares <= RIVAL * best.squares);
  if (rivals.some((f) => Math.abs(f.parameters[1]! - best.parameters[1]!) > SURE.zeta)) return null;
  return sureOf(best, count, size);
}

type Fit = ReturnType<typeof leastSquares>;

function sureOf({ parameters, squares, standard }: Fit, count: number, sizeMm: number): Decay | null {
  const swing = swingFrom(parameters);
  const missMm = Math.sqrt(squares / count);
  const { zeta, frequencyHz, frictionMm } = swing;
  if (!(missMm <= Math.max(MAX_MISS.mm, MAX_MISS.share * sizeMm))) return null;
  if (!(standard[1]! <= SURE.zeta) || !(standard[0]! <= SURE.frequency)) return null;
  if (zeta <= ZETA[0] * 1.01 || zeta >= ZETA[1] * 0.99 || frequencyHz < BODY_HZ[0] || frequencyHz > BODY_HZ[1]) return null;
  return {
    zeta,
    frequencyHz,
    frictionBandMm: standard[2]! <= SURE.frictionMm ? 2 * frictionMm : null,
    swingsMm: turnsOf(swing, MIN_SWING_MM),
    atS: swing.atS,
  };
}

function meanOf(z: Float64Array, from: number, to: number): number {
  let sum = 0;
  for (let i = from; i < to; i += 1) sum += z[i]!;
  return sum / (to - from);
}

function isStill(z: Float64Array, from: number, to: number): boolean {
  if (from < 0 || to > z.length) return false;
  let [least, most] = [Infinity, -Infinity];
  for (let i = from; i < to; i += 1) {
    if (z[i]! < least) least = z[i]!;
    if (z[i]! > most) most = z[i]!;
    if (most - least > STILL_MM) return false;
  }
  return true;
}

const heldBefore = (z: Float64Array, at: number, samples: number) => isStill(z, at - samples, at + 1);

/** How long after `from` it first comes past its rest, s. */
function crossingS(z: Float64Array, from: number, to: number, restMm: number, hz: number): number | null {
  const side = Math.sign(z[from]! - restMm);
  for (let i = from; i < to; i += 1) if ((z[i]! - restMm) * side < 0) return (i - from) / hz;
  return null;
}

/**
 * Every free decay of a trace: held still and let go, or swinging down to rest from a turn. Where a figure is not sure there is none.
 */
export function decaysOf(trace: Trace): Decay[] {
  const { travelMm: z, hz, fullMm } = trace;
  const leastMm = MIN_SHARE * fullMm;
  const rest = Math.round(REST_S * hz);
  const most = Math.round(STRETCH_S.most * hz);
  const soon = Math.round(0.3 * hz);
  const found: Decay[] = [];
  for (let i = Math.round(HELD_S * hz); i + STRETCH_S.least * hz < z.length; i += 1) {
    const isHeld = heldBefore(z, i, Math.round(HELD_S * hz));
    const turns = (z[i]! - z[i - 1]!) * (z[i + 1]! - z[i]!) <= 0;
    if (!isHeld && !turns) continue;
    // Held: the last moment before it goes. A turn: it must come to rest within the stretch.
    if (isHeld && (isStill(z, i - 1, i + 4) || Math.abs(z[Math.min(z.length - 1, i + soon)]! - z[i]!) < leastMm)) continue;
    const to = Math.min(z.length, i + most);
    if (!isHeld && (!isStill(z, to - rest, to) || Math.abs(z[i]! - meanOf(z, to - rest, to)) < leastMm)) continue;
    const decay = decayIn(trace, i, to);
    if (decay) found.push(decay);
    // On to where this swing has died away, or a little further.
    const lasts = decay ? decay.swingsMm.filter((mm) => mm >= leastMm).length / (2 * decay.frequencyHz) : 0.1;
    i += Math.round(Math.max(lasts, decay ? STRETCH_S.least : 0) * hz);
  }
  return found;
}
