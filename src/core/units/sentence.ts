import { fromCanonical, toCanonical, unitNamed } from './units';

/** What a shop that thinks in inches reads instead, and its decimals in a sentence. */
const READ_AS: Record<string, [string, number]> = {
  mm: ['in', 2],
  km: ['mi', 0],
  kg: ['lb', 0],
  'N/mm': ['lbf/in', 0],
  N: ['lbf', 0],
  bar: ['psi', 0],
};

const NUMBER = String.raw`[−+-]?(?:\d{1,3}(?:[ \u00a0\u2009\u202f]\d{3})+|\d+(?:\.\d+)?)`;
const BETWEEN = String.raw` ± | to | and | → |–`;
const UNIT = Object.keys(READ_AS)
  .sort((a, b) => b.length - a.length)
  .join('|');
/** One figure or two, a unit, and its doubt: "20 mm", "51.6 ± 4.3 N/mm", "123 mm ± 1.4", "6 200 km". */
const FIGURE = new RegExp(
  String.raw`(?<![\d.×])(${NUMBER})(?:(${BETWEEN})(${NUMBER}))? (${UNIT})(?![\w/·²³])(?: ± (\d+(?:\.\d+)?))?`,
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
      const [other, decimals] = READ_AS[name]!;
      const valueOf = (text: string) => fromCanonical(toCanonical(Number(text.replace(/[^\d.]/g, '')), unitNamed(name)), unitNamed(other));
      // A small figure keeps a digit that tells it from its neighbour; its companion and its doubt follow it.
      const places = decimals === 0 && valueOf(first) < 10 ? 1 : decimals;
      const turned = (text: string) => `${/^[−-]/.test(text) ? '−' : text.startsWith('+') ? '+' : ''}${valueOf(text).toFixed(places)}`;
      const pair = between === undefined || second === undefined ? '' : `${between}${turned(second)}`;
      return `${turned(first)}${pair} ${other}${doubt === undefined ? '' : ` ± ${turned(doubt)}`}`;
    },
  );
}
