/** One judge of a spring: what is left of static sag once the rider sag is held where it belongs. */

export type StaticVerdict = 'right' | 'too soft' | 'too stiff';
export type Lean = 'soft' | 'stiff';

/** Static sag may miss its target by this share of the travel where no window is set: 5 mm on 300, the usual tolerance on a maker's sheet. Common practice, no source. */
const TOLERANCE_SHARE = 5 / 300;
/** No tape tells less apart, mm. From memory. */
const MIN_TOLERANCE_MM = 1.5;
/** Past this share of the way from the target to the window's edge a right spring leans to one side. From memory. */
const LEANS_FROM = 0.4;

/** Either side of a target sag without a window, mm. */
export const sagToleranceMm = (travelMm: number): number => Math.max(MIN_TOLERANCE_MM, TOLERANCE_SHARE * travelMm);

/**
 * Rider sag right but static too small: too soft for this load. Static too large: too stiff.
 * @param leftMm static sag with the rider sag held at its target; below 0 for what tops out
 * @param windowMm least and most static sag that is right
 */
export function judgeStatic(
  leftMm: number,
  targetMm: number,
  [minMm, maxMm]: readonly [number, number],
): { verdict: StaticVerdict; leans: Lean | null } {
  if (leftMm < minMm) return { verdict: 'too soft', leans: 'soft' };
  if (leftMm > maxMm) return { verdict: 'too stiff', leans: 'stiff' };
  const room = leftMm < targetMm ? targetMm - minMm : maxMm - targetMm;
  const leans = Math.abs(leftMm - targetMm) > LEANS_FROM * room;
  return { verdict: 'right', leans: leans ? (leftMm < targetMm ? 'soft' : 'stiff') : null };
}
