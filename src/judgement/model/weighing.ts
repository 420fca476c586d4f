import type { FieldKey } from '@/catalogue/fields';

/** A machine weighed at both wheels, its rider off and on. */

/** What stands on the pads of each wheel, kg. */
export interface OnPads {
  frontKg: number;
  rearKg: number;
}

/** What must be on the pads before it counts as a machine, kg a wheel; less is an empty pad, or a hand on it. From memory. */
const MIN_WHEEL_KG = 20;
/** The lightest rider the book knows, kg. */
const MIN_RIDER_KG = 10;

export type WeighingProblem = 'nothing-on' | 'no-rider' | 'not-empty';

/** Why pads that show this must not be taken for empty: with a machine on them a zero would make every weight after it wrong. Below nothing they may be, by an earlier zero. */
export const againstZero = (on: OnPads): WeighingProblem | null =>
  on.frontKg >= MIN_WHEEL_KG || on.rearKg >= MIN_WHEEL_KG ? 'not-empty' : null;

/** Why what is on the pads cannot be the machine alone, or the machine with its rider; null where it can. */
export function wrongWith(on: OnPads, off: OnPads | null): WeighingProblem | null {
  if (on.frontKg < MIN_WHEEL_KG || on.rearKg < MIN_WHEEL_KG) return 'nothing-on';
  if (off && on.frontKg + on.rearKg - off.frontKg - off.rearKg < MIN_RIDER_KG) return 'no-rider';
  return null;
}

const text = (value: number, decimals: number, unit: string): string => `${value.toFixed(decimals)} ${unit}`;

export interface Weighed {
  machine: { field: FieldKey; text: string }[];
  rider: { field: FieldKey; text: string }[];
}

/** The wheel weights of a machine, as they would be typed. */
export const machineWeighed = ({ frontKg, rearKg }: OnPads): Weighed['machine'] => [
  { field: 'machine.weighed.rear', text: text(rearKg, 2, 'kg') },
  { field: 'machine.weighed.front', text: text(frontKg, 2, 'kg') },
];

/**
 * The rider from the difference of two weighings, as it would be typed: the mass, and by moments about the rear contact the place it acts at, x = ΔF·L / (ΔF + ΔR).
 * @param wheelbaseMm null where it is not known: then the mass alone
 */
export function riderWeighed(off: OnPads, on: OnPads, wheelbaseMm: number | null): Weighed['rider'] {
  const [frontKg, rearKg] = [on.frontKg - off.frontKg, on.rearKg - off.rearKg];
  const massKg = frontKg + rearKg;
  const mass = { field: 'rider.mass' as const, text: text(massKg, 2, 'kg') };
  if (wheelbaseMm === null) return [mass];
  return [mass, { field: 'rider.at', text: text((frontKg / massKg) * wheelbaseMm, 0, 'mm') }];
}
