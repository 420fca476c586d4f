/** Points and directions in the plane of the machine, mm. */
export interface Point {
  x: number;
  y: number;
}

export const radians = (deg: number) => (deg * Math.PI) / 180;
export const degrees = (rad: number) => (rad * 180) / Math.PI;
export const add = (a: Point, b: Point): Point => ({ x: a.x + b.x, y: a.y + b.y });
export const minus = (a: Point, b: Point): Point => ({ x: a.x - b.x, y: a.y - b.y });
export const lengthOf = (a: Point) => Math.hypot(a.x, a.y);
export const angleDegOf = (a: Point) => degrees(Math.atan2(a.y, a.x));

/** Turned to the left by an angle in radians. */
export const turnedBy = (p: Point, angle: number): Point => ({
  x: p.x * Math.cos(angle) - p.y * Math.sin(angle),
  y: p.x * Math.sin(angle) + p.y * Math.cos(angle),
});

export function directionOf(a: Point): Point {
  const length = lengthOf(a);
  return { x: a.x / length, y: a.y / length };
}

/** Where two lines (a point and a direction of length 1 each) cross; null where they run alongside each other to within a sine. */
export function crossing(p: Point, along: Point, q: Point, other: Point, alongside: number): Point | null {
  const sine = along.x * other.y - along.y * other.x;
  if (Math.abs(sine) < alongside) return null;
  const apart = minus(q, p);
  const t = (apart.x * other.y - apart.y * other.x) / sine;
  return { x: p.x + along.x * t, y: p.y + along.y * t };
}
