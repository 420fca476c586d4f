import { rateDecimals } from './shown';
import { otherUnit } from './print';
import { fromCanonical, toCanonical, unitNamed } from './units';

/** Units a figure is said in where the shop is metric; each has its imperial companion. */
export const SAID_UNITS = ['mm', 'kg', 'N', 'N/mm', 'bar', 'km', 'm/s', 'MPa', '°C', 'mL', 'km/h'] as const;
export type SaidUnit = (typeof SAID_UNITS)[number];

/** A figure in a sentence: its value in `unit`, and how fine it is said there. */
export interface Figure {
  unit: SaidUnit;
  value: number;
  /** Decimals in the metric unit; a tenth or a hundredth leaves an even figure without. */
  decimals: number | 'tenth' | 'hundredth';
  signed?: true;
  /** Said in both systems, the one not shown in brackets: where the question is which was meant. */
  inBoth?: true;
  /** A second figure of the same kind: "12 → 14 N", "0 to 20 mm", "51.6 ± 4.3 N/mm". */
  second?: { by: '→' | 'to' | '±'; value: number };
}

/** A sentence whose figures stay figures until it is printed; one without figures is a plain text. */
export type Said = string | readonly (string | Figure)[];

type Decimals = Figure['decimals'];
type Pair = [by: '→' | 'to' | '±', value: number];
export const figure = (unit: SaidUnit, value: number, decimals: Decimals, [by, second]: Pair | [] = []): Figure => ({
  unit,
  value,
  decimals,
  ...(by === undefined || second === undefined ? {} : { second: { by, value: second } }),
});

export const mm = (value: number, decimals: Decimals = 'tenth', ...pair: Pair | []): Figure => figure('mm', value, decimals, pair);
export const kg = (value: number, decimals: Decimals = 'tenth'): Figure => figure('kg', value, decimals);
export const newtons = (value: number, decimals: Decimals = 0, ...pair: Pair | []): Figure => figure('N', value, decimals, pair);
/** @param decimals as a mark is printed where left out (`rateDecimals`) */
export const rate = (nPerMm: number, decimals: Decimals = rateDecimals(nPerMm), ...pair: Pair | []): Figure =>
  figure('N/mm', nPerMm, decimals, pair);
/** @param mPa a pressure in MPa, said in bar */
export const bar = (mPa: number, decimals: Decimals = 1, ...pair: Pair | []): Figure =>
  figure('bar', 10 * mPa, decimals, pair.length === 2 ? [pair[0], 10 * pair[1]] : []);
export const km = (value: number): Figure => figure('km', value, 0);
export const kmh = (value: number): Figure => figure('km/h', value, 0);
export const mPerS = (value: number, decimals: Decimals = 'hundredth'): Figure => figure('m/s', value, decimals);
export const mPa = (value: number): Figure => figure('MPa', value, 0);
export const celsius = (value: number): Figure => figure('°C', value, 0);
/** The same figure with its sign, also where it is above nothing. */
export const signed = (of: Figure): Figure => ({ ...of, signed: true });
/** The same figure in both systems, "64.0 N/mm (365 lbf/in)". */
export const inBoth = (of: Figure): Figure => ({ ...of, inBoth: true });

const isFigure = (part: unknown): part is Figure => typeof part === 'object' && part !== null && 'unit' in part;
const partsOf = (said: Said | Figure): readonly (string | Figure)[] => (typeof said === 'string' ? [said] : isFigure(said) ? [said] : said);

const isDecimals = (x: unknown) => x === 'tenth' || x === 'hundredth' || (Number.isInteger(x) && (x as number) >= 0 && (x as number) <= 6);
const isWhole = (part: unknown): part is Figure =>
  isFigure(part) &&
  isSaidUnit(part.unit) &&
  Number.isFinite(part.value) &&
  isDecimals(part.decimals) &&
  (part.second === undefined || (['→', 'to', '±'].includes(part.second.by) && Number.isFinite(part.second.value)));

/** Whether what was stored is a sentence with its figures. */
export const isSaid = (x: unknown): x is Said => Array.isArray(x) && x.every((part) => typeof part === 'string' || isWhole(part));

/** Sentences and figures one after the other. */
export function joined(pieces: readonly (Said | Figure)[], between = ''): Said {
  const parts: (string | Figure)[] = [];
  const add = (part: string | Figure) => {
    const last = parts.at(-1);
    if (typeof part === 'string' && typeof last === 'string') parts[parts.length - 1] = last + part;
    else if (part !== '') parts.push(part);
  };
  pieces.forEach((piece, i) => {
    if (i > 0) add(between);
    partsOf(piece).forEach(add);
  });
  return parts.length === 0 ? '' : parts.length === 1 && typeof parts[0] === 'string' ? parts[0] : parts;
}

/** A sentence written with its figures in it: said`Rider sag ${mm(103)} is right.` */
export const said = (words: TemplateStringsArray, ...put: (Said | Figure | number)[]): Said =>
  joined(words.flatMap((w, i) => [w, ...(i < put.length ? [typeof put[i] === 'number' ? String(put[i]) : put[i]!] : [])]));

/** What a figure is said in where the shop is imperial, where that is not the unit shown beneath a field of its kind. */
const TURNED: Partial<Record<SaidUnit, string>> = { 'm/s': 'in/s', MPa: 'psi' };
const NARROW_SPACE = '\u202f';
const grouped = (text: string) => text.replace(/\B(?=(\d{3})+(?!\d))/g, NARROW_SPACE);
const GROUPED: readonly string[] = ['km', 'mi', 'psi'];

const PARTS = { tenth: 10, hundredth: 100 } as const;

/** A value as fine as it is said: a tenth is rounded as in the tables, so that the same reading is the same wherever it stands. */
const shown = (value: number, decimals: Decimals): number =>
  typeof decimals === 'number' ? Number(value.toFixed(decimals)) : Math.round(value * PARTS[decimals]) / PARTS[decimals];

/** How fine it is said in the other system: inches a hundredth, thousandths for what is given finer than a tenth; the rest whole, unless small. */
const otherDecimals = (name: string, { decimals }: Figure, turned: number): number =>
  name === 'in' ? (decimals === 2 || decimals === 'hundredth' ? 3 : 2) : Math.abs(turned) < 10 ? 1 : 0;

/** How values of a metric unit are shown in a system: the name of the unit there, and the value turned into it and back. */
export function turnedUnit(
  unit: SaidUnit,
  system: 'metric' | 'imperial',
): { name: string; of(value: number): number; back(shown: number): number } {
  const name = system === 'metric' ? unit : (TURNED[unit] ?? otherUnit(unit)!);
  const [from, to] = [unitNamed(unit), unitNamed(name)];
  return {
    name,
    of: (value) => fromCanonical(toCanonical(value, from), to),
    back: (value) => fromCanonical(toCanonical(value, to), from),
  };
}
export const isSaidUnit = (unit: string): unit is SaidUnit => SAID_UNITS.some((u) => u === unit);

/** A figure in the units shown. What is shown in inches is turned from the very figure shown in millimetres. Factors: those of the table of units. */
function figureText(of: Figure, system: 'metric' | 'imperial'): { number: string; name: string } {
  const { name, of: turnedTo } = turnedUnit(of.unit, system);
  const turn = (value: number) => turnedTo(shown(value, of.decimals));
  const decimals = system === 'metric' ? of.decimals : otherDecimals(name, of, Number(turn(of.value).toFixed(1)));
  const text = (value: number, isSigned: boolean) => {
    const turned = turn(value);
    const bare = typeof decimals === 'number' ? Math.abs(turned).toFixed(decimals) : String(Math.abs(turned));
    return `${turned < 0 && Number(bare) !== 0 ? '−' : isSigned ? '+' : ''}${GROUPED.includes(name) ? grouped(bare) : bare}`;
  };
  const second = of.second ? ` ${of.second.by} ${text(of.second.value, false)}` : '';
  return { number: `${text(of.value, of.signed ?? false)}${second}`, name };
}

/** A sentence in the units shown. Sentences are printed here alone; figures in tables and fields by `ui/kit/figureWords.ts`, all through `print.ts`. */
export const say = (sentence: Said | Figure, system: 'metric' | 'imperial'): string =>
  partsOf(sentence)
    .map((part) => {
      if (typeof part === 'string') return part;
      const inSystem = (which: 'metric' | 'imperial') => {
        const { number, name } = figureText(part, which);
        return `${number} ${name}`;
      };
      return part.inBoth ? `${inSystem(system)} (${inSystem(system === 'metric' ? 'imperial' : 'metric')})` : inSystem(system);
    })
    .join('');

/** A figure alone, its unit standing in the head of its column. */
export const sayNumber = (figure: Figure, system: 'metric' | 'imperial'): string => figureText(figure, system).number;

/** A sentence as the record and the API give it. */
export const sayMetric = (sentence: Said | Figure): string => say(sentence, 'metric');

export const isSame = (a: Said, b: Said): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Each sentence once, in the order first said. */
export const eachOnce = (sentences: readonly Said[]): Said[] =>
  sentences.filter((s, i) => sentences.findIndex((other) => isSame(other, s)) === i);
