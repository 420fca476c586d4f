import { COMPLAINT_ENDS, COMPLAINT_PHRASES } from '@/catalogue/fields/ask';
import type { End } from '@/catalogue/ends';
import type { JobFacts } from './facts';
import { choiceOf, itemNumbers } from './read';

export type Phrase = keyof typeof COMPLAINT_PHRASES;

/** What is complained of at this end, or of both; where nobody is sure which, nothing is said of one. */
export const complaintsOf = ({ entries }: Pick<JobFacts, 'entries'>, end: End): Phrase[] =>
  itemNumbers(entries, 'complaint').flatMap((n) => {
    const phrase = choiceOf(entries, `complaint.${n}.phrase`, COMPLAINT_PHRASES);
    const at = choiceOf(entries, `complaint.${n}.end`, COMPLAINT_ENDS);
    return phrase !== null && (at === end || at === 'both') ? [phrase] : [];
  });

/** Everything that is complained of, each once, in the order it was told. */
export const allTold = ({ entries }: Pick<JobFacts, 'entries'>): Phrase[] => [
  ...new Set(itemNumbers(entries, 'complaint').flatMap((n) => choiceOf(entries, `complaint.${n}.phrase`, COMPLAINT_PHRASES) ?? [])),
];
