import type { JobFacts } from '../model/facts';
import { steelShiftMm } from '@/core/spring/spacer';
import { isOnAir } from '../model/ends';
import { numberOf } from '../model/read';
import { MIN_OIL_MM, oilShiftMm } from './ground';

/** Two legs are set alike, and as wanted, to so much. Common practice, no source. */
export const SAME_OIL_LEVEL_MM = 2;

export interface OilLevelWanted {
  levelMm: number;
  /** From the maker's level, or from the one found where the maker's is not known. */
  fromMm: number;
  from: 'maker' | 'found';
  groundMm: number;
  steelMm: number;
}

/** What the new spring's steel asks for, mm lower; 0 while either spring is not weighed. */
export function steelMmOf(facts: JobFacts): number {
  const [oldKg, newKg, boreMm] = [
    numberOf(facts.entries, 'springs.front.steel.old'),
    numberOf(facts.entries, 'springs.front.steel.new'),
    numberOf(facts.machine, 'machine.bore'),
  ];
  return oldKg === null || newKg === null || boreMm === null ? 0 : steelShiftMm({ oldKg, newKg, boreMm });
}

/** The fork's oil level that ground and the new spring's steel ask for; null where neither asks for anything, on air, and while no level is known. */
export function oilLevelWanted(facts: JobFacts): OilLevelWanted | null {
  const makers = numberOf(facts.machine, 'machine.oilLevel');
  const fromMm = makers ?? numberOf(facts.entries, 'found.front.oilLevel.left');
  const [groundMm, steelMm] = [oilShiftMm(facts.entries), steelMmOf(facts)];
  if (fromMm === null || isOnAir(facts.machine, 'front') || (Math.abs(groundMm) < MIN_OIL_MM && Math.abs(steelMm) < MIN_OIL_MM))
    return null;
  return { levelMm: Math.round(fromMm + groundMm + steelMm), fromMm, from: makers === null ? 'found' : 'maker', groundMm, steelMm };
}
