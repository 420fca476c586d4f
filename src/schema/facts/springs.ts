import { constantLeverage } from '@/core/leverage/leverage';
import { err, type Result } from '@/core/result';
import { type EndModel, frontEnd, rearEnd } from '@/core/spring/end';
import {
  againstWindow,
  middleMm,
  type End,
  schoolById,
  SCHOOLS,
  type School,
  type Use,
  type Windows,
  type WindowVerdict,
} from '@/core/spring/schools';
import { type CatalogueSpring, predict, selectSpring, type SelectResult } from '@/core/spring/select';
import type { Entries } from '../entry';
import { loadsOf } from './loads';
import { type Figure, figureOr, numberOf, textOf } from './read';

/** A spring of the list, as the page sends it. Rates per leg at the front. */
export interface ListedSpring {
  id: number;
  end: End;
  name: string;
  rateText: string;
  rateNPerMm: number;
  freeLengthMm: number | null;
  solidLengthMm: number | null;
  place: 'drawer' | 'supplier';
}

export const schoolOf = (entries: Entries): School => schoolById(textOf(entries, 'school'));
export const purposeOf = (entries: Entries): Use => (textOf(entries, 'use') || 'road') as Use;

export function windowsOf(entries: Entries, machine: Entries, end: End, school: School = schoolOf(entries)): Windows | null {
  const travelMm = numberOf(machine, `machine.travel.${end}`);
  return travelMm === null ? null : school.windows(purposeOf(entries), end, travelMm);
}

/** Where a school names no static sag, a share of its rider sag stands in. From memory: the pair school's 35 of 100. */
const STATIC_SHARE_OF_RIDER = 0.35;

export interface Target {
  static: Figure;
  rider: Figure;
}

/** The two sags to aim at: typed ones first, else the middle of the school's windows. */
export function targetOf(entries: Entries, machine: Entries, end: End): Target | null {
  const own = windowsOf(entries, machine, end);
  const share = windowsOf(
    entries,
    machine,
    end,
    SCHOOLS.find((s) => s.id === 'share-of-travel'),
  );
  const riderWindow = own?.rider ?? share?.rider;
  if (!riderWindow) return null;
  const rider = figureOr(entries, `springs.${end}.target.rider`, Math.round(middleMm(riderWindow)));
  const statics = own?.static ? Math.round(middleMm(own.static)) : Math.round(rider.value * STATIC_SHARE_OF_RIDER);
  return { static: figureOr(entries, `springs.${end}.target.static`, statics), rider };
}

const USUAL_MOST_PRELOAD_MM: Record<End, number> = { rear: 20, front: 25 };

export const rangeOf = (entries: Entries, end: End): [Figure, Figure] => [
  figureOr(entries, `springs.${end}.range.min`, 0),
  figureOr(entries, `springs.${end}.range.max`, USUAL_MOST_PRELOAD_MM[end]),
];

export const legsOf = (machine: Entries): number => (textOf(machine, 'machine.forkSpring') === 'one' ? 1 : 2);

/** The end as the springs feel it, or the machine figures still missing. */
export function endModelOf(entries: Entries, machine: Entries, end: End): EndModel | { missing: string[] } {
  const travelMm = numberOf(machine, `machine.travel.${end}`);
  const second = end === 'rear' ? 'machine.leverage' : 'machine.rake';
  const figure = numberOf(machine, second);
  if (travelMm === null || figure === null)
    return { missing: [...(travelMm === null ? [`machine.travel.${end}`] : []), ...(figure === null ? [second] : [])] };
  const gasN = numberOf(entries, `springs.${end}.otherForce`) ?? 0;
  return end === 'rear' ? rearEnd(travelMm, constantLeverage(figure), () => gasN) : frontEnd(travelMm, figure, legsOf(machine), () => gasN);
}

/** What a candidate does in each declared load case, at the preload chosen for solo. */
export interface CaseSag {
  name: string;
  sagMm: number;
  share: number;
  bottomed: boolean;
}

export interface Selection {
  model: EndModel;
  target: Target;
  staticLoadN: number;
  ladenLoadN: number;
  result: Result<SelectResult>;
  casesOf(spring: ListedSpring, preloadMm: number): CaseSag[];
}

const asCatalogue = (s: ListedSpring): CatalogueSpring => ({
  id: String(s.id),
  rateNPerMm: s.rateNPerMm,
  ...(s.freeLengthMm === null ? {} : { freeLengthMm: s.freeLengthMm }),
  ...(s.solidLengthMm === null ? {} : { solidLengthMm: s.solidLengthMm }),
});

/** The whole spring question of one end, or what is missing for it, as field names. */
export function selectionOf(
  entries: Entries,
  machine: Entries,
  end: End,
  springs: readonly ListedSpring[],
): Selection | { missing: string[] } {
  const loads = loadsOf(entries, machine);
  const model = endModelOf(entries, machine, end);
  const target = targetOf(entries, machine, end);
  const missing = [...loads.missing, ...('missing' in model ? model.missing : [])];
  const solo = loads.cases[0];
  if (missing.length > 0 || 'missing' in model || target === null || solo === undefined) return { missing };
  const [min, max] = rangeOf(entries, end);
  const [staticLoadN, ladenLoadN] = solo.result.ok
    ? end === 'rear'
      ? [solo.result.value.staticRearN, solo.result.value.ladenRearN]
      : [solo.result.value.staticFrontN, solo.result.value.ladenFrontN]
    : [0, 0];
  const result = ((): Result<SelectResult> => {
    if (!solo.result.ok) return solo.result;
    if (ladenLoadN <= staticLoadN) return err('load-not-increasing');
    if (target.rider.value <= target.static.value || target.rider.value > model.travelMm) return err('target-order');
    if (min.value > max.value) return err('range-order');
    const catalogue = springs.filter((s) => s.end === end).map(asCatalogue);
    return selectSpring({
      end: model,
      staticLoadN,
      ladenLoadN,
      target: { staticSagMm: target.static.value, riderSagMm: target.rider.value },
      catalogue,
      preloadRangeMm: [min.value, max.value],
    });
  })();
  const casesOf = (spring: ListedSpring, preloadMm: number): CaseSag[] =>
    loads.cases.flatMap((c) => {
      if (!c.result.ok) return [];
      const wheelN = end === 'rear' ? c.result.value.ladenRearN : c.result.value.ladenFrontN;
      const p = predict(model, asCatalogue(spring), preloadMm, wheelN);
      return [{ name: c.name, sagMm: p.sagMm, share: p.sagMm / model.travelMm, bottomed: p.bottomed }];
    });
  return { model, target, staticLoadN, ladenLoadN, result, casesOf };
}

export interface SchoolVerdict {
  school: School;
  chosen: boolean;
  static: WindowVerdict | null;
  rider: WindowVerdict | null;
}

/** What each school says of the sags measured at one end. */
export function schoolVerdicts(
  entries: Entries,
  machine: Entries,
  end: End,
  staticMm: number | null,
  riderMm: number | null,
): SchoolVerdict[] {
  const chosen = schoolOf(entries).id;
  return SCHOOLS.map((school) => {
    const windows = windowsOf(entries, machine, end, school);
    return {
      school,
      chosen: school.id === chosen,
      static: windows?.static && staticMm !== null ? againstWindow(staticMm, windows.static) : null,
      rider: windows?.rider && riderMm !== null ? againstWindow(riderMm, windows.rider) : null,
    };
  });
}
