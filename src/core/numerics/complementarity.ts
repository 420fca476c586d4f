import { addProduct, type Envelope } from './envelope';
import { type Workspace, workspace } from './workspace';

export interface Complementary {
  /** The unknowns, none below zero; written over by the next answer. */
  z: Float64Array;
  rounds: number;
  solved: boolean;
}

/** Share of the largest figure below which a sign is round-off. */
const ROUND_OFF = 1e-10;
/** Every row gives way by this share of itself: rows that nearly depend on one another then still have one answer. */
const GIVE = 1e-8;
/** A pivot this small against 1 says that the row depends on those before it. */
const DEPENDENT = 1e-14;
/** Whole sets are exchanged this often without gain. */
const PATIENCE = 10;
const MAX_ROUNDS = 3000;

export interface OneSided {
  /** To be called when the matrix has changed. */
  renew(): void;
  /**
   * @param b right side
   * @param begin 1 for rows thought to have z > 0: those of a neighbouring problem; renewed in place
   */
  solve(b: Float64Array, begin: Uint8Array): Complementary;
  /**
   * z of the rows chosen from M·z = −b among them, whatever their sign; 0 elsewhere. For how an answer moves while no row changes sides. Written over by
   * the next answer.
   */
  among(b: Float64Array, rows: Uint8Array): Float64Array;
}

/**
 * One-sided conditions: z ≥ 0 with w = b + M·z ≥ 0 and z·w = 0, by block principal pivoting: rows on the wrong side change over all at once. Where that stops gaining, the least of
 * ½zᵀMz + bᵀz is sought row by row, which always ends.
 *
 * Rows of M reach only a little back where plates lie on one another, and so does their factor: what is left of it from the round or the load before is kept as far as the chosen
 * rows are the same.
 * @param m symmetric and positive definite
 * Source: Júdice and Pires, Computers and Operations Research 21 (1994); Lawson and Hanson, Solving Least Squares Problems, ch. 23 (both from memory).
 */
export function oneSided(m: Envelope, space: Workspace = workspace()): OneSided {
  const n = m.size;
  const factor = factorOf(m, space);
  const z = space.reals(n);
  const w = space.reals(n);
  const { scale } = factor;
  const b = space.reals(n);
  const wrong = space.integers(n);
  const found = space.reals(n);
  let scaled = false;
  const takeRight = (right: Float64Array): void => {
    if (!scaled) factor.take();
    scaled = true;
    for (let i = 0; i < n; i += 1) b[i] = right[i]! / scale[i]!;
  };

  /** z of the rows of `begin`, 0 elsewhere; w of the others. Returns how small a figure is round-off, `most` being the largest of the right side. */
  function answer(begin: Uint8Array, most: number): number {
    factor.choose(begin);
    factor.answer(b, z);
    w.set(b);
    addProduct(factor.unit, z, begin, w);
    let largest = most;
    for (let i = 0; i < n; i += 1) if (z[i]! > largest || -z[i]! > largest) largest = Math.abs(z[i]!);
    return largest * ROUND_OFF;
  }
  function ended(begin: Uint8Array, rounds: number, solved: boolean): Complementary {
    for (let i = 0; i < n; i += 1) found[i] = begin[i] && z[i]! > 0 ? z[i]! / scale[i]! : 0;
    return { z: found, rounds, solved };
  }

  function solve(right: Float64Array, begin: Uint8Array): Complementary {
    takeRight(right);
    let most = 0;
    for (let i = 0; i < n; i += 1) most = Math.max(most, Math.abs(b[i]!));
    let [least, patience, rounds] = [n + 1, PATIENCE, 1];
    for (; patience > 0; rounds += 1) {
      const tolerance = answer(begin, most);
      let count = 0;
      for (let i = 0; i < n; i += 1) if ((begin[i] ? z[i]! : w[i]!) < -tolerance) wrong[count++] = i;
      if (count === 0) return ended(begin, rounds, true);
      if (count < least) [least, patience] = [count, PATIENCE];
      else patience -= 1;
      for (let k = 0; k < count; k += 1) begin[wrong[k]!]! ^= 1;
    }
    // Row by row from nothing: the row most below zero comes in; on the way to its answer the first that would turn negative goes out.
    const held = space.reals(n);
    begin.fill(0);
    answer(begin, most);
    while (rounds < MAX_ROUNDS) {
      let [worst, by] = [-1, -most * ROUND_OFF];
      for (let i = 0; i < n; i += 1) if (!begin[i] && w[i]! < by) [worst, by] = [i, w[i]!];
      if (worst < 0) return ended(begin, rounds, true);
      begin[worst] = 1;
      held[worst] = 0;
      for (;;) {
        answer(begin, most);
        rounds += 1;
        let share = 1;
        for (let i = 0; i < n; i += 1)
          if (begin[i] && z[i]! <= 0) share = Math.min(share, held[i]! / (held[i]! - z[i]! || Number.MIN_VALUE));
        for (let i = 0; i < n; i += 1) {
          if (!begin[i]) continue;
          held[i]! += share * (z[i]! - held[i]!);
          if (share < 1 && held[i]! <= most * ROUND_OFF * ROUND_OFF) begin[i] = held[i] = 0;
        }
        if (share === 1 || rounds >= MAX_ROUNDS) break;
      }
    }
    return ended(begin, rounds, false);
  }
  return {
    renew: () => {
      scaled = false;
    },
    solve,
    among(right, rows) {
      takeRight(right);
      factor.choose(rows);
      factor.answer(b, z);
      for (let i = 0; i < n; i += 1) found[i] = z[i]! / scale[i]!;
      return found;
    },
  };
}

/** Cholesky of the chosen rows of M scaled to a unit diagonal, so that one tolerance fits all. */
function factorOf(m: Envelope, space: Workspace) {
  const n = m.size;
  const scale = space.reals(n);
  const unit: Envelope = { ...m, data: space.reals(m.data.length) };
  const at = space.integers(n);
  /** Of each chosen row its first column and its place, counted among the chosen. */
  const firsts = space.integers(n);
  const starts = space.integers(n);
  const chosenBefore = space.integers(n + 1);
  const l = space.reals(m.data.length);
  const forward = space.reals(n);
  let [count, good] = [0, 0];

  return {
    scale,
    unit,
    /** Takes M as it is now. */
    take(): void {
      for (let i = 0; i < n; i += 1) scale[i] = Math.sqrt(m.data[m.start[i]! + i]!);
      for (let i = 0; i < n; i += 1) {
        const own = m.start[i]!;
        for (let j = m.first[i]!; j <= i; j += 1) unit.data[own + j] = m.data[own + j]! / (scale[i]! * scale[j]!);
      }
      good = count = 0;
    },
    /** Factors the rows marked; those before the first that differs from the last choice are kept. */
    choose(rows: Uint8Array): void {
      let now = 0;
      let same = true;
      let length = 0;
      for (let i = 0; i < n; i += 1) {
        chosenBefore[i] = now;
        if (!rows[i]) continue;
        if (same && (now >= count || at[now] !== i)) {
          same = false;
          good = Math.min(good, now);
        }
        at[now] = i;
        firsts[now] = chosenBefore[m.first[i]!]!;
        starts[now] = length - firsts[now]!;
        length += now - firsts[now]! + 1;
        now += 1;
      }
      count = now;
      good = Math.min(good, count);
      factorRows(unit, at, firsts, starts, l, good, count);
      good = count;
    },
    /** z of the chosen rows from M·z = −b among them; 0 elsewhere. */
    answer(b: Float64Array, z: Float64Array): void {
      for (let i = 0; i < count; i += 1) {
        const own = starts[i]!;
        let sum = -b[at[i]!]!;
        for (let k = firsts[i]!; k < i; k += 1) sum -= l[own + k]! * forward[k]!;
        forward[i] = sum * l[own + i]!;
      }
      z.fill(0);
      for (let i = count - 1; i >= 0; i -= 1) {
        const own = starts[i]!;
        const answer = forward[i]! * l[own + i]!;
        z[at[i]!] = answer;
        for (let k = firsts[i]!; k < i; k += 1) forward[k]! -= l[own + k]! * answer;
      }
    },
  };
}

/** Rows `from` to `to` of the factor; the inverse of each pivot is kept, 0 leaves a dependent row out. */
function factorRows(
  { data, start }: Envelope,
  at: Int32Array,
  firsts: Int32Array,
  starts: Int32Array,
  l: Float64Array,
  from: number,
  to: number,
): void {
  for (let i = from; i < to; i += 1) {
    const row = start[at[i]!]!;
    const own = starts[i]!;
    const first = firsts[i]!;
    let pivot = data[row + at[i]!]! + GIVE;
    for (let j = first; j < i; j += 1) {
      const other = starts[j]!;
      const begin = firsts[j]!;
      let sum = data[row + at[j]!]!;
      for (let k = first > begin ? first : begin; k < j; k += 1) sum -= l[own + k]! * l[other + k]!;
      sum *= l[other + j]!;
      l[own + j] = sum;
      pivot -= sum * sum;
    }
    l[own + i] = pivot > DEPENDENT ? 1 / Math.sqrt(pivot) : 0;
  }
}
