import { printIn } from '@/core/units/print';
import { estimatedDecimals, rateDecimals, shownMm } from '@/core/units/shown';
import type { System } from '@/catalogue/system';

/** A rate in the units shown, without them. */
export const rateFigure = (nPerMm: number, system: System) =>
  printIn(nPerMm, rateUnit(system), system === 'imperial' ? 0 : rateDecimals(nPerMm));
export const rateWords = (nPerMm: number, system: System) => `${rateFigure(nPerMm, system)} ${rateUnit(system)}`;
/** A rate no finer than an estimate is: whole, a fork's to the tenth. */
export const estimatedRate = (nPerMm: number, system: System) =>
  printIn(nPerMm, rateUnit(system), system === 'metric' ? estimatedDecimals(nPerMm) : nPerMm < 10 ? 1 : 0);
export const rateUnit = (system: System) => (system === 'metric' ? 'N/mm' : 'lbf/in');
/** A length in the units shown, without them; a figure taken until typed is written to the whole millimetre. */
export const lengthWords = (mm: number, system: System, decimals = 1) =>
  printIn(shownMm(mm), lengthUnit(system), system === 'metric' ? decimals : 2);
export const lengthUnit = (system: System) => (system === 'metric' ? 'mm' : 'in');
/** With its sign, a true minus. */
export const signed = (x: number, digits: number) => `${x >= 0 ? '+' : '−'}${Math.abs(x).toFixed(digits)}`;
export const massWords = (kg: number, system: System) => (system === 'metric' ? `${Math.round(kg)} kg` : `${printIn(kg, 'lb', 0)} lb`);
