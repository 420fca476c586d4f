import type { JobFacts } from '../model/facts';
import { choiceAt, isEstimate, judgeRate } from '../aims/estimates';
import { carriedKg } from '../aims/loadsTold';
import { isOnAir, markedRateOf } from '../model/ends';
import { COLLAPSED_SHARE, PITCH_SHARE, USUAL_WINDOW_DOUBT } from '@/knowledge/limits';
import { loadsOf, overloads } from '../model/loads';
import { isToppedOut } from '@/core/measure/sag';
import { USUAL_SAG_UNCERTAINTY_MM } from '@/core/constants/limits';
import { judgeStatic, type Lean } from '@/core/spring/judgement';
import { type Window } from '@/knowledge/schools';
import { above, below } from './belief';
import { sagOf } from '../model/measure';
import { numberOf } from '../model/read';
import { aimsOf, isAimOnPurpose, targetOf } from '../aims/targets';
import type { End } from '@/catalogue/ends';

/** What the pair of sags at one end says of its spring and its ring. Measure, Reason, Springs and the cures take their answer from here. */
export interface SpringJudged {
  /** Too stiff for the rider alone, right for the load it is ridden with. */
  isRightLoaded?: true;
  code: 'topped-out' | 'too soft' | 'too stiff' | 'ring' | 'suits';
  /** On which side of the ideal it lies where it is right. */
  leans: Lean | null;
  staticSagMm: number;
  riderSagMm: number;
  /** Where the rider sag is to be held, and what is right to either side of it. */
  aimMm: number;
  riderWindow: Window;
  /** Static sag this spring would leave there; below 0 for none. */
  leftMm: number;
  staticWindow: Window;
  /** Rate the same load would take for both aims, against the one in there: the ratio rule. */
  idealRatio: number;
  /** How far each may be believed from the readings, 0 to 1. */
  credence: { soft: number; stiff: number; ringUp: number; ringDown: number };
}

/** k = 2 to k = 1; where the readings say nothing of themselves, what is usual. */
export const standardOf = (uncertaintyMm: number | null): number => (uncertaintyMm ?? USUAL_SAG_UNCERTAINTY_MM) / 2;

/**
 * The ring moves both sags alike (constant leverage, linear spring), so the difference between rider and static sag belongs to the rate alone: holding the rider sag at its aim leaves
 * static − (rider − aim). An end that rests on its top-out stop says nothing of its spring: how far past the stop it would push, nobody sees.
 * @returns null for a fork on air, until both sags are read and the travel is known, and where something else stops the verdict
 */
export function judgeSpring(facts: JobFacts, end: End): SpringJudged | null {
  const read = sagOf(facts, end);
  const aims = aimsOf(facts, end);
  if (!read?.result.ok || !aims || isOnAir(facts.machine, end)) return null;
  // What stops a verdict comes before the rate: a load beyond the plate, and for the front a rear that has collapsed.
  if (isOverloaded(facts) || (end === 'front' && isCollapsed(facts))) return null;
  const { staticSagMm, riderSagMm, uncertaintyMm } = read.result.value;
  if (staticSagMm === null || riderSagMm === null) return null;
  const { target, staticWindow, riderWindow } = aims;
  const aimMm = target.rider.value;
  const leftMm = staticSagMm - (riderSagMm - aimMm);
  const figures = {
    staticSagMm,
    riderSagMm,
    aimMm,
    riderWindow,
    leftMm,
    staticWindow,
    idealRatio: (riderSagMm - staticSagMm) / (aimMm - target.static.value),
  };
  if (isToppedOut(staticSagMm))
    return { ...figures, code: 'topped-out', leans: null, credence: { soft: 0.5, stiff: 0.5, ringUp: 0.5, ringDown: 0.5 } };
  const one = standardOf(uncertaintyMm);
  const both = one * Math.SQRT2;
  // A difference within the readings' own doubt is no verdict, and a window nobody chose is worth no more than what it rests on.
  const doubtMm = both + (isAimOnPurpose(facts, end) ? 0 : USUAL_WINDOW_DOUBT * target.static.value);
  const [leastMm, mostMm] = [staticWindow.minMm - doubtMm, staticWindow.maxMm + doubtMm];
  const within = (mm: number, { minMm, maxMm }: Window) => mm >= minMm - one && mm <= maxMm + one;
  // Both sags in their windows: it suits, whatever the middle says.
  const stands = within(riderSagMm, riderWindow) && within(staticSagMm, staticWindow);
  const atMost = stands ? 0.5 : 1;
  const [soft, stiff] = [Math.min(atMost, below(leftMm, leastMm, both)), Math.min(atMost, above(leftMm, mostMm, both))];
  const ringOnly = Math.max(0, 1 - soft - stiff);
  const credence = {
    soft,
    stiff,
    ringUp: ringOnly * Math.min(atMost, above(riderSagMm, riderWindow.maxMm + one, one)),
    ringDown: ringOnly * Math.min(atMost, below(riderSagMm, riderWindow.minMm - one, one)),
  };
  const { verdict, leans } = judgeStatic(leftMm, target.static.value, [leastMm, mostMm]);
  // Too stiff for the rider alone is no verdict on a machine that is mostly ridden loaded, where the choice for that load asks for as much.
  if (verdict === 'too stiff' && !stands && isRightLoaded(facts, end))
    return {
      ...figures,
      code: 'ring',
      leans: null,
      isRightLoaded: true,
      credence: { ...credence, stiff: 0, ringUp: credence.ringUp + stiff * Number(riderSagMm > aimMm) },
    };
  if (verdict !== 'right' && !stands) return { ...figures, code: verdict, leans, credence };
  return { ...figures, code: stands ? 'suits' : 'ring', leans, credence };
}

/** Whether the spring in it is no stiffer than the load as it is ridden asks for, where more than the rider is carried. */
function isRightLoaded(facts: JobFacts, end: End): boolean {
  const marked = markedRateOf(facts, end);
  const found = choiceAt(facts, end);
  if (marked === null || !isEstimate(found) || carriedKg(facts, end, found.kind) <= 0) return false;
  const { verdict, leans } = judgeRate(found, marked);
  return verdict !== 'too stiff' && leans !== 'stiff';
}

/** Loaded beyond its plate or an axle's limit: no spring makes that safe. */
export const isOverloaded = (facts: JobFacts): boolean => overloads(loadsOf(facts), facts.machine).length > 0;

/** With the rider on the rear sits so far beyond its window that it is put right before anything is said of the front. */
export function isCollapsed(facts: JobFacts): boolean {
  const read = sagOf(facts, 'rear');
  const riderSagMm = read?.result.ok ? read.result.value.riderSagMm : null;
  const aims = aimsOf(facts, 'rear');
  const travelMm = numberOf(facts.machine, 'machine.travel.rear');
  return riderSagMm !== null && aims !== null && travelMm !== null && riderSagMm > aims.riderWindow.maxMm + COLLAPSED_SHARE * travelMm;
}

/** How far an end stands from its rider sag aimed at, as a share of its travel: above 0 it sits low. One answer for Measure, Reason and the rides. */
export function offAim(facts: JobFacts, end: End, riderSagMm?: number): number | null {
  const read = sagOf(facts, end);
  const sagMm = riderSagMm ?? (read?.result.ok ? read.result.value.riderSagMm : null);
  const target = targetOf(facts, end);
  const travelMm = numberOf(facts.machine, `machine.travel.${end}`);
  return sagMm === null || !target || travelMm === null ? null : (sagMm - target.rider.value) / travelMm;
}

/** How the machine sits between both aims: rear less front, share of travel; above 0 nose-high. */
export function pitchJudged(rear: number, front: number): { apart: number; code: 'nose-high' | 'nose-low' | 'level' } {
  const apart = rear - front;
  return { apart, code: apart > PITCH_SHARE ? 'nose-high' : apart < -PITCH_SHARE ? 'nose-low' : 'level' };
}
