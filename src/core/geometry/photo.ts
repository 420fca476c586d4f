import { err, ok, type Result } from '../result';
import type { Point } from './plane';

/** Points tapped on a picture of the machine's side, as places on the machine. */
export interface PhotoAsked {
  /** Two points of known distance, in the picture's own units, y down. */
  known: readonly [Point, Point];
  distanceMm: number;
  /** Both lie level on the machine: the picture is turned until they do. Else it is taken as level. */
  isLevel: boolean;
  /** Front wheel at the right of the picture: forward is right; else left. */
  facesRight: boolean;
  /** What all places are counted from. */
  origin: Point;
  points: readonly Point[];
  /** How far off a tap may lie, in the picture's units. */
  tapped: number;
}

export interface PhotoPlaces {
  /** Forward and up of the origin, mm. */
  places: Point[];
  mmPerUnit: number;
  /** What a place is known to, mm (k = 2), from the taps alone: how the lens bends and what lies nearer comes on top. */
  uncertaintyMm: number;
}

/** Nearer than this, in the picture's units, two points tell no scale. */
const MIN_APART = 20;

/**
 * A picture's points to the machine's: scaled by the distance known, turned level, forward and up.
 * Errors: out-of-range (distance), points-too-near.
 * Source: similarity in the plane; JCGM 100, 5.1.2 for the uncertainty.
 */
export function photoPlaces({ known: [a, b], distanceMm, isLevel, facesRight, origin, points, tapped }: PhotoAsked): Result<PhotoPlaces> {
  if (!(distanceMm > 0)) return err('out-of-range', ['distanceMm'], { min: 0, max: 10_000, unit: 'mm' });
  const apart = Math.hypot(b.x - a.x, b.y - a.y);
  if (apart < MIN_APART) return err('points-too-near', ['known'], { least: MIN_APART });
  const mmPerUnit = distanceMm / apart;
  const [left, right] = a.x <= b.x ? [a, b] : [b, a];
  const turn = isLevel ? -Math.atan2(right.y - left.y, right.x - left.x) : 0;
  const forward = facesRight ? 1 : -1;
  const places = points.map((p) => {
    const [dx, dy] = [p.x - origin.x, p.y - origin.y];
    const x = dx * Math.cos(turn) - dy * Math.sin(turn);
    const y = dx * Math.sin(turn) + dy * Math.cos(turn);
    return { x: forward * x * mmPerUnit, y: -y * mmPerUnit };
  });
  const far = Math.max(0, ...places.map((p) => Math.hypot(p.x, p.y)));
  // Its own tap and the origin's; and what the scale's two taps do to the furthest.
  const own = Math.SQRT2 * tapped * mmPerUnit;
  const scale = (Math.SQRT2 * tapped * far) / apart;
  return ok({ places, mmPerUnit, uncertaintyMm: 2 * Math.hypot(own, scale) });
}
