import { MM_PER_INCH } from '../constants/constants';
import { fromCanonical, unitNamed } from './units';

/** A canonical value printed in `unit` with a fixed number of decimals and no trailing minus zero. */
export function printIn(canonical: number, unitName: string, decimals: number): string {
  const text = fromCanonical(canonical, unitNamed(unitName)).toFixed(decimals);
  return /^-0(\.0*)?$/.test(text) ? text.slice(1) : text;
}

/** Shortest text that reads back to the same number in `unit`: parse∘print is the identity. */
export const printExact = (value: number, unitName: string): string =>
  `${String(value).replace('e+', 'e')}${unitName === '1' ? '' : ` ${unitName}`}`;

/** Millimetres as inches and a fraction of `denominator` in lowest terms: 593.725 → "23 3/8 in". */
export function printInchFraction(mm: number, denominator = 32): string {
  const parts = Math.round((Math.abs(mm) / MM_PER_INCH) * denominator);
  const whole = Math.floor(parts / denominator);
  let over = parts % denominator;
  let under = denominator;
  while (over > 0 && over % 2 === 0) {
    over /= 2;
    under /= 2;
  }
  const sign = mm < 0 && parts > 0 ? '-' : '';
  if (over === 0) return `${sign}${whole} in`;
  return whole === 0 ? `${sign}${over}/${under} in` : `${sign}${whole} ${over}/${under} in`;
}

/** The unit shown beneath a figure: the other system's, by dimension and the unit typed. */
const OTHER: Record<string, [string, number]> = {
  mm: ['in', 2],
  cm: ['in', 2],
  m: ['ft', 2],
  in: ['mm', 1],
  ft: ['mm', 0],
  km: ['mi', 0],
  mi: ['km', 0],
  kg: ['lb', 1],
  g: ['lb', 2],
  lb: ['kg', 1],
  st: ['kg', 1],
  N: ['lbf', 1],
  kgf: ['N', 1],
  lbf: ['N', 0],
  'N/mm': ['lbf/in', 1],
  'kgf/mm': ['N/mm', 2],
  'lbf/in': ['N/mm', 1],
  'N·m': ['lbf·ft', 1],
  'lbf·ft': ['N·m', 1],
  'kgf·m': ['N·m', 1],
  bar: ['psi', 0],
  psi: ['bar', 2],
  kPa: ['psi', 0],
  MPa: ['bar', 1],
  mL: ['fl oz', 1],
  L: ['fl oz', 0],
  'fl oz': ['mL', 0],
  '°C': ['°F', 0],
  '°F': ['°C', 0],
  'km/h': ['mph', 0],
  mph: ['km/h', 0],
};

/** The name of the other system's unit for the same kind of quantity, or null where there is none. */
export const otherUnit = (unitName: string): string | null => OTHER[unitName]?.[0] ?? null;

/** The same quantity in the other unit, or null where there is none to show. Lengths under two metres in inches come as a workshop fraction. */
export function printOther(canonical: number, unitName: string): string | null {
  const other = OTHER[unitName];
  if (!other) return null;
  const [name, decimals] = other;
  if (name === 'in') return printInchFraction(canonical);
  return `${printIn(canonical, name, decimals)} ${name}`;
}
