/** A spring as force against its own compression from free, both never negative. */
export interface SpringLaw {
  forceN(compressionMm: number): number;
  rateNPerMm(compressionMm: number): number;
  /** Compression at which the spring carries `forceN`. */
  compressionMm(forceN: number): number;
}

/** F = k·c. */
export const linearSpring = (rateNPerMm: number): SpringLaw => ({
  forceN: (c) => (c > 0 ? rateNPerMm * c : 0),
  rateNPerMm: () => rateNPerMm,
  compressionMm: (f) => f / rateNPerMm,
});

export interface ForcePoint {
  deflectionMm: number;
  forceN: number;
}

/**
 * A measured force table, straight between its points, going on at the last slope beyond them. It starts from (0, 0).
 * @param points rising in both deflection and force
 */
export function tableSpring(points: readonly ForcePoint[]): SpringLaw {
  const all = points[0]?.deflectionMm === 0 ? [...points] : [{ deflectionMm: 0, forceN: 0 }, ...points];
  const segment = (found: (p: ForcePoint) => boolean) => {
    let i = 1;
    while (i < all.length - 1 && !found(all[i]!)) i += 1;
    const [a, b] = [all[i - 1]!, all[i]!];
    return { a, slope: (b.forceN - a.forceN) / (b.deflectionMm - a.deflectionMm) };
  };
  const at = (c: number) => segment((p) => p.deflectionMm >= c);
  return {
    forceN: (c) => {
      if (c <= 0) return 0;
      const { a, slope } = at(c);
      return a.forceN + slope * (c - a.deflectionMm);
    },
    rateNPerMm: (c) => at(Math.max(c, 0)).slope,
    compressionMm: (f) => {
      const { a, slope } = segment((p) => p.forceN >= f);
      return a.deflectionMm + (f - a.forceN) / slope;
    },
  };
}
