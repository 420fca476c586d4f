import type { Outcome } from '@/core/retune/search';

/** Where a search stands, in a sentence. */
export const OUTCOME_WORDS: Record<Outcome, string> = {
  'go-on': 'It helps that way: one step further.',
  'turn-round': 'That side did not help: the other side.',
  halve: 'The best lies between two rides: half way.',
  found: 'Nothing left between the bounds that a rider would feel.',
  repeat: 'Ridden once more before it counts: one answer in five is wrong.',
  'at-limit': 'No further: the adjuster ends here, or the evidence carries no further.',
  'no-answer': 'Neither side is felt: it is not this adjuster. Look at the next cause.',
};

/** How sure the best place is, in a sentence; '' before anything was ridden. */
export const sureWords = ({ rides, sureShare }: { rides: number; sureShare: number }): string =>
  rides === 0 ? '' : `The best lies within a step of it ${Math.round(sureShare * 100)} times in 100.`;
