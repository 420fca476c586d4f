import { type Knowledge, type Measurement, type Observed, OVERHEAD_MIN, type WeighedCause } from './model';
import { worthBits } from './ratio';

const MAX_DECIDED = 3;

/**
 * The measurements not made yet, those that tell most a minute first. A measurement may settle several statements; of one family the most telling counts for
 * each cause. What it tells of a cause counts as far as that cause, if it is there, has a hand in what is told. The sum over causes leaves out what the causes
 * tell about one another: it orders, it is no exact count.
 */
export function nextMeasurements(
  { evidence, bearings }: Knowledge,
  causes: readonly WeighedCause[],
  observed: ReadonlyMap<string, Observed>,
): Measurement[] {
  const of = new Map(causes.map((c) => [c.id, c]));
  const known = new Map(evidence.map((e) => [e.id, e]));
  const best = new Map<string, { minutes: number; cells: Map<string, number> }>();
  for (const bearing of bearings) {
    const [what, cause] = [known.get(bearing.evidence), of.get(bearing.cause)];
    if (!what || what.measurement === '' || !cause || cause.present <= 0 || observed.has(bearing.evidence)) continue;
    const { cells } = best.get(what.measurement) ?? { cells: new Map<string, number>() };
    const cell = `${bearing.cause} ${what.family}`;
    const worth = (worthBits(bearing, cause.present) * cause.explains) / cause.present;
    cells.set(cell, Math.max(cells.get(cell) ?? 0, worth));
    best.set(what.measurement, { minutes: what.minutes, cells });
  }
  const perMinute = (m: Measurement) => m.worthBits / (m.minutes + OVERHEAD_MIN);
  return [...best]
    .map(([id, { minutes, cells }]): Measurement => {
      const byCause = new Map<string, number>();
      for (const [cell, bits] of cells) {
        const cause = cell.split(' ')[0]!;
        byCause.set(cause, (byCause.get(cause) ?? 0) + bits);
      }
      const ranked = [...byCause].filter(([, bits]) => bits > 0).sort(([a, x], [b, y]) => y - x || (a < b ? -1 : 1));
      const decides = ranked.slice(0, MAX_DECIDED).map(([c]) => c);
      return { id, minutes, worthBits: ranked.reduce((sum, [, bits]) => sum + bits, 0), decides };
    })
    .filter((m) => m.worthBits > 0)
    .sort((a, b) => perMinute(b) - perMinute(a) || (a.id < b.id ? -1 : 1));
}
