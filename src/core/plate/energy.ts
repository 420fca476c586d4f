import type { Banded } from '../numerics/banded';
import type { Mesh } from './mesh';
import { GAUSS_POINTS } from './shape';

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

/** Unknowns of one element: lift and slope at both ends, then shift and its slope at both ends. */
const LIFTS = 4;
const MOST = 2 * LIFTS;

/**
 * Energy of the plates under pressure, its gradient and its Hessian at `q`, added into `into`.
 *
 *   bending   ½D ∫ (κr² + κθ² + 2ν κr κθ) 2πr dr,  κr = w″, κθ = w′/r, D = E h³/(12(1 − ν²))
 *   stretch   ½C ∫ (εr² + εθ² + 2ν εr εθ) 2πr dr,  εr = u′ + w′²/2, εθ = u/r, C = E h/(1 − ν²)   (von Kármán only)
 *   pressure  −∫ p w 2πr dr over the pressure zone, on the first plate
 *
 * What does not change with q is kept with the mesh: the bending of each element per unit of D, its stretching without lift per unit of C, and the pressure's
 * share of each unknown. Only the terms that join lift and stretching are summed anew at the Gauss points.
 * Source: Timoshenko and Woinowsky-Krieger, Theory of Plates and Shells, ch. 3 and 13 (from memory).
 */
export function assemble(mesh: Mesh, material: Material, load: Load, q: Float64Array, into: Assembled): void {
  const { radiiMm, plates, perNode, start, index, elements } = mesh;
  const { youngsMPa, poisson: nu } = material;
  const stretches = perNode === 4;
  const count = plates.length;
  const used = stretches ? MOST : LIFTS;
  const stride = into.hessian.band + 1;
  const { gradient } = into;
  const { data } = into.hessian;
  const at = new Int32Array(MOST);
  const x = new Float64Array(MOST);
  const g = new Float64Array(MOST);
  const h = new Float64Array(MOST * MOST);
  let energy = 0;
  for (let i = 0; i < count; i += 1) {
    const plate = plates[i]!;
    const bendingAlone = (plate.count * youngsMPa * plate.thicknessMm ** 3) / (12 * (1 - nu * nu));
    const stretch = (plate.count * youngsMPa * plate.thicknessMm) / (1 - nu * nu);
    for (let n = 0; n + 1 < radiiMm.length; n += 1) {
      const s0 = start[n * count + i]!;
      const s1 = start[(n + 1) * count + i]!;
      if (s0 < 0 || s1 < 0) continue;
      for (let k = 0; k < 2; k += 1) {
        at[k] = index[s0 + k]!;
        at[2 + k] = index[s1 + k]!;
        if (!stretches) continue;
        at[LIFTS + k] = index[s0 + 2 + k]!;
        at[LIFTS + 2 + k] = index[s1 + 2 + k]!;
      }
      for (let k = 0; k < used; k += 1) x[k] = at[k]! < 0 ? 0 : q[at[k]!]!;
      const element = elements[n]!;
      const bending = plate.layers ? layered(plate.layers, radiiMm[n + 1]!, youngsMPa, nu) : bendingAlone;
      const bend = element.bending(nu);
      for (let a = 0; a < LIFTS; a += 1) {
        let sum = 0;
        for (let b = 0; b < LIFTS; b += 1) {
          const k = bending * bend[a * LIFTS + b]!;
          h[a * MOST + b] = k;
          sum += k * x[b]!;
        }
        g[a] = sum;
        energy += (sum * x[a]!) / 2;
      }
      if (stretches) {
        const flat = element.stretching(nu);
        for (let a = 0; a < LIFTS; a += 1) {
          let sum = 0;
          for (let b = 0; b < LIFTS; b += 1) {
            const k = stretch * flat[a * LIFTS + b]!;
            h[(LIFTS + a) * MOST + LIFTS + b] = k;
            h[(LIFTS + a) * MOST + b] = 0;
            sum += k * x[LIFTS + b]!;
          }
          g[LIFTS + a] = sum;
          energy += (sum * x[LIFTS + a]!) / 2;
        }
        for (let p = 0; p < GAUSS_POINTS; p += 1) {
          const base = p * LIFTS;
          const { values, slopes } = element;
          const hoopPerShift = nu / element.radiiMm[p]!;
          const weight = stretch * element.areasMm2[p]!;
          let [slope, inPlane] = [0, 0];
          for (let a = 0; a < LIFTS; a += 1) {
            slope += slopes[base + a]! * x[a]!;
            inPlane += (slopes[base + a]! + hoopPerShift * values[base + a]!) * x[LIFTS + a]!;
          }
          // The strain of turning, and with it the radial force per unit of C.
          const turned = (slope * slope) / 2;
          const force = inPlane + turned;
          energy += weight * turned * (inPlane + turned / 2);
          const second = weight * (slope * slope + force);
          for (let a = 0; a < LIFTS; a += 1) {
            const da = slopes[base + a]!;
            const ua = da + hoopPerShift * values[base + a]!;
            g[a]! += weight * force * slope * da;
            g[LIFTS + a]! += weight * turned * ua;
            for (let b = 0; b <= a; b += 1) h[a * MOST + b]! += second * da * slopes[base + b]!;
            for (let b = 0; b < LIFTS; b += 1) h[(LIFTS + a) * MOST + b]! += weight * slope * ua * slopes[base + b]!;
          }
        }
      }
      const middle = (radiiMm[n]! + radiiMm[n + 1]!) / 2;
      if (i === 0 && middle > load.innerMm && middle < load.outerMm)
        for (let a = 0; a < LIFTS; a += 1) {
          const push = load.pressureMPa * element.pressed[a]!;
          g[a]! -= push;
          energy -= push * x[a]!;
        }
      for (let a = 0; a < used; a += 1) {
        const row = at[a]!;
        if (row < 0) continue;
        gradient[row]! += g[a]!;
        for (let b = 0; b <= a; b += 1) {
          const column = at[b]!;
          if (column < 0) continue;
          const [down, across] = row >= column ? [row, column] : [column, row];
          data[down * stride + across - down + stride - 1]! += h[a * MOST + b]!;
        }
      }
    }
  }
  into.energy += energy;
}

/** Bending stiffness of the layers that reach a radius. */
function layered(layers: NonNullable<Mesh['plates'][number]['layers']>, toMm: number, youngsMPa: number, nu: number): number {
  let sum = 0;
  for (const { outerMm, thicknessMm, count } of layers) if (outerMm >= toMm - 1e-9) sum += count * thicknessMm ** 3;
  return (sum * youngsMPa) / (12 * (1 - nu * nu));
}
