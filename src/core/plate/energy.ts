import { addTo, type Banded } from '../numerics/banded';
import type { Mesh } from './mesh';
import { GAUSS } from './shape';

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
      const shapes = mesh.shapes[n]!;
      for (let g = 0; g < GAUSS.length; g += 1) {
        const r = r0 + ((1 + GAUSS[g]![0]) / 2) * length;
        const area = GAUSS[g]![1] * (length / 2) * 2 * Math.PI * r;
        const shape = shapes[g]!;
        bw.fill(0);
        bk.fill(0);
        bt.fill(0);
        for (let k = 0; k < 2; k += 1) {
          bw[k] = shape.v[k]!;
          bw[perNode + k] = shape.v[k + 2]!;
          bk[k] = shape.dd[k]!;
          bk[perNode + k] = shape.dd[k + 2]!;
          bt[k] = shape.d[k]!;
          bt[perNode + k] = shape.d[k + 2]!;
        }
        const curveR = value(bk, local);
        const slope = value(bt, local);
        const curveT = slope / r;
        const momentR = bending * (curveR + nu * curveT);
        const momentT = bending * (curveT + nu * curveR);
        into.energy += (area * (momentR * curveR + momentT * curveT)) / 2;
        let forceR = 0;
        let forceT = 0;
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
            const curveB = bk[b]!;
            const turnB = bt[b]! / r;
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
