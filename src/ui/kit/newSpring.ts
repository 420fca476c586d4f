import { numberedAnswer } from '@/schema/answers';
import type { Said } from '@/core/units/say';
import type { End } from '@/catalogue/ends';
import { readNewSpring, unusualSpring } from '@/schema/newSpring';
import { issueWords } from '@/schema/words';
import { post } from './send';

interface Typed {
  name: string;
  rate: string;
  freeLength: string;
  solidLength: string;
  table?: string;
}

/** What came of it: on the list, refused at a field, or asked about because no spring of this end usually has it. */
export type Added = { field: string; words: Said; asks: boolean } | null;

/** Puts a spring on the list, as typed with its units; an unusual one only once it is said to be meant. Null where it is there, by the number given to `onAdded`. */
export async function addSpring(
  typed: Typed,
  end: End,
  place: 'drawer' | 'supplier',
  isMeant: boolean,
  onAdded?: (id: number) => void,
): Promise<Added> {
  const read = readNewSpring(typed);
  if (!read.ok) return { field: String(read.issue.path[0]), words: issueWords(read.issue), asks: false };
  const unusual = unusualSpring(read.value, end);
  if (unusual && !isMeant) return { ...unusual, asks: true };
  const answer = await post('/api/springs', { ...typed, end, place }, numberedAnswer);
  if (answer.ok) onAdded?.(answer.value.id);
  return answer.ok ? null : { field: String(answer.path[0] ?? ''), words: answer.words, asks: false };
}
