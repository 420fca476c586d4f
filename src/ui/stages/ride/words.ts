import type { Outcome } from '@/core/retune/search';

/** Where a search stands, in a sentence. */
export const OUTCOME_WORDS: Record<Outcome, string> = {
  'go-on': 'It helps that way: one step further.',
  'turn-round': 'That side did not help: the other side.',
  halve: 'The best lies between two rides: half way.',
  found: 'Nothing left between the bounds that a rider would feel.',
  'at-limit': 'No further: the adjuster ends here, or the evidence carries no further.',
  'no-answer': 'Neither side is felt: it is not this adjuster. Look at the next cause.',
};
