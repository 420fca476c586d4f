import type { Knowledge, Measurement, Observed, WeighedCause } from './model';
import { worthBits } from './ratio';

const MOST_DECIDED = 3;

/**
 * The measurements not made yet, the most telling first. A measurement may settle several statements; of one family the most telling counts for each cause.
 * The sum over causes leaves out what the causes tell about one another: it orders, it is no exact count.
 */
export function nextMeasurements(
  { evidence, bearings }: Knowledge,
  causes: readonly WeighedCause[],
  observed: ReadonlyMap<string, Observed>,
): Measurement[] {
  const told = causes.some((c) => c.linked);
  const of = new Map(causes.filter((c) => c.linked || !told).map((c) => [c.id, c.present]));
  const known = new Map(evidence.map((e) => [e.id, e]));
  const best = new Map<string, Map<string, number>>();
  for (const bearing of bearings) {
    const [what, present] = [known.get(bearing.evidence), of.get(bearing.cause)];
    if (!what || what.measurement === '' || present === undefined || observed.has(bearing.evidence)) continue;
    const cells = best.get(what.measurement) ?? new Map<string, number>();
    const cell = `${bearing.cause} ${what.family}`;
    cells.set(cell, Math.max(cells.get(cell) ?? 0, worthBits(bearing, present)));
    best.set(what.measurement, cells);
  }
  return [...best]
    .map(([id, cells]): Measurement => {
      const byCause = new Map<string, number>();
      for (const [cell, bits] of cells) {
        const cause = cell.split(' ')[0]!;
        byCause.set(cause, (byCause.get(cause) ?? 0) + bits);
      }
      const ranked = [...byCause].sort(([a, x], [b, y]) => y - x || (a < b ? -1 : 1));
      return { id, worthBits: ranked.reduce((sum, [, bits]) => sum + bits, 0), decides: ranked.slice(0, MOST_DECIDED).map(([c]) => c) };
    })
    .sort((a, b) => b.worthBits - a.worthBits || (a.id < b.id ? -1 : 1));
}
