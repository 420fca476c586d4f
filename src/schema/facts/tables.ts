import type { ForcePoint } from '@/core/spring/law';
import { err, ok, type Result } from '@/core/result';

/** A number as a spreadsheet writes it, with a decimal comma or point. */
const numberIn = (cell: string): number => (/^[-+]?\d+([.,]\d+)?$/.test(cell) ? Number(cell.replace(',', '.')) : Number.NaN);

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
  const rises = points.every((p, i) =>
    i === 0
      ? (p.deflectionMm === 0 && p.forceN === 0) || (p.deflectionMm > 0 && p.forceN > 0)
      : p.deflectionMm > points[i - 1]!.deflectionMm && p.forceN > points[i - 1]!.forceN,
  );
  return rises ? ok(points) : err('force-table-order', []);
}
