import type { End } from '@/catalogue/ends';
import type { Entries } from '@/catalogue/entry';
import type { LogFigures } from '@/core/logger/figures';
import type { School } from '@/knowledge/schools';
import type { FittedBefore } from '@/schema/pages';
import type { DamperFacts } from './damperFacts';

/** What a job's facts are made of: what was read, and what stands beside it for the rules that ask for more. */
export interface Given {
  /** What the job's people typed, read: by field, the newest. */
  entries: Entries;
  /** The machine's figures, those taken from its model among them. */
  machine: Entries;
  /** The schools in force, each in its newest version. */
  schools: readonly School[];
  /** What the machine's earlier jobs read. */
  before: Entries;
  /** Distance after which each end's oil is due by the shop's rules, km; null where no rule counts distance. */
  lifeKm: Record<End, number | null>;
  /** The dampers as found, computed; null where they are not measured. */
  dampers: Record<End, DamperFacts | null>;
  /** The newest ride logged as the machine came in; null where none is. */
  log: Partial<Record<End, LogFigures>> | null;
  /** Springs this shop fitted on machines of the model, for whom, and how they rode. */
  fitted: readonly FittedBefore[];
}

const NOTHING_BESIDE: Omit<Given, 'entries' | 'machine'> = {
  schools: [],
  before: {},
  lifeKm: { rear: null, front: null },
  dampers: { rear: null, front: null },
  log: null,
  fitted: [],
};

/**
 * A job's facts: every rule takes them and, where it asks about one, an end. Immutable and made once a change, so that what was asked of them once is
 * kept with them and two parts of a page never get two answers. A usual figure stands in only inside a rule, and its answer names it (`Figure.origin`).
 */
export class JobFacts implements Given {
  readonly entries!: Entries;
  readonly machine!: Entries;
  readonly schools!: readonly School[];
  readonly before!: Entries;
  readonly lifeKm!: Record<End, number | null>;
  readonly dampers!: Record<End, DamperFacts | null>;
  readonly log!: Partial<Record<End, LogFigures>> | null;
  readonly fitted!: readonly FittedBefore[];
  #answers = new Map<unknown, Map<unknown, unknown>>();

  constructor(read: Pick<Given, 'entries' | 'machine'> & Partial<Given>) {
    Object.assign(this, NOTHING_BESIDE, read);
  }

  /** The same facts but for what is named: a load tried, a figure set. What was asked of them is kept where nothing read is another. */
  with(other: Partial<Given>): JobFacts {
    const made = new JobFacts({ ...this, ...other });
    const { entries, machine, schools, fitted } = this;
    if (made.entries === entries && made.machine === machine && made.schools === schools && made.fitted === fitted)
      made.#answers = this.#answers;
    return made;
  }

  /** What `rule` says for `key`, computed once. */
  answer<K, T>(rule: (facts: JobFacts, key: K) => T, key: K): T {
    const ofRule = this.#answers.get(rule) ?? new Map<unknown, unknown>();
    this.#answers.set(rule, ofRule);
    if (!ofRule.has(key)) ofRule.set(key, rule(this, key));
    return ofRule.get(key) as T;
  }
}

/** A rule whose answers the facts keep: many parts of a page ask for the same sag or the same solved linkage. It rests on what was read, the schools and what the shop fitted, never on what else stands beside. */
export const remembered =
  <K, T>(rule: (facts: JobFacts, key: K) => T): ((facts: JobFacts, key: K) => T) =>
  (facts, key) =>
    facts.answer(rule, key);

/** Facts of entries and figures alone. */
export const factsOf = (entries: Entries, machine: Entries, schools: readonly School[] = []): JobFacts =>
  new JobFacts({ entries, machine, schools });

/** The same facts with other entries, one value for as long as these are asked about. */
export const withEntries = remembered((facts, entries: Entries) => facts.with({ entries }));
