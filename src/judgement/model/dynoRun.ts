import type { Side } from '@/catalogue/ends';
import { binned, type DynoPoint, energyJ, speedsOf } from '@/core/damper/dyno';
import { DYNO_UNITS, hasDecimalComma, numberIn } from '@/catalogue/tables';

/** How a dyno's file is to be read: its units, which way is positive, and whether the gas force is still in it. */
export interface DynoReading {
  units: { speed: keyof typeof DYNO_UNITS.speed; force: keyof typeof DYNO_UNITS.force; position: keyof typeof DYNO_UNITS.position };
  positive: Side;
  gas: 'off' | 'in';
}
export const USUAL_READING: DynoReading = { units: { speed: 'm/s', force: 'N', position: 'mm' }, positive: 'compression', gas: 'off' };

/** A curve of fewer speeds says too little to be fitted. */
const MIN_SPEEDS = 4;

type Row = Readonly<Partial<Record<'speed' | 'force' | 'time' | 'position', string>>>;

/**
 * A run from the rows of a dyno's file: by its speeds, or, where it has time and position instead, by their differences.
 * @returns forces against speed, m/s and N, compression positive, with the work the run took out where positions tell it, J; or what is wrong with the file, in words
 */
export function runFrom(
  rows: readonly Row[],
  { units, positive, gas }: DynoReading,
  gasForceN: number,
): { points: DynoPoint[]; energyJ: number | null } | { problem: string } {
  const isDecimalComma = hasDecimalComma(rows.flatMap((r) => Object.values(r)));
  const of = (text: string | undefined) => numberIn(text ?? '', isDecimalComma);
  const bySpeed = rows.every((r) => (r.speed ?? '') !== '');
  const byPosition = rows.every((r) => (r.time ?? '') !== '' && (r.position ?? '') !== '');
  if (!bySpeed && !byPosition) return { problem: 'Give either the speed, or time and position, for every line.' };
  const direction = positive === 'compression' ? 1 : -1;
  const samples = rows.map((r) => ({
    mPerS: of(r.speed) * DYNO_UNITS.speed[units.speed] * direction,
    timeS: of(r.time),
    positionMm: of(r.position) * DYNO_UNITS.position[units.position] * direction,
    forceN: of(r.force) * DYNO_UNITS.force[units.force] * direction - (gas === 'in' ? gasForceN : 0),
  }));
  const bad = samples.findIndex(
    (s) => !Number.isFinite(s.forceN) || !(bySpeed ? Number.isFinite(s.mPerS) : Number.isFinite(s.timeS + s.positionMm)),
  );
  if (bad >= 0) return { problem: `Line ${bad + 1} is not a reading.` };
  const points = binned(bySpeed ? samples : speedsOf(samples));
  if (points.length < MIN_SPEEDS) return { problem: 'Fewer than four speeds in it.' };
  return { points, energyJ: bySpeed ? null : energyJ(samples) };
}
