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

/** Root mean square of an acceleration weighted by Wk. @param values evenly spaced; any unit, which the result keeps */
export function weightedRms(values: ArrayLike<number>, perSecond: number): number {
  let size = 1;
  while (size < values.length) size *= 2;
  const [re, im] = [new Float64Array(size), new Float64Array(size)];
  for (let i = 0; i < values.length; i += 1) re[i] = values[i]!;
  fftInPlace(re, im);
  let sum = 0;
  for (let k = 0; k < size; k += 1) {
    const hz = (Math.min(k, size - k) * perSecond) / size;
    sum += (re[k]! ** 2 + im[k]! ** 2) * wk(hz) ** 2;
  }
  return Math.sqrt(sum / size / values.length);
}
