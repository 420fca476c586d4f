/** An end let go from rest: damped, with dry friction. */
export interface Swing {
  /** Undamped natural frequency. */
  frequencyHz: number;
  zeta: number;
  /** Half the friction band, mm: while it moves it swings about the far side of the band. */
  frictionMm: number;
  restMm: number;
  /** Where it was held. */
  heldMm: number;
  /** When it was let go. */
  atS: number;
}

const MAX_TURNS = 60;

/**
 * Place of a swing at evenly spaced moments, by the closed form from turn to turn: x = m + (x₀ − m)·e^(−ζω₀t)·(cos ω_d t + ζω₀/ω_d·sin ω_d t), m the near side of the friction
 * band; it sticks at the first turn within the band. Between turns each moment is the one before, shrunk and turned by one step: a fit asks for millions of them.
 * @param fromS first moment; @param stepS from one to the next
 * @returns mm at each moment, in `out`
 * Source: Thomson, Theory of Vibration, ch. 2; Feeny and Liang, J. Sound and Vibration 195 (1996) (both from memory).
 */
export function swingAt(
  { frequencyHz, zeta, frictionMm, restMm, heldMm, atS }: Swing,
  fromS: number,
  stepS: number,
  out: Float64Array,
): void {
  const w0 = 2 * Math.PI * frequencyHz;
  const root = Math.sqrt(1 - zeta * zeta);
  const wd = w0 * root;
  const half = Math.PI / wd;
  const shrinks = Math.exp((-Math.PI * zeta) / root);
  const [stepCos, stepSin] = phasor(zeta * w0, wd, stepS);
  let turn = heldMm;
  let from = atS;
  let turns = 0;
  let middle = restMm + Math.sign(turn - restMm) * frictionMm;
  let sticks = Math.abs(turn - restMm) <= frictionMm;
  /** e^(−ζω₀s)·(cos, sin) of ω_d·s, s from the last turn; null before the first moment after it. */
  let state: [number, number] | null = null;
  for (let i = 0; i < out.length; i += 1) {
    const t = fromS + i * stepS;
    while (!sticks && t > from + half) {
      turn = middle - (turn - middle) * shrinks;
      from += half;
      turns += 1;
      middle = restMm + Math.sign(turn - restMm) * frictionMm;
      sticks = Math.abs(turn - restMm) <= frictionMm || turns > MAX_TURNS;
      state = null;
    }
    const s = t - from;
    if (sticks || s <= 0) {
      out[i] = turn;
      continue;
    }
    if (state === null) state = phasor(zeta * w0, wd, s);
    else {
      const [cos, sin]: [number, number] = state;
      state[0] = cos * stepCos - sin * stepSin;
      state[1] = sin * stepCos + cos * stepSin;
    }
    out[i] = middle + (turn - middle) * (state[0] + (zeta / root) * state[1]);
  }
}

function phasor(decayPerS: number, radPerS: number, s: number): [number, number] {
  const size = Math.exp(-decayPerS * s);
  return [size * Math.cos(radPerS * s), size * Math.sin(radPerS * s)];
}

/** Extremes of a swing from where it was held on, mm from rest, down to `least`. */
export function turnsOf({ zeta, frictionMm, restMm, heldMm }: Swing, leastMm: number): number[] {
  const shrinks = Math.exp((-Math.PI * zeta) / Math.sqrt(1 - zeta * zeta));
  const found: number[] = [];
  for (let size = Math.abs(heldMm - restMm); size > Math.max(leastMm, frictionMm) && found.length < MAX_TURNS;)
    size = found.push(size) && (size - frictionMm) * shrinks - frictionMm;
  return found;
}
