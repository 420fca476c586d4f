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

const MOST_TURNS = 60;

/**
 * Place of a swing at one moment after another, by the closed form from turn to turn: x = m + (x₀ − m)·e^(−ζω₀t)·(cos ω_d t + ζω₀/ω_d·sin ω_d t), m the near side of the friction
 * band; it sticks at the first turn within the band.
 * @returns mm at each of `timeS`, which rise
 * Source: Thomson, Theory of Vibration, ch. 2; Feeny and Liang, J. Sound and Vibration 195 (1996) (both from memory).
 */
export function swingAt({ frequencyHz, zeta, frictionMm, restMm, heldMm, atS }: Swing, timeS: Float64Array, out: Float64Array): void {
  const w0 = 2 * Math.PI * frequencyHz;
  const root = Math.sqrt(1 - zeta * zeta);
  const wd = w0 * root;
  const half = Math.PI / wd;
  const shrinks = Math.exp((-Math.PI * zeta) / root);
  let turn = heldMm;
  let from = atS;
  let turns = 0;
  let middle = restMm + Math.sign(turn - restMm) * frictionMm;
  let sticks = Math.abs(turn - restMm) <= frictionMm;
  for (let i = 0; i < timeS.length; i += 1) {
    const t = timeS[i]!;
    while (!sticks && t > from + half) {
      turn = middle - (turn - middle) * shrinks;
      from += half;
      turns += 1;
      middle = restMm + Math.sign(turn - restMm) * frictionMm;
      sticks = Math.abs(turn - restMm) <= frictionMm || turns > MOST_TURNS;
    }
    const s = t - from;
    out[i] =
      sticks || s <= 0 ? turn : middle + (turn - middle) * Math.exp(-zeta * w0 * s) * (Math.cos(wd * s) + (zeta / root) * Math.sin(wd * s));
  }
}

/** Extremes of a swing from where it was held on, mm from rest, down to `least`. */
export function turnsOf({ zeta, frictionMm, restMm, heldMm }: Swing, leastMm: number): number[] {
  const shrinks = Math.exp((-Math.PI * zeta) / Math.sqrt(1 - zeta * zeta));
  const found: number[] = [];
  for (let size = Math.abs(heldMm - restMm); size > Math.max(leastMm, frictionMm) && found.length < MOST_TURNS;)
    size = found.push(size) && (size - frictionMm) * shrinks - frictionMm;
  return found;
}
