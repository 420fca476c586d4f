/** Thresholds and usual figures the core itself decides by, each with its unit and where it comes from; those of the judgements are `knowledge/limits.ts`. */

/** Static sag below this is none: a tape tells no less, and the end rests on its top-out stop, mm. From memory. */
export const TOPPED_OUT_MM = 1;
/** A friction band wider than this is worth a look at bushes, alignment and clamping, mm. Common practice, no source. */
export const WIDE_FRICTION_BAND_MM = 8;
/** Of each of two sags whose readings do not tell their own doubt, or that are still to be read, k = 2, mm. From memory. */
export const USUAL_SAG_UNCERTAINTY_MM = 3;
/** Clicks of a needle nobody counted. From memory. */
export const USUAL_CLICKS = 20;
/** A factor from which a statement counts as support of a cause: nearer to 1 it is noise. From memory. */
export const SUPPORT_FROM = 1.35;
/** A cause leads only from this share on, whatever supports it: below it nobody knows enough to turn anything, and the next thing is to measure. From memory. */
export const LEADS_FROM_SHARE = 0.2;
