import type { End } from '@/catalogue/ends';
import type { Entries } from '@/catalogue/entry';
import type { FieldKey } from '@/catalogue/fields';
import { LOAD_SCHOOLS, LUGGAGE_PLACES } from '@/catalogue/fields/ask';
import { type Place, USUAL_PLACE_SHARE } from '@/core/loads/places';
import type { EstimateRequest, KindFigure } from '@/core/spring/estimate';
import type { MachineKind } from '@/knowledge/kinds';
import type { JobFacts } from '../model/facts';
import { choiceOf, itemNumbers, numberOf } from '../model/read';
import { carriedShares, casesOf, LOAD_IDS, type LoadId, type LoadSchool, loadSharesOf } from './basis';

/** Which field holds each figure of a kind. */
const FIELD_OF: Partial<Record<KindFigure, FieldKey>> = {
  wheelbaseMm: 'machine.wheelbase',
  rakeDeg: 'machine.rake',
  unsprungFrontKg: 'machine.unsprung.front',
  unsprungRearKg: 'machine.unsprung.rear',
  frontTravelMm: 'machine.travel.front',
  rearTravelMm: 'machine.travel.rear',
};

/** Figures that are measured, or on paper. */
export function knownOf(facts: JobFacts): EstimateRequest['known'] {
  const known: EstimateRequest['known'] = {};
  for (const [figure, field] of Object.entries(FIELD_OF) as [KindFigure, FieldKey][]) {
    const value = numberOf(facts.machine, field);
    if (value !== null) known[figure] = value;
  }
  const seatMm = numberOf(facts.entries, 'rider.at');
  if (seatMm !== null) known.riderForwardMm = seatMm;
  const [frontKg, rearKg] = [numberOf(facts.machine, 'machine.weighed.front'), numberOf(facts.machine, 'machine.weighed.rear')];
  const totalKg = numberOf(facts.machine, 'machine.total');
  if (frontKg !== null && rearKg !== null) return { ...known, machineKg: frontKg + rearKg, frontShare: frontKg / (frontKg + rearKg) };
  return totalKg === null ? known : { ...known, machineKg: totalKg };
}

/** Shares of the load cases as told, per cent; null where none is. */
export function toldShares(entries: Entries): Partial<Record<LoadId, number>> | null {
  const told = LOAD_IDS.flatMap((id) => {
    const share = numberOf(entries, `load.${id}`);
    return share === null ? [] : [[id, share] as const];
  });
  return told.length === 0 ? null : Object.fromEntries(told);
}

/** Which load springs are chosen for. */
export const loadSchoolOf = (entries: Entries): LoadSchool => choiceOf(entries, 'load.school', LOAD_SCHOOLS) ?? 'as-ridden';

/** What passenger and luggage put on a wheel, kg, each at its place; the wheelbase as known or usual of the kind. */
function declaredOn(facts: JobFacts, end: End, kind: MachineKind): { passengerKg: number; luggageKg: number } {
  const wheelbaseMm = numberOf(facts.machine, 'machine.wheelbase') ?? kind.figures.wheelbaseMm.mean;
  const on = (massKg: number, place: Place, at: number | null) => {
    const share = at === null ? USUAL_PLACE_SHARE[place] : at / wheelbaseMm;
    return massKg * (end === 'front' ? share : 1 - share);
  };
  const luggage = itemNumbers(facts.entries, 'luggage').map((n) =>
    on(
      numberOf(facts.entries, `luggage.${n}.mass`) ?? 0,
      choiceOf(facts.entries, `luggage.${n}.place`, LUGGAGE_PLACES) ?? 'tail',
      numberOf(facts.entries, `luggage.${n}.at`),
    ),
  );
  return {
    passengerKg: on(numberOf(facts.entries, 'passenger.mass') ?? 0, 'passenger', numberOf(facts.entries, 'passenger.at')),
    luggageKg: luggage.reduce((sum, kg) => sum + kg, 0),
  };
}

/** Whether a passenger and luggage are declared. */
export const declaredLoads = (entries: Entries): { passenger: boolean; luggage: boolean } => ({
  passenger: (numberOf(entries, 'passenger.mass') ?? 0) > 0,
  luggage: itemNumbers(entries, 'luggage').some((n) => (numberOf(entries, `luggage.${n}.mass`) ?? 0) > 0),
});

/** The ways this machine is ridden loaded, with the share of each and what it puts on this wheel. */
export function loadCasesOf(facts: JobFacts, end: End, kind: MachineKind) {
  const on = declaredOn(facts, end, kind);
  const shares = loadSharesOf(toldShares(facts.entries), declaredLoads(facts.entries));
  return { on, shares, cases: casesOf(shares, on) };
}

/** What is carried beyond the rider at one wheel, by its share of the riding and the school of loads, kg. */
export function carriedKg(facts: JobFacts, end: End, kind: MachineKind): number {
  const { on, shares } = loadCasesOf(facts, end, kind);
  const carried = carriedShares(loadSchoolOf(facts.entries), shares);
  return carried.passenger * on.passengerKg + carried.luggage * on.luggageKg;
}
