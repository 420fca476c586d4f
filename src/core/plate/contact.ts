import type { Mesh } from './mesh';

/** "No nearer than": Σ sign·w + gap ≥ 0 at one node; `above` is null for a fixed stop or seat. */
export interface Contact {
  /** Unknown of the lift that grows the gap, −1 where that side is held or fixed. */
  opens: number;
  /** Unknown of the lift that closes it, −1 likewise. */
  closes: number;
  gapMm: number;
}

const TINY = 1e-9;

/**
 * One-sided contact between neighbours wherever both exist, node by node. A shim that does not reach a radius leaves a gap of its thickness there: that
 * is what a crossover is.
 */
export function contactsOf(mesh: Mesh): Contact[] {
  const { plates, radiiMm, start, index } = mesh;
  const lift = (n: number, i: number) => {
    const s = start[n * plates.length + i]!;
    return s < 0 ? -1 : index[s]!;
  };
  const found: Contact[] = [];
  // Plate by plate: a force then reaches only the contacts of its two plates, which stand near one another.
  for (let i = 0; i < plates.length; i += 1)
    for (let n = 1; n < radiiMm.length; n += 1) {
      if (start[n * plates.length + i]! < 0) continue;
      let gapMm = 0;
      for (let k = i + 1; k < plates.length; k += 1) {
        if (start[n * plates.length + k]! >= 0) {
          found.push({ opens: lift(n, k), closes: lift(n, i), gapMm });
          break;
        }
        gapMm += plates[k]!.thicknessMm * plates[k]!.count;
      }
    }
  return found;
}

/** Lift unknown of the face shim at a radius that is a node. */
export function faceLiftAt(mesh: Mesh, radiusMm: number): number {
  const n = mesh.radiiMm.findIndex((r) => Math.abs(r - radiusMm) < TINY * Math.max(1, radiusMm));
  const s = n < 0 ? -1 : mesh.start[n * mesh.plates.length]!;
  return s < 0 ? -1 : mesh.index[s]!;
}
