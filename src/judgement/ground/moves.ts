import { valveIn } from '@/core/damper/damper';
import type { DamperKey } from '@/catalogue/fields/damper';
import { CLICKERS } from '@/catalogue/clickers';
import { type End, ENDS, END_NAMES, type Side } from '@/catalogue/ends';
import { type Entries, type Entry } from '@/catalogue/entry';
import type { FieldKey } from '@/catalogue/fields';
import { clicksOf, damperWithUsual } from '../model/dampers';
import { isMissing, isUnusable } from '../model/ends';
import { byRate, neighboursOf, selectionOf } from '../aims/springs';
import { chosenOf, offerKey, offersOf } from '../model/offers';
import { kindsAt } from '../model/unlike';
import type { Candidate } from '@/core/spring/select';
import { riddenBounds } from '../ride/retune';
import type { Trial } from '@/schema/pages';
import { tunableById } from '../reason/tunables';
import type { Fit, GroundJob } from './fits';
import type { Move, Turnable } from './rides';

/** What can be turned or exchanged on the fit that is to be, and how far. */

/** A clicker of the fit to be: the adjuster's name in Ride and Set, and the dampers it turns. */
interface ClickerOf {
  tunable: string;
  name: string;
  end: End;
  side: Side;
  dampers: DamperKey[];
}

const TUNABLE: Record<End, Record<Side, string>> = {
  front: { compression: 'front.compression', rebound: 'front.rebound' },
  rear: { compression: 'rear.lowCompression', rebound: 'rear.rebound' },
};

/** The clickers whose needles are known: others turn nothing that could be reckoned with. */
export function clickersOfFit(job: GroundJob): ClickerOf[] {
  return ENDS.flatMap((end) =>
    (['compression', 'rebound'] as const).flatMap((side): ClickerOf[] => {
      const turns = kindsAt(job.facts.machine, end).filter((d) => {
        const figures = damperWithUsual(job.facts, d, 'fit');
        if (isMissing(figures) || isUnusable(figures)) return false;
        const valves = side === 'rebound' ? (['rebound'] as const) : (['compression', 'base'] as const);
        return valves.some((v) => valveIn(figures, v)?.clicker);
      });
      return turns.length === 0
        ? []
        : [{ tunable: TUNABLE[end][side], name: `${END_NAMES[end]} ${side}, clicks out`, end, side, dampers: turns }];
    }),
  );
}

const entryOf = (field: FieldKey, value: number): [FieldKey, Entry] => [field, { field, text: String(value), unit: null, value, at: null }];

/** The fit to be with clickers at other places, by their tunable. */
export function clicked(job: GroundJob, base: Fit, places: Readonly<Record<string, number>>): Fit {
  const changed: [FieldKey, Entry][] = clickersOfFit(job).flatMap((c) => {
    const to = places[c.tunable];
    return to === undefined ? [] : c.dampers.map((d) => entryOf(`valves.${d}.clicks.${c.side}`, to));
  });
  const entries: Entries = { ...(base.entries ?? job.facts.entries), ...Object.fromEntries(changed) };
  return { ...base, which: 'fit', entries };
}

/** As far as one search may go from what is set. From memory. */
const FAR_CLICKS = 8;

/** The clickers with where they stand and how far the search may turn them: their range, and between the places the rides have bounded. */
export function turnablesOf(job: GroundJob, trials: readonly Trial[]): Turnable[] {
  return clickersOfFit(job).map((c) => {
    const { out, range } = clicksOf(job.facts.entries, c.dampers[0]!, c.side, 'fit');
    // The best lies between the bounds, not on them.
    const [over, under] = riddenBounds(trials, tunableById(c.tunable)!, out, [0, range]);
    const [least, most] = [over === null ? 0 : over + 1, under === null ? range : under - 1];
    return {
      id: c.tunable,
      name: c.name,
      now: out,
      least: Math.min(out, Math.max(least, out - FAR_CLICKS)),
      most: Math.max(out, Math.min(most, out + FAR_CLICKS)),
    };
  });
}

/** Where the search's answer is put in Set: the adjuster's fields. */
export const wantedFields = (job: GroundJob, tunable: string): FieldKey[] => {
  const found = clickersOfFit(job).find((c) => c.tunable === tunable);
  if (!found) return [];
  const keys = found.end === 'rear' ? [CLICKERS.rear[found.side]] : [CLICKERS.front[found.side], CLICKERS.other[found.side]];
  return keys.map((key) => `wanted.${key}.out` as FieldKey);
};

/** Whether any damper known is to be built otherwise than it was found. */
export const stacksDiffer = ({ facts }: GroundJob): boolean =>
  (['rear', 'front', 'other'] as const).some((d) => {
    const [found, fit] = [damperWithUsual(facts, d, 'found'), damperWithUsual(facts, d, 'fit')];
    if (isMissing(found) || isUnusable(found) || isMissing(fit) || isUnusable(fit)) return false;
    return JSON.stringify(found) !== JSON.stringify(fit);
  });

/** Clicks to either side at which an answer is read: enough to be felt, few enough to be near. */
const ASKED_CLICKS = 2;

const spring = (base: Fit, end: End, c: Candidate, name: string): Fit => ({
  ...base,
  which: 'fit',
  id: `${end}.${c.id}`,
  name,
  springs: { ...base.springs, [end]: { offer: c.id, preloadMm: c.preloadMm } },
});

/** The candidates of an end nearest the ideal, as Springs ranks them, with the job's own left out. */
export function candidatesOf(job: GroundJob, end: End): { fit: Fit; candidate: Candidate }[] {
  const offers = offersOf(job.springs, chosenOf(job.facts.entries, 'front'));
  const selection = selectionOf(job.facts, end, offers);
  if ('missing' in selection || !selection.result.ok) return [];
  const chosen = chosenOf(job.facts.entries, end);
  return selection.result.value.candidates
    .filter((c) => c.id !== chosen)
    .slice(0, 6)
    .map((candidate) => {
      const named = offers.find((s) => s.end === end && offerKey(s) === candidate.id);
      const name = `${END_NAMES[end]}: ${named?.name ?? candidate.id}`;
      return { candidate, fit: spring({ id: '', name: '', which: 'fit' }, end, candidate, name) };
    });
}

/** What each clicker and one step of the springs of the list does. */
export function movesOf(job: GroundJob, base: Fit): Move[] {
  const clicks = clickersOfFit(job).map((c): Move => {
    const { out, range } = clicksOf(job.facts.entries, c.dampers[0]!, c.side, 'fit');
    const places = [out - ASKED_CLICKS, out + ASKED_CLICKS].map((p) => Math.min(range, Math.max(0, p))).filter((p) => p !== out);
    return {
      id: c.tunable,
      name: c.name.replace(', clicks out', ''),
      unit: 'a click more out',
      fits: places.map((p) => ({ by: p - out, fit: clicked(job, base, { [c.tunable]: p }) })),
    };
  });
  const springs = ENDS.flatMap((end): Move[] => {
    const offers = offersOf(job.springs, chosenOf(job.facts.entries, 'front'));
    const selection = selectionOf(job.facts, end, offers);
    const chosen = chosenOf(job.facts.entries, end);
    if ('missing' in selection || !selection.result.ok || chosen === null) return [];
    const candidates = byRate(selection.result.value.candidates);
    const now = candidates.find((c) => c.id === chosen);
    if (!now) return [];
    const { softer, stiffer } = neighboursOf(now, candidates);
    const fits = [
      ...(softer ? [{ by: -1, fit: spring(base, end, softer, softer.id) }] : []),
      ...(stiffer ? [{ by: 1, fit: spring(base, end, stiffer, stiffer.id) }] : []),
    ];
    return fits.length === 0 ? [] : [{ id: `${end}.spring`, name: `${END_NAMES[end]} spring`, unit: 'the next stiffer of the list', fits }];
  });
  return [...clicks, ...springs];
}
