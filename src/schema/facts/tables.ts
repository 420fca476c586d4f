import { parseQuantity } from '@/core/units/parse';
import { firstNotRising, type ForcePoint } from '@/core/spring/law';
import { err, ok, type Result } from '@/core/result';

/** A bare number as people and spreadsheets write it, with a decimal comma or point; NaN where it is none. */
export function numberIn(cell: string): number {
  const read = parseQuantity(cell, { dimension: 'ratio', unit: '1' });
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
  for (const [i, line] of lines.entries()) {
    const cells = (/[\t;]|\s/.test(line) ? line.split(/\s*[\t;]\s*|\s+/) : line.split(',')).map((c) => c.trim().replace(/,$/, ''));
    const numbers = cells.filter((c) => c !== '').map(numberIn);
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
