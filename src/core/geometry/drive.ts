import { lengthOf, minus, type Point } from './plane';

/** A chain drive at the reference. */
export interface Drive {
  countershaft: { forwardMm: number; heightMm: number };
  frontTeeth: number;
  rearTeeth: number;
  chainPitchMm: number;
}

/** Roller chain as motorcycles have it: 5/8 in of pitch (ISO 606, 10B). */
export const CHAIN_PITCH_MM = 15.875;

/** Pitch radius of a sprocket, mm: p / (2·sin(π/N)). Source: the polygon the chain lies on. */
export const pitchRadiusMm = (teeth: number, pitchMm: number) => pitchMm / (2 * Math.sin(Math.PI / teeth));

/**
 * The upper run as a line: the tangent on top of both sprockets, in whatever directions the axles are given.
 * @returns a point on it and its direction forward (length 1); null where the sprockets reach into each other
 */
export function chainLine(rearAxle: Point, countershaft: Point, drive: Drive): { at: Point; along: Point } | null {
  const rearMm = pitchRadiusMm(drive.rearTeeth, drive.chainPitchMm);
  const frontMm = pitchRadiusMm(drive.frontTeeth, drive.chainPitchMm);
  const between = minus(countershaft, rearAxle);
  const distance = lengthOf(between);
  if (!(distance > rearMm + frontMm)) return null;
  const angle = Math.atan2(between.y, between.x) - Math.asin((rearMm - frontMm) / distance);
  const along = { x: Math.cos(angle), y: Math.sin(angle) };
  return { at: { x: rearAxle.x - along.y * rearMm, y: rearAxle.y + along.x * rearMm }, along };
}

/**
 * Length of the chain, in pitches, not rounded: both straight runs and both wraps.
 * Source: open belt over two circles.
 */
export function chainPitches(distanceMm: number, { frontTeeth, rearTeeth, chainPitchMm }: Drive): number {
  const rearMm = pitchRadiusMm(rearTeeth, chainPitchMm);
  const frontMm = pitchRadiusMm(frontTeeth, chainPitchMm);
  const lean = Math.asin((rearMm - frontMm) / distanceMm);
  const runs = 2 * distanceMm * Math.cos(lean);
  return (runs + rearMm * (Math.PI + 2 * lean) + frontMm * (Math.PI - 2 * lean)) / chainPitchMm;
}
