import { fftInPlace } from '../numerics/fft';

/** Corner frequencies and qualities of the weighting Wk, Hz. ISO 2631-1, annex A (from memory). */
const WK = { high: 0.4, low: 100, transition: 12.5, transitionQ: 0.63, stepFrom: 2.37, stepTo: 3.35, stepQ: 0.91 } as const;

/** What is left of a swing of second order at a frequency, before its own is divided out: f⁴Q² + f²f₀²(1 − 2Q²) + f₀⁴Q². */
const second = (hz: number, ownHz: number, q: number): number =>
  hz ** 4 * q ** 2 + hz ** 2 * ownHz ** 2 * (1 - 2 * q ** 2) + ownHz ** 4 * q ** 2;

/**
 * How much a vertical vibration of the seat counts at a frequency: the weighting Wk.
 * @returns plain factor
 * Source: ISO 2631-1, annex A: band limits, acceleration–velocity transition, upward step (from memory).
 */
export function wk(hz: number): number {
  if (hz <= 0) return 0;
  const high = hz ** 2 / Math.sqrt(hz ** 4 + WK.high ** 4);
  const low = WK.low ** 2 / Math.sqrt(hz ** 4 + WK.low ** 4);
  const transition =
    Math.hypot(1, hz / WK.transition) * Math.sqrt((WK.transition ** 4 * WK.transitionQ ** 2) / second(hz, WK.transition, WK.transitionQ));
  const step = Math.sqrt(second(hz, WK.stepFrom, WK.stepQ) / second(hz, WK.stepTo, WK.stepQ));
  return high * low * transition * step;
}

/** The squares of the weighting at the lines of a transform of some size, kept: the same size is asked for again and again. */
const kept = new Map<string, Float64Array>();
function squaresOf(size: number, perSecond: number): Float64Array {
  const key = `${size} ${perSecond}`;
  const known = kept.get(key);
  if (known) return known;
  const squares = Float64Array.from({ length: size / 2 + 1 }, (_, k) => wk((k * perSecond) / size) ** 2);
  kept.set(key, squares);
  return squares;
}

/** Root mean square of an acceleration weighted by Wk. @param values evenly spaced; any unit, which the result keeps */
export const weightedRms = (values: ArrayLike<number>, perSecond: number): number => weightedRmsOfTwo(values, values, perSecond)[0];

/** The same of two of equal length by one transform: one is its real, the other its imaginary part. */
export function weightedRmsOfTwo(a: ArrayLike<number>, b: ArrayLike<number>, perSecond: number): [number, number] {
  let size = 2;
  while (size < a.length) size *= 2;
  const [re, im] = [new Float64Array(size), new Float64Array(size)];
  re.set(a);
  im.set(b);
  fftInPlace(re, im);
  const squares = squaresOf(size, perSecond);
  let [sumA, sumB] = [0, 0];
  for (let k = 0; k <= size / 2; k += 1) {
    const m = (size - k) % size;
    // A real signal's lines at k and −k are each other's conjugates: both are told apart. Each is there twice, but for the first and the middle one.
    const weight = (k === 0 || k === m ? 1 : 2) * squares[k]!;
    sumA += weight * (((re[k]! + re[m]!) / 2) ** 2 + ((im[k]! - im[m]!) / 2) ** 2);
    sumB += weight * (((im[k]! + im[m]!) / 2) ** 2 + ((re[m]! - re[k]!) / 2) ** 2);
  }
  return [Math.sqrt(sumA / size / a.length), Math.sqrt(sumB / size / b.length)];
}
