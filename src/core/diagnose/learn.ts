import { ratesOf, ratiosOf } from './ratio';

/** How many outcomes a figure from memory is worth: so many of the shop's own weigh as much as it. From memory. */
export const MEMORY_WORTH = 12;

/** A share of memory and the shop's own count of it: (W·share + hits)/(W + tries), the mean of a beta distribution. Source: Laplace's rule with a prior. */
export const learntShare = (memory: number, tries: number, hits: number): number => (MEMORY_WORTH * memory + hits) / (MEMORY_WORTH + tries);

export interface Counts {
  /** Outcomes that confirmed the cause, and in how many of them the statement held. */
  confirmed: number;
  heldThen: number;
  /** The same of outcomes that did not. */
  refuted: number;
  heldElse: number;
}

/** A ratio stays on this side of 1: counts that speak the other way say that the rule is worth nothing, and it then counts for nothing. */
const NOTHING = 1 + 1e-6;

/**
 * Likelihood ratios of memory with the shop's own counts: how often the statement held where the cure proved the cause, and where it did not.
 * @returns ratios on the same side of 1 as before
 */
export function learntRatios(memory: { ifTrue: number; ifFalse: number }, counts: Counts): { ifTrue: number; ifFalse: number } {
  const { withCause, without } = ratesOf(memory);
  const learnt = ratiosOf(learntShare(withCause, counts.confirmed, counts.heldThen), learntShare(without, counts.refuted, counts.heldElse));
  const [least, most] = [1 / NOTHING, NOTHING];
  return memory.ifTrue > 1
    ? { ifTrue: Math.max(learnt.ifTrue, most), ifFalse: Math.min(learnt.ifFalse, least) }
    : { ifTrue: Math.min(learnt.ifTrue, least), ifFalse: Math.max(learnt.ifFalse, most) };
}
