import { z } from 'zod';
import type { School } from '@/core/spring/schools';
import type { CausePage } from '../diagnose/page';
import type { Entries } from '../entry';
import { readEntry } from '../entry';
import { fieldDef } from '../fields';
import type { Known } from '../facts/evidence/known';
import { type Reasoned, reasonOf } from '../facts/reason';
import { type Inside, tapeReadings } from '../facts/tape';
import data from './cases.json';

/**
 * The training set: invented machines with a known fault, their evidence shown piece by piece. Sags are computed by the core from what is inside; what is
 * looked at or counted is written down with the case. The same engine reasons here and in a job.
 */
export interface TrainingCase {
  id: string;
  title: string;
  story: string;
  machine: string;
  /** The node of the cause that was found. */
  truth: string;
  inside: Record<'rear' | 'front', Inside>;
  /** What the counter wrote down before anybody measured. */
  asked: Record<string, string>;
  /** What each measurement shows, by its node: typed texts, or the walk, which is computed. */
  reveals: Record<string, 'walk' | Record<string, string>>;
  /** What it was, told at the end. */
  what: string;
}

const texts = z.record(z.string(), z.string());
const inside = z.strictObject({ rateNPerMm: z.number().positive(), preloadMm: z.number(), frictionMm: z.number().min(0) });
const trainingSet = z.strictObject({
  machines: z.record(z.string(), z.strictObject({ name: z.string(), figures: texts })),
  cases: z.array(
    z.strictObject({
      id: z.string(),
      title: z.string(),
      story: z.string(),
      machine: z.string(),
      truth: z.string(),
      inside: z.strictObject({ rear: inside, front: inside }),
      asked: texts,
      reveals: z.record(z.string(), z.union([z.literal('walk'), texts])),
      what: z.string(),
    }),
  ),
});
const set = trainingSet.parse(data);
export const CASES: readonly TrainingCase[] = set.cases;
const MACHINES = set.machines;

export const caseById = (id: string): TrainingCase | undefined => CASES.find((c) => c.id === id);
export const machineNamed = ({ machine }: TrainingCase): string => MACHINES[machine]!.name;

function entriesFrom(texts: Readonly<Record<string, string>>): Entries {
  return Object.fromEntries(
    Object.entries(texts).map(([field, text]) => {
      const read = readEntry(fieldDef(field), text);
      if (!read.ok) throw new Error(`the training set cannot be read: ${field} “${text}”`);
      return [field, { field, at: null, ...read.value }];
    }),
  );
}

/** Whether it is fitted is seen only by looking: until then the figure is kept back. */
const SEEN: Record<string, string> = { antiDive: 'machine.antiDive' };

/** Everything known of a case once these measurements were made. */
export function knownOf(c: TrainingCase, made: readonly string[], schools: readonly School[]): Known {
  const figures = { ...MACHINES[c.machine]!.figures };
  for (const [measurement, field] of Object.entries(SEEN)) if (!made.includes(measurement)) delete figures[field];
  const machine = entriesFrom(figures);
  const asked = entriesFrom(c.asked);
  const shown = made.map((m): Record<string, string> => {
    const what = c.reveals[m];
    if (what !== 'walk') return what ?? {};
    const end = m.endsWith('.rear') ? 'rear' : 'front';
    return tapeReadings(asked, machine, end, c.inside[end], c.id.length * 7 + (end === 'rear' ? 1 : 2));
  });
  return {
    entries: { ...asked, ...entriesFrom(Object.assign({}, ...shown) as Record<string, string>) },
    machine,
    schools,
    before: {},
    lifeKm: { rear: null, front: null },
    dampers: { rear: null, front: null },
    log: null,
  };
}

export function reasonedOf(c: TrainingCase, made: readonly string[], schools: readonly School[], pages: readonly CausePage[]): Reasoned {
  const found = reasonOf(knownOf(c, made, schools), pages);
  if (!found.ok) throw new Error(`the case ${c.id} cannot be weighed: ${found.issue.code}`);
  return found.value;
}

/** A cause explaining so much is followed without measuring on. From memory. */
const ENOUGH = 0.5;

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
    if (leading && leading.explains >= ENOUGH) return { made, minutes, ends: leading.id };
    const best = next.find((m) => m.id in c.reveals && !made.includes(m.id));
    if (!best) return { made, minutes, ends: leading?.id ?? null };
    made.push(best.id);
    minutes += best.minutes;
  }
}
