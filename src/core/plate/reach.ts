import { type Banded, substituteInPlace } from '../numerics/banded';
import { type Envelope, envelope } from '../numerics/envelope';
import type { Workspace } from '../numerics/workspace';
import type { Contact } from './contact';
import type { Mesh } from './mesh';

/** How far one newton at each contact opens every other, mm/N, through the plates they share. */
export interface Reach {
  matrix: Envelope;
  renew(factor: Banded): void;
  /** Adds to `q` what the contact forces lift. */
  lift(forcesN: Float64Array, q: Float64Array): void;
}

export function reachOf(mesh: Mesh, contacts: readonly Contact[], space: Workspace): Reach {
  const columns = columnsOf(mesh, contacts, space);
  const { blockOf, beginOf } = columns;
  const [n, blocks] = [contacts.length, mesh.blocks.length];
  /** Sides of the contacts, 2c where c opens and 2c + 1 where it closes, sorted by the plate they stand on. */
  const sideAt = space.integers(blocks + 1);
  const liftOf = space.integers(2 * n);
  for (let c = 0; c < n; c += 1) {
    const { opens, closes } = contacts[c]!;
    liftOf[2 * c] = opens;
    liftOf[2 * c + 1] = closes;
    if (opens >= 0) sideAt[blockOf[opens]! + 1]! += 1;
    if (closes >= 0) sideAt[blockOf[closes]! + 1]! += 1;
  }
  for (let b = 0; b < blocks; b += 1) sideAt[b + 1]! += sideAt[b]!;
  const sides = space.integers(sideAt[blocks]!);
  const filled = space.integers(blocks);
  for (let b = 0; b < blocks; b += 1) filled[b] = sideAt[b]!;
  // Where a plate's first contact stands is where the rows of its others begin.
  const first = space.integers(n);
  for (let c = 0; c < n; c += 1) {
    let from = c;
    for (let side = 2 * c; side < 2 * c + 2; side += 1) {
      const lift = liftOf[side]!;
      if (lift < 0) continue;
      const block = blockOf[lift]!;
      sides[filled[block]!++] = side;
      const begins = sides[sideAt[block]!]! >> 1;
      if (begins < from) from = begins;
    }
    first[c] = from;
  }
  const matrix = envelope(first, space);
  const netN = space.reals(mesh.size);
  return {
    matrix,
    renew(factor) {
      columns.renew(factor);
      const { data } = matrix;
      const lifts = columns.data;
      data.fill(0);
      // Of every pair of contacts the lift between them on a plate they share; on like sides it adds, on unlike ones it takes away.
      for (let block = 0; block < blocks; block += 1) {
        const { from: begins } = mesh.blocks[block]!;
        const end = sideAt[block + 1]!;
        for (let a = sideAt[block]!; a < end; a += 1) {
          const x = sides[a]!;
          const row = matrix.start[x >> 1]!;
          const across = liftOf[x]! - begins;
          for (let b = sideAt[block]!; b <= a; b += 1) {
            const y = sides[b]!;
            const lift = lifts[beginOf[liftOf[y]!]! + across]!;
            data[row + (y >> 1)]! += (x ^ y) & 1 ? -lift : lift;
          }
        }
      }
    },
    lift(forcesN, q) {
      const lifts = columns.data;
      // Where two contacts press on one lift, one from below and one from above, what is left between them lifts.
      for (let side = 0; side < 2 * n; side += 1)
        if (liftOf[side]! >= 0) netN[liftOf[side]!]! += side & 1 ? -forcesN[side >> 1]! : forcesN[side >> 1]!;
      for (const { from, to } of mesh.blocks)
        for (let lift = from; lift < to; lift += 1) {
          const force = netN[lift]!;
          if (force === 0) continue;
          netN[lift] = 0;
          const shift = beginOf[lift]! - from;
          for (let k = from; k < to; k += 1) q[k]! += force * lifts[k + shift]!;
        }
    },
  };
}

/** The lifts of a plate under one newton at each of its contacts. */
function columnsOf(mesh: Mesh, contacts: readonly Contact[], space: Workspace) {
  const blockOf = space.integers(mesh.size);
  for (let b = 0; b < mesh.blocks.length; b += 1) blockOf.fill(b, mesh.blocks[b]!.from, mesh.blocks[b]!.to);
  /** Where the column of a lift begins in `data`; −1 where nothing touches. */
  const beginOf = space.integers(mesh.size).fill(-1);
  let length = 0;
  const touch = (lift: number) => {
    if (lift < 0 || beginOf[lift]! >= 0) return;
    const { from, to } = mesh.blocks[blockOf[lift]!]!;
    beginOf[lift] = length;
    length += to - from;
  };
  for (const { opens, closes } of contacts) {
    touch(opens);
    touch(closes);
  }
  const data = space.reals(length);
  return {
    blockOf,
    beginOf,
    data,
    renew(factor: Banded) {
      data.fill(0);
      for (const { from, to } of mesh.blocks)
        for (let lift = from; lift < to; lift += 1) {
          const begin = beginOf[lift]!;
          if (begin < 0) continue;
          data[begin + lift - from] = 1;
          substituteInPlace(factor, data, from, to, lift, from - begin);
        }
    },
  };
}
