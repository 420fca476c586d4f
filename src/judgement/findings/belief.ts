import { normalShare } from '@/core/numerics/normal';

/**
 * How far a reading above a limit may be believed: the normal distribution's share above it.
 * @param standard standard uncertainty of the reading (k = 1); zero or less is taken as exact
 */
export const above = (x: number, limit: number, standard: number): number =>
  standard > 0 ? normalShare((x - limit) / standard) : Number(x > limit);
export const below = (x: number, limit: number, standard: number): number => above(-x, -limit, standard);
