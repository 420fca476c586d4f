import { eachOnce, isSame, joined, type Said } from '@/core/units/say';
import { COMPLAINT_ENDS } from '@/catalogue/fields/ask';
import { LEADS_FROM_SHARE } from '@/core/constants/limits';
import { SOME_FACTOR, STRONG_FACTOR, THERE_FROM, WORTH_LISTING_SHARE, WORTH_SAYING_FACTOR } from '@/knowledge/limits';
import { MAX_COMPLAINTS, type Measurement, type WeighedCause } from '@/core/diagnose/model';
import { weigh } from '@/core/diagnose/weigh';
import type { Warning, Result } from '@/core/result';
import type { WorkingStep } from '@/core/working';
import { knowledgeOf, nodeOf, type Told, toldOnce } from '@/knowledge/causes/knowledge';
import type { CausePage } from '@/knowledge/causes/page';
import { contradictions, EVIDENCE, type PlaceEnd, placeOf, type Statement } from '@/knowledge/causes/statements';
import type { Entries } from '@/catalogue/entry';
import { readAll } from './evidence';
import type { JobFacts } from '../model/facts';
import type { Read } from './evidence/rule';
import { itemNumbers, textOf, choiceOf } from '../model/read';
import { END_NAMES } from '@/catalogue/ends';

/** One sentence for or against a cause. */
export interface Witness {
  node: string;
  words: Said;
  /** By how much it multiplies the odds. */
  factor: number;
}

export interface Explained extends Omit<WeighedCause, 'witnesses'> {
  page: CausePage;
  end: PlaceEnd | null;
  /** "Rear: spring too soft for this load". */
  name: string;
  for: Witness[];
  against: Witness[];
}

export interface Reasoned {
  told: Told[];
  reads: Read[];
  causes: Explained[];
  /** The cause to follow; null while nothing known speaks for one, or while it explains too little to turn anything for it. */
  leading: Explained | null;
  unexplained: { n: number; share: number }[];
  next: Measurement[];
  warnings: Warning[];
  working: WorkingStep[];
}

/** The complaints of a job in the order they were told, up to as many as are weighed together. */
export function toldOf(entries: Entries): Told[] {
  return itemNumbers(entries, 'complaint')
    .flatMap((n): Told[] => {
      const phrase = textOf(entries, `complaint.${n}.phrase`);
      return phrase === '' ? [] : [{ n, phrase, end: choiceOf(entries, `complaint.${n}.end`, COMPLAINT_ENDS) ?? '' }];
    })
    .slice(0, MAX_COMPLAINTS);
}

/** A statement read in two ways at one place counts once: believed as far as both together, with what each says. */
function onceEach(reads: readonly Read[]): Read[] {
  const found = new Map<string, Read[]>();
  for (const read of reads) {
    const node = nodeOf(read.statement, read.end);
    found.set(node, [...(found.get(node) ?? []), read]);
  }
  return [...found.values()].map((same) => ({
    ...same[0]!,
    credence: same.reduce((sum, r) => sum + r.credence, 0) / same.length,
    words: joined(eachOnce(same.map((r) => r.words)), ' '),
  }));
}

const contradictionWarnings = (reads: readonly Read[]): Warning[] =>
  contradictions(reads).map(({ end, one, other }) => ({
    code: 'statements-contradict',
    path: ['statements'],
    data: { one: EVIDENCE[one].name, other: EVIDENCE[other].name, end: end ?? '' },
  }));

/** Causes weighed against everything known, each with its sentences; the same for the screen, the training set and the record. */
export function reasonOf(known: JobFacts, pages: readonly CausePage[]): Result<Reasoned> {
  const told = toldOf(known.entries);
  const reads = onceEach(readAll(known));
  const words = new Map(reads.map((r) => [nodeOf(r.statement, r.end), r]));
  const network = knowledgeOf(pages, toldOnce(told), new Set(words.keys()));
  const found = weigh({ ...network, observed: [...words].map(([evidence, r]) => ({ evidence, credence: r.credence })) });
  if (!found.ok) return found;
  const byId = new Map(pages.map((p) => [p.id, p]));
  const causes = found.value.causes.map(({ witnesses, ...cause }): Explained => {
    const { id, end } = placeOf<string>(cause.id);
    const page = byId.get(id)!;
    const said = witnesses.map((w): Witness => ({ node: w.evidence, words: words.get(w.evidence)!.words, factor: w.factor }));
    return {
      ...cause,
      page,
      end,
      name: end === null ? page.name : `${END_NAMES[end]}: ${page.name[0]!.toLowerCase()}${page.name.slice(1)}`,
      for: oneEach(said.filter((s) => s.factor >= WORTH_SAYING_FACTOR)),
      against: oneEach(said.filter((s) => s.factor <= 1 / WORTH_SAYING_FACTOR)),
    };
  });
  return {
    ok: true,
    value: {
      told,
      reads,
      causes,
      leading: causes.find((c) => c.id === found.value.leading && c.explains >= LEADS_FROM_SHARE) ?? null,
      unexplained: found.value.unexplained.map((u) => ({ n: Number(u.complaint), share: u.share })),
      next: found.value.next,
      warnings: [...found.value.warnings, ...contradictionWarnings(reads)],
      working: found.value.working,
    },
  };
}

/** How strongly a sentence bears, in the words of the bench. */
export const strengthOf = (factor: number): 'strong' | 'some' | 'weak' => {
  const bears = Math.max(factor, 1 / factor);
  return bears >= STRONG_FACTOR ? 'strong' : bears >= SOME_FACTOR ? 'some' : 'weak';
};

/** One reading may settle several statements: its sentence is said once, with what they come to together. */
function oneEach(said: readonly Witness[]): Witness[] {
  const found: Witness[] = [];
  for (const s of said) {
    const same = found.find((f) => isSame(f.words, s.words));
    if (same) same.factor *= s.factor;
    else found.push({ ...s });
  }
  return found.sort((a, b) => Math.abs(Math.log(b.factor)) - Math.abs(Math.log(a.factor)));
}

/** Statements known, as nodes with their credence: what an outcome remembers. */
export const snapshotOf = (reads: readonly Read[]): Record<string, number> =>
  Object.fromEntries(reads.map((r) => [nodeOf(r.statement, r.end), Math.round(r.credence * 1000) / 1000]));

export type { Statement };

/** Causes as they are listed: those a reading supports, those possible by the complaint alone, those nobody complained of. @param asked one that is listed whatever it explains */
export function sortedCauses({ causes }: Reasoned, asked: string | null): Record<'supported' | 'possible' | 'beside', Explained[]> {
  const listed = causes.filter((c) => c.linked && (c.explains >= WORTH_LISTING_SHARE || c.id === asked));
  return {
    supported: listed.filter((c) => c.supported),
    possible: listed.filter((c) => !c.supported),
    beside: causes.filter((c) => !c.linked && c.supported && c.present > THERE_FROM),
  };
}
