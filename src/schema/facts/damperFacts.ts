import { type DamperFigures, valveIn } from '@/core/damper/damper';
import type { OilGrade } from '@/core/damper/oils';
import { COLD_C, HOT_C, WARM_C } from '@/core/damper/oils';
import { type Sprung, zetaOf } from '@/core/damper/target';
import { damperView, type ViewRequest } from '@/core/damper/view';
import type { LiftOf } from '@/core/damper/valve';
import { wheelRateNPerMm } from '@/core/spring/end';
import { STANDARD_GRAVITY_M_PER_S2 } from '@/core/constants/constants';
import type { End } from '@/core/spring/schools';
import { textOf } from './read';
import { damperOf, hasUnlikeLegs, oilOf, oilWarm } from './dampers';
import { isMissing, isUnusable } from './ends';
import { fittedEnd } from './evidence/springs';
import type { Known } from './evidence/known';

/** What the reasons need of a damper as found, computed. */
export interface DamperFacts {
  /** At 0.1 m/s of the shaft, of critical; null where spring or load is not known. */
  zeta: { compression: number | null; rebound: number | null };
  /** Slowest compression at which the oil parts; null where it does not. */
  cavitatesFromMPerS: number | null;
  choke: { valve: string; portShare: number } | null;
  /** What a click changes at 0.1 m/s, as a share of the force, the best of its clickers; null where it has none. */
  clickShare: number | null;
  /** Share of the force at 0.1 m/s that heat takes. */
  hotLoss: number;
}

const SLOW_M_PER_S = 0.1;
const SPEEDS = [SLOW_M_PER_S, 0.4, 1, 2, 3] as const;

export interface DamperQuestion {
  view: ViewRequest;
  sprung: Sprung | null;
}

/** What has to be computed of an end's damper as it came in; null where its figures or stacks are not known. */
export function damperQuestion(known: Known, end: End, oils: readonly OilGrade[]): DamperQuestion | null {
  const { entries, machine } = known;
  const fit = damperOf(entries, machine, end, 'found');
  if (isMissing(fit) || isUnusable(fit)) return null;
  const { grade } = oilOf(entries, end, oils);
  const [cold, warm, hot] = [oilWarm(grade, COLD_C), oilWarm(grade, WARM_C), oilWarm(grade, HOT_C)];
  if (!cold.ok || !warm.ok || !hot.ok) return null;
  const beside = end === 'front' && hasUnlikeLegs(machine) ? damperOf(entries, machine, 'other', 'found') : null;
  const view: ViewRequest = {
    found: null,
    fit,
    oil: { cold: cold.value, warm: warm.value, hot: hot.value, thicker: null },
    beside: beside && !isMissing(beside) && !isUnusable(beside) ? (beside as DamperFigures) : null,
    speedsMPerS: SPEEDS,
    valve: 'compression',
    targets: { compression: null, rebound: null },
  };
  return { view, sprung: sprungFound(known, end) };
}

function sprungFound(known: Known, end: End): Sprung | null {
  const fitted = fittedEnd(known, end);
  if (!fitted) return null;
  const { model, spring, preloadMm, atMm, ladenN } = fitted;
  const legs = end === 'front' && !['one', 'unlike'].includes(textOf(known.machine, 'machine.damper.front.legs')) ? 2 : 1;
  return {
    wheelRateNPerMm: wheelRateNPerMm(model, spring, preloadMm, atMm),
    massKg: ladenN / STANDARD_GRAVITY_M_PER_S2,
    leverage: model.leverage.ratio(atMm) * model.cosRake,
    dampers: legs,
  };
}

/** The answer in the few figures the reasons quote; null where the damper cannot be computed. */
export function damperFacts({ view, sprung }: DamperQuestion, liftOf: LiftOf): DamperFacts | null {
  const found = damperView(view, liftOf);
  if (!found.ok) return null;
  const { fit, hot, beside, cavitates, choke, authority } = found.value;
  const forceN = (side: 'compression' | 'rebound') => fit[`${side}N`][0]! + (beside?.[`${side}N`][0] ?? 0);
  const zeta = (side: 'compression' | 'rebound') => sprung && zetaOf(forceN(side), SLOW_M_PER_S, sprung);
  const from = cavitates.indexOf(true);
  const shares = authority.flatMap((a) => {
    const side = a.valve === 'rebound' ? 'rebound' : 'compression';
    return valveIn(view.fit, a.valve) ? [Math.abs(a.at01MPerSN) / fit[`${side}N`][0]!] : [];
  });
  const cool = fit.compressionN[0]! + fit.reboundN[0]!;
  return {
    zeta: { compression: zeta('compression'), rebound: zeta('rebound') },
    cavitatesFromMPerS: from < 0 ? null : SPEEDS[from]!,
    choke: choke && { valve: choke.valve, portShare: choke.portShare },
    clickShare: shares.length === 0 ? null : Math.max(...shares),
    hotLoss: 1 - (hot.compressionN[0]! + hot.reboundN[0]!) / cool,
  };
}
