/** Four Gauss points: exact for the products of cubics here but for the 1/r terms, which are smooth. */
const GAUSS = [
  [-0.8611363115940526, 0.34785484513745385],
  [-0.33998104358485626, 0.6521451548625461],
  [0.33998104358485626, 0.6521451548625461],
  [0.8611363115940526, 0.34785484513745385],
] as const;

/** Hermite cubics on an element of length h at ξ from 0 to 1: values, slopes and curvatures of [f₀, f₀′, f₁, f₁′]. */
export interface Shape {
  v: number[];
  d: number[];
  dd: number[];
}

export function hermite(t: number, h: number): Shape {
  const [t2, t3] = [t * t, t * t * t];
  return {
    v: [1 - 3 * t2 + 2 * t3, h * (t - 2 * t2 + t3), 3 * t2 - 2 * t3, h * (t3 - t2)],
    d: [(6 * t2 - 6 * t) / h, 1 - 4 * t + 3 * t2, (6 * t - 6 * t2) / h, 3 * t2 - 2 * t],
    dd: [(12 * t - 6) / (h * h), (6 * t - 4) / h, (6 - 12 * t) / (h * h), (6 * t - 2) / h],
  };
}

export const GAUSS_POINTS = GAUSS.length;

/** What an element brings to every plate that covers it, per unit of stiffness; flat arrays, four numbers a Gauss point. */
export interface RingElement {
  radiiMm: Float64Array;
  /** 2πr times the Gauss weight. */
  areasMm2: Float64Array;
  values: Float64Array;
  slopes: Float64Array;
  /** ∫ (κr² + κθ² + 2ν κr κθ) as a 4 × 4 matrix. */
  bending(poisson: number): Float64Array;
  /** ∫ (εr² + εθ² + 2ν εr εθ) of the radial shift alone, likewise. */
  stretching(poisson: number): Float64Array;
  /** ∫ v dA of each unknown. */
  pressed: Float64Array;
}

export type RingOf = (fromMm: number, toMm: number) => RingElement;

/** Ring elements each made once. */
export function rememberedRings(): RingOf {
  const known = new Map<number, Map<number, RingElement>>();
  return (fromMm, toMm) => {
    let from = known.get(fromMm);
    if (!from) known.set(fromMm, (from = new Map<number, RingElement>()));
    let ring = from.get(toMm);
    if (!ring) from.set(toMm, (ring = ringElement(fromMm, toMm)));
    return ring;
  };
}

export function ringElement(fromMm: number, toMm: number): RingElement {
  const length = toMm - fromMm;
  const shapes = GAUSS.map(([g]) => hermite((1 + g) / 2, length));
  const radiiMm = Float64Array.from(GAUSS, ([g]) => fromMm + ((1 + g) / 2) * length);
  const areasMm2 = Float64Array.from(GAUSS, ([, w], p) => w * Math.PI * length * radiiMm[p]!);
  const flat = (of: 'v' | 'd') => Float64Array.from(shapes.flatMap((s) => s[of]));
  /** Sum over the Gauss points of (a·a + b·b + ν(a·b + b·a)) for two fields of the unknowns. */
  const square = (poisson: number, radial: (s: Shape) => number[], hoop: (s: Shape, r: number) => number[]) => {
    const m = new Float64Array(16);
    shapes.forEach((s, p) => {
      const [x, y] = [radial(s), hoop(s, radiiMm[p]!)];
      for (let a = 0; a < 4; a += 1)
        for (let b = 0; b < 4; b += 1)
          m[a * 4 + b]! += areasMm2[p]! * (x[a]! * x[b]! + y[a]! * y[b]! + poisson * (x[a]! * y[b]! + y[a]! * x[b]!));
    });
    return m;
  };
  const kept = (make: (poisson: number) => Float64Array) => {
    let of = Number.NaN;
    let matrix: Float64Array = new Float64Array(0);
    return (poisson: number) => {
      if (poisson !== of) matrix = make(poisson);
      of = poisson;
      return matrix;
    };
  };
  const pressed = new Float64Array(4);
  shapes.forEach((s, p) => s.v.forEach((v, a) => (pressed[a]! += areasMm2[p]! * v)));
  return {
    radiiMm,
    areasMm2,
    values: flat('v'),
    slopes: flat('d'),
    bending: kept((nu) =>
      square(
        nu,
        (s) => s.dd,
        (s, r) => s.d.map((d) => d / r),
      ),
    ),
    stretching: kept((nu) =>
      square(
        nu,
        (s) => s.d,
        (s, r) => s.v.map((v) => v / r),
      ),
    ),
    pressed,
  };
}
