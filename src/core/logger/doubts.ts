import { MM_PER_INCH } from '../constants/constants';

/** What a log may be written in otherwise than seconds and millimetres from full extension: told by its statistics, and asked about. */

export interface WrittenIn {
  time: 's' | 'ms';
  travel: 'mm' | 'in';
  /** Where the sensor reads nothing: wheel hanging, or fully pressed in; or hanging, with its sign turned. */
  zero: 'extended' | 'compressed' | 'negative';
}
export const AS_USUAL: WrittenIn = { time: 's', travel: 'mm', zero: 'extended' };

/** Loggers write from twenty to five thousand readings a second: steps from 0.2 to 50 are milliseconds. From memory. */
const STEP_MS = [0.2, 50] as const;
/** A ride uses more of the travel than this; one that uses less of it in millimetres and as much in inches was written in inches. From memory. */
const USES_SHARE = 0.15;
/** Readings past full extension by less than this are the sensor's error, share of travel. From memory. */
const SENSOR_SHARE = 0.05;

const middle = (sorted: Float64Array): number => sorted[Math.floor(sorted.length / 2)] ?? Number.NaN;

/** Time in s and travel in mm from full extension, of a log written otherwise. */
export const asUsual = (
  { timeS, travelMm, fullMm }: { timeS: readonly number[]; travelMm: readonly number[]; fullMm: number },
  written: WrittenIn,
): { timeS: number[]; travelMm: number[] } => {
  const scale = written.travel === 'in' ? MM_PER_INCH : 1;
  return {
    timeS: timeS.map((t) => (written.time === 'ms' ? t / 1000 : t)),
    travelMm: travelMm.map((z) => {
      const mm = z * scale;
      return written.zero === 'compressed' ? fullMm - mm : written.zero === 'negative' ? -mm : mm;
    }),
  };
};

/**
 * How a log seems to be written, where its statistics speak against seconds and millimetres from full extension; null where they do not.
 * A ride lives nearer to full extension than to its stop, and hits press it in further and faster than anything lets it out: a sensor turned round shows both the other way.
 */
export function seemsWritten(request: { timeS: readonly number[]; travelMm: readonly number[]; fullMm: number }): WrittenIn | null {
  const { timeS, travelMm, fullMm } = request;
  const steps = Float64Array.from(timeS.slice(1), (t, i) => t - timeS[i]!).sort();
  const step = middle(steps);
  const time = step >= STEP_MS[0] && step <= STEP_MS[1] ? 'ms' : 's';
  const sorted = Float64Array.from(travelMm).sort();
  const [least, most] = [sorted[0]!, sorted[sorted.length - 1]!];
  const span = Math.max(Math.abs(least), Math.abs(most));
  const inInches = fullMm / MM_PER_INCH;
  const travel = span <= inInches * (1 + SENSOR_SHARE) && span > USES_SHARE * inInches ? 'in' : 'mm';
  const scale = travel === 'in' ? MM_PER_INCH : 1;
  const isNegative = most * scale < SENSOR_SHARE * fullMm && least * scale < -USES_SHARE * fullMm;
  const isTurned = !isNegative && livesDeep(travelMm, sorted, fullMm / scale);
  const zero = isNegative ? 'negative' : isTurned ? 'compressed' : 'extended';
  return time === 's' && travel === 'mm' && zero === 'extended' ? null : { time, travel, zero };
}

/** Whether an end lives in the far half of its travel and leaves it by long, fast strokes towards extension: no machine rides so. */
function livesDeep(z: readonly number[], sorted: Float64Array, full: number): boolean {
  const rest = middle(sorted);
  const [low, high] = [sorted[Math.floor(0.02 * sorted.length)]!, sorted[Math.floor(0.98 * sorted.length)]!];
  let [up, down] = [0, 0];
  for (let i = 1; i < z.length; i += 1) {
    const d = z[i]! - z[i - 1]!;
    if (d > 0) up = Math.max(up, d);
    else down = Math.max(down, -d);
  }
  return rest > 0.55 * full && rest - low > 1.3 * (high - rest) && down > up;
}
