import { restsAt } from '@/core/spring/end';
import { linearSpring } from '@/core/spring/law';
import type { End } from '@/catalogue/ends';
import type { JobFacts } from '../model/facts';
import { standing } from './standing';

/** What is tried at one end: the ring turned, the spring exchanged for one of another rate at the same preload. */
export interface TriedAtEnd {
  ringMm: number;
  /** Rate against the one in there, 1 the same. */
  rateShare: number;
}
export const AS_IT_STANDS: TriedAtEnd = { ringMm: 0, rateShare: 1 };

/** By how much the rider sag changes with it, mm; null where it is not known how the end stands. */
export function riderSagBy(known: JobFacts, end: End, { ringMm, rateShare }: TriedAtEnd): number | null {
  const now = standing(known, end);
  if (!now) return null;
  const at = (share: number, ring: number) =>
    restsAt(now.model, linearSpring(now.spring.rateNPerMm(0) * share), Math.max(0, now.preloadMm + ring), now.ladenN).zMm;
  return at(rateShare, ringMm) - at(1, 0);
}
