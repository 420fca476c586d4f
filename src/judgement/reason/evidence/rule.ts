import type { JobFacts } from '../../model/facts';
import type { Said } from '@/core/units/say';
import type { Statement } from '@/knowledge/causes/statements';
import type { End } from '@/catalogue/ends';

/** One statement as read: how far it holds, and the sentence that quotes the figures. */
export interface Read {
  statement: Statement;
  end: End | null;
  /** 1 it holds, 0 it does not, between them as far as the reading can tell. */
  credence: number;
  words: Said;
}

/** Reads statements at one end, or of the machine; nothing where what it rests on is not known. */
export type EndRule = (facts: JobFacts, end: End) => Read[];
export type WholeRule = (facts: JobFacts) => Read[];

export const percent = (share: number): string => `${Math.round(share * 100)} %`;
