import { type Entries, readEntry } from '@/catalogue/entry';
import { ENDS, type End } from '@/catalogue/ends';
import { type FieldKey, fieldDef, fieldKey, isFieldKey } from '@/catalogue/fields';
import { unitOf } from '@/catalogue/fields/kinds';
import type { System } from '@/catalogue/system';
import type { Issue } from '@/core/result';
import type { Band } from '@/core/spring/estimate';
import { type Said, sayMetric } from '@/core/units/say';
import type { CausePage } from '@/knowledge/causes/page';
import type { School } from '@/knowledge/schools';
import type { FittedBefore } from '@/schema/pages';
import type { ListedSpring } from '@/schema/springs';
import { choiceAt, isEstimate, triedSprings } from '../aims/estimates';
import { selectionOf } from '../aims/springs';
import { verdictOf, type EndVerdict } from '../findings/verdict';
import { JobFacts } from '../model/facts';
import { namedKindOf } from '../model/loads';
import { curesOf, predict } from '../reason/cures';
import { reasonOf, sortedCauses } from '../reason/reason';

/** A whole job as typed, without the interface: by field key, the text in the field. */
export interface JobTyped {
  units: System;
  machine: Readonly<Record<string, string>>;
  job: Readonly<Record<string, string>>;
  school?: string | undefined;
  /** What the shop fitted on the model before. */
  fitted?: readonly FittedBefore[];
}

export interface Refused {
  key: string;
  /** Why it cannot be read; null where no field has that name. */
  issue: Issue | null;
}

export interface EndJudged {
  verdict: EndVerdict['verdict'];
  leans?: 'soft' | 'stiff';
  said: string;
  rateNPerMm?: Band;
  preloadMm?: Band;
  candidates: { id: string; verdict: string; chance: number }[];
}

export interface JobJudged {
  ends: Record<End, EndJudged>;
  causes: { id: string; end: string | null; share: number; said: string }[];
  cures: { cause: string; said: string; change: string }[];
  refused: Refused[];
}

/** The texts that can be read, as entries; the others with what is wrong with them. */
function entriesOf(texts: Readonly<Record<string, string>>, system: System): { entries: Entries; refused: Refused[] } {
  const entries: Partial<Record<FieldKey, Entries[FieldKey]>> = {};
  const refused: Refused[] = [];
  for (const [key, text] of Object.entries(texts)) {
    if (!isFieldKey(key)) {
      refused.push({ key, issue: null });
      continue;
    }
    const def = fieldDef(key);
    const read = readEntry(def, text, unitOf(def, system));
    if (read.ok) entries[key] = { field: fieldKey(key), at: null, ...read.value };
    else refused.push({ key, issue: read.issue });
  }
  return { entries, refused };
}

/** Travels of the kind where none is typed: a job told in a few words is judged all the same. */
function withUsualTravel(machine: Entries): Entries {
  const kind = namedKindOf(machine);
  if (!kind) return machine;
  const of = { front: kind.figures.frontTravelMm.mean, rear: kind.figures.rearTravelMm.mean };
  const added = ENDS.flatMap((end): [FieldKey, Entries[FieldKey]][] => {
    const key = `machine.travel.${end}` as const;
    return machine[key] ? [] : [[key, { field: key, at: null, text: String(of[end]), unit: 'mm', value: of[end] }]];
  });
  return { ...machine, ...Object.fromEntries(added) };
}

const plain = (words: Said): string => sayMetric(words);

/** One end: its verdict, the rate and preload chosen, and each spring of the list. */
export function judgedEnd(facts: JobFacts, end: End, springs: readonly ListedSpring[]): EndJudged {
  const { verdict, leans, said } = verdictOf(facts, end);
  const found = choiceAt(facts, end);
  const chosen = isEstimate(found) ? found.estimate : null;
  const selection = selectionOf(facts, end, springs);
  const listed =
    !('missing' in selection) && selection.result.ok
      ? selection.result.value.candidates
      : isEstimate(found)
        ? triedSprings(found, facts, end, springs)
        : [];
  return {
    verdict,
    ...(leans ? { leans } : {}),
    said: plain(said),
    ...(chosen ? { rateNPerMm: chosen.rateNPerMm, preloadMm: chosen.preloadMm } : {}),
    candidates: listed.map((c) => ({ id: c.id, verdict: c.verdict, chance: c.chance })),
  };
}

/** How many causes and cures are given: what a screen shows at first. */
const SHOWN = 6;

/**
 * The whole chain on a job as typed, by the very functions the screens ask. Fields that cannot be read are named, and the rest is judged.
 * @param springs of the list, for the candidates
 */
export function judgeJob(
  { units, machine, job, school, fitted = [] }: JobTyped,
  springs: readonly ListedSpring[],
  schools: readonly School[],
  pages: readonly CausePage[],
): JobJudged {
  const ofMachine = entriesOf(machine, units);
  const ofJob = entriesOf(school === undefined ? job : { ...job, school }, units);
  const facts = new JobFacts({ entries: ofJob.entries, machine: withUsualTravel(ofMachine.entries), schools, fitted });
  const reasoned = reasonOf(facts, pages);
  const sorted = reasoned.ok ? sortedCauses(reasoned.value, null) : null;
  const causes = sorted ? [...sorted.supported, ...sorted.possible].slice(0, SHOWN) : [];
  const leading = causes[0];
  const end = leading?.end === 'front' || leading?.end === 'rear' ? leading.end : null;
  const cures = leading ? curesOf(leading.page.cures, end, facts.machine).slice(0, SHOWN) : [];
  return {
    ends: { front: judgedEnd(facts, 'front', springs), rear: judgedEnd(facts, 'rear', springs) },
    causes: causes.map((c) => ({ id: c.page.id, end: c.end, share: c.explains, said: c.name })),
    cures: cures.map((cure) => ({ cause: leading!.page.id, said: cure.what, change: plain(predict(facts, springs, cure, end).words) })),
    refused: [...ofMachine.refused, ...ofJob.refused],
  };
}
