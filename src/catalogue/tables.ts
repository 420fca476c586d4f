import { unitNamed } from '@/core/units/units';
import type { System } from './system';
import { MM_PER_INCH } from '@/core/constants/constants';
import { parseQuantity } from '@/core/units/parse';
import { firstNotRising, type ForcePoint } from '@/core/spring/law';
import type { Shim } from '@/core/plate/stack';
import { err, ok, type Result } from '@/core/result';

/** One cell of a list shows by its comma that commas are decimal in all of it: 0,250 or 12,5 can be read in no other way. */
export function hasDecimalComma(cells: Iterable<string>): boolean {
  for (const cell of cells) if (/^\s*[-+]?(0*,\d+|0\d*,\d+|\d+,(\d{1,2}|\d{4,}))\s*$/.test(cell)) return true;
  return false;
}

/**
 * A bare number as people and spreadsheets write it, with a decimal comma or point; NaN where it is none, or can be read in two ways.
 * @param isDecimalComma the list it stands in shows that commas are decimal
 */
export function numberIn(cell: string, isDecimalComma = false): number {
  const read = parseQuantity(isDecimalComma ? cell.replace(',', '.') : cell, { dimension: 'ratio', unit: '1' });
  return read.ok && read.value.unit === '1' ? read.value.canonical : Number.NaN;
}

/**
 * Pairs of numbers, one pair a line, as pasted from a spreadsheet or typed: split by tab, semicolon, blanks, or a comma that is no decimal mark.
 * A first line of headings is passed over.
 * Errors: pairs-unreadable (data `line`), too-few.
 */
export function pairsIn(written: string): Result<[number, number][]> {
  const lines = written
    .split(/\r?\n/)
    .map((line) => line.trim())
    .filter((line) => line !== '');
  const pairs: [number, number][] = [];
  const cellsOf = (line: string) =>
    (/[\t;]|\s/.test(line) ? line.split(/\s*[\t;]\s*|\s+/) : line.split(','))
      .map((c) => c.trim().replace(/,$/, ''))
      .filter((c) => c !== '');
  const isDecimalComma = hasDecimalComma(lines.flatMap(cellsOf));
  for (const [i, line] of lines.entries()) {
    const numbers = cellsOf(line).map((cell) => numberIn(cell, isDecimalComma));
    if (numbers.length === 2 && numbers.every(Number.isFinite)) pairs.push([numbers[0]!, numbers[1]!]);
    else if (i > 0 || lines.length === 1) return err('pairs-unreadable', [i], { line: i + 1, text: line.slice(0, 40) });
  }
  return pairs.length >= 2 ? ok(pairs) : err('too-few', []);
}

/** Pairs as a force table. Errors: those of the pairs, force-table-order. */
export function forceTableIn(written: string): Result<ForcePoint[]> {
  const pairs = pairsIn(written);
  if (!pairs.ok) return pairs;
  const points = pairs.value.map(([deflectionMm, forceN]) => ({ deflectionMm, forceN }));
  return firstNotRising(points) < 0 ? ok(points) : err('force-table-order', []);
}

/** Shims there are, mm. Common practice, no source. */
const SHIM_DIAMETERS_MM = [8, 60] as const;
const SHIM_THICKNESSES_MM = [0.05, 0.6] as const;

const usualShims = (unit: 'mm' | 'in'): string => {
  const range = ([least, most]: readonly [number, number], decimals: number) =>
    unit === 'mm' ? `${least} to ${most} mm` : `${(least / MM_PER_INCH).toFixed(decimals)} to ${(most / MM_PER_INCH).toFixed(decimals)} in`;
  return `${range(SHIM_DIAMETERS_MM, 2)} across and ${range(SHIM_THICKNESSES_MM, 3)} thick`;
};

/** A figure of a shim: in the bare unit, or in the one it says, mm. */
function shimNumber(text: string, bare: 'mm' | 'in'): number {
  // No shim is a metre across: a comma before three figures is a decimal one.
  const read = parseQuantity(text, { dimension: 'length', unit: bare, range: [0, 999] });
  return read.ok && (bare === 'in' || /[a-z"″']/i.test(text)) ? Number(read.value.canonical.toFixed(3)) : numberIn(text, true);
}

/**
 * A shim stack as it is written at the bench, from the piston face out: diameter × thickness, and × count where there is more than one; a size a line, or parted by blanks alone (a line of millimetres), or
 * semicolons or by commas with a blank.
 * A number is in `bare` unless it carries its unit; a count is bare.
 * Errors: shims-unreadable (data `line`, `text`), shim-unusual (no shim anybody makes), too-few.
 */
export function shimsIn(written: string, bare: 'mm' | 'in' = 'mm'): Result<Shim[]> {
  const line = shimsOfLine(written);
  return line === null ? shimsAsTyped(written, bare) : shimsAsTyped(line.join('\n'), 'mm');
}

/** The sizes of a stack on one line, parted by blanks (docs/formats/lines.md); always millimetres. null where it is no such line. */
function shimsOfLine(written: string): string[] | null {
  const pieces = written.trim().split(/\s+/);
  return pieces.length > 1 &&
    !/[\r\n;]/.test(written.trim()) &&
    pieces.every((p) => /^[\d.,]+[x×*][\d.,]+([x×*]\d+)?$/i.test(p) && !p.endsWith(','))
    ? pieces
    : null;
}

/** A stack on one line, to be pasted anywhere and back: `40x0.20x7 26x0.10`, from the piston out, mm. */
export const shimLine = (shims: readonly Shim[]): string =>
  shims.map(({ diameterMm, thicknessMm, count }) => `${diameterMm}x${thicknessMm.toFixed(2)}${count === 1 ? '' : `x${count}`}`).join(' ');

function shimsAsTyped(written: string, bare: 'mm' | 'in'): Result<Shim[]> {
  const within = (mm: number, [least, most]: readonly [number, number]) => mm >= least && mm <= most;
  const parts = written
    .split(/\r?\n|;|,\s+/)
    .map((part) => part.trim())
    .filter((part) => part !== '');
  const shims: Shim[] = [];
  for (const [i, part] of parts.entries()) {
    const numbers = part.split(/\s*[×x*]\s*/i).map((n, k) => (k < 2 ? shimNumber(n, bare) : numberIn(n)));
    const [diameterMm, thicknessMm, count = 1] = numbers;
    const sound = numbers.length >= 2 && numbers.length <= 3 && numbers.every((n) => Number.isFinite(n) && n > 0);
    const isOversize = bare === 'mm' && (thicknessMm! > 3 || diameterMm! > 100);
    if (!sound || !Number.isInteger(count) || count > 60 || isOversize || thicknessMm! >= diameterMm!)
      return err('shims-unreadable', [i], { line: i + 1, text: part.slice(0, 40) });
    if (!within(diameterMm!, SHIM_DIAMETERS_MM) || !within(thicknessMm!, SHIM_THICKNESSES_MM))
      return err('shim-unusual', [i], { text: part.slice(0, 40), usual: usualShims(bare), bare });
    shims.push({ diameterMm: diameterMm!, thicknessMm: thicknessMm!, count });
  }
  return shims.length > 0 ? ok(shims) : err('too-few', []);
}

/** A stack as text, one size a line; shimsIn reads it back. */
export const shimText = ({ diameterMm, thicknessMm, count }: Shim): string =>
  `${diameterMm} × ${thicknessMm.toFixed(2)}${count === 1 ? '' : ` × ${count}`}`;
/** A shim in the units shown: inches to a ten-thousandth, as a micrometer reads. */
export const shimShown = (shim: Shim, system: System): string =>
  system === 'metric'
    ? shimText(shim)
    : `${(shim.diameterMm / MM_PER_INCH).toFixed(3)} × ${(shim.thicknessMm / MM_PER_INCH).toFixed(4)}${shim.count === 1 ? '' : ` × ${shim.count}`}`;
export const shimsText = (shims: readonly Shim[]): string => shims.map(shimText).join('\n');

/** Units a dyno writes its figures in, as factors to m/s, N and mm. Source: NIST SP 811. */
export const DYNO_UNITS = {
  speed: { 'm/s': 1, 'mm/s': 0.001, 'in/s': MM_PER_INCH / 1000 },
  force: { N: 1, kgf: unitNamed('kgf').factor, lbf: unitNamed('lbf').factor },
  position: { mm: 1, in: MM_PER_INCH },
} as const;

/** Dyno points as kept with the job: m/s and N, a pair a line. */
export const dynoText = (points: readonly { mPerS: number; forceN: number }[]): string =>
  points.map((p) => `${p.mPerS.toFixed(3)} ${p.forceN.toFixed(0)}`).join('\n');

/** Reads them back; empty while nothing was measured. Errors: those of the pairs. */
export function dynoIn(written: string): Result<{ mPerS: number; forceN: number }[]> {
  if (written.trim() === '') return ok([]);
  const pairs = pairsIn(written);
  return pairs.ok ? ok(pairs.value.map(([mPerS, forceN]) => ({ mPerS, forceN }))) : pairs;
}
