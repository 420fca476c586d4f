import type { Said } from '@/core/units/say';
import type { School } from '@/knowledge/schools';
import type { Statement } from '@/knowledge/causes/statements';
import type { Entries } from '@/catalogue/entry';
import type { DamperFacts } from '../../model/damperFacts';
import type { LogFigures } from '@/core/logger/figures';
import type { End } from '@/catalogue/ends';

/** Everything known of a job that a statement may rest on. */
export interface Known {
  entries: Entries;
  machine: Entries;
  schools: readonly School[];
  /** What the machine's earlier jobs read. */
  before: Entries;
  /** Distance after which each end's oil is due by the shop's rules, km; null where no rule counts distance. */
  lifeKm: Record<End, number | null>;
  /** The dampers as found, computed; null where they are not measured. */
  dampers: Record<End, DamperFacts | null>;
  /** The newest ride logged as the machine came in; null where none is. */
  log: Partial<Record<End, LogFigures>> | null;
}

/** One statement as read: how far it holds, and the sentence that quotes the figures. */
export interface Read {
  statement: Statement;
  end: End | null;
  /** 1 it holds, 0 it does not, between them as far as the reading can tell. */
  credence: number;
  words: Said;
}

/** Reads statements at one end, or of the machine; nothing where what it rests on is not known. */
export type EndRule = (known: Known, end: End) => Read[];
export type WholeRule = (known: Known) => Read[];

export const percent = (share: number): string => `${Math.round(share * 100)} %`;
