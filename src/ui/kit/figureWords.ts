import { printIn } from '@/core/units/print';
import { shownMm } from '@/core/units/shown';
import type { System } from '@/catalogue/system';

export const rateWords = (nPerMm: number, system: System) =>
  system === 'metric' ? `${printIn(nPerMm, 'N/mm', nPerMm < 20 ? 2 : 1)} N/mm` : `${printIn(nPerMm, 'lbf/in', 0)} lbf/in`;
export const rateUnit = (system: System) => (system === 'metric' ? 'N/mm' : 'lbf/in');
/** A length in the units shown, without them; a figure taken until typed is written to the whole millimetre. */
export const lengthWords = (mm: number, system: System, decimals = 1) =>
  printIn(shownMm(mm), lengthUnit(system), system === 'metric' ? decimals : 2);
export const lengthUnit = (system: System) => (system === 'metric' ? 'mm' : 'in');
/** With its sign, a true minus. */
export const signed = (x: number, digits: number) => `${x >= 0 ? '+' : '−'}${Math.abs(x).toFixed(digits)}`;
