import type { JobFacts } from './facts';
import { MACHINE_TYPES } from '@/catalogue/fields/machine';
import type { FieldKey } from '@/catalogue/fields';
import { FUEL_DENSITY_KG_PER_L } from '@/core/constants/constants';
import { loads, type Addition, type LoadsResult } from '@/core/loads/loads';
import { type Place, USUAL_PLACE_SHARE } from '@/core/loads/places';
import { kindOf } from '@/knowledge/inForce';
import { UNNAMED_KIND } from '@/knowledge/kinds';
import type { Result } from '@/core/result';
import type { Entries } from '@/catalogue/entry';
import { LUGGAGE_PLACES } from '@/catalogue/fields/ask';
import { type Figure, figureOr, itemNumbers, numberOf, textOf, choiceOf } from './read';
import { eachOnce, kg, said, type Said } from '@/core/units/say';

/** One thing put on the machine, with the field its place is kept in. */
export interface Aboard extends Addition {
  place: Place;
  field: string;
  origin: Figure['origin'];
}

export interface LoadCase {
  /** solo, luggage, two-up, two-up with luggage, or the machine's own name for it. */
  name: string;
  additions: Aboard[];
  result: Result<LoadsResult>;
}

export interface Loads {
  cases: LoadCase[];
  /** What stands in until somebody measures, in words. */
  assumed: Said[];
  /** What must be known before any load can be given, as field names. */
  missing: string[];
  platedKg: number | null;
}

/** The kind named, or null. */
export const namedKindOf = (machine: Entries) => {
  const named = choiceOf(machine, 'machine.type', MACHINE_TYPES);
  return named && kindOf(named);
};
/** What is usual of the machine's kind, or of the kind taken where none is named. */
export const usualOf = (machine: Entries) => (namedKindOf(machine) ?? kindOf(UNNAMED_KIND)).figures;

const MM3_PER_L = 1e6;

/** Wheel weights: from two scales, else the whole mass shared out by a usual share, marked as an estimate. */
function weighedOf(machine: Entries, assumed: Said[]): { frontKg: number; rearKg: number } | null {
  const [frontKg, rearKg] = [numberOf(machine, 'machine.weighed.front'), numberOf(machine, 'machine.weighed.rear')];
  if (frontKg !== null && rearKg !== null) return { frontKg, rearKg };
  const totalKg = numberOf(machine, 'machine.total');
  if (totalKg === null) return null;
  const share = usualOf(machine).frontShare.mean;
  assumed.push(said`wheel weights estimated: ${Math.round(share * 100)} % of ${kg(totalKg)} on the front`);
  return { frontKg: totalKg * share, rearKg: totalKg * (1 - share) };
}

/** Fuel in it less what was in it when weighed, kg; 0 where nobody said. */
export const fuelAgainstWeighedKg = (entries: Entries): number =>
  ((numberOf(entries, 'fuel.more') ?? 0) / MM3_PER_L) * FUEL_DENSITY_KG_PER_L;

function itemsOf(facts: JobFacts, wheelbaseMm: number) {
  const seatMm = namedKindOf(facts.machine)?.figures.riderForwardMm.mean;
  const usualMm = (place: Place) => (place === 'rider' && seatMm !== undefined ? seatMm : USUAL_PLACE_SHARE[place] * wheelbaseMm);
  const at = (field: FieldKey, place: Place) => figureOr(facts.entries, field, usualMm(place));
  const aboard = (label: string, place: Place, field: FieldKey, massKg: number | null): Aboard[] => {
    if (massKg === null || massKg === 0) return [];
    const figure = at(field, place);
    return [{ label, place, field, massKg, forwardOfRearAxleMm: figure.value, origin: figure.origin }];
  };
  return {
    rider: aboard('Rider', 'rider', 'rider.at', numberOf(facts.entries, 'rider.mass')),
    passenger: aboard('Passenger', 'passenger', 'passenger.at', numberOf(facts.entries, 'passenger.mass')),
    // Fuel has a place of its own, in the tank; less than weighed is a negative mass.
    fuel: aboard('Fuel against weighed', 'tank', 'fuel.more', fuelAgainstWeighedKg(facts.entries)).map((f): Aboard => ({
      ...f,
      forwardOfRearAxleMm: USUAL_PLACE_SHARE.tank * wheelbaseMm,
      origin: 'assumed',
    })),
    luggage: itemNumbers(facts.entries, 'luggage').flatMap((n) => {
      const place = choiceOf(facts.entries, `luggage.${n}.place`, LUGGAGE_PLACES) ?? 'tail';
      const label = LUGGAGE_PLACES[place];
      return aboard(label, place, `luggage.${n}.at`, numberOf(facts.entries, `luggage.${n}.mass`));
    }),
  };
}

const CASE_PLACES = [
  ['passenger', 'passenger', 'Passenger'],
  ['panniers', 'panniers', LUGGAGE_PLACES.panniers],
  ['topBox', 'top-box', LUGGAGE_PLACES['top-box']],
  ['tail', 'tail', LUGGAGE_PLACES.tail],
  ['tankBag', 'tank-bag', LUGGAGE_PLACES['tank-bag']],
] as const;

/** Load cases the machine keeps by name, each thing at its usual place. */
function ownCases(machine: Entries, always: Aboard[], wheelbaseMm: number): [string, Aboard[]][] {
  return itemNumbers(machine, 'machine.case').flatMap((n): [string, Aboard[]][] => {
    const name = textOf(machine, `machine.case.${n}.name`).trim();
    const things = CASE_PLACES.flatMap(([field, place, label]): Aboard[] => {
      const massKg = numberOf(machine, `machine.case.${n}.${field}`);
      const forwardOfRearAxleMm = USUAL_PLACE_SHARE[place] * wheelbaseMm;
      return massKg === null || massKg === 0 ? [] : [{ label, place, field: '', massKg, forwardOfRearAxleMm, origin: 'assumed' }];
    });
    return name === '' || things.length === 0 ? [] : [[name, [...always, ...things]]];
  });
}

/** The load cases of a job: solo as measured, each declared one, and those the machine keeps by name. */
export function loadsOf(facts: JobFacts): Loads {
  const platedKg = numberOf(facts.machine, 'machine.plated');
  const assumed: Said[] = [];
  const wheelbaseMm = numberOf(facts.machine, 'machine.wheelbase');
  const weighed = weighedOf(facts.machine, assumed);
  const missing = [
    ...(wheelbaseMm === null ? ['machine.wheelbase'] : []),
    ...(weighed === null
      ? (['machine.weighed.front', 'machine.weighed.rear'] as const).filter((f) => numberOf(facts.machine, f) === null)
      : []),
    ...(numberOf(facts.entries, 'rider.mass') === null ? ['rider.mass'] : []),
  ];
  if (wheelbaseMm === null || weighed === null || missing.length > 0) return { cases: [], assumed: [], missing, platedKg };
  const usual = usualOf(facts.machine);
  const front = figureOr(facts.machine, 'machine.unsprung.front', usual.unsprungFrontKg.mean);
  const rear = figureOr(facts.machine, 'machine.unsprung.rear', usual.unsprungRearKg.mean);
  if (front.origin === 'assumed') assumed.push(said`${kg(front.value)} unsprung at the front`);
  if (rear.origin === 'assumed') assumed.push(said`${kg(rear.value)} unsprung at the rear`);
  const { rider, passenger, fuel, luggage } = itemsOf(facts, wheelbaseMm);
  for (const thing of [...rider, ...passenger, ...luggage])
    if (thing.origin === 'assumed') assumed.push(`place of the ${thing.label.toLowerCase()}`);
  const always = [...rider, ...fuel];
  const list: [string, Aboard[]][] = [['solo', always]];
  if (luggage.length > 0) list.push(['luggage', [...always, ...luggage]]);
  if (passenger.length > 0) list.push(['two-up', [...always, ...passenger]]);
  if (luggage.length > 0 && passenger.length > 0) list.push(['two-up with luggage', [...always, ...passenger, ...luggage]]);
  list.push(...ownCases(facts.machine, always, wheelbaseMm).filter(([name]) => !list.some(([known]) => known === name)));
  const cases = list.map(([name, additions]): LoadCase => ({
    name,
    additions,
    result: loads({ wheelbaseMm, machine: weighed, unsprung: { frontKg: front.value, rearKg: rear.value }, additions }),
  }));
  return { cases, assumed: eachOnce(assumed), missing, platedKg };
}

export interface Overload {
  caseName: string;
  /** What is overloaded: the machine, or an axle. */
  what: 'machine' | 'front axle' | 'rear axle';
  totalKg: number;
  platedKg: number;
}

/** Load cases above the plated maximum or an axle's limit: no spring solves these. */
export function overloads({ cases, platedKg }: Loads, machine: Entries): Overload[] {
  const limits = { front: numberOf(machine, 'machine.limit.front'), rear: numberOf(machine, 'machine.limit.rear') };
  return cases.flatMap((c) => {
    if (!c.result.ok) return [];
    const { totalKg, ladenFrontShare } = c.result.value;
    const checks: [Overload['what'], number, number | null][] = [
      ['machine', totalKg, platedKg],
      ['front axle', totalKg * ladenFrontShare, limits.front],
      ['rear axle', totalKg * (1 - ladenFrontShare), limits.rear],
    ];
    return checks.flatMap(([what, kg, limit]) =>
      limit !== null && kg > limit ? [{ caseName: c.name, what, totalKg: kg, platedKg: limit }] : [],
    );
  });
}

/** What the things behind the rear axle take off the front wheel, in kg, in the case where they take most; null where nothing does. */
export function frontUnloading({ cases }: Loads, machine: Entries): { kg: number; things: string[] } | null {
  const wheelbaseMm = numberOf(machine, 'machine.wheelbase');
  if (wheelbaseMm === null) return null;
  const found = cases.map(({ additions }) => {
    const behind = additions.filter((a) => a.forwardOfRearAxleMm < 0);
    const kg = behind.reduce((sum, a) => sum - (a.massKg * a.forwardOfRearAxleMm) / wheelbaseMm, 0);
    return { kg, things: behind.map((a) => a.label.toLowerCase()) };
  });
  const most = found.sort((a, b) => b.kg - a.kg)[0];
  return most && most.kg > 0 ? most : null;
}
