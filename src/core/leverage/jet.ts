/** A value with its first and second derivative by wheel travel z: exact derivatives of a mechanism without differences of nearly equal numbers. */
export interface Jet {
  v: number;
  d: number;
  dd: number;
}

export const jet = (v: number, d = 0, dd = 0): Jet => ({ v, d, dd });
export const add = (a: Jet, b: Jet): Jet => ({ v: a.v + b.v, d: a.d + b.d, dd: a.dd + b.dd });
export const sub = (a: Jet, b: Jet): Jet => ({ v: a.v - b.v, d: a.d - b.d, dd: a.dd - b.dd });
export const times = (a: Jet, k: number): Jet => ({ v: a.v * k, d: a.d * k, dd: a.dd * k });
export const mul = (a: Jet, b: Jet): Jet => ({ v: a.v * b.v, d: a.d * b.v + a.v * b.d, dd: a.dd * b.v + 2 * a.d * b.d + a.v * b.dd });
export const inverse = (a: Jet): Jet => ({ v: 1 / a.v, d: -a.d / a.v ** 2, dd: (2 * a.d ** 2) / a.v ** 3 - a.dd / a.v ** 2 });
/** Square root of a positive jet. */
export const root = (a: Jet): Jet => {
  const v = Math.sqrt(a.v);
  const d = a.d / (2 * v);
  return { v, d, dd: (a.dd - 2 * d * d) / (2 * v) };
};

/** A point of the drawing plane, or a direction, as it moves with the wheel. */
export interface Place {
  x: Jet;
  y: Jet;
}

export const fixed = (p: { xMm: number; yMm: number }): Place => ({ x: jet(p.xMm), y: jet(p.yMm) });
export const plus = (a: Place, b: Place): Place => ({ x: add(a.x, b.x), y: add(a.y, b.y) });
export const minus = (a: Place, b: Place): Place => ({ x: sub(a.x, b.x), y: sub(a.y, b.y) });
export const scaled = (a: Place, k: Jet): Place => ({ x: mul(a.x, k), y: mul(a.y, k) });
export const squared = (a: Place): Jet => add(mul(a.x, a.x), mul(a.y, a.y));
/** Turns `a` by the rotation whose cosine and sine are the coordinates of `by`. */
export const turned = (a: Place, by: Place): Place => ({
  x: sub(mul(a.x, by.x), mul(a.y, by.y)),
  y: add(mul(a.x, by.y), mul(a.y, by.x)),
});
