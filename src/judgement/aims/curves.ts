import { type JobFacts } from '../model/facts';
import { mm, said, type Said } from '@/core/units/say';
import { type EndModel, restsAt, wheelForceN } from '@/core/spring/end';
import { type Candidate, type CaseSag, springLaw } from '@/core/spring/select';
import type { AirForkAnswer } from './airFork';
import type { SpringLaw } from '@/core/spring/law';
import { endModelOf, isMissing, isUnusable, oilLevelOf, pitchOf } from '../model/ends';
import type { Entries } from '@/catalogue/entry';
import { byRate, type NamedLoad, neighboursOf, type Selection } from './springs';
import { asCatalogue, offerKey } from '../model/offers';
import type { ListedSpring } from '@/schema/springs';

/** One line of the force–travel chart: wheel travel in mm against vertical force at the wheel in N. */
export interface ForceCurve {
  name: Said;
  role: 'current' | 'fan' | 'other' | 'what-if';
  points: [number, number][];
}

export interface ForceChart {
  travelMm: number;
  curves: ForceCurve[];
  /** Horizontal load lines: bare, and every declared case. */
  loads: NamedLoad[];
  /** Where the spring looked at rests under each load. */
  rests: { name: string; zMm: number; loadN: number }[];
}

const STEPS = 60;
/** Candidates drawn on either side of the one looked at. */
const FAN = 2;
/** The step of oil level the trade talks in. */
export const OIL_STEP_MM = 10;

const line = (model: EndModel, of: (zMm: number) => number): [number, number][] =>
  Array.from({ length: STEPS + 1 }, (_, i) => {
    const z = (model.travelMm * i) / STEPS;
    return [z, of(z)];
  });

const forceLine = (model: EndModel, law: SpringLaw, preloadMm: number) => line(model, (z) => wheelForceN(model, law, preloadMm, z));

/** Force at the wheel over the travel: the candidate looked at, its neighbours as a fan, the gas or air alone, and the loads to be held. */
export function forceChartOf(selection: Selection, springs: readonly ListedSpring[], current: Candidate): ForceChart {
  const { model } = selection;
  const candidates = selection.result.ok ? selection.result.value.candidates : [];
  const byId = new Map(springs.map((s) => [offerKey(s), s]));
  const lawOf = (c: Candidate) => {
    const spring = byId.get(c.id);
    return spring ? springLaw(asCatalogue(spring)) : null;
  };
  const order = byRate(candidates);
  const at = order.findIndex((c) => c.id === current.id);
  const fan = order.slice(Math.max(0, at - FAN), at + FAN + 1);
  const curves = fan.flatMap((c): ForceCurve[] => {
    const law = lawOf(c);
    if (!law) return [];
    return [{ name: byId.get(c.id)!.name, role: c.id === current.id ? 'current' : 'fan', points: forceLine(model, law, c.preloadMm) }];
  });
  const otherAt = (z: number) => model.other.forceN(model.leverage.strokeMm(z)) / (model.leverage.ratio(z) * model.cosRake);
  if (Math.abs(otherAt(model.travelMm)) > 1 || Math.abs(otherAt(0)) > 1)
    curves.push({ name: 'gas, air, stops', role: 'other', points: line(model, otherAt) });
  const law = lawOf(current);
  const loads = [{ name: 'bare', loadN: selection.staticLoadN }, ...selection.loadCases];
  const rests = law ? loads.map(({ name, loadN }) => ({ name, loadN, zMm: restsAt(model, law, current.preloadMm, loadN).zMm })) : [];
  return { travelMm: model.travelMm, curves, loads, rests };
}

export interface OilAgainstStep {
  curves: ForceCurve[];
  /** What each adds at a third of the travel and at full travel, N at the wheel. */
  gains: { name: Said; atThirdN: number; atFullN: number }[];
}

/** What 10 mm more oil does against what one spring step does, on the same chart; null while the air is not known or no stiffer spring is listed. */
export function oilAgainstStep(
  facts: JobFacts,
  selection: Selection,
  springs: readonly ListedSpring[],
  current: Candidate,
): OilAgainstStep | null {
  const level = oilLevelOf(facts.entries);
  const { stiffer } = neighboursOf(current, selection.result.ok ? selection.result.value.candidates : []);
  const [spring, step] = [current, stiffer].map((c) => springs.find((s) => offerKey(s) === c?.id));
  if (level === null || !spring || !step) return null;
  const higher: Entries = {
    ...facts.entries,
    'springs.front.oilLevel': { field: 'springs.front.oilLevel', text: '', unit: 'mm', value: level - OIL_STEP_MM, at: null },
  };
  const raised = endModelOf(facts.with({ entries: higher }), 'front');
  if (isMissing(raised) || isUnusable(raised)) return null;
  const { model } = selection;
  const [law, stiffLaw] = [springLaw(asCatalogue(spring)), springLaw(asCatalogue(step))];
  const base = (z: number) => wheelForceN(model, law, current.preloadMm, z);
  const ways: [Said, (z: number) => number][] = [
    [said`${mm(OIL_STEP_MM)} more oil`, (z) => wheelForceN(raised.model, law, current.preloadMm, z)],
    [`${step.name} instead`, (z) => wheelForceN(model, stiffLaw, current.preloadMm, z)],
  ];
  const third = model.travelMm / 3;
  return {
    curves: ways.map(([name, of]) => ({ name, role: 'what-if', points: line(model, of) })),
    gains: ways.map(([name, of]) => ({ name, atThirdN: of(third) - base(third), atFullN: of(model.travelMm) - base(model.travelMm) })),
  };
}

/** One load case of one end, whatever carries it: a fork on air has no ring, but a pressure that brings the load back. */
export interface CasePredicted extends Omit<CaseSag, 'preloadToLevelMm'> {
  preloadToLevelMm: number | null;
  gaugeMPa?: number;
}
/** What an end is predicted to do. */
export interface EndPredicted {
  staticSagMm: number;
  riderSagMm: number;
  cases: readonly CasePredicted[];
}

/** A fork on air at the pressure for the rider alone. */
export function airPredicted({ cases, fork, riderSagMm }: AirForkAnswer): EndPredicted {
  return {
    staticSagMm: cases[0]!.set.staticMm,
    riderSagMm,
    cases: cases.map(({ name, sagAtSoloMm, gaugeMPa, set, loadN }) => ({
      name,
      sagMm: sagAtSoloMm,
      share: sagAtSoloMm / fork.travelMm,
      bottomed: sagAtSoloMm >= fork.travelMm,
      preloadToLevelMm: null,
      levelInRange: true,
      gaugeMPa,
      loadFactorAtFullTravel: set.fullN / loadN,
    })),
  };
}

export interface CaseStance {
  name: string;
  rear: CasePredicted | null;
  front: CaseStance['rear'];
  /** Nose-up against solo, degrees; null until both ends are predicted. */
  pitchDeg: number | null;
  /** Sum of how far the middle of the machine sinks against solo, mm. */
  sinksMm: number | null;
}

/** Every load case at both ends: sag, what the ring would have to do, and how the machine pitches and sinks against solo. */
export function caseStances(rear: EndPredicted | null, front: EndPredicted | null, machine: Entries): CaseStance[] {
  const names = (rear ?? front)?.cases.map((c) => c.name) ?? [];
  const of = (end: EndPredicted | null, i: number): CasePredicted | null => end?.cases[i] ?? null;
  const solo = { rear: of(rear, 0), front: of(front, 0) };
  return names.map((name, i) => {
    const [r, f] = [of(rear, i), of(front, i)];
    const lower = r && f && solo.rear && solo.front ? { rearMm: r.sagMm - solo.rear.sagMm, legMm: f.sagMm - solo.front.sagMm } : null;
    const pitch = lower && pitchOf(machine, lower.rearMm, lower.legMm);
    return {
      name,
      rear: r,
      front: f,
      pitchDeg: pitch?.degrees ?? null,
      sinksMm: lower && pitch ? lower.rearMm - pitch.byMm / 2 : null,
    };
  });
}
