import { type JobFacts } from '../model/facts';
import type { End } from '@/catalogue/ends';
import type { Entries, Entry } from '@/catalogue/entry';
import { preloadForMm } from '@/core/spring/end';
import { linearSpring } from '@/core/spring/law';
import { RATE_WORTH_SAYING_PERCENT } from '@/knowledge/limits';
import type { ListedSpring } from '@/schema/springs';
import { quickChoiceAt } from './estimates';
import { rateOf } from '../model/offers';
import { selectionOf } from './springs';
import { rangeOf } from './targets';

/** The right spring of one end for a rider of some mass. Of each spring where several share the load. */
export interface RiderRate {
  rateNPerMm: number;
  preloadMm: number;
  /** The band that holds the rate nine times in ten. */
  band: readonly [number, number];
  /** A spring of the list that is not felt to differ, the nearest first looked at. */
  spring: { name: string; rateNPerMm: number; inDrawer: boolean } | null;
  /** Preload that brings the rider sag back under each further load case; null where the adjuster cannot. */
  cases: { name: string; preloadMm: number | null }[];
}

export interface RiderRow {
  riderKg: number;
  rear: RiderRate | null;
  front: RiderRate | null;
}

/** Riders a shop sees, in gear, kg. From memory. */
const RIDERS_KG = { least: 50, most: 130, step: 5 } as const;

const withRider = (entries: Entries, riderKg: number): Entries => {
  const typed: Entry = { field: 'rider.mass', text: `${riderKg} kg`, unit: 'kg', value: riderKg, at: null };
  return { ...entries, 'rider.mass': typed };
};

function nearest(springs: readonly ListedSpring[], end: End, rateNPerMm: number): RiderRate['spring'] {
  const off = (s: ListedSpring) => Math.abs(rateOf(s) / rateNPerMm - 1);
  const close = springs.filter((s) => s.end === end && !s.legs && off(s) < RATE_WORTH_SAYING_PERCENT / 100).sort((a, b) => off(a) - off(b));
  const best = close.find((s) => s.place === 'drawer') ?? close[0];
  return best ? { name: best.name, rateNPerMm: rateOf(best), inDrawer: best.place === 'drawer' } : null;
}

function rateFor(facts: JobFacts, end: End, springs: readonly ListedSpring[]): RiderRate | null {
  // The sags read belong to the rider they were read with: for another, practice and the loads alone speak.
  const found = quickChoiceAt(facts, end);
  if (!found) return null;
  const { rateNPerMm, preloadMm } = found;
  return {
    rateNPerMm: rateNPerMm.p50,
    preloadMm,
    band: [rateNPerMm.p05, rateNPerMm.p95],
    spring: nearest(springs, end, rateNPerMm.p50),
    cases: casesFor(facts, end, rateNPerMm.p50),
  };
}

/** Preload that brings the rider sag back under each further load, where the loads are known and the adjuster gives it. */
function casesFor(facts: JobFacts, end: End, rateNPerMm: number): RiderRate['cases'] {
  const selection = selectionOf(facts, end, []);
  if ('missing' in selection) return [];
  const [min, max] = rangeOf(facts.entries, end);
  const law = linearSpring(rateNPerMm);
  return selection.loadCases.slice(1).map(({ name, loadN }) => {
    const preload = preloadForMm(selection.model, law, selection.target.rider.value, loadN);
    return { name, preloadMm: preload >= min.value && preload <= max.value ? preload : null };
  });
}

/**
 * Rate and preload at both ends against the mass of the rider, for the use, school and loads of the job given.
 * @param entries of the machine's newest job; its rider is left out
 */
export function riderRates(facts: JobFacts, springs: readonly ListedSpring[]): RiderRow[] {
  const count = (RIDERS_KG.most - RIDERS_KG.least) / RIDERS_KG.step + 1;
  return Array.from({ length: count }, (_, i) => {
    const riderKg = RIDERS_KG.least + i * RIDERS_KG.step;
    const loaded = facts.with({ entries: withRider(facts.entries, riderKg) });
    return { riderKg, rear: rateFor(loaded, 'rear', springs), front: rateFor(loaded, 'front', springs) };
  });
}
