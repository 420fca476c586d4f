import { risingRoot } from '../numerics/halving';

/** A spring as force against its own compression from free, both never negative. */
export interface SpringLaw {
  forceN(compressionMm: number): number;
  rateNPerMm(compressionMm: number): number;
  /** Compression at which the spring carries `forceN`. */
  compressionMm(forceN: number): number;
}

/** F = k·c. A class, because selection makes one for each of thousands of candidates. */
class LinearSpring implements SpringLaw {
  constructor(private readonly k: number) {}
  forceN(compressionMm: number): number {
    return compressionMm > 0 ? this.k * compressionMm : 0;
  }
  rateNPerMm(): number {
    return this.k;
  }
  compressionMm(forceN: number): number {
    return forceN / this.k;
  }
}

export const linearSpring = (rateNPerMm: number): SpringLaw => new LinearSpring(rateNPerMm);

export interface ForcePoint {
  deflectionMm: number;
  forceN: number;
}

/** The first point at which a force table does not rise in both, −1 where it rises throughout. It may begin at rest, (0, 0). */
export const firstNotRising = (points: readonly ForcePoint[]): number =>
  points.findIndex((p, i) => {
    const before = points[i - 1];
    if (before) return !(p.deflectionMm > before.deflectionMm && p.forceN > before.forceN);
    return !((p.deflectionMm === 0 && p.forceN === 0) || (p.deflectionMm > 0 && p.forceN > 0));
  });

/**
 * A measured force table, straight between its points, going on at the last slope beyond them. It starts from (0, 0).
 * @param points rising in both deflection and force
 */
export function tableSpring(points: readonly ForcePoint[]): SpringLaw {
  const all = points[0]?.deflectionMm === 0 ? [...points] : [{ deflectionMm: 0, forceN: 0 }, ...points];
  const deflections = Float64Array.from(all, (p) => p.deflectionMm);
  const forces = Float64Array.from(all, (p) => p.forceN);
  /** Index of the segment's upper end, found by halving. */
  const segment = (of: Float64Array, at: number) => {
    let [low, high] = [0, of.length - 1];
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (of[middle]! < at) low = middle;
      else high = middle;
    }
    return high;
  };
  const slope = (i: number) => (forces[i]! - forces[i - 1]!) / (deflections[i]! - deflections[i - 1]!);
  return {
    forceN: (c) => {
      if (c <= 0) return 0;
      const i = segment(deflections, c);
      return forces[i - 1]! + slope(i) * (c - deflections[i - 1]!);
    },
    rateNPerMm: (c) => slope(segment(deflections, Math.max(c, 0))),
    compressionMm: (f) => {
      const i = segment(forces, f);
      return deflections[i - 1]! + (f - forces[i - 1]!) / slope(i);
    },
  };
}

/**
 * Two unlike springs side by side, as one of two equal ones: half of what both carry. `extraMm` is how much further the second is preloaded.
 * Used for forks with a different spring in each leg.
 */
export function unlikePair(first: SpringLaw, second: SpringLaw, extraMm: number): SpringLaw {
  const forceN = (c: number) => (first.forceN(c) + second.forceN(c + extraMm)) / 2;
  return {
    forceN,
    rateNPerMm: (c) => (first.rateNPerMm(c) + second.rateNPerMm(c + extraMm)) / 2,
    compressionMm: (f) => risingRoot((c) => forceN(c) - f, Math.min(0, -extraMm), Math.max(first.compressionMm(2 * f), 1)),
  };
}
