import type { JobFacts } from '../model/facts';
import type { Said } from '@/core/units/say';
import { ATMOSPHERE_MPA } from '@/core/constants/constants';
import type { Issue } from '@/core/result';
import { type AirFork, airForkFor, airForkRestsMm, type AirForkSet, atCelsius } from '@/core/spring/airFork';
import type { Entries } from '@/catalogue/entry';
import type { FieldKey } from '@/catalogue/fields';
import { targetOf } from './targets';
import { rakeOf } from '../model/ends';
import { loadsOf } from '../model/loads';
import { numberOf, textOf } from '../model/read';

/** The front of a machine on air: a pressure in place of a rate. */

/** Taken until somebody types the day's. */
export const USUAL_SET_C = 20;

export interface AirForkCase {
  name: string;
  /** What a gauge shows when it is set, MPa. */
  gaugeMPa: number;
  set: AirForkSet;
  /** Where this load would rest at the pressure for the rider alone, mm. */
  sagAtSoloMm: number;
  /** The load along the fork, both legs, N. */
  loadN: number;
}

export interface AirForkAnswer {
  fork: AirFork;
  riderSagMm: number;
  staticWantedMm: number;
  celsius: number;
  /** One for each load case, solo first. */
  cases: AirForkCase[];
  /** What a gauge shows solo ten degrees warmer and colder, MPa. */
  warmerMPa: number;
  colderMPa: number;
  /** What stands in for figures nobody gave. */
  assumed: Said[];
}

/** The pressure a fork on air stands at, MPa absolute: as read, else as its load asks. */
export function airForkPressure(entries: Entries, { cases }: Pick<AirForkAnswer, 'cases'>): { mpa: number; isRead: boolean } {
  const gauge = numberOf(entries, 'fitted.front.air') ?? numberOf(entries, 'found.front.air');
  return gauge === null ? { mpa: cases[0]!.set.pressureMPa, isRead: false } : { mpa: gauge + ATMOSPHERE_MPA, isRead: true };
}

const CHAMBER = ['machine.air.piston', 'machine.air.chamber'] as const;

/** The pressure for every load case; or the figures that are missing for it; or why what is there cannot be. */
export function airForkOf(facts: JobFacts): AirForkAnswer | { missing: string[] } | { issue: Issue; field: FieldKey } {
  const loads = loadsOf(facts);
  const target = targetOf(facts, 'front');
  const of = (field: FieldKey) => numberOf(facts.machine, field);
  const [pistonMm, chamberMm, travelMm, rakeDeg] = [of(CHAMBER[0]), of(CHAMBER[1]), of('machine.travel.front'), rakeOf(facts.machine)];
  const missing = [
    ...loads.missing,
    ...([...CHAMBER, 'machine.travel.front'] as const).filter((field) => of(field) === null),
    ...(rakeDeg === null ? ['machine.rake'] : []),
  ];
  if (missing.length > 0 || pistonMm === null || chamberMm === null || travelMm === null || rakeDeg === null || !target) return { missing };
  const [balanceMm, balanceLengthMm] = [of('machine.air.balance.piston'), of('machine.air.balance.chamber')];
  const ownGauge = numberOf(facts.entries, 'springs.front.balance');
  const fork: AirFork = {
    pistonMm,
    chamberMm,
    balance:
      balanceMm !== null && balanceLengthMm !== null
        ? { pistonMm: balanceMm, chamberMm: balanceLengthMm, ...(ownGauge === null ? {} : { pressureMPa: ownGauge + ATMOSPHERE_MPA }) }
        : null,
    legs: textOf(facts.machine, 'machine.air.legs') === 'both' ? 2 : 1,
    travelMm,
  };
  const cos = Math.cos((rakeDeg * Math.PI) / 180);
  const cases: AirForkCase[] = [];
  for (const { name, result } of loads.cases) {
    if (!result.ok) continue;
    const set = airForkFor(fork, result.value.ladenFrontN * cos, result.value.staticFrontN * cos, target.rider.value);
    if (!set.ok) return { issue: set.issue, field: set.issue.path[0] === 'balance' ? 'machine.air.balance.piston' : 'machine.air.chamber' };
    const soloMPa = cases[0]?.set.pressureMPa ?? set.value.pressureMPa;
    const sagAtSoloMm = airForkRestsMm(fork, soloMPa, result.value.ladenFrontN * cos);
    cases.push({
      name,
      gaugeMPa: set.value.pressureMPa - ATMOSPHERE_MPA,
      set: set.value,
      sagAtSoloMm,
      loadN: result.value.ladenFrontN * cos,
    });
  }
  const celsius = numberOf(facts.entries, 'springs.front.at') ?? USUAL_SET_C;
  const solo = cases[0];
  if (!solo) return { missing: ['rider.mass'] };
  const at = (by: number) => atCelsius(solo.set.pressureMPa, celsius, celsius + by) - ATMOSPHERE_MPA;
  return {
    fork,
    riderSagMm: target.rider.value,
    staticWantedMm: target.static.value,
    celsius,
    cases,
    warmerMPa: at(10),
    colderMPa: at(-10),
    assumed: [
      ...loads.assumed,
      ...(textOf(facts.machine, 'machine.air.legs') === '' ? ['air in one leg'] : []),
      ...(fork.balance ? [] : ['no balance chamber']),
      ...(numberOf(facts.machine, 'machine.rake') === null ? [`rake ${rakeDeg.toFixed(1)}°, as usual of the kind`] : []),
    ],
  };
}
