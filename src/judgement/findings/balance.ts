import type { Entries } from '@/catalogue/entry';
import { type BounceEstimate, returnAlike } from '@/core/measure/bounce';
import { bounceOf } from '../model/set';

const ratio = (x: number) => x.toFixed(2);
export const bounceWords = ({ zetaLow, zetaHigh }: BounceEstimate): string =>
  zetaHigh === null ? `damping ratio above ${ratio(zetaLow)}` : `damping ratio between ${ratio(zetaLow)} and ${ratio(zetaHigh)}`;

/** Both ends against each other, in a sentence; null until both are counted. */
export function balanceWords(entries: Entries): { alike: boolean; words: string } | null {
  const [rear, front] = [bounceOf(entries, 'rear'), bounceOf(entries, 'front')];
  if (!rear?.ok || !front?.ok) return null;
  if (returnAlike(rear.value, front.value))
    return { alike: true, words: 'Both ends return alike as far as swings counted by eye can tell.' };
  const [livelier, calmer] = rear.value.zetaLow < front.value.zetaLow ? ['rear', 'front'] : ['front', 'rear'];
  return {
    alike: false,
    words: `The ${livelier} swings on longer than the ${calmer}: the ends will see-saw. Close the ${livelier}’s rebound, or open the ${calmer}’s, one end at a time.`,
  };
}
