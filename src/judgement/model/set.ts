import type { JobFacts } from './facts';
import { bounceEstimate, PUSH_MM } from '@/core/measure/bounce';
import { entryAt, type Entries, type Entry } from '@/catalogue/entry';
import { askFields, type TakenProcedure } from '@/knowledge/procedures/procedure';
import { numberOf, textOf } from './read';
import { judgeLegs, type LegsJudged } from './legs';
import type { End } from '@/catalogue/ends';

/** A figure of the finished machine: as set on it, else as fitted. */
export const asSet = (entries: Entries, key: string): Entry | undefined => {
  const set = entryAt(entries, `set.as.${key}`);
  return set && set.text !== '' ? set : entryAt(entries, `fitted.${key}`);
};

/** The finished fork: a figure noted on one leg alone is a difference too. */
export const legsSet = (facts: JobFacts): LegsJudged => judgeLegs(facts, (key) => asSet(facts.entries, key), true);

/** The bounce test of one end; null until swings are counted. */
export function bounceOf(entries: Entries, end: End) {
  const overshoots = numberOf(entries, `set.${end}.bounce.overshoots`);
  return overshoots === null ? null : bounceEstimate(numberOf(entries, `set.${end}.bounce.push`) ?? PUSH_MM, overshoots);
}

export interface NotedTorque {
  /** Counts the job's torques from 1; its second check is `set.again.{i}.value`. */
  i: number;
  place: string;
  entry: Entry;
  origin: string;
}

/** Every torque of the job in the order of work: from the steps, then from the list. */
export function torquesOf(entries: Entries, procedures: readonly TakenProcedure[]): NotedTorque[] {
  const found: Omit<NotedTorque, 'i'>[] = [];
  for (const { n, procedure } of procedures)
    procedure.steps.forEach((step, k) => {
      for (const { ask, field, beside } of askFields(n, k + 1, step.asks)) {
        const entry = entryAt(entries, field);
        if (ask.kind === 'torque' && entry && entry.text !== '')
          found.push({ place: ask.label, entry, origin: beside ? (entryAt(entries, beside)?.text ?? '') : '' });
      }
    });
  for (let n = 1; n < 100; n += 1) {
    const entry = entries[`torque.${n}.value`];
    if (entry && entry.text !== '')
      found.push({ place: textOf(entries, `torque.${n}.place`) || 'fastener', entry, origin: textOf(entries, `torque.${n}.origin`) });
  }
  return found.slice(0, 99).map((t, k) => ({ ...t, i: k + 1 }));
}
