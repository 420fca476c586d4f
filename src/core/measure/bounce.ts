import { err, ok, type Result } from '../result';

/**
 * Damping from the bounce test, by what the eye counts. An end pushed down by x₀ and let go swings about its rest as a damped oscillator; each half swing is smaller than the
 * one before by the same share r = exp(−πζ/√(1−ζ²)) (logarithmic decrement; Thomson, Theory of Vibration with Applications, ch. 2). With n swings past rest seen and the next not,
 * x₀·rⁿ is at least what the eye still sees, and x₀·rⁿ⁺¹ is less: two bounds on ζ. With s = ln(x₀/seen)/(n·π), ζ = s/√(1+s²).
 * Friction stops the swings earlier than damping alone: the estimate is then high, most of all where the friction band is wide.
 */

/** Smallest movement past rest that a person standing by sees, mm. Common practice, no source. */
export const SEEN_MM = 3;
/** Push used where none is written, mm. Common practice, no source. */
export const PUSH_MM = 50;

export interface BounceEstimate {
  /** Damping ratio at least and at most; `high` is null where no swing was seen: above every bound the eye could give. */
  zetaLow: number;
  zetaHigh: number | null;
}

const zetaAt = (decayPerHalfSwing: number) => {
  const s = decayPerHalfSwing / Math.PI;
  return s / Math.sqrt(1 + s * s);
};

/**
 * @param pushMm how far it was pushed from rest, above SEEN_MM; @param overshoots swings past rest counted, a whole number from 0
 * Errors: out-of-range at `pushMm` or `overshoots`.
 */
export function bounceEstimate(pushMm: number, overshoots: number): Result<BounceEstimate> {
  if (!(pushMm > SEEN_MM && pushMm <= 400))
    return err('out-of-range', ['pushMm'], { min: SEEN_MM, max: 400, unit: 'mm', dimension: 'length' });
  if (!(Number.isInteger(overshoots) && overshoots >= 0 && overshoots <= 30))
    return err('out-of-range', ['overshoots'], { min: 0, max: 30 });
  const decay = Math.log(pushMm / SEEN_MM);
  return ok({ zetaLow: zetaAt(decay / (overshoots + 1)), zetaHigh: overshoots === 0 ? null : zetaAt(decay / overshoots) });
}

/** Whether two ends return alike as far as the eye can tell: their ranges meet. */
export const returnAlike = (a: BounceEstimate, b: BounceEstimate): boolean =>
  a.zetaLow <= (b.zetaHigh ?? Infinity) && b.zetaLow <= (a.zetaHigh ?? Infinity);
