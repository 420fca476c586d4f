import { loads, type Addition, type LoadsResult } from '@/core/loads/loads';
import { USUAL_PLACE_SHARE, USUAL_UNSPRUNG_KG, type Place } from '@/core/loads/places';
import type { Result } from '@/core/result';
import type { Entries } from '../entry';
import { LUGGAGE_PLACES } from '../fields/ask';
import { figureOr, itemNumbers, numberOf, textOf } from './read';

export type CaseName = 'solo' | 'luggage' | 'two-up' | 'two-up with luggage';

export interface LoadCase {
  name: CaseName;
  additions: Addition[];
  result: Result<LoadsResult>;
}

export interface Loads {
  cases: LoadCase[];
  /** What stands in until somebody measures, in words. */
  assumed: string[];
  /** What must be known before any load can be given, as field names. */
  missing: string[];
  platedKg: number | null;
}

const NEEDED = ['machine.wheelbase', 'machine.weighed.front', 'machine.weighed.rear'];

function luggageOf(entries: Entries, wheelbaseMm: number, assumed: Set<string>): Addition[] {
  return itemNumbers(entries, 'luggage').flatMap((n) => {
    const massKg = numberOf(entries, `luggage.${n}.mass`);
    if (massKg === null || massKg === 0) return [];
    const place = (textOf(entries, `luggage.${n}.place`) || 'tail') as Place;
    const at = figureOr(entries, `luggage.${n}.at`, USUAL_PLACE_SHARE[place] * wheelbaseMm);
    const label = (LUGGAGE_PLACES as Record<string, string>)[place] ?? 'Luggage';
    if (at.origin === 'assumed') assumed.add(`place of the ${label.toLowerCase()}`);
    return [{ label, massKg, forwardOfRearAxleMm: at.value }];
  });
}

/** The load cases of a job: solo as measured, and each declared one. */
export function loadsOf(entries: Entries, machine: Entries): Loads {
  const platedKg = numberOf(machine, 'machine.plated');
  const missing = NEEDED.filter((field) => numberOf(machine, field) === null);
  const riderKg = numberOf(entries, 'rider.mass');
  if (riderKg === null) missing.push('rider.mass');
  const wheelbaseMm = numberOf(machine, 'machine.wheelbase');
  const frontKg = numberOf(machine, 'machine.weighed.front');
  const rearKg = numberOf(machine, 'machine.weighed.rear');
  if (wheelbaseMm === null || frontKg === null || rearKg === null || riderKg === null) return { cases: [], assumed: [], missing, platedKg };
  const assumed = new Set<string>(['place of the rider']);
  const front = figureOr(machine, 'machine.unsprung.front', USUAL_UNSPRUNG_KG.front);
  const rear = figureOr(machine, 'machine.unsprung.rear', USUAL_UNSPRUNG_KG.rear);
  if (front.origin === 'assumed') assumed.add(`${front.value} kg unsprung at the front`);
  if (rear.origin === 'assumed') assumed.add(`${rear.value} kg unsprung at the rear`);
  const person = (label: string, place: Place, massKg: number): Addition => ({
    label,
    massKg,
    forwardOfRearAxleMm: USUAL_PLACE_SHARE[place] * wheelbaseMm,
  });
  const rider = person('Rider', 'rider', riderKg);
  const passengerKg = numberOf(entries, 'passenger.mass') ?? 0;
  const passenger = passengerKg > 0 ? [person('Passenger', 'passenger', passengerKg)] : [];
  if (passenger.length > 0) assumed.add('place of the passenger');
  const luggage = luggageOf(entries, wheelbaseMm, assumed);
  const list: [CaseName, Addition[]][] = [['solo', [rider]]];
  if (luggage.length > 0) list.push(['luggage', [rider, ...luggage]]);
  if (passenger.length > 0) list.push(['two-up', [rider, ...passenger]]);
  if (luggage.length > 0 && passenger.length > 0) list.push(['two-up with luggage', [rider, ...passenger, ...luggage]]);
  const cases = list.map(([name, additions]): LoadCase => ({
    name,
    additions,
    result: loads({ wheelbaseMm, machine: { frontKg, rearKg }, unsprung: { frontKg: front.value, rearKg: rear.value }, additions }),
  }));
  return { cases, assumed: [...assumed], missing, platedKg };
}

export interface Overload {
  caseName: CaseName;
  totalKg: number;
  platedKg: number;
}

/** Load cases above the plated maximum: no spring solves these. */
export const overloads = ({ cases, platedKg }: Loads): Overload[] =>
  platedKg === null
    ? []
    : cases.flatMap((c) =>
        c.result.ok && c.result.value.totalKg > platedKg ? [{ caseName: c.name, totalKg: c.result.value.totalKg, platedKg }] : [],
      );
