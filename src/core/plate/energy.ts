import { addTo, type Banded } from '../numerics/banded';
import type { Mesh } from './mesh';

export interface Material {
  youngsMPa: number;
  poisson: number;
}

/** Uniform pressure from below on the first plate between two radii, MPa. */
export interface Load {
  pressureMPa: number;
  innerMm: number;
  outerMm: number;
}

/** Four Gauss points: exact for the products of cubics here but for the 1/r terms, which are smooth. */
const GAUSS = [
  [-0.8611363115940526, 0.34785484513745385],
  [-0.33998104358485626, 0.6521451548625461],
  [0.33998104358485626, 0.6521451548625461],
  [0.8611363115940526, 0.34785484513745385],
] as const;

/** Hermite cubics on an element of length h at ξ from 0 to 1: values, slopes and curvatures of [f₀, f₀′, f₁, f₁′]. */
export function hermite(t: number, h: number) {
  const [t2, t3] = [t * t, t * t * t];
  return {
    v: [1 - 3 * t2 + 2 * t3, h * (t - 2 * t2 + t3), 3 * t2 - 2 * t3, h * (t3 - t2)],
    d: [(6 * t2 - 6 * t) / h, 1 - 4 * t + 3 * t2, (6 * t - 6 * t2) / h, 3 * t2 - 2 * t],
    dd: [(12 * t - 6) / (h * h), (6 * t - 4) / h, (6 - 12 * t) / (h * h), (6 * t - 2) / h],
  };
}

export interface Assembled {
  energy: number;
  gradient: Float64Array;
  hessian: Banded;
}

/**
 * Energy of the plates under pressure, its gradient and its Hessian at `q`, added into `into`.
 *
 *   bending   ½D ∫ (κr² + κθ² + 2ν κr κθ) 2πr dr,  κr = w″, κθ = w′/r, D = E h³/(12(1 − ν²))
 *   stretch   ½C ∫ (εr² + εθ² + 2ν εr εθ) 2πr dr,  εr = u′ + w′²/2, εθ = u/r, C = E h/(1 − ν²)   (von Kármán only)
 *   pressure  −∫ p w 2πr dr over the pressure zone, on the first plate
 *
 * Source: Timoshenko and Woinowsky-Krieger, Theory of Plates and Shells, ch. 3 and 13 (from memory).
 */
export function assemble(mesh: Mesh, material: Material, load: Load, q: Float64Array, into: Assembled): void {
  const { radiiMm, plates, perNode, start, index } = mesh;
  const { youngsMPa, poisson: nu } = material;
  const stretches = perNode === 4;
  const count = plates.length;
  const unknowns = 2 * perNode;
  const at = new Int32Array(unknowns);
  const [bw, bk, bt] = [new Float64Array(unknowns), new Float64Array(unknowns), new Float64Array(unknowns)];
  const [bu, be] = [new Float64Array(unknowns), new Float64Array(unknowns)];
  const value = (b: Float64Array, x: Float64Array) => {
    let sum = 0;
    for (let k = 0; k < unknowns; k += 1) sum += b[k]! * x[k]!;
    return sum;
  };
  const local = new Float64Array(unknowns);
  for (let i = 0; i < count; i += 1) {
    const plate = plates[i]!;
    const h = plate.thicknessMm;
    const bending = (plate.count * youngsMPa * h ** 3) / (12 * (1 - nu * nu));
    const stretch = stretches ? (plate.count * youngsMPa * h) / (1 - nu * nu) : 0;
    for (let n = 0; n + 1 < radiiMm.length; n += 1) {
      const [s0, s1] = [start[n * count + i]!, start[(n + 1) * count + i]!];
      if (s0 < 0 || s1 < 0) continue;
      for (let k = 0; k < perNode; k += 1) {
        at[k] = index[s0 + k]!;
        at[perNode + k] = index[s1 + k]!;
      }
      for (let k = 0; k < unknowns; k += 1) local[k] = at[k]! < 0 ? 0 : q[at[k]!]!;
      const [r0, r1] = [radiiMm[n]!, radiiMm[n + 1]!];
      const length = r1 - r0;
      const loaded = i === 0 && (r0 + r1) / 2 > load.innerMm && (r0 + r1) / 2 < load.outerMm;
      for (const [g, weight] of GAUSS) {
        const t = (1 + g) / 2;
        const r = r0 + t * length;
        const area = weight * (length / 2) * 2 * Math.PI * r;
        const shape = hermite(t, length);
        const [w0, w1] = [0, perNode];
        bw.fill(0);
        bk.fill(0);
        bt.fill(0);
        for (let k = 0; k < 2; k += 1) {
          for (const [place, part] of [
            [w0 + k, k],
            [w1 + k, k + 2],
          ] as const) {
            bw[place] = shape.v[part]!;
            bk[place] = shape.dd[part]!;
            bt[place] = shape.d[part]!;
          }
        }
        const [curveR, slope] = [value(bk, local), value(bt, local)];
        const curveT = slope / r;
        const momentR = bending * (curveR + nu * curveT);
        const momentT = bending * (curveT + nu * curveR);
        into.energy += (area * (momentR * curveR + momentT * curveT)) / 2;
        let [forceR, forceT] = [0, 0];
        if (stretches) {
          bu.fill(0);
          be.fill(0);
          for (let k = 0; k < 2; k += 1) {
            bu[2 + k] = shape.v[k]!;
            bu[perNode + 2 + k] = shape.v[k + 2]!;
            be[2 + k] = shape.d[k]!;
            be[perNode + 2 + k] = shape.d[k + 2]!;
          }
          const strainR = value(be, local) + (slope * slope) / 2;
          const strainT = value(bu, local) / r;
          forceR = stretch * (strainR + nu * strainT);
          forceT = stretch * (strainT + nu * strainR);
          into.energy += (area * (forceR * strainR + forceT * strainT)) / 2;
        }
        if (loaded) into.energy -= area * load.pressureMPa * value(bw, local);
        for (let a = 0; a < unknowns; a += 1) {
          if (at[a]! < 0) continue;
          // Variation of the radial strain: δu′ + w′ δw′.
          const strainA = stretches ? be[a]! + slope * bt[a]! : 0;
          const hoopA = stretches ? bu[a]! / r : 0;
          let grad = momentR * bk[a]! + (momentT * bt[a]!) / r + forceR * strainA + forceT * hoopA;
          if (loaded) grad -= load.pressureMPa * bw[a]!;
          into.gradient[at[a]!]! += area * grad;
          const curveA = bk[a]!;
          const turnA = bt[a]! / r;
          for (let b = 0; b <= a; b += 1) {
            if (at[b]! < 0) continue;
            const [curveB, turnB] = [bk[b]!, bt[b]! / r];
            let hess = bending * (curveA * curveB + turnA * turnB + nu * (curveA * turnB + turnA * curveB));
            if (stretches) {
              const strainB = be[b]! + slope * bt[b]!;
              const hoopB = bu[b]! / r;
              hess += stretch * (strainA * strainB + hoopA * hoopB + nu * (strainA * hoopB + hoopA * strainB)) + forceR * bt[a]! * bt[b]!;
            }
            addTo(into.hessian, at[a]!, at[b]!, area * hess);
          }
        }
      }
    }
  }
}
