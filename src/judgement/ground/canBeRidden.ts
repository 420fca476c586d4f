import type { Effect } from '@/knowledge/causes/page';

/** Effects of a cure that a ride can show; the others change nothing it reckons with. A file of its own: Reason asks it without bringing the ride. */
const RIDDEN: readonly Effect['kind'][] = ['preload', 'spring', 'clicks', 'damping', 'oil-level'];
export const canBeRidden = (effect: Effect): boolean => RIDDEN.includes(effect.kind);
