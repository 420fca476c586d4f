import { otherUnit, printIn } from './print';
import { toCanonical, unitNamed } from './units';

/** The units a sentence of the core is written in that a shop of inches and pounds reads in its own. */
const METRIC = ['N/mm', 'mm', 'km', 'kg', 'bar', 'N'];

const NUMBER = String.raw`[−+-]?(?:\d{1,3}(?:[ \u00a0\u2009\u202f]\d{3})+|\d+(?:\.\d+)?)`;
const BETWEEN = String.raw` ± | to | and | → |–`;
/** One figure or two, a unit, and its doubt: "20 mm", "51.6 ± 4.3 N/mm", "123 mm ± 1.4", "6 200 km". */
const FIGURE = new RegExp(
  String.raw`(?<![\d.×])(${NUMBER})(?:(${BETWEEN})(${NUMBER}))? (${METRIC.join('|')})(?![\w/·²³])(?: ± (\d+(?:\.\d+)?))?`,
  'gu',
);

/**
 * A metric sentence with its figures in inches, pounds, miles and pounds per inch; figures of other kinds stay. The sentence itself is never recorded so.
 * Factors: those of the table of units.
 */
export function inImperial(sentence: string): string {
  return sentence.replace(
    FIGURE,
    (_, first: string, between: string | undefined, second: string | undefined, name: string, doubt?: string) => {
      const other = otherUnit(name)!;
      const printed = (text: string, decimals: number) =>
        printIn(toCanonical(Number(text.replace(/[^\d.]/g, '')), unitNamed(name)), other, decimals);
      // Inches to the hundredth, as in the tables; the rest whole, unless small: its companion and its doubt follow the first figure.
      const decimals = other === 'in' ? 2 : Number(printed(first, 1)) < 10 ? 1 : 0;
      const turned = (text: string) => `${/^[−-]/.test(text) ? '−' : text.startsWith('+') ? '+' : ''}${printed(text, decimals)}`;
      const pair = between === undefined || second === undefined ? '' : `${between}${turned(second)}`;
      return `${turned(first)}${pair} ${other}${doubt === undefined ? '' : ` ± ${turned(doubt)}`}`;
    },
  );
}
