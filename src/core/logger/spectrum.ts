import { fftInPlace } from '../numerics/fft';
import type { Trace } from './trace';

export interface Spectrum {
  /** Hz, from one step up. */
  frequenciesHz: Float64Array;
  /** One-sided power density, mm²/Hz. */
  density: Float64Array;
  /** Pieces averaged, and the share of all power that stands in the loudest: a ride has many alike, a bounce test one. */
  pieces: number;
  loudestShare: number;
}

/** Length of one piece, s: resolves a quarter of a hertz. From memory. */
const PIECE_S = 4;

/**
 * Power spectrum by averaging windowed pieces that overlap by half (Welch 1967): Hann window, each piece less its mean; no piece goes over a gap between traces.
 * @param traces of one rate
 * @returns null where each is shorter than one piece
 */
export function spectrumOf(traces: readonly Pick<Trace, 'travelMm' | 'hz'>[]): Spectrum | null {
  const { hz } = traces[0]!;
  const n = 2 ** Math.floor(Math.log2(PIECE_S * hz));
  if (traces.every(({ travelMm }) => travelMm.length < n)) return null;
  const window = Float64Array.from({ length: n }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / n));
  const power = window.reduce((sum, w) => sum + w * w, 0);
  const density = new Float64Array(n / 2 - 1);
  const [re, im] = [new Float64Array(n), new Float64Array(n)];
  let [pieces, all, loudest] = [0, 0, 0];
  for (const { travelMm } of traces)
    for (let from = 0; from + n <= travelMm.length; from += n / 2) {
      let mean = 0;
      for (let i = 0; i < n; i += 1) mean += travelMm[from + i]! / n;
      for (let i = 0; i < n; i += 1) re[i] = (travelMm[from + i]! - mean) * window[i]!;
      im.fill(0);
      fftInPlace(re, im);
      let own = 0;
      for (let k = 1; k < n / 2; k += 1) {
        const squared = re[k]! ** 2 + im[k]! ** 2;
        density[k - 1]! += squared;
        own += squared;
      }
      pieces += 1;
      all += own;
      loudest = Math.max(loudest, own);
    }
  // Both sides of the spectrum are told as one.
  for (let k = 0; k < density.length; k += 1) density[k]! *= 2 / (power * hz * pieces);
  const frequenciesHz = Float64Array.from(density, (_, k) => ((k + 1) * hz) / n);
  return { frequenciesHz, density, pieces, loudestShare: all > 0 ? loudest / all : 1 };
}

/** A resonance is read from so many pieces at least, none of them louder than so many times the mean; its shape may miss the spectrum by so much. From memory. */
const MIN_PIECES = 8;
const MAX_LOUDNESS = 4;
const MAX_MISS_DB = 3;

/** The resonance of a ride, where the log is one: even going long enough, and the shape of one swinging body. */
export function resonanceOfRide(spectrum: Spectrum | null): Resonance | null {
  if (!spectrum || spectrum.pieces < MIN_PIECES || spectrum.loudestShare * spectrum.pieces > MAX_LOUDNESS) return null;
  const found = resonanceOf(spectrum);
  return found && found.missDb <= MAX_MISS_DB ? found : null;
}

export interface Resonance {
  frequencyHz: number;
  zeta: number;
  /** Root mean square miss of the fit, in decibels. */
  missDb: number;
}

/** Frequencies the body swings at; above, it is the wheel on its tyre. From memory. */
const BODY_HZ = [0.6, 6] as const;
const ZETA = [0.05, 1.2] as const;
const GRID = 36;
const ROUNDS = 7;

/**
 * The body's resonance from a ride: over a road whose speed is white noise, travel has the density A·f²/((f₀² − f²)² + (2ζf₀f)²). f₀ and ζ are those whose
 * shape differs least from the logarithm of the spectrum; A drops out. The grid is halved round the best of each round.
 * Source: one degree of freedom, relative displacement under base excitation (Thomson, Theory of Vibration with Applications, ch. 3, from memory); road: ISO 8608.
 */
export function resonanceOf({ frequenciesHz, density }: Pick<Spectrum, 'frequenciesHz' | 'density'>): Resonance | null {
  const used: { f: number; log: number }[] = [];
  frequenciesHz.forEach((f, k) => {
    if (f >= BODY_HZ[0] && f <= BODY_HZ[1] && density[k]! > 0) used.push({ f, log: Math.log(density[k]!) });
  });
  if (used.length < 8) return null;
  const missOf = (f0: number, zeta: number): number => {
    let [sum, squares] = [0, 0];
    for (const { f, log } of used) {
      const d = log - Math.log((f * f) / ((f0 * f0 - f * f) ** 2 + (2 * zeta * f0 * f) ** 2));
      sum += d;
      squares += d * d;
    }
    return squares / used.length - (sum / used.length) ** 2;
  };
  let best = { f0: 2, zeta: 0.3, miss: Infinity };
  let [low, high] = [
    [Math.log(BODY_HZ[0]), Math.log(ZETA[0])],
    [Math.log(BODY_HZ[1]), Math.log(ZETA[1])],
  ] as [[number, number], [number, number]];
  for (let round = 0; round < ROUNDS; round += 1) {
    for (let i = 0; i <= GRID; i += 1)
      for (let k = 0; k <= GRID; k += 1) {
        const f0 = Math.exp(low[0] + ((high[0] - low[0]) * i) / GRID);
        const zeta = Math.exp(low[1] + ((high[1] - low[1]) * k) / GRID);
        const miss = missOf(f0, zeta);
        if (miss < best.miss) best = { f0, zeta, miss };
      }
    const span = [(high[0] - low[0]) / 6, (high[1] - low[1]) / 6] as const;
    // The refined grid stays within the bounds; what lies at one of them was not found there, but cut off.
    low = [Math.max(Math.log(BODY_HZ[0]), Math.log(best.f0) - span[0]), Math.max(Math.log(ZETA[0]), Math.log(best.zeta) - span[1])];
    high = [Math.min(Math.log(BODY_HZ[1]), Math.log(best.f0) + span[0]), Math.min(Math.log(ZETA[1]), Math.log(best.zeta) + span[1])];
  }
  const isAt = (x: number, [least, most]: readonly [number, number]) => x < least * 1.001 || x > most * 0.999;
  if (isAt(best.f0, BODY_HZ) || isAt(best.zeta, ZETA)) return null;
  return { frequencyHz: best.f0, zeta: best.zeta, missDb: (10 / Math.LN10) * Math.sqrt(best.miss) };
}
