import { type JobFacts } from '../model/facts';
import { preloadForMm, restsAt } from '@/core/spring/end';
import { linearSpring, type SpringLaw } from '@/core/spring/law';
import { effectiveOf } from '../model/effective';
import { endModelOf, isMissing, isUnusable } from '../model/ends';
import { loadsOf } from '../model/loads';
import { sagOf } from '../model/measure';
import type { End } from '@/catalogue/ends';
import { fittedEnd } from './evidence/springs';

export interface Standing {
  model: Parameters<typeof restsAt>[0];
  spring: SpringLaw;
  rateFrom: 'sags' | 'mark';
  staticN: number;
  ladenN: number;
  /** Preload that explains the rider sag read, mm. */
  preloadMm: number;
  staticMm: number;
  riderMm: number;
}

/** The end as it stands: the rate the sags need, else the mark, with the preload that gives the rider sag read. */
export function standing(known: JobFacts, end: End): Standing | null {
  const found = endModelOf(known, end);
  const solo = loadsOf(known).cases[0];
  const sag = sagOf(known, end);
  if (isMissing(found) || isUnusable(found) || !solo?.result.ok || !sag?.result.ok) return null;
  const { riderSagMm, staticSagMm } = sag.result.value;
  if (riderSagMm === null) return null;
  const effective = effectiveOf(known, end);
  const marked = fittedEnd(known, end);
  const rate = effective?.ok && !effective.value.agreesWithMark ? effective.value.effectiveRateNPerMm : null;
  const spring = rate === null ? marked?.spring : linearSpring(rate);
  if (!spring) return null;
  const { value } = solo.result;
  const [staticN, ladenN] = end === 'rear' ? [value.staticRearN, value.ladenRearN] : [value.staticFrontN, value.ladenFrontN];
  const preloadMm = preloadForMm(found.model, spring, riderSagMm, ladenN);
  const rest = restsAt(found.model, spring, preloadMm, staticN).zMm;
  return {
    model: found.model,
    spring,
    rateFrom: rate === null ? 'mark' : 'sags',
    staticN,
    ladenN,
    preloadMm,
    riderMm: riderSagMm,
    staticMm: staticSagMm ?? rest,
  };
}

/** Both sags after the preload changes by so much: those read, moved by what the model says the change does. */
export function afterPreload(now: Standing, byMm: number): { staticMm: number; riderMm: number } {
  const at = (loadN: number, preloadMm: number) => restsAt(now.model, now.spring, Math.max(0, preloadMm), loadN).zMm;
  const moved = (readMm: number, loadN: number) => Math.max(0, readMm + at(loadN, now.preloadMm + byMm) - at(loadN, now.preloadMm));
  return { staticMm: moved(now.staticMm, now.staticN), riderMm: moved(now.riderMm, now.ladenN) };
}
