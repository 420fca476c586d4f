/** A mean with one standard deviation. */
interface Spread {
  mean: number;
  sd: number;
}

/**
 * The choice of a spring: what is usually fitted, what the sags ask, usual preload, the reserve at full travel, what was read and what this shop fitted, each with its own doubt, combined for every
 * machine that may be the one on the stand. Rate and preload are chosen together; see docs/methods.md, "The choice of a spring".
 */
export interface ChoiceBasis {
  /** Wheel rate × travel = e^logConstant · (travel / 200 mm)^travelPower · laden load^loadPower, N, with a spread of its own. */
  practice: { logConstant: number; travelPower: number; loadPower: number; sdShare: number };
  /** How far right springs really stray from the sags aimed at, mm each, and how far both stray together, 0 to 1. */
  sags: { staticSdMm: number; riderSdMm: number; together: number };
  preloadMm: Spread;
  /** Load on this wheel as it is ridden beyond the rider it was read with, N: passenger and luggage by their share of the riding. */
  extraLoadN: number;
  /** What adjuster or spacer can give, mm of spring. */
  adjusterMm?: readonly [number, number] | undefined;
  /** Force at full travel over the laden load. */
  reserve: Spread;
  /** Share a linkage's ratio falls by over the travel where no curve is known; the rear alone. */
  rise?: Spread | undefined;
  /** What travel used or bottoming asks of the rate that is in it: its logarithm against the mark. */
  ridden?: { logFactor: number; sd: number } | undefined;
  /** What this shop fitted on the model, each brought to this rider's load, and how it rode. */
  shop?: readonly ShopFitted[] | undefined;
}

export interface ShopFitted {
  rateNPerMm: number;
  /** How its rider found it; null where nobody said. */
  rode: 'better' | 'same' | 'worse' | null;
}
