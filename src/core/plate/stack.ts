import { err, ok, type Result, type Warning } from '../result';
import { given, type WorkingStep } from '../working';
import { type Contact, contactsOf, faceLiftAt } from './contact';
import type { Load, Material } from './energy';
import { ELEMENTS, MAX_LIFT_MM } from './limits';
import { type Mesh, meshOf, type Plate } from './mesh';
import type { RingOf } from './shape';
import { type Solution, solverOf, type Start } from './solve';

export interface Shim {
  diameterMm: number;
  thicknessMm: number;
  count: number;
}

export interface StackRequest {
  /** From the piston face outwards. */
  shims: readonly Shim[];
  clampDiameterMm: number;
  /** Diameters between which the port's pressure reaches the face shim. */
  pressureZoneMm: { inner: number; outer: number };
  pressuresMPa: readonly number[];
  /** The face shim's lift at the seat is at least this: a dished piston or a ring shim. */
  dishMm: number;
  seatDiameterMm?: number | undefined;
  /** The face shim's lift there is at most this. */
  stopLiftMm?: number | undefined;
  stopDiameterMm?: number | undefined;
  youngsModulusGPa: number;
  poisson: number;
  theory: 'linear' | 'vonKarman';
}

export interface Profile {
  radiusMm: number[];
  liftMm: number[];
}

export interface StackResult {
  /** Outer edge of the face shim, at each pressure. */
  edgeLiftMm: number[];
  /** Each shim at the last pressure; shims of one group lie on one another. */
  profileMm: Profile[];
  /** Largest bending-and-stretching stress in any shim, at each pressure. */
  maxStressMPa: number[];
  /** The same for every pressure, in the order asked; only where `everyProfile` was asked. */
  profilesMm?: Profile[][];
  /** Pressure at which a preloaded stack leaves its seat; 0 without a dish. */
  openingPressureMPa: number;
  solver: { status: Solution['status']; newtonSteps: number; contactRounds: number };
  warnings: Warning[];
  working: WorkingStep[];
}

/** Spring steel shims, polished, millions of strokes: bending above this is asking for a cracked shim, MPa. From memory. */
export const FATIGUE_CAUTION_MPA = 900;

/** Neighbours alike bend as one plate of so many times the stiffness: their shares of the load are equal. */
function groupsOf(shims: readonly Shim[]): Plate[] {
  const groups: Plate[] = [];
  for (const { diameterMm, thicknessMm, count } of shims) {
    const last = groups.at(-1);
    if (last && last.outerMm === diameterMm / 2 && last.thicknessMm === thicknessMm) last.count += count;
    else groups.push({ outerMm: diameterMm / 2, thicknessMm, count });
  }
  return groups;
}

/**
 * Groups taken to bend as one plate as far as each reaches, parted at crossovers: a few thin bands of equations instead of one for every group. Somewhat stiffer than
 * the contact it stands for.
 */
function bondedGroups(shims: readonly Shim[]): Plate[] {
  const bonded: Plate[] = [];
  groupsOf(shims).forEach((group, i, all) => {
    const last = bonded.at(-1);
    const isCrossover = (all[i + 1]?.outerMm ?? 0) > group.outerMm;
    const joins = last?.layers && !isCrossover && last.outerMm >= group.outerMm && (all[i - 1]?.outerMm ?? 0) >= group.outerMm;
    if (joins) last.layers = [...last.layers!, group];
    else bonded.push(isCrossover ? group : { ...group, layers: [group] });
  });
  return bonded;
}

/** A stack as plates, contacts and load, ready to be solved. */
export interface Model {
  mesh: Mesh;
  material: Material;
  contacts: Contact[];
  /** Without the seat: for the pressure at which the stack leaves it. */
  free: Contact[];
  seatLift: number;
  load(pressureMPa: number): Load;
}

export function modelOf(r: Omit<StackRequest, 'pressuresMPa'>, elements: number, bonded = false, ring?: RingOf): Model {
  const edges = [r.pressureZoneMm.inner, r.pressureZoneMm.outer, r.seatDiameterMm, r.stopDiameterMm].flatMap((d) =>
    d === undefined ? [] : [d / 2],
  );
  const mesh = meshOf(
    bonded ? bondedGroups(r.shims) : groupsOf(r.shims),
    r.clampDiameterMm / 2,
    edges,
    r.theory === 'vonKarman' ? 4 : 2,
    'inner',
    elements,
    ring,
  );
  const faceMm = r.shims[0]!.diameterMm / 2;
  const seatLift = faceLiftAt(mesh, r.seatDiameterMm === undefined ? faceMm : r.seatDiameterMm / 2);
  const free = contactsOf(mesh);
  if (r.stopLiftMm !== undefined)
    free.push({ opens: -1, closes: faceLiftAt(mesh, r.stopDiameterMm === undefined ? faceMm : r.stopDiameterMm / 2), gapMm: r.stopLiftMm });
  const contacts = r.dishMm > 0 ? [...free, { opens: seatLift, closes: -1, gapMm: -r.dishMm }] : free;
  const load = (pressureMPa: number): Load => ({ pressureMPa, innerMm: r.pressureZoneMm.inner / 2, outerMm: r.pressureZoneMm.outer / 2 });
  return { mesh, material: { youngsMPa: r.youngsModulusGPa * 1000, poisson: r.poisson }, contacts, free, seatLift, load };
}

/**
 * Largest surface stress of any shim: radial and hoop, bending and stretching together, at both faces; at the clamp and at every node, from the element on
 * either side of it. Slope, shift and its slope are unknowns there; the curvature is the cubic's.
 */
function stressMPa({ mesh, material }: Model, q: Float64Array): number {
  const { radiiMm, plates, perNode, start, index } = mesh;
  const { youngsMPa, poisson: nu } = material;
  const plane = youngsMPa / (1 - nu * nu);
  const of = (s: number, k: number) => (index[s + k]! < 0 ? 0 : q[index[s + k]!]!);
  let most = 0;
  for (let i = 0; i < plates.length; i += 1)
    for (let n = 0; n + 1 < radiiMm.length; n += 1) {
      const [s0, s1] = [start[n * plates.length + i]!, start[(n + 1) * plates.length + i]!];
      if (s0 < 0 || s1 < 0) continue;
      const h = radiiMm[n + 1]! - radiiMm[n]!;
      const rise = (6 * (of(s1, 0) - of(s0, 0))) / (h * h);
      for (let t = 0; t <= 1; t += 1) {
        const r = radiiMm[n + t]!;
        if (r === 0) continue;
        const [here, there] = t === 0 ? [s0, s1] : [s1, s0];
        const slope = of(here, 1);
        const curve = (t === 0 ? 1 : -1) * (rise - (4 * slope + 2 * of(there, 1)) / h);
        const strainR = perNode === 4 ? of(here, 3) + (slope * slope) / 2 : 0;
        const strainT = perNode === 4 ? of(here, 2) / r : 0;
        for (let side = -1; side <= 1; side += 2) {
          const z = (side * plates[i]!.thicknessMm) / 2;
          const radial = strainR + z * curve;
          const hoop = strainT + (z * slope) / r;
          most = Math.max(most, Math.abs(plane * (radial + nu * hoop)), Math.abs(plane * (hoop + nu * radial)));
        }
      }
    }
  return most;
}

function profilesOf({ mesh }: Model, q: Float64Array, shims: readonly Shim[]): Profile[] {
  const { radiiMm, plates, start, index } = mesh;
  const groups = plates.map((_, i): Profile => {
    const radius = [...radiiMm].filter((__, n) => start[n * plates.length + i]! >= 0);
    return {
      radiusMm: radius,
      liftMm: radius.map((__, n) => (index[start[n * plates.length + i]!]! < 0 ? 0 : q[index[start[n * plates.length + i]!]!]!)),
    };
  });
  const expanded: Profile[] = [];
  let group = 0;
  let left = plates[0]!.count;
  for (const { count } of shims)
    for (let k = 0; k < count; k += 1) {
      while (left === 0) {
        group += 1;
        left = plates[group]!.count;
      }
      expanded.push(groups[group]!);
      left -= 1;
    }
  return expanded;
}

/** Where a straight line through the two pressures before would have the next. */
function ahead(p: number, last: { p: number; at: Solution }, before: typeof last | undefined): Start {
  if (!before || last.p <= before.p) return last.at;
  const t = (p - last.p) / (last.p - before.p);
  return { q: last.at.q.map((x, k) => x + t * (x - before.at.q[k]!)), forcesN: last.at.forcesN };
}

/** Steps to the opening pressure: a stack that bends little takes two, one that stretches a few more. */
const OPENING_STEPS = 80;

/** The pressure at which the stack, held down by nothing, would just reach its dish at the seat: there the seat's force is gone. By Newton's steps, held between what is too little and too much. */
export function openingMPa(model: Model, dishMm: number): number | null {
  const { solve, perMPa } = solverOf(model.mesh, model.material, model.free);
  let near: Solution | undefined;
  let [low, high] = [0, Infinity];
  let p = 0.01;
  for (let i = 0; i < OPENING_STEPS; i += 1) {
    let found = solve(model.load(p), near);
    if (found.status !== 'solved' && near) found = solve(model.load(p));
    if (found.status !== 'solved') return null;
    near = found;
    const missMm = found.q[model.seatLift]! - dishMm;
    if (missMm < 0) low = p;
    else high = p;
    const step = p - missMm / perMPa(model.load(p))[model.seatLift]!;
    // Never more than four times as far at once: what a stiffening stack seems to need may be out of all measure.
    const next = step > low && step < Math.min(high, 4 * p) ? step : high === Infinity ? 4 * p : (low + high) / 2;
    if (Math.abs(next - p) <= 1e-10 * p) return next;
    p = next;
  }
  return p;
}

/** What no stack can be, or null. */
export function unsoundStack(r: Omit<StackRequest, 'pressuresMPa'>): ReturnType<typeof err> | null {
  const face = r.shims[0]!;
  const { pressureZoneMm: zone, clampDiameterMm: clamp } = r;
  if (face.diameterMm <= clamp) return err('clamp-too-wide', ['shims', 0, 'diameterMm'], { clamp });
  if (zone.outer > face.diameterMm || zone.outer <= Math.max(zone.inner, clamp))
    return err('zone-off-face', ['pressureZoneMm', 'outer'], { face: face.diameterMm });
  for (const name of ['seatDiameterMm', 'stopDiameterMm'] as const) {
    const d = r[name];
    if (d !== undefined && (d > face.diameterMm || d <= clamp)) return err('zone-off-face', [name], { face: face.diameterMm });
  }
  if (r.stopLiftMm !== undefined && r.stopLiftMm < r.dishMm) return err('stop-below-dish', ['stopLiftMm']);
  return null;
}

/**
 * A shim stack as plates in contact: annular plates clamped at the clamp shim, pressure on the port zone of the face shim, frictionless one-sided contact,
 * gaps from crossover shims, dish and lift stop.
 * @param elements over the longest overhang; fewer where a lift to a thousandth will do
 * @param everyProfile the shims' shapes at every pressure, for a figure
 * @returns lifts mm, stresses MPa, opening pressure MPa
 * Errors: clamp-too-wide (a shim does not reach beyond the clamp, or the pressure zone does not lie on the face shim), stack-not-solved (data `pressure`).
 * Source: Timoshenko and Woinowsky-Krieger; von Kármán's equations by their energy; checks in docs/methods.md.
 */
export function stack(request: StackRequest, elements = ELEMENTS, everyProfile = false): Result<StackResult> {
  const { shims, clampDiameterMm, pressuresMPa } = request;
  const unsound = unsoundStack(request);
  if (unsound) return unsound;
  const model = modelOf(request, elements);
  const edgeLift = faceLiftAt(model.mesh, shims[0]!.diameterMm / 2);
  const order = pressuresMPa.map((p, i) => ({ p, i })).sort((a, b) => a.p - b.p);
  const edgeLiftMm: number[] = [];
  const maxStressMPa: number[] = [];
  const byPressure = new Map<number, Solution>();
  const { solve } = solverOf(model.mesh, model.material, model.contacts);
  let last: { p: number; at: Solution } | undefined;
  let before: typeof last;
  let [newtonSteps, contactRounds] = [0, 0];
  for (const { p, i } of order) {
    const found: Solution = solve(model.load(p), last && ahead(p, last, before));
    newtonSteps += found.newtonSteps;
    contactRounds += found.contactRounds;
    if (found.status !== 'solved' || Math.abs(found.q[edgeLift]!) > MAX_LIFT_MM)
      return err('stack-not-solved', ['pressuresMPa', i], { pressure: p });
    edgeLiftMm[i] = found.q[edgeLift]!;
    maxStressMPa[i] = stressMPa(model, found.q);
    byPressure.set(i, found);
    [before, last] = [last, { p, at: found }];
  }
  const opening = request.dishMm > 0 ? openingMPa(model, request.dishMm) : 0;
  if (opening === null) return err('stack-not-solved', ['dishMm'], { pressure: 0 });
  const finalIndex = pressuresMPa.length - 1;
  const most = Math.max(...maxStressMPa);
  const warnings: Warning[] =
    most > FATIGUE_CAUTION_MPA
      ? [{ code: 'shim-stress-high', path: ['pressuresMPa'], data: { stress: most, limit: FATIGUE_CAUTION_MPA } }]
      : [];
  return ok({
    edgeLiftMm,
    profileMm: profilesOf(model, byPressure.get(finalIndex)!.q, shims),
    maxStressMPa,
    ...(everyProfile ? { profilesMm: pressuresMPa.map((_, i) => profilesOf(model, byPressure.get(i)!.q, shims)) } : {}),
    openingPressureMPa: opening,
    solver: { status: 'solved', newtonSteps, contactRounds },
    warnings,
    working: [
      {
        label: 'Edge lift of the face shim',
        formula:
          request.theory === 'linear'
            ? 'least energy of thin plates in contact'
            : 'least energy of plates that stretch (von Kármán), in contact',
        inputs: [
          given('pressure', pressuresMPa[finalIndex]!, 'MPa'),
          given('clamp', clampDiameterMm, 'mm'),
          given('E', request.youngsModulusGPa, 'GPa'),
          given('ν', request.poisson, ''),
          ...shims.map((s) => given(`${s.count} × ${s.diameterMm}`, s.thicknessMm, 'mm')),
        ],
        result: edgeLiftMm[finalIndex]!,
        unit: 'mm',
        source: 'Timoshenko and Woinowsky-Krieger, Theory of Plates and Shells',
      },
    ],
  });
}

/**
 * Edge lifts of the face shim in a quick way for searching: linear plates, shims of a taper bonded. A few per cent off; to be corrected and solved in full.
 * @returns mm at each pressure, rising; stops at the first that is not solved
 */
export function quickLifts(request: StackRequest, elements: number, ring?: RingOf): number[] {
  const model = modelOf({ ...request, theory: 'linear' }, elements, true, ring);
  const edge = faceLiftAt(model.mesh, request.shims[0]!.diameterMm / 2);
  const lifts: number[] = [];
  const { solve } = solverOf(model.mesh, model.material, model.contacts);
  let last: Solution | undefined;
  for (const p of request.pressuresMPa) {
    last = solve(model.load(p), last);
    if (last.status !== 'solved') break;
    lifts.push(last.q[edge]!);
  }
  return lifts;
}
