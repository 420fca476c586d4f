import { USUAL_SAG_UNCERTAINTY_MM } from '@/core/constants/limits';
import type { JobFacts } from './facts';
import { type EffectiveResult, effectiveRate, USUAL_LOAD_UNCERTAINTY_N } from '@/core/spring/effective';
import type { Result } from '@/core/result';
import { markedRateOf, endModelOf, isMissing, isUnusable } from './ends';
import { loadsOf } from './loads';
import { preloadOf, sagOf } from './measure';
import type { End } from '@/catalogue/ends';

/** The two sags read backwards on the spring that is in there; null until both sags, the loads and the marked rate are known. */
export function effectiveOf(facts: JobFacts, end: End): Result<EffectiveResult> | null {
  const marked = markedRateOf(facts, end);
  return marked === null ? null : readBackwards(facts, end, marked);
}

/** A spring without a mark, by its two sags alone: rate and the preload that gives the rider sag; null until both sags and the loads are known. */
export function unmarkedRate(facts: JobFacts, end: End) {
  const found = endModelOf(facts, end);
  const solo = loadsOf(facts).cases[0];
  const riderMm = sagOf(facts, end)?.result;
  // What is marked only decides whether the sags agree with it.
  const read = readBackwards(facts, end, 1);
  if (!read?.ok || isMissing(found) || isUnusable(found) || !solo?.result.ok || !riderMm?.ok) return null;
  const { effectiveRateNPerMm, effectivePreloadMm } = read.value;
  return { model: found.model, rateNPerMm: effectiveRateNPerMm, preloadMm: effectivePreloadMm };
}

function readBackwards(facts: JobFacts, end: End, marked: number): Result<EffectiveResult> | null {
  const read = sagOf(facts, end);
  const found = endModelOf(facts, end);
  const solo = loadsOf(facts).cases[0];
  if (!read?.result.ok || isMissing(found) || isUnusable(found) || !solo?.result.ok) return null;
  const { staticSagMm, riderSagMm, uncertaintyMm, frictionBandUnladenMm, frictionBandLadenMm } = read.result.value;
  if (staticSagMm === null || riderSagMm === null) return null;
  const preload = preloadOf(facts.entries, end === 'rear' ? 'found.rear.preload' : 'found.front.preload.left');
  const { value } = solo.result;
  return effectiveRate({
    end: found.model,
    staticLoadN: end === 'rear' ? value.staticRearN : value.staticFrontN,
    ladenLoadN: end === 'rear' ? value.ladenRearN : value.ladenFrontN,
    staticSagMm,
    riderSagMm,
    markedRateNPerMm: marked,
    preloadMm: preload?.ok ? preload.value : undefined,
    sagUncertaintyMm: uncertaintyMm ?? USUAL_SAG_UNCERTAINTY_MM,
    loadUncertaintyN: USUAL_LOAD_UNCERTAINTY_N,
    frictionBandMm: Math.max(frictionBandUnladenMm ?? 0, frictionBandLadenMm ?? 0) || undefined,
  });
}
