import { offerKey, springPuts } from '@/judgement/model/offers';
import type { End } from '@/catalogue/ends';
import { textOf } from '@/judgement/model/read';
import type { ListedSpring } from '@/schema/springs';
import type { FieldStore } from '../../fields/store';

/** Records a spring, or the pair for left and right leg, as the job's choice with its preload; a reason that was typed stays. */
export function takeSpring(store: FieldStore, end: End, spring: ListedSpring, preloadMm: number, reason: string): void {
  for (const { field, text } of springPuts(end, offerKey(spring), preloadMm)) store.put(field, text);
  if (textOf(store.liveEntries(), `springs.${end}.reason`) === '') store.put(`springs.${end}.reason`, reason.slice(0, 500));
}
