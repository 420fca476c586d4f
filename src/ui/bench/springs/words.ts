import { printIn } from '@/core/units/print';

type System = 'metric' | 'imperial';

export const rateWords = (nPerMm: number, system: System) =>
  system === 'metric' ? `${printIn(nPerMm, 'N/mm', nPerMm < 20 ? 2 : 1)} N/mm` : `${printIn(nPerMm, 'lbf/in', 0)} lbf/in`;
export const lengthWords = (mm: number, system: System) => (system === 'metric' ? mm.toFixed(1) : (mm / 25.4).toFixed(2));
/** What is taken until a length is typed, written the way it would be typed. */
export const lengthTaken = (mm: number, system: System) => (system === 'metric' ? String(Math.round(mm)) : (mm / 25.4).toFixed(2));
export const lengthUnit = (system: System) => (system === 'metric' ? 'mm' : 'in');
/** With its sign, a true minus. */
export const signed = (x: number, digits: number) => `${x >= 0 ? '+' : '−'}${Math.abs(x).toFixed(digits)}`;
