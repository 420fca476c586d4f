import { JobFacts, factsOf } from '../model/facts';
import { ENOUGH_SHARE } from '@/knowledge/limits';
import { type End, ENDS } from '@/catalogue/ends';
import { type Entries, readEntry } from '@/catalogue/entry';
import { fieldDef, fieldKey } from '@/catalogue/fields';
import type { CausePage } from '@/knowledge/causes/page';
import type { School } from '@/knowledge/schools';
import { type TrainingCase, figuresNamed } from '@/knowledge/training/cases';
import { tapeReadings } from '../model/tape';
import type { GroundJob } from '../ground/fits';

import { type Reasoned, reasonOf } from '../reason/reason';

function entriesFrom(texts: Readonly<Record<string, string>>): Entries {
  return Object.fromEntries(
    Object.entries(texts).map(([field, text]) => {
      const read = readEntry(fieldDef(field), text);
      if (!read.ok) throw new Error(`the training set cannot be read: ${field} “${text}”`);
      return [field, { field: fieldKey(field), at: null, ...read.value }];
    }),
  );
}

/** Whether it is fitted is seen only by looking: until then the figure is kept back. */
const SEEN: Record<string, string> = { antiDive: 'machine.antiDive' };

/** The hand that holds the tape is the same each time. */
const seedOf = (c: TrainingCase, end: End) => c.id.length * 7 + (end === 'rear' ? 1 : 2);

/** Everything known of a case once these measurements were made. */
export function knownOf(c: TrainingCase, made: readonly string[], schools: readonly School[]): JobFacts {
  const figures = { ...figuresNamed(c) };
  for (const [measurement, field] of Object.entries(SEEN)) if (!made.includes(measurement)) delete figures[field];
  const machine = entriesFrom(figures);
  const asked = entriesFrom(c.asked);
  const shown = made.map((m): Record<string, string> => {
    const what = c.reveals[m];
    if (what !== 'walk') return what ?? {};
    const end = m.endsWith('.rear') ? 'rear' : 'front';
    return tapeReadings(factsOf(asked, machine), end, c.inside[end], seedOf(c, end));
  });
  return new JobFacts({ entries: { ...asked, ...entriesFrom(Object.assign({}, ...shown) as Record<string, string>) }, machine, schools });
}

/** What a tape shows on the machine of a case, field by field: for a practice job, where they are there to be taken. */
export function tapeOf(c: TrainingCase): Record<string, string> {
  const [asked, machine] = [entriesFrom(c.asked), entriesFrom(figuresNamed(c))];
  return Object.assign({}, ...ENDS.map((end) => tapeReadings(factsOf(asked, machine), end, c.inside[end], seedOf(c, end)))) as Record<
    string,
    string
  >;
}

/** The machine of a case as it could be ridden: what is inside it, and what a tape shows of that. */
export function rideOfCase(c: TrainingCase, schools: readonly School[]): GroundJob {
  const known = knownOf(c, Object.keys(c.reveals), schools);
  const inside = Object.fromEntries(ENDS.map((end) => [`found.${end}.spring`, String(c.inside[end].rateNPerMm)]));
  return { facts: known.with({ entries: { ...known.entries, ...entriesFrom({ ...tapeOf(c), ...inside }) } }), springs: [] };
}

export function reasonedOf(c: TrainingCase, made: readonly string[], schools: readonly School[], pages: readonly CausePage[]): Reasoned {
  const found = reasonOf(knownOf(c, made, schools), pages);
  if (!found.ok) throw new Error(`the case ${c.id} cannot be weighed: ${found.issue.code}`);
  return found.value;
}

/** The way the model would go: always to the measurement that tells most a minute, of those the case has, until a cause stands out. */
export function modelsWay(
  c: TrainingCase,
  schools: readonly School[],
  pages: readonly CausePage[],
): { made: string[]; minutes: number; ends: string | null } {
  const made: string[] = [];
  let minutes = 0;
  for (;;) {
    const { leading, next } = reasonedOf(c, made, schools, pages);
    if (leading && leading.explains >= ENOUGH_SHARE) return { made, minutes, ends: leading.id };
    const best = next.find((m) => m.id in c.reveals && !made.includes(m.id));
    if (!best) return { made, minutes, ends: leading?.id ?? null };
    made.push(best.id);
    minutes += best.minutes;
  }
}
