/** Four Gauss points: exact for the products of cubics here but for the 1/r terms, which are smooth. */
export const GAUSS = [
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

/** The cubics at the Gauss points of an element: worked out once for each element of a mesh. */
export const shapesAtGauss = (lengthMm: number): Shape[] => GAUSS.map(([g]) => hermite((1 + g) / 2, lengthMm));
