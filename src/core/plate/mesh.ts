import { ELEMENTS } from './limits';
import { type RingElement, ringElement, type RingOf } from './shape';

/** One plate of the stack, or several alike on one another, which bend as one of so many times the stiffness. */
export interface Plate {
  outerMm: number;
  thicknessMm: number;
  count: number;
  /** Quick plates: shims taken to bend as one wherever they reach. Then thickness and count are those of a gap it would leave. */
  layers?: readonly Shim[];
}

interface Shim {
  outerMm: number;
  thicknessMm: number;
  count: number;
}

/** Unknowns at a node of a plate: lift and its slope, and, where plates stretch, the radial shift and its slope. */
export type PerNode = 2 | 4;

export interface Mesh {
  radiiMm: Float64Array;
  plates: readonly Plate[];
  perNode: PerNode;
  /** First unknown of plate i at node n, −1 where the plate does not reach: start[n · plates + i]. Held unknowns are −1 in `index`. */
  start: Int32Array;
  /** From position (start + k) to the unknown's number, −1 where it is held. */
  index: Int32Array;
  size: number;
  band: number;
  /** The unknowns of each plate: they follow one another, so that plates are blocks joined by contact alone. */
  blocks: { from: number; to: number }[];
  /** Between each node and the next. */
  elements: readonly RingElement[];
}

const TINY = 1e-9;

/**
 * Nodes along the radius with one at every edge that matters, and the numbering of the unknowns: plate by plate and node by node, so that each plate is a narrow band of its own.
 * @param elements over the longest overhang
 * @param ring elements by their radii; one that remembers them serves a search, where the same edges come again and again
 * @param held 'inner': clamped at the first node (a stack); 'outer': clamped at the last, free to lift at the centre (a solid plate, for checks)
 */
export function meshOf(
  plates: readonly Plate[],
  innerMm: number,
  edgesMm: readonly number[],
  perNode: PerNode,
  held: 'inner' | 'outer',
  elements = ELEMENTS,
  ring: RingOf = ringElement,
): Mesh {
  const outerMm = Math.max(...plates.map((p) => p.outerMm));
  const edges = [
    ...new Set(
      [innerMm, outerMm, ...plates.flatMap((p) => [p.outerMm, ...(p.layers ?? []).map((l) => l.outerMm)]), ...edgesMm].filter(
        (r) => r >= innerMm && r <= outerMm,
      ),
    ),
  ].sort((a, b) => a - b);
  const aim = (outerMm - innerMm) / elements;
  const radii: number[] = [innerMm];
  for (let i = 1; i < edges.length; i += 1) {
    const [from, to] = [edges[i - 1]!, edges[i]!];
    const pieces = Math.max(1, Math.ceil((to - from) / aim - TINY));
    for (let k = 1; k <= pieces; k += 1) radii.push(from + ((to - from) * k) / pieces);
  }
  const nodes = radii.length;
  const start = new Int32Array(nodes * plates.length).fill(-1);
  const index: number[] = [];
  let size = 0;
  const blocks: Mesh['blocks'] = [];
  plates.forEach((plate, i) => {
    const from = size;
    radii.forEach((r, n) => {
      // A shim no wider than the clamp bends nowhere; it only holds its neighbours apart.
      if (r > plate.outerMm + TINY || plate.outerMm <= innerMm + TINY) return;
      start[n * plates.length + i] = index.length;
      for (let k = 0; k < perNode; k += 1) {
        const clamped = held === 'inner' ? n === 0 : n === nodes - 1;
        // Clamped: no lift, no slope, no radial shift. At the centre of a solid plate: no slope, no shift.
        const atCentre = held === 'outer' && n === 0 && (k === 1 || k === 2);
        const isHeld = (clamped && k < 3) || atCentre;
        index.push(isHeld ? -1 : size);
        if (!isHeld) size += 1;
      }
    });
    blocks.push({ from, to: size });
  });
  const rings = radii.slice(1).map((r, n) => ring(radii[n]!, r));
  const band = 2 * perNode - 1;
  return { radiiMm: Float64Array.from(radii), plates, perNode, start, index: Int32Array.from(index), size, band, blocks, elements: rings };
}
