import { type EffectiveResult, effectiveRate, USUAL_LOAD_UNCERTAINTY_N, USUAL_SAG_UNCERTAINTY_MM } from '@/core/spring/effective';
import type { Result } from '@/core/result';
import type { Entries } from '@/catalogue/entry';
import { rightSpringFound, endModelOf, isMissing, isUnusable } from './ends';
import { loadsOf } from './loads';
import { preloadOf, sagOf } from './measure';
import { numberOf } from './read';
import type { End } from '@/catalogue/ends';

/** The two sags read backwards on the spring that is in there; null until both sags, the loads and the marked rate are known. */
export function effectiveOf(entries: Entries, machine: Entries, end: End): Result<EffectiveResult> | null {
  const marked = numberOf(entries, `found.${end}.spring`);
  return marked === null ? null : readBackwards(entries, machine, end, marked);
}

/** A spring without a mark, by its two sags alone: rate and the preload that gives the rider sag; null until both sags and the loads are known. */
export function unmarkedRate(entries: Entries, machine: Entries, end: End) {
  const found = endModelOf(entries, machine, end);
  const solo = loadsOf(entries, machine).cases[0];
  const riderMm = sagOf(entries, machine, end)?.result;
  // What is marked only decides whether the sags agree with it.
  const read = readBackwards(entries, machine, end, 1);
  if (!read?.ok || isMissing(found) || isUnusable(found) || !solo?.result.ok || !riderMm?.ok) return null;
  const { effectiveRateNPerMm, effectivePreloadMm } = read.value;
  return { model: found.model, rateNPerMm: effectiveRateNPerMm, preloadMm: effectivePreloadMm };
}

function readBackwards(entries: Entries, machine: Entries, end: End, marked: number): Result<EffectiveResult> | null {
  const read = sagOf(entries, machine, end);
  const found = endModelOf(entries, machine, end);
  const solo = loadsOf(entries, machine).cases[0];
  if (!read?.result.ok || isMissing(found) || isUnusable(found) || !solo?.result.ok) return null;
  const { staticSagMm, riderSagMm, uncertaintyMm, frictionBandUnladenMm, frictionBandLadenMm } = read.result.value;
  if (staticSagMm === null || riderSagMm === null) return null;
  const preload = preloadOf(entries, end === 'rear' ? 'found.rear.preload' : 'found.front.preload.left');
  const { value } = solo.result;
  // Unlike legs carry together what two springs of their mean rate would.
  const right = rightSpringFound(entries, machine, end);
  return effectiveRate({
    end: found.model,
    staticLoadN: end === 'rear' ? value.staticRearN : value.staticFrontN,
    ladenLoadN: end === 'rear' ? value.ladenRearN : value.ladenFrontN,
    staticSagMm,
    riderSagMm,
    markedRateNPerMm: right === null ? marked : (marked + right) / 2,
    preloadMm: preload?.ok ? preload.value : undefined,
    sagUncertaintyMm: uncertaintyMm ?? USUAL_SAG_UNCERTAINTY_MM,
    loadUncertaintyN: USUAL_LOAD_UNCERTAINTY_N,
    frictionBandMm: Math.max(frictionBandUnladenMm ?? 0, frictionBandLadenMm ?? 0) || undefined,
  });
}
