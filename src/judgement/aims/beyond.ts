import type { JobFacts } from '../model/facts';
import { ATMOSPHERE_MPA, STANDARD_GRAVITY_M_PER_S2 } from '@/core/constants/constants';
import { COLD_C, HOT_C, type OilGrade, WARM_C } from '@/core/damper/oils';
import type { ExpertRequest } from '@/core/damper/expert';
import { FRONT_SHARE } from '@/core/ride/course';
import { type DamperKey, END_OF } from '@/catalogue/fields/damper';
import type { End } from '@/catalogue/ends';
import { BRAKE_FRICTION, YIELDS_N_PER_M } from '@/knowledge/rideUsual';
import { damperWithUsual, oilOf, oilWarm } from '../model/dampers';
import { isMissing, isUnusable } from '../model/ends';
import { gasLawOf } from './gasLaw';
import { loadsOf } from '../model/loads';
import { numberOf } from '../model/read';
import { dampersAt } from '../model/unlike';
import { SHEET_SPEEDS } from './valves';

/** What an expert looks at beyond a damper's plain curve, from the figures of a job. */

/** The swing a loop is drawn for: a wheel going over ground it knows. From memory. */
const SWING = { mPerS: 0.4, hz: 2 } as const;

/** What is asked of the core; null while the damper is not known. */
export function beyondRequest(facts: JobFacts, damper: DamperKey, oils: readonly OilGrade[]): ExpertRequest | null {
  const figures = damperWithUsual(facts, damper, 'fit');
  if (isMissing(figures) || isUnusable(figures)) return null;
  const { grade } = oilOf(facts.entries, damper, oils);
  const [cold, warm, hot] = [oilWarm(grade, COLD_C), oilWarm(grade, WARM_C), oilWarm(grade, HOT_C)];
  if (!cold.ok || !warm.ok || !hot.ok) return null;
  const end = END_OF[damper];
  return {
    figures,
    oil: { cold: cold.value, warm: warm.value, hot: hot.value },
    speedsMPerS: SHEET_SPEEDS,
    checkOpensMPa: numberOf(facts.machine, `machine.damper.${damper}.base.check`),
    yieldsNPerM: YIELDS_N_PER_M[end] / dampersAt(facts.machine, end).length,
    swing: SWING,
  };
}

export interface GasPlace {
  name: string;
  strokeMm: number;
  slowMPa: number;
  quickMPa: number;
  slowN: number;
  quickN: number;
}

const PLACES = [
  ['extended', 0],
  ['a third', 1 / 3],
  ['two thirds', 2 / 3],
  ['full', 1],
] as const;

/** The gas of an end over its stroke, pressed slowly and quickly; all chambers together, above the atmosphere. null where no chamber is known. */
export function gasOverStroke(facts: JobFacts, end: End): GasPlace[] | null {
  const strokeMm = numberOf(facts.machine, end === 'front' ? 'machine.travel.front' : 'machine.shockStroke');
  const law = strokeMm === null ? null : gasLawOf(facts, end, strokeMm);
  if (strokeMm === null || !law) return null;
  const { areaMm2, volumeMm3, pressureMPa, chambers, exponent } = law;
  const force = (mpa: number) => chambers * (mpa - ATMOSPHERE_MPA) * areaMm2;
  return PLACES.flatMap(([name, share]) => {
    const s = share * strokeMm;
    // A shaft that takes up all the chamber has no gas left to speak of.
    if (areaMm2 * s >= volumeMm3(0)) return [];
    const slowMPa = pressureMPa(s);
    const quickMPa = pressureMPa(0) * (volumeMm3(0) / volumeMm3(s)) ** exponent;
    return [{ name, strokeMm: s, slowMPa, quickMPa, slowN: force(slowMPa), quickN: force(quickMPa) }];
  });
}

/** How hard the brake is pulled for the figure below, in g. From memory: firm, on a dry road. */
export const FIRM_G = 0.5;

/** Dry friction the fork gains under a firm brake, N; null while the loads are not known. Known to a factor of two. */
export function brakedFrictionN(facts: JobFacts): number | null {
  const solo = loadsOf(facts).cases[0];
  return solo?.result.ok ? BRAKE_FRICTION * FRONT_SHARE * FIRM_G * solo.result.value.totalKg * STANDARD_GRAVITY_M_PER_S2 : null;
}
