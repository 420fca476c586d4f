/**
 * How far a reading above a limit may be believed: the normal distribution's share above it, by its logistic approximation 1/(1 + e^(−1.702 z)), good to 0.01
 * (Johnson, Kotz and Balakrishnan, Continuous Univariate Distributions, from memory).
 * @param standard standard uncertainty of the reading (k = 1); zero or less is taken as exact
 */
export const above = (x: number, limit: number, standard: number): number =>
  standard > 0 ? 1 / (1 + Math.exp(-1.702 * ((x - limit) / standard))) : Number(x > limit);
export const below = (x: number, limit: number, standard: number): number => above(-x, -limit, standard);
