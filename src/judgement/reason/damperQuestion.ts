import { type JobFacts } from '../model/facts';
import type { DamperFigures } from '@/core/damper/damper';
import { type OilGrade, COLD_C, HOT_C, WARM_C } from '@/core/damper/oils';
import type { Sprung } from '@/core/damper/target';
import type { ViewRequest } from '@/core/damper/view';
import { STANDARD_GRAVITY_M_PER_S2 } from '@/core/constants/constants';
import { wheelRateNPerMm } from '@/core/spring/end';
import { type DamperQuestion, FACT_SPEEDS } from '../model/damperFacts';
import { damperOf, oilOf, oilWarm } from '../model/dampers';
import { hasUnlikeLegs, sharedAmong } from '../model/unlike';
import { isMissing, isUnusable } from '../model/ends';
import { fittedEnd } from './evidence/springs';
import type { End } from '@/catalogue/ends';

/** What has to be computed of an end's damper as it came in; null where its figures or stacks are not known. */
export function damperQuestion(known: JobFacts, end: End, oils: readonly OilGrade[]): DamperQuestion | null {
  const { entries, machine } = known;
  const fit = damperOf(known, end, 'found');
  if (isMissing(fit) || isUnusable(fit)) return null;
  const { grade } = oilOf(entries, end, oils);
  const [cold, warm, hot] = [oilWarm(grade, COLD_C), oilWarm(grade, WARM_C), oilWarm(grade, HOT_C)];
  if (!cold.ok || !warm.ok || !hot.ok) return null;
  const beside = end === 'front' && hasUnlikeLegs(machine) ? damperOf(known, 'other', 'found') : null;
  const view: ViewRequest = {
    found: null,
    fit,
    oil: { cold: cold.value, warm: warm.value, hot: hot.value, thicker: null },
    beside: beside && !isMissing(beside) && !isUnusable(beside) ? (beside as DamperFigures) : null,
    speedsMPerS: FACT_SPEEDS,
    valve: 'compression',
    targets: { compression: null, rebound: null },
  };
  return { view, sprung: sprungFound(known, end) };
}

function sprungFound(known: JobFacts, end: End): Sprung | null {
  const fitted = fittedEnd(known, end);
  if (!fitted) return null;
  const { model, spring, preloadMm, atMm, ladenN } = fitted;
  return {
    wheelRateNPerMm: wheelRateNPerMm(model, spring, preloadMm, atMm),
    massKg: ladenN / STANDARD_GRAVITY_M_PER_S2,
    leverage: model.leverage.ratio(atMm) * model.cosRake,
    dampers: sharedAmong(known.machine, end),
  };
}
