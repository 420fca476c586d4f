import { type Banded, banded, factorInPlace, substituteInPlace } from '../numerics/banded';
import { complementarity } from '../numerics/complementarity';
import type { Contact } from './contact';
import { type Assembled, assemble, type Load, type Material } from './energy';
import { MERIT_NOISE, MOST_BACKTRACKS, MOST_NEWTON_STEPS, RESIDUAL_TOLERANCE } from './limits';
import type { Mesh } from './mesh';

export interface Solution {
  q: Float64Array;
  /** Contact forces, N, in the order of the contacts. */
  forcesN: Float64Array;
  status: 'solved' | 'step limit' | 'not definite' | 'contact limit';
  newtonSteps: number;
  contactRounds: number;
}

export type Start = Pick<Solution, 'q' | 'forcesN'>;

/** What one search for a balance carries along: which contacts push and how hard, and what it has cost. */
interface Running {
  pushing: Uint8Array;
  forcesN: Float64Array;
  cost: Pick<Solution, 'newtonSteps' | 'contactRounds'>;
}

/** How far a contact stands open, mm; negative: overlapping. */
const openMm = (c: Contact, q: Float64Array) => (c.opens < 0 ? 0 : q[c.opens]!) - (c.closes < 0 ? 0 : q[c.closes]!) + c.gapMm;

/**
 * Finds the lifts that make the energy least under one-sided contact, for one load after another.
 *
 * Plates know of one another by contact forces alone, so each Newton step solves every plate's own narrow band, finds how far a force at one contact opens another (a
 * small dense matrix), and then the forces that let nothing overlap: a linear complementarity problem. Contact is exact at every step; no stiffness is invented
 * for it. Plates that do not stretch need one step.
 * @returns a function of the load, always on the same zone, and of where to start: lifts and forces of a load near by
 * Source: Nocedal and Wright, Numerical Optimization, ch. 18 (sequential quadratic programming, from memory).
 */
export function solverOf(mesh: Mesh, material: Material, contacts: readonly Contact[]): (load: Load, begin?: Start) => Solution {
  const { size, band } = mesh;
  const into: Assembled = { energy: 0, gradient: new Float64Array(size), hessian: banded(size, band) };
  const evaluate = (load: Load, at: Float64Array) => {
    into.energy = 0;
    into.gradient.fill(0);
    into.hessian.data.fill(0);
    assemble(mesh, material, load, at, into);
  };
  const factor = banded(size, band);
  const reach = reachOf(mesh, contacts);
  const factored = () => {
    factor.data.set(into.hessian.data);
    if (!factorInPlace(factor)) return false;
    reach.renew(factor);
    return true;
  };
  const open = new Float64Array(contacts.length);
  /** The Newton step from q with contact kept; null where contact finds no end. Forces and the set that pushes are renewed. */
  const stepFrom = (q: Float64Array, { pushing, forcesN, cost }: Running): Float64Array | null => {
    const step = into.gradient.map((g) => -g);
    substituteInPlace(factor, step);
    for (let c = 0; c < contacts.length; c += 1) {
      const { opens, closes } = contacts[c]!;
      open[c] = openMm(contacts[c]!, q) + (opens < 0 ? 0 : step[opens]!) - (closes < 0 ? 0 : step[closes]!);
    }
    const found = complementarity(reach.matrix, open, pushing);
    cost.newtonSteps += 1;
    cost.contactRounds += found.rounds;
    if (!found.solved) return null;
    forcesN.set(found.z);
    const pushed = pushOf(contacts, found.z, size);
    substituteInPlace(factor, pushed);
    for (let k = 0; k < size; k += 1) step[k]! += pushed[k]!;
    return step;
  };
  const running = (begin: Start | undefined): Running => ({
    forcesN: begin ? begin.forcesN.slice() : new Float64Array(contacts.length),
    // From rest every shim lies on its neighbour: opening a few is quicker than closing all.
    pushing: Uint8Array.from(contacts, (c, i) => ((begin ? begin.forcesN[i]! > 0 : c.gapMm <= 0) ? 1 : 0)),
    cost: { newtonSteps: 0, contactRounds: 0 },
  });
  const ended = (q: Float64Array, { forcesN, cost }: Running, status: Solution['status']): Solution => ({ q, forcesN, status, ...cost });

  /** Linear in the pressure but for contact: one matrix, one gradient for each MPa, one step for each load. */
  const linear = () => {
    const rest = new Float64Array(size);
    let perMPa: Float64Array | null = null;
    return (load: Load, begin?: Start): Solution => {
      const now = running(begin);
      if (!perMPa) {
        evaluate({ ...load, pressureMPa: 1 }, rest);
        if (!factored()) return ended(rest, now, 'not definite');
        perMPa = into.gradient.slice();
      }
      for (let k = 0; k < size; k += 1) into.gradient[k] = perMPa[k]! * load.pressureMPa;
      const q = stepFrom(rest, now);
      return q ? ended(q, now, 'solved') : ended(rest, now, 'contact limit');
    };
  };

  const stretching = (load: Load, begin?: Start): Solution => {
    const now = running(begin);
    const q = begin ? begin.q.slice() : new Float64Array(size);
    const unloaded = { ...load, pressureMPa: 0 };
    // A dish begins overlapped: first to where nothing does, without pressure, from where the energy can only fall.
    let first = !begin && contacts.some((c) => c.gapMm < 0);
    evaluate(first ? unloaded : load, q);
    // A start foreseen from other loads may overlap a little; a whole step puts that right, whatever the energy says.
    let isWhole = first || begin !== undefined;
    const trial = new Float64Array(size);
    while (now.cost.newtonSteps < MOST_NEWTON_STEPS) {
      const [before, downhill] = [into.energy, into.gradient.slice()];
      if (!factored()) return ended(q, now, 'not definite');
      const step = stepFrom(q, now);
      if (!step) return ended(q, now, 'contact limit');
      let slope = 0;
      for (let k = 0; k < size; k += 1) slope += downhill[k]! * step[k]!;
      let share = 1;
      for (let b = 0; b < MOST_BACKTRACKS; b += 1) {
        for (let k = 0; k < size; k += 1) trial[k] = q[k]! + share * step[k]!;
        evaluate(load, trial);
        if (isWhole || into.energy <= before + 1e-4 * share * slope + MERIT_NOISE * Math.abs(before)) break;
        share /= 2;
      }
      q.set(trial);
      if (!first && share === 1 && isBalanced(into, contacts, now.forcesN, q)) return ended(q, now, 'solved');
      isWhole = first = false;
    }
    return ended(q, now, 'step limit');
  };
  return mesh.perNode === 4 ? stretching : linear();
}

/** Bᵀf: the contact forces on every unknown. */
function pushOf(contacts: readonly Contact[], forcesN: Float64Array, size: number): Float64Array {
  const push = new Float64Array(size);
  for (let c = 0; c < contacts.length; c += 1) {
    const { opens, closes } = contacts[c]!;
    if (opens >= 0) push[opens]! += forcesN[c]!;
    if (closes >= 0) push[closes]! -= forcesN[c]!;
  }
  return push;
}

/** Plates and contact forces hold one another: what is left over does no work to speak of. */
function isBalanced({ energy, gradient }: Assembled, contacts: readonly Contact[], forcesN: Float64Array, q: Float64Array): boolean {
  const push = pushOf(contacts, forcesN, q.length);
  let [left, scale] = [0, Math.abs(energy)];
  for (let k = 0; k < q.length; k += 1) {
    left += Math.abs((gradient[k]! - push[k]!) * q[k]!);
    scale += Math.abs(push[k]! * q[k]!);
  }
  return left <= RESIDUAL_TOLERANCE * scale;
}

/** How far one newton at each contact opens every other, mm/N, through the plates they share. */
function reachOf(mesh: Mesh, contacts: readonly Contact[]): { matrix: Float64Array; renew(factor: Banded): void } {
  const n = contacts.length;
  const matrix = new Float64Array(n * n);
  const touched = [...new Set(contacts.flatMap((c) => [c.opens, c.closes]).filter((k) => k >= 0))];
  const blocks = touched.map((k) => mesh.blocks.findIndex((b) => k >= b.from && k < b.to));
  const blockOf = new Int32Array(mesh.size).fill(-1);
  /** Where the column of a lift begins in `columns`: the lifts of its plate under one newton there. */
  const beginOf = new Int32Array(mesh.size);
  let length = 0;
  touched.forEach((k, t) => {
    const { from, to } = mesh.blocks[blocks[t]!]!;
    blockOf[k] = blocks[t]!;
    beginOf[k] = length;
    length += to - from;
  });
  const columns = new Float64Array(length);
  const views = touched.map((k, t) =>
    columns.subarray(beginOf[k], beginOf[k]! + mesh.blocks[blocks[t]!]!.to - mesh.blocks[blocks[t]!]!.from),
  );
  // Of every pair of contacts the lifts between them on a plate they share: (opens, opens) and (closes, closes) add, the others take away.
  const [adds, takes]: [number[], number[]] = [[], []];
  const pair = (list: number[], place: number, a: number, b: number) => {
    if (a < 0 || b < 0 || blockOf[a] !== blockOf[b]) return;
    list.push(place, beginOf[a]! + b - mesh.blocks[blockOf[b]!]!.from);
  };
  for (let i = 0; i < n; i += 1)
    for (let j = 0; j <= i; j += 1) {
      const [c, d, place] = [contacts[i]!, contacts[j]!, i * n + j];
      pair(adds, place, c.opens, d.opens);
      pair(adds, place, c.closes, d.closes);
      pair(takes, place, c.opens, d.closes);
      pair(takes, place, c.closes, d.opens);
    }
  const [added, taken] = [Int32Array.from(adds), Int32Array.from(takes)];
  return {
    matrix,
    renew(factor) {
      columns.fill(0);
      for (let t = 0; t < touched.length; t += 1) {
        const { from, to } = mesh.blocks[blocks[t]!]!;
        views[t]![touched[t]! - from] = 1;
        substituteInPlace(factor, views[t]!, from, to);
      }
      matrix.fill(0);
      for (let k = 0; k < added.length; k += 2) matrix[added[k]!]! += columns[added[k + 1]!]!;
      for (let k = 0; k < taken.length; k += 2) matrix[taken[k]!]! -= columns[taken[k + 1]!]!;
      for (let i = 0; i < n; i += 1) for (let j = 0; j < i; j += 1) matrix[j * n + i] = matrix[i * n + j]!;
    },
  };
}
