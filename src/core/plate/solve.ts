import { banded, factorInPlace, substituteInPlace } from '../numerics/banded';
import { oneSided } from '../numerics/complementarity';
import { workspace } from '../numerics/workspace';
import type { Contact } from './contact';
import { type Assembled, assemble, type Load, type Material } from './energy';
import { MERIT_NOISE, MAX_BACKTRACKS, MAX_NEWTON_STEPS, RESIDUAL_TOLERANCE } from './limits';
import type { Mesh } from './mesh';
import { reachOf } from './reach';

export interface Solution {
  q: Float64Array;
  /** Contact forces, N, in the order of the contacts. */
  forcesN: Float64Array;
  status: 'solved' | 'step limit' | 'not definite' | 'contact limit';
  newtonSteps: number;
  contactRounds: number;
}

export type Start = Pick<Solution, 'q' | 'forcesN'>;

export interface Solver {
  solve(load: Load, begin?: Start): Solution;
  perMPa(load: Load): Float64Array;
}

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
 * matrix in which only contacts of one plate meet), and then the forces that let nothing overlap: a linear complementarity problem. Contact is exact at every step; no stiffness is invented
 * for it. Plates that do not stretch need one step.
 * @returns `solve`: a function of the load, always on the same zone, and of where to start, lifts and forces of a load near by; `perMPa`: how the lifts of the answer just found
 * move with the pressure while no contact opens or closes, mm/MPa
 * Source: Nocedal and Wright, Numerical Optimization, ch. 18 (sequential quadratic programming, from memory).
 */
export function solverOf(mesh: Mesh, material: Material, contacts: readonly Contact[]): Solver {
  const { size, band } = mesh;
  const space = workspace();
  const copyOf = (values: Float64Array, sign: 1 | -1 = 1) => {
    const copy = space.reals(values.length);
    for (let k = 0; k < copy.length; k += 1) copy[k] = sign * values[k]!;
    return copy;
  };
  const into: Assembled = { energy: 0, gradient: space.reals(size), hessian: banded(size, band, space) };
  const evaluate = (load: Load, at: Float64Array) => {
    into.energy = 0;
    into.gradient.fill(0);
    into.hessian.data.fill(0);
    assemble(mesh, material, load, at, into);
  };
  const factor = banded(size, band, space);
  const reach = reachOf(mesh, contacts, space);
  const contact = oneSided(reach.matrix, space);
  const factored = () => {
    factor.data.set(into.hessian.data);
    if (!factorInPlace(factor)) return false;
    reach.renew(factor);
    contact.renew();
    return true;
  };
  const open = space.reals(contacts.length);
  const lastPushing = space.marks(contacts.length);
  /** The Newton step from q with contact kept; null where contact finds no end. Forces and the set that pushes are renewed. */
  const stepFrom = (q: Float64Array, { pushing, forcesN, cost }: Running): Float64Array | null => {
    const step = copyOf(into.gradient, -1);
    substituteInPlace(factor, step);
    return withContact(step, q, { pushing, forcesN, cost });
  };
  /** The step from q that contact makes of a free one, in place. */
  const withContact = (step: Float64Array, q: Float64Array, { pushing, forcesN, cost }: Running): Float64Array | null => {
    for (let c = 0; c < contacts.length; c += 1) {
      const { opens, closes } = contacts[c]!;
      open[c] = openMm(contacts[c]!, q) + (opens < 0 ? 0 : step[opens]!) - (closes < 0 ? 0 : step[closes]!);
    }
    const found = contact.solve(open, pushing);
    cost.newtonSteps += 1;
    cost.contactRounds += found.rounds;
    if (!found.solved) return null;
    forcesN.set(found.z);
    reach.lift(found.z, step);
    return step;
  };
  const pushing = space.marks(contacts.length);
  const running = (begin: Start | undefined): Running => {
    const forcesN = begin ? copyOf(begin.forcesN) : space.reals(contacts.length);
    // From rest every shim lies on its neighbour: opening a few is quicker than closing all.
    for (let c = 0; c < contacts.length; c += 1) pushing[c] = (begin ? forcesN[c]! > 0 : contacts[c]!.gapMm <= 0) ? 1 : 0;
    return { forcesN, pushing, cost: { newtonSteps: 0, contactRounds: 0 } };
  };
  const ended = (q: Float64Array, { forcesN, cost }: Running, status: Solution['status']): Solution => ({ q, forcesN, status, ...cost });

  const rest = space.reals(size);
  let gradientPerMPa: Float64Array | null = null;
  /** Lifts of unbent plates under 1 MPa with nothing touching. */
  let freePerMPa: Float64Array | null = null;
  /** Gradient of unbent plates under 1 MPa: the pressure's alone, whatever the lift. Renews the matrix to that of unbent plates. */
  const pressed = (load: Load): Float64Array => {
    evaluate({ ...load, pressureMPa: 1 }, rest);
    return copyOf(into.gradient);
  };

  /** Linear in the pressure but for contact: one matrix, one gradient for each MPa, one step for each load. */
  const linear = (load: Load, begin?: Start): Solution => {
    const now = running(begin);
    if (!gradientPerMPa) {
      gradientPerMPa = pressed(load);
      if (!factored()) return ended(rest, now, 'not definite');
      freePerMPa = copyOf(gradientPerMPa, -1);
      substituteInPlace(factor, freePerMPa);
    }
    const free = space.reals(size);
    for (let k = 0; k < size; k += 1) free[k] = freePerMPa![k]! * load.pressureMPa;
    const q = withContact(free, rest, now);
    return q ? ended(q, now, 'solved') : ended(rest, now, 'contact limit');
  };

  const stretching = (load: Load, begin?: Start): Solution => {
    const now = running(begin);
    const q = begin ? copyOf(begin.q) : space.reals(size);
    const unloaded = { ...load, pressureMPa: 0 };
    // A dish begins overlapped: first to where nothing does, without pressure, from where the energy can only fall.
    let first = !begin && contacts.some((c) => c.gapMm < 0);
    evaluate(first ? unloaded : load, q);
    // A start foreseen from other loads may overlap a little; a whole step puts that right, whatever the energy says.
    let isWhole = first || begin !== undefined;
    const trial = space.reals(size);
    while (now.cost.newtonSteps < MAX_NEWTON_STEPS) {
      const [before, downhill] = [into.energy, copyOf(into.gradient)];
      if (!factored()) return ended(q, now, 'not definite');
      const step = stepFrom(q, now);
      if (!step) return ended(q, now, 'contact limit');
      let slope = 0;
      for (let k = 0; k < size; k += 1) slope += downhill[k]! * step[k]!;
      let share = 1;
      for (let b = 0; b < MAX_BACKTRACKS; b += 1) {
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
  /** The matrix is that of the last step, whose end is the answer to within the step: good to a ten-thousandth. */
  const perMPa = (load: Load): Float64Array => {
    gradientPerMPa ??= pressed(load);
    const moved = copyOf(gradientPerMPa, -1);
    substituteInPlace(factor, moved);
    for (let c = 0; c < contacts.length; c += 1) {
      const { opens, closes } = contacts[c]!;
      open[c] = (opens < 0 ? 0 : moved[opens]!) - (closes < 0 ? 0 : moved[closes]!);
    }
    reach.lift(contact.among(open, lastPushing), moved);
    return moved;
  };
  const solve = mesh.perNode === 4 ? stretching : linear;
  return {
    solve: (load, begin) => {
      const found = solve(load, begin);
      for (let c = 0; c < contacts.length; c += 1) lastPushing[c] = found.forcesN[c]! > 0 ? 1 : 0;
      return found;
    },
    perMPa,
  };
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
