import type { End } from '@/catalogue/ends';
import { textOf } from '@/judgement/model/read';
import type { ListedSpring } from '@/schema/springs';
import type { FieldStore } from '../../fields/store';

/** Records a spring, or the pair for left and right leg, as the job's choice with its preload; a reason that was typed stays. */
export function takeSpring(store: FieldStore, end: End, spring: ListedSpring, preloadMm: number, reason: string): void {
  const [left, right] = spring.legs ?? [spring, null];
  store.put(`springs.${end}.choice`, String(left.id));
  if (end === 'front') store.put('springs.front.choiceRight', right ? String(right.id) : '');
  store.put(`springs.${end}.preload`, `${preloadMm.toFixed(1)} mm`);
  if (textOf(store.liveEntries(), `springs.${end}.reason`) === '') store.put(`springs.${end}.reason`, reason.slice(0, 500));
}
