import { recorded, type Entries, type Entry } from '@/catalogue/entry';
import { type FieldKey, fieldKey, isFieldKey } from '@/catalogue/fields';
import type { LogDocument } from '@/schema/retune';
import type { JobFacts } from '../model/facts';
import type { Setups, Trial } from '@/schema/pages';
import { ENDS, type End } from '@/catalogue/ends';

/**
 * What is known of the machine as it stands now, for the rides after the work: the set-up in it instead of what came in, the walk on the finished machine
 * instead of the first one, the newest ride's travel and log. A reading taken before the ring was last moved says nothing of now and is left out.
 */

/** Told of the machine when it came in, and still true of it. */
const STAYS = /^found\.(tyre|tread|controls)/;

/** When the ring of an end was last moved between rides; '' where it was not. */
function ringMovedAt(trials: readonly Trial[], end: End): string {
  return trials.reduce((last, t) => {
    if (t.document.change?.tunable !== `${end}.preload`) return last;
    const at = t.decision && t.decision.decision !== 'keep' ? t.decision.at : t.plannedAt;
    return at > last ? at : last;
  }, '');
}

function setUp(now: Setups['now']): Entries {
  const values = Object.entries(now.values).map(([key, { text, unit, value }]): [string, Entry] => {
    const field = fieldKey(`found.${key}`);
    return [field, { field, text, unit, value, at: null }];
  });
  return Object.fromEntries(values);
}

/** The walk of one end: the finished machine's where it was read, else, before any work, the first one. */
function walkOf(entries: Entries, end: End, signed: boolean, since: string): [string, Entry][] {
  const of = (prefix: 'set' | 'measure') =>
    recorded(entries).filter((e) => e.field.startsWith(`${prefix}.${end}.`) && e.text !== '' && (since === '' || (e.at ?? '9') > since));
  const finished = of('set').filter((e) => !/\.bounce\./.test(e.field));
  const prefix = finished.length > 0 || signed ? 'set' : 'measure';
  return of(prefix).map((e) => {
    const field = fieldKey(e.field.replace(/^set\./, 'measure.'));
    return [field, { ...e, field }];
  });
}

/** Complaints told of the rides stand after those told when it came in, by numbers of their own: a ride's answers go by them. */
export const TOLD_FROM = 50;
/** As many as have numbers. */
export const MAX_TOLD = 99 - TOLD_FROM;

/** What was told after the work, as complaints among the others. */
function toldOfRides(entries: Entries): [string, Entry][] {
  return recorded(entries).flatMap((e): [string, Entry][] => {
    const [, n, what] = /^ride\.told\.(\d+)\.(.+)$/.exec(e.field) ?? [];
    if (n === undefined) return [];
    const field = `complaint.${TOLD_FROM + Number(n)}.${what}`;
    return isFieldKey(field) ? [[field, { ...e, field }]] : [];
  });
}

export function knownNow(
  known: JobFacts,
  now: Setups['now'],
  trials: readonly Trial[],
  signed: boolean,
  logged: readonly { moment: 'before' | 'after'; document: LogDocument }[],
): JobFacts {
  const { entries } = known;
  const kept = Object.entries(entries).filter(([field]) => !/^(measure|found|set)\./.test(field) || STAYS.test(field));
  const walk = ENDS.flatMap((end) => walkOf(entries, end, signed, ringMovedAt(trials, end)));
  const ridden = [...trials].reverse().find((t) => t.rides.length > 0);
  const used = ENDS.flatMap((end): [string, Entry][] => {
    const mm = ridden?.rides[0]?.document.usedMm[end] ?? null;
    const field: FieldKey = `measure.${end}.used`;
    return mm === null ? [] : [[field, { field, text: `${mm.toFixed(0)} mm`, unit: 'mm', value: mm, at: null }]];
  });
  const log = logged.find((r) => r.moment === (signed ? 'after' : 'before'))?.document.ends;
  return known.with({
    entries: {
      ...Object.fromEntries(kept),
      ...Object.fromEntries(toldOfRides(entries)),
      ...setUp(now),
      ...Object.fromEntries(walk),
      ...Object.fromEntries(used),
    },
    // What was read of it before the work is no longer the last word.
    log: log ? { ...(log.rear ? { rear: log.rear } : {}), ...(log.front ? { front: log.front } : {}) } : null,
    dampers: signed ? { rear: null, front: null } : known.dampers,
  });
}
