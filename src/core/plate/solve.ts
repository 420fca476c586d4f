import { addTo, banded, solveInPlace, timesInto } from '../numerics/banded';
import type { Contact } from './contact';
import { type Assembled, assemble, type Load, type Material } from './energy';
import { CONTACT_STIFFNESS, MOST_BACKTRACKS, MOST_CONTACT_ROUNDS, MOST_NEWTON_STEPS, OVERLAP_TOLERANCE, STEP_TOLERANCE } from './limits';
import type { Mesh } from './mesh';

export interface Solution {
  q: Float64Array;
  /** Contact forces, N, in the order of the contacts. */
  forcesN: Float64Array;
  status: 'solved' | 'step limit' | 'not definite';
  newtonSteps: number;
  contactRounds: number;
  /** Largest overlap left, mm. */
  overlapMm: number;
}

/** How far a contact stands open, mm; negative: overlapping. */
const openMm = (c: Contact, q: Float64Array) => (c.opens < 0 ? 0 : q[c.opens]!) - (c.closes < 0 ? 0 : q[c.closes]!) + c.gapMm;

/**
 * The lifts that make the energy least under one-sided contact. Newton on the augmented Lagrangian: each contact pushes with max(0, λ − k·open), λ is
 * renewed between rounds until nothing overlaps.
 * @param begin lifts and contact forces to start from: those of the pressure before
 * Source: Nocedal and Wright, Numerical Optimization, ch. 17.4 (from memory).
 */
export function solvePlates(
  mesh: Mesh,
  material: Material,
  load: Load,
  contacts: readonly Contact[],
  begin?: Pick<Solution, 'q' | 'forcesN'>,
): Solution {
  const { size, band } = mesh;
  const q = begin ? begin.q.slice() : new Float64Array(size);
  const forcesN = begin ? begin.forcesN.slice() : new Float64Array(contacts.length);
  const into: Assembled = { energy: 0, gradient: new Float64Array(size), hessian: banded(size, band) };
  let stiffness = 0;
  const elastic = elasticOf(mesh, material, load, into);
  const evaluate = (at: Float64Array) => {
    elastic(at);
    if (stiffness === 0) stiffness = contactStiffness(into, contacts, band);
    for (let c = 0; c < contacts.length; c += 1) {
      const contact = contacts[c]!;
      const push = forcesN[c]! - stiffness * openMm(contact, at);
      if (push <= 0) continue;
      into.energy += (push * push) / (2 * stiffness);
      const { opens, closes } = contact;
      if (opens >= 0) {
        into.gradient[opens]! -= push;
        addTo(into.hessian, opens, opens, stiffness);
      }
      if (closes >= 0) {
        into.gradient[closes]! += push;
        addTo(into.hessian, closes, closes, stiffness);
      }
      if (opens >= 0 && closes >= 0) addTo(into.hessian, opens, closes, -stiffness);
    }
  };
  let [newtonSteps, rounds, overlapMm] = [0, 0, 0];
  let status: Solution['status'] = 'step limit';
  const trial = new Float64Array(size);
  for (rounds = 1; rounds <= MOST_CONTACT_ROUNDS; rounds += 1) {
    evaluate(q);
    for (let i = 0; i < MOST_NEWTON_STEPS; i += 1) {
      const before = into.energy;
      const step = into.gradient.map((g) => -g);
      const downhill = into.gradient.slice();
      if (!solveInPlace(into.hessian, step)) return { q, forcesN, status: 'not definite', newtonSteps, contactRounds: rounds, overlapMm };
      newtonSteps += 1;
      let slope = 0;
      for (let k = 0; k < size; k += 1) slope += downhill[k]! * step[k]!;
      let share = 1;
      for (let b = 0; b < MOST_BACKTRACKS; b += 1) {
        for (let k = 0; k < size; k += 1) trial[k] = q[k]! + share * step[k]!;
        evaluate(trial);
        if (into.energy <= before + 1e-4 * share * slope + 1e-14 * Math.abs(before)) break;
        share /= 2;
      }
      q.set(trial);
      if (share * largest(step) <= STEP_TOLERANCE * Math.max(largest(q), 1e-6)) break;
    }
    overlapMm = 0;
    for (let c = 0; c < contacts.length; c += 1) {
      const open = openMm(contacts[c]!, q);
      const push = Math.max(0, forcesN[c]! - stiffness * open);
      overlapMm = Math.max(overlapMm, -open, push > 0 ? open : 0);
      forcesN[c] = push;
    }
    if (overlapMm <= OVERLAP_TOLERANCE * Math.max(largest(q), 1e-3)) {
      status = 'solved';
      break;
    }
  }
  return { q, forcesN, status, newtonSteps, contactRounds: rounds, overlapMm };
}

/** Energy, gradient and Hessian of the plates alone, into `into`. Plates that do not stretch are linear: their matrix is assembled once. */
function elasticOf(mesh: Mesh, material: Material, load: Load, into: Assembled): (at: Float64Array) => void {
  const anew = (at: Float64Array) => {
    into.energy = 0;
    into.gradient.fill(0);
    into.hessian.data.fill(0);
    assemble(mesh, material, load, at, into);
  };
  if (mesh.perNode === 4) return anew;
  anew(new Float64Array(mesh.size));
  const [matrix, pushed] = [{ ...into.hessian, data: into.hessian.data.slice() }, into.gradient.slice()];
  return (at) => {
    into.hessian.data.set(matrix.data);
    timesInto(matrix, at, into.gradient);
    into.energy = 0;
    for (let k = 0; k < at.length; k += 1) {
      into.energy += at[k]! * (into.gradient[k]! / 2 + pushed[k]!);
      into.gradient[k]! += pushed[k]!;
    }
  };
}

const largest = (x: Float64Array) => {
  let most = 0;
  for (const value of x) most = Math.max(most, Math.abs(value));
  return most;
};

/** A contact is as stiff as the plates' own nodes: overlaps are then small at once, and the matrix stays well scaled. */
function contactStiffness({ hessian }: Assembled, contacts: readonly Contact[], band: number): number {
  let [sum, n] = [0, 0];
  for (const { opens, closes } of contacts)
    for (const k of [opens, closes]) {
      if (k < 0) continue;
      sum += hessian.data[k * (band + 1) + band]!;
      n += 1;
    }
  return n === 0 ? 1 : (CONTACT_STIFFNESS * sum) / n;
}
