import type { Bearing } from './model';

/** P(statement | cause) and P(statement | no cause), from the two likelihood ratios: LR₊ = t/f, LR₋ = (1 − t)/(1 − f). */
export function ratesOf({ ifTrue, ifFalse }: Pick<Bearing, 'ifTrue' | 'ifFalse'>): { withCause: number; without: number } {
  const without = (1 - ifFalse) / (ifTrue - ifFalse);
  return { withCause: ifTrue * without, without };
}

/** The two likelihood ratios of a statement found so often with the cause and so often without. */
export const ratiosOf = (withCause: number, without: number): { ifTrue: number; ifFalse: number } => ({
  ifTrue: withCause / without,
  ifFalse: (1 - withCause) / (1 - without),
});

/**
 * The likelihood ratio of a statement only believed to the degree `credence` (virtual evidence; Pearl, ch. 2, from memory): the reading itself is
 * credence to 1 − credence likelier where the statement holds. At 1 this is LR₊, at 0 LR₋, at one half 1.
 */
export function softRatio(bearing: Pick<Bearing, 'ifTrue' | 'ifFalse'>, credence: number): number {
  const { withCause, without } = ratesOf(bearing);
  const seen = (rate: number) => rate * credence + (1 - rate) * (1 - credence);
  return seen(withCause) / seen(without);
}

const entropy = (p: number): number => (p <= 0 || p >= 1 ? 0 : -(p * Math.log2(p) + (1 - p) * Math.log2(1 - p)));

/** What knowing the statement would tell of the cause, in bits: the mutual information of the two. Source: Shannon. */
export function worthBits(bearing: Pick<Bearing, 'ifTrue' | 'ifFalse'>, present: number): number {
  const { withCause, without } = ratesOf(bearing);
  const found = present * withCause + (1 - present) * without;
  return Math.max(0, entropy(found) - present * entropy(withCause) - (1 - present) * entropy(without));
}
