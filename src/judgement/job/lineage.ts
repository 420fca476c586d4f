/** The lineage as a tree over time: each set-up on a lane, branches on lanes of their own. */

export interface LineageNode {
  id: number;
  parentId: number | null;
  at: string;
}

export interface Placed<T extends LineageNode> {
  node: T;
  /** Position along time, in order of recording from 0. */
  order: number;
  /** 0 is the trunk; a branch takes the first lane free from its parent on. */
  lane: number;
}

/**
 * Places the nodes: a child goes on along its parent's lane if it is that parent's first, else it opens a lane.
 * @param nodes in any order; ids rise with time, and a parent's is below its children's
 */
export function placeLineage<T extends LineageNode>(nodes: readonly T[]): Placed<T>[] {
  const inOrder = [...nodes].sort((a, b) => a.id - b.id);
  const placed = new Map<number, Placed<T>>();
  const continued = new Set<number>();
  let lanes = 0;
  inOrder.forEach((node, order) => {
    const parent = node.parentId === null ? undefined : placed.get(node.parentId);
    const goesOn = parent !== undefined && !continued.has(parent.node.id);
    if (parent) continued.add(parent.node.id);
    const lane = goesOn ? parent.lane : lanes;
    if (!goesOn) lanes += 1;
    placed.set(node.id, { node, order, lane });
  });
  return [...placed.values()];
}
