import { LIKELY, PERHAPS, VERY_LIKELY } from '@/knowledge/limits';
import { USUAL_SAG_UNCERTAINTY_MM } from '@/core/constants/limits';
import type { JobFacts } from '../model/facts';
import type { FieldKey } from '@/catalogue/fields';
import type { End } from '@/catalogue/ends';
import type { Entries } from '@/catalogue/entry';
import { leverageOf, lookedUp } from '@/core/leverage/leverage';
import type { Leverage } from '@/core/leverage/law';
import type { Issue } from '@/core/result';
import { assumedIn, type EstimateRequest, type KindFigure, type RestsOn } from '@/core/spring/estimate';
import { type EstimatedCandidate, estimatedCandidates, estimatedRate, estimateSpring, type SpringEstimate } from '@/core/spring/estimated';
import type { Measure } from '@/core/spring/worth';
import { kindOf } from '@/knowledge/inForce';
import { type MachineKind, UNNAMED_KIND } from '@/knowledge/kinds';
import type { ListedSpring } from '@/schema/springs';
import { aimsOf } from './targets';
import { isOnAir, markedRateOf, isMissing, isUnusable, leverageKindOf, legsOf } from '../model/ends';
import { USUAL_PLACE_SHARE } from '@/core/loads/places';
import { fuelAgainstWeighedKg, namedKindOf } from '../model/loads';
import { preloadOf, sagOf } from '../model/measure';
import { offerKey, rateOf } from '../model/offers';
import { numberOf } from '../model/read';
import { rangeOf } from './springs';

/** The spring question answered from what is known so far, with its band. */
export interface EndEstimate {
  kind: MachineKind;
  request: EstimateRequest;
  estimate: SpringEstimate;
}

/** What must be known before anything can be said: the kind, the travel, the rider; or why what is read says nothing. */
export type NoEstimate = { missing: FieldKey[] } | { issue: Issue };

export const isEstimate = (e: EndEstimate | NoEstimate): e is EndEstimate => 'estimate' in e;

/** Which field holds each figure of a kind. */
const FIELD_OF: Partial<Record<KindFigure, FieldKey>> = {
  wheelbaseMm: 'machine.wheelbase',
  rakeDeg: 'machine.rake',
  unsprungFrontKg: 'machine.unsprung.front',
  unsprungRearKg: 'machine.unsprung.rear',
  frontTravelMm: 'machine.travel.front',
  rearTravelMm: 'machine.travel.rear',
};

/** Figures that are measured, or on paper. */
function knownOf(facts: JobFacts): EstimateRequest['known'] {
  const known: EstimateRequest['known'] = {};
  for (const [figure, field] of Object.entries(FIELD_OF) as [KindFigure, FieldKey][]) {
    const value = numberOf(facts.machine, field);
    if (value !== null) known[figure] = value;
  }
  const seatMm = numberOf(facts.entries, 'rider.at');
  if (seatMm !== null) known.riderForwardMm = seatMm;
  const [frontKg, rearKg] = [numberOf(facts.machine, 'machine.weighed.front'), numberOf(facts.machine, 'machine.weighed.rear')];
  const totalKg = numberOf(facts.machine, 'machine.total');
  if (frontKg !== null && rearKg !== null) return { ...known, machineKg: frontKg + rearKg, frontShare: frontKg / (frontKg + rearKg) };
  return totalKg === null ? known : { ...known, machineKg: totalKg };
}

function leverageIn(machine: Entries, travelMm: number): Leverage | undefined {
  const kind = leverageKindOf(machine);
  if (isMissing(kind) || isUnusable(kind)) return undefined;
  const law = leverageOf(kind, travelMm);
  return law.ok ? lookedUp(kind.kind, law.value, travelMm) : undefined;
}

/** What is printed on the spring in there, and the sags read on it. */
function readOn(facts: JobFacts, end: End): Pick<EstimateRequest, 'marked' | 'sag'> {
  const marked = markedRateOf(facts, end);
  const preload = preloadOf(facts.entries, end === 'rear' ? 'found.rear.preload' : 'found.front.preload.left');
  const read = sagOf(facts, end);
  const sag = read?.result.ok ? read.result.value : null;
  return {
    ...(marked === null ? {} : { marked: { rateNPerMm: marked, ...(preload?.ok ? { preloadMm: preload.value } : {}) } }),
    ...(sag === null || sag.staticSagMm === null || sag.riderSagMm === null
      ? {}
      : { sag: { staticMm: sag.staticSagMm, riderMm: sag.riderSagMm, uncertaintyMm: sag.uncertaintyMm ?? USUAL_SAG_UNCERTAINTY_MM } }),
  };
}

/** The question as it is put to the core; null while travel or rider are not known. */
function requestOf(facts: JobFacts, end: End, kind: MachineKind): EstimateRequest | null {
  const aims = aimsOf(facts, end);
  const riderKg = numberOf(facts.entries, 'rider.mass');
  if (!aims || riderKg === null) return null;
  return {
    end,
    kind: kind.figures,
    springs: end === 'front' ? legsOf(facts.machine) : kind.rearSprings,
    riderKg,
    aboard: [{ massKg: fuelAgainstWeighedKg(facts.entries), shareForward: USUAL_PLACE_SHARE.tank }],
    known: knownOf(facts),
    target: { staticSagMm: aims.target.static.value, riderSagMm: aims.target.rider.value },
    leverage: end === 'rear' ? leverageIn(facts.machine, numberOf(facts.machine, 'machine.travel.rear')!) : undefined,
  };
}

/** The right spring of one end from whatever is known. @param reads whether the sags read on the spring that is in there weigh in: they belong to the rider who sat on it */
export function estimateOf(facts: JobFacts, end: End, reads = true): EndEstimate | NoEstimate {
  if (isOnAir(facts.machine, end)) return { missing: [] };
  const kind = namedKindOf(facts.machine);
  const request = requestOf(facts, end, kind ?? kindOf(UNNAMED_KIND));
  if (!kind || !request) {
    const missing: [FieldKey, boolean][] = [
      ['machine.type', kind === null],
      [`machine.travel.${end}`, numberOf(facts.machine, `machine.travel.${end}`) === null],
      ['rider.mass', numberOf(facts.entries, 'rider.mass') === null],
    ];
    return { missing: missing.flatMap(([field, isMissingHere]) => (isMissingHere ? [field] : [])) };
  }
  const asked = reads ? { ...request, ...readOn(facts, end) } : request;
  const found = estimateSpring(asked);
  return found.ok ? { kind, request: asked, estimate: found.value } : { issue: found.issue };
}

/** How far the exact answer may be off for what it takes as usual, N/mm either way, nine times in ten, and what that is; null where nothing is assumed. */
export function assumedDoubt(facts: JobFacts, end: End): { halfNPerMm: number; figures: RestsOn['figure'][] } | null {
  const request = requestOf(facts, end, namedKindOf(facts.machine) ?? kindOf(UNNAMED_KIND));
  const figures = request ? assumedIn(request) : [];
  const found = request && figures.length > 0 ? estimatedRate(request) : null;
  if (!found?.ok) return null;
  const halfNPerMm = (found.value.p95 - found.value.p05) / 2;
  return halfNPerMm === 0 ? null : { halfNPerMm, figures };
}

export interface TriedSpring extends EstimatedCandidate {
  rateNPerMm: number;
  /** The spring of the list; null for a rate to look for, where the list holds none near. */
  spring: ListedSpring | null;
}

/** Rates springs are sold in, N/mm apart: forks, and shocks the finer the softer. Common practice, no source. */
const ladderStep = (end: End, rateNPerMm: number) => (end === 'front' ? 0.25 : rateNPerMm < 40 ? 1 : rateNPerMm < 120 ? 2.5 : 5);
/** A list with fewer springs than this within the band is joined by the rates to look for. From memory. */
const FEW = 2;

/** Springs of the list under the estimate, the most probable first; where it has hardly any near, also the rates to look for. */
export function triedSprings({ estimate }: EndEstimate, facts: JobFacts, end: End, springs: readonly ListedSpring[]): TriedSpring[] {
  const aims = aimsOf(facts, end);
  if (!aims) return [];
  const [min, max] = rangeOf(facts.entries, end);
  const { p05, p50, p95 } = estimate.rateNPerMm;
  const listed = springs
    .filter((s) => s.end === end && !s.legs)
    .map((spring) => ({ id: offerKey(spring), rateNPerMm: rateOf(spring), spring }))
    .sort((a, b) => Math.abs(Math.log(a.rateNPerMm / p50)) - Math.abs(Math.log(b.rateNPerMm / p50)))
    .slice(0, 60);
  const near = listed.filter((s) => s.rateNPerMm >= p05 && s.rateNPerMm <= p95).length;
  const step = ladderStep(end, p50);
  const middle = Math.round(p50 / step) * step;
  const ladder = near >= FEW ? [] : [-2, -1, 0, 1, 2].map((n) => middle + n * step).filter((rate) => rate > 0);
  const all = [...listed, ...ladder.map((rateNPerMm) => ({ id: `rate ${rateNPerMm}`, rateNPerMm, spring: null }))];
  const of = new Map(all.map((s) => [s.id, s]));
  return estimatedCandidates(estimate, all, [aims.staticWindow.minMm, aims.staticWindow.maxMm], [min.value, max.value]).map((c) => ({
    ...c,
    ...of.get(c.id)!,
  }));
}

/** How each measurement is said, and where it is typed: fields on this page, or the stage or room it belongs to. */
export const MEASURES: Record<Measure, { words: string; fields: (end: End) => FieldKey[]; place: 'measure' | 'drawers' | null }> = {
  'sags-and-mark': { words: 'read both sags and the rate on the spring', fields: (end) => [`found.${end}.spring`], place: 'measure' },
  sags: { words: 'read both sags', fields: () => [], place: 'measure' },
  'marked-rate': { words: 'read the rate on the spring', fields: (end) => [`found.${end}.spring`], place: null },
  'sags-again': { words: 'read both sags once more', fields: () => [], place: 'measure' },
  'fitted-preload': { words: 'measure the preload of the spring in it', fields: () => [], place: 'measure' },
  'spring-tester': { words: 'put the spring on the tester', fields: () => [], place: 'drawers' },
  'wheel-weights': { words: 'weigh both wheels', fields: () => ['machine.weighed.front', 'machine.weighed.rear'], place: null },
  'rider-place': { words: 'weigh both wheels with the rider on: where he sits', fields: () => ['rider.at'], place: null },
  wheelbase: { words: 'measure the wheelbase', fields: () => ['machine.wheelbase'], place: null },
  leverage: {
    words: 'measure the leverage: wheel against shock, by tape',
    fields: () => ['machine.leverage', 'machine.shockStroke'],
    place: null,
  },
  rake: { words: 'read the rake from the papers', fields: () => ['machine.rake'], place: null },
  unsprung: { words: 'weigh what is unsprung', fields: (end) => [`machine.unsprung.${end}`], place: null },
};

/** Names of what an estimate rests on. */
export const FIGURE_NAMES: Record<RestsOn['figure'], string> = {
  wheelbaseMm: 'wheelbase',
  machineKg: 'mass of the machine',
  frontShare: 'share on the front wheel',
  unsprungFrontKg: 'unsprung mass, front',
  unsprungRearKg: 'unsprung mass, rear',
  rakeDeg: 'rake',
  frontTravelMm: 'front travel',
  rearTravelMm: 'rear travel',
  leverageRatio: 'leverage ratio',
  riderForwardMm: 'place of the rider',
  rateNPerMm: 'rate on the spring',
  preloadMm: 'preload of the spring in it',
  staticSagMm: 'static sag',
  riderSagMm: 'rider sag',
};

/** A chance in words a technician uses, beside the share. */
export const surenessWords = (p: number): string =>
  p >= VERY_LIKELY ? 'very likely' : p >= LIKELY ? 'likely' : p >= PERHAPS ? 'perhaps' : 'hardly';
