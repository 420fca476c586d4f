import { ALL_USED_SHARE, NEVER_USED_SHARE } from '@/knowledge/limits';
import { USUAL_SAG_UNCERTAINTY_MM } from '@/core/constants/limits';
import { remembered, type JobFacts } from '../model/facts';
import type { FieldKey } from '@/catalogue/fields';
import type { End } from '@/catalogue/ends';
import type { MachineType } from '@/catalogue/fields/machine';
import type { Entries } from '@/catalogue/entry';
import { leverageOf, lookedUp } from '@/core/leverage/leverage';
import type { Leverage } from '@/core/leverage/law';
import type { Issue } from '@/core/result';
import { type LoadJudged, loadsJudged } from '@/core/spring/loaded';
import { chancesOf, type EvidenceFrom, shareBelow } from '@/core/spring/choice';
import { otherForceIn } from '@/core/spring/endOf';
import type { Band, EstimateRequest, RestsOn } from '@/core/spring/estimate';
import { estimateSpring, quickChoice, showsOf, type SpringEstimate } from '@/core/spring/estimated';
import type { Measure } from '@/core/spring/worth';
import { kindOf } from '@/knowledge/inForce';
import { type MachineKind, UNNAMED_KIND } from '@/knowledge/kinds';
import type { ListedSpring } from '@/schema/springs';
import { type BasisAsked, basisOf, LOAD_NAMES, type LoadId, usualOtherOf } from './basis';
import { mixOf } from './ground';
import { carriedKg, knownOf, loadCasesOf, loadSchoolOf } from './loadsTold';
import { aimsOf, isAimOnPurpose, purposeOf, rangeOf } from './targets';
import { isOnAir, markedRateOf, isMissing, isUnusable, leverageKindOf, legsOf, otherForceOf } from '../model/ends';
import { USUAL_PLACE_SHARE } from '@/core/loads/places';
import { fuelAgainstWeighedKg, namedKindOf } from '../model/loads';
import { preloadOf, sagOf } from '../model/measure';
import { broughtHere } from './shopMemory';
import { complaintsOf } from '../model/complaints';
import { offerKey, rateOf } from '../model/offers';
import { isSameRate, numberOf, textOf } from '../model/read';

/** The spring question answered from what is known so far, with its band. */
export interface EndEstimate {
  kind: MachineKind;
  /** The load it is chosen for, in words. */
  loadWords: string;
  request: EstimateRequest;
  estimate: SpringEstimate;
}

/** What must be known before anything can be said: the kind, the travel, the rider; or why what is read says nothing. */
export type NoEstimate = { missing: FieldKey[] } | { issue: Issue };

export const isEstimate = (e: EndEstimate | NoEstimate): e is EndEstimate => 'estimate' in e;

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
    ...(sag === null || (sag.staticSagMm === null && sag.riderSagMm === null)
      ? {}
      : { sag: { staticMm: sag.staticSagMm, riderMm: sag.riderSagMm, uncertaintyMm: sag.uncertaintyMm ?? USUAL_SAG_UNCERTAINTY_MM } }),
  };
}

/** What travel used and bottoming ask of a rate that sags rightly: their logarithm against the mark. From memory. */
const BOTTOMED = { logFactor: 0.07, sd: 0.06 } as const;
const UNUSED = { logFactor: -0.05, sd: 0.07 } as const;
function riddenOf(facts: JobFacts, end: End, travelMm: number): BasisAsked['ridden'] {
  const used = numberOf(facts.entries, `measure.${end}.used`);
  const told = complaintsOf(facts, end).includes('bottoms');
  if (told || (used !== null && used >= ALL_USED_SHARE * travelMm)) return BOTTOMED;
  return used !== null && used < NEVER_USED_SHARE * travelMm ? UNUSED : undefined;
}

/** The question as it is put to the core; null while travel or rider are not known. */
function requestOf(facts: JobFacts, end: End, kind: MachineKind): EstimateRequest | null {
  const aims = aimsOf(facts, end);
  const riderKg = numberOf(facts.entries, 'rider.mass');
  const travelMm = numberOf(facts.machine, `machine.travel.${end}`);
  if (!aims || riderKg === null || travelMm === null) return null;
  const springs = end === 'front' ? legsOf(facts.machine) : kind.rearSprings;
  const [min, max] = rangeOf(facts.entries, end);
  const known = otherForceOf(facts, end);
  const other = known.kind === 'none' ? null : otherForceIn(known, travelMm, end === 'front' ? 2 : springs);
  const { choice, target } = basisOf({
    kind,
    end,
    travelMm,
    travelIsUsual: false,
    pace: textOf(facts.entries, 'pace') || null,
    ground: mixOf(facts.entries),
    adjusterMm: min.origin === 'assumed' && max.origin === 'assumed' ? undefined : [min.value, Math.max(min.value, max.value)],
    // Sags that contradict one another aim at nothing: what is usual stands in, and the list says what is wrong.
    sags:
      aims.target.rider.value > aims.target.static.value
        ? { staticMm: aims.target.static.value, riderMm: aims.target.rider.value, onPurpose: isAimOnPurpose(facts, end) }
        : undefined,
    extraKg: carriedKg(facts, end, kind),
    ridden: riddenOf(facts, end, travelMm),
    shop: broughtHere(facts, end, kind),
  });
  return {
    end,
    kind: kind.figures,
    springs,
    riderKg,
    aboard: [{ massKg: fuelAgainstWeighedKg(facts.entries), shareForward: USUAL_PLACE_SHARE.tank }],
    known: knownOf(facts),
    target,
    leverage: end === 'rear' ? leverageIn(facts.machine, travelMm) : undefined,
    other: other?.ok ? other.value.force : undefined,
    usualOther: other?.ok ? undefined : usualOtherOf(end, travelMm, springs, 0),
    choice,
  };
}

/** Whether enough is known of what stands there: its kind, or at least its weight. */
const isTold = (facts: JobFacts): boolean => namedKindOf(facts.machine) !== null || knownOf(facts).machineKg !== undefined;

/** The kind it is reckoned with: as named, else as where none is. */
const kindIn = (facts: JobFacts): MachineKind => namedKindOf(facts.machine) ?? kindOf(likelyKind(facts));

/** Fork travel that tells an enduro from a trail machine, mm, and mass that tells a tourer or an adventure twin from the rest, kg. From memory. */
const LONG_TRAVEL_MM = 280;
const HEAVY_KG = { touring: 300, rally: 165 } as const;

/** What stands there where nobody named it: by what it is ridden for, its travel and its weight. */
function likelyKind(facts: JobFacts): MachineType {
  const use = purposeOf(facts);
  const kg = knownOf(facts).machineKg ?? 0;
  const isLong = (numberOf(facts.machine, 'machine.travel.front') ?? numberOf(facts.machine, 'machine.travel.rear') ?? 0) >= LONG_TRAVEL_MM;
  switch (use) {
    case 'off-road':
      return isLong ? 'enduro' : 'trail';
    case 'rally':
      return kg > HEAVY_KG.rally ? 'rally' : 'enduro';
    case 'conversion':
      return 'dual';
    case 'touring':
      return kg > HEAVY_KG.touring ? 'tourer' : UNNAMED_KIND;
    case 'circuit':
      return 'racer';
    case 'road':
      return UNNAMED_KIND;
  }
}

/** The spring to choose for one end, from whatever is known: the one answer of headline, list, chart and wall. */
export const choiceAt: (facts: JobFacts, end: End) => EndEstimate | NoEstimate = remembered(chosen);

function chosen(facts: JobFacts, end: End): EndEstimate | NoEstimate {
  if (isOnAir(facts.machine, end)) return { missing: [] };
  const kind = kindIn(facts);
  const request = requestOf(facts, end, kind);
  if (!request || !isTold(facts)) {
    const missing: [FieldKey, boolean][] = [
      ['machine.type', namedKindOf(facts.machine) === null],
      [`machine.travel.${end}`, numberOf(facts.machine, `machine.travel.${end}`) === null],
      ['rider.mass', numberOf(facts.entries, 'rider.mass') === null],
    ];
    return { missing: missing.flatMap(([field, isMissingHere]) => (isMissingHere ? [field] : [])) };
  }
  const asked = { ...request, ...readOn(facts, end) };
  const found = estimateSpring(asked);
  return found.ok ? { kind, loadWords: loadWordsOf(facts, end, kind), request: asked, estimate: found.value } : { issue: found.issue };
}

/** What the spring chosen for one end does in each way the machine is loaded: the ring that brings the rider sag back, the sag without, the reserve; none while nothing is chosen. */
export function loadedAt(facts: JobFacts, end: End): LoadJudged<LoadId>[] {
  const found = choiceAt(facts, end);
  if (!isEstimate(found)) return [];
  const [min, max] = rangeOf(facts.entries, end);
  return loadsJudged(found.estimate, loadCasesOf(facts, end, found.kind).cases, [min.value, max.value]);
}

/** "for the load as it is ridden most", or solo where nothing else is declared. */
function loadWordsOf(facts: JobFacts, end: End, kind: MachineKind): string {
  const { cases } = loadCasesOf(facts, end, kind);
  if (cases.length === 1) return 'solo';
  const shares = cases.filter((c) => c.share > 0).map((c) => `${LOAD_NAMES[c.id].toLowerCase()} ${Math.round(100 * c.share)} %`);
  return {
    'as-ridden': `as it is ridden: ${shares.join(', ')}`,
    solo: 'solo, the ring carrying the rest',
    'no-ring': 'for the heaviest load, without the ring',
  }[loadSchoolOf(facts.entries)];
}
/** What each part of the evidence is called. */
export const EVIDENCE_NAMES: Record<EvidenceFrom, string> = {
  practice: 'Usually fitted',
  sags: 'Sags aimed at',
  preload: 'Usual preload',
  reserve: 'Reserve at full travel',
  read: 'What was read',
  shop: 'This shop',
};

/** Rate and preload alone, without what was read on the spring that is in: it belongs to the rider who sat on it. For tables over many riders. */
export function quickChoiceAt(facts: JobFacts, end: End): ReturnType<typeof quickChoice> | null {
  const request = isOnAir(facts.machine, end) || !isTold(facts) ? null : requestOf(facts, end, kindIn(facts));
  return request && quickChoice(request);
}

/** What the choice says of one rate: how much of the right rate lies below it, and with that the verdict and the side it leans to. */
export interface RateJudged {
  verdict: 'right' | 'too soft' | 'too stiff';
  leans: 'soft' | 'stiff' | null;
  below: number;
}

/** The one judge of a rate. Nine rates in ten lie within the band; outside its middle half a right one leans. */
export function judgeRate({ estimate }: EndEstimate, rateNPerMm: number): RateJudged {
  const below = shareBelow(estimate.posterior.draws, rateNPerMm);
  const side = below < 0.5 ? 'soft' : 'stiff';
  if (below < BAND_SHARE || below > 1 - BAND_SHARE) return { verdict: `too ${side}`, leans: side, below };
  return { verdict: 'right', leans: below < LEANS_SHARE || below > 1 - LEANS_SHARE ? side : null, below };
}
const BAND_SHARE = 0.05;
const LEANS_SHARE = 0.25;

export interface TriedSpring extends RateJudged {
  id: string;
  rateNPerMm: number;
  /** Chance that it is the nearest to the right rate of all that can be had; rates alike share one. */
  chance: number;
  /** The spring of the list; null for a rate to look for, where the list holds none near. */
  spring: ListedSpring | null;
  staticSagMm: Band;
  preloadMm: Band;
}

/** Rates springs are sold in, N/mm apart: forks, and shocks the finer the softer. Common practice, no source. */
const ladderStep = (end: End, rateNPerMm: number) =>
  end === 'front' ? (rateNPerMm < 6 ? 0.2 : 0.5) : rateNPerMm < 40 ? 1 : rateNPerMm < 120 ? 2 : 5;
/** A list with fewer springs than this within the band is joined by the rates to look for. From memory. */
const FEW = 2;

/** Springs of the list under the choice, the likeliest first; where it has hardly any near, also the rates to look for. */
export function triedSprings(found: EndEstimate, facts: JobFacts, end: End, springs: readonly ListedSpring[]): TriedSpring[] {
  const { estimate } = found;
  const { p05, p50, p95 } = estimate.rateNPerMm;
  const listed = springs
    .filter((s) => s.end === end && !s.legs)
    .map((spring) => ({ id: offerKey(spring), rateNPerMm: rateOf(spring), spring }))
    .sort((a, b) => Math.abs(Math.log(a.rateNPerMm / p50)) - Math.abs(Math.log(b.rateNPerMm / p50)))
    .slice(0, 60);
  const near = listed.filter((s) => s.rateNPerMm >= p05 && s.rateNPerMm <= p95).length;
  const step = ladderStep(end, p50);
  const middle = Math.round(p50 / step) * step;
  const ladder =
    near >= FEW
      ? []
      : [-2, -1, 0, 1, 2].map((n) => middle + n * step).filter((rate) => rate > 0 && !listed.some((s) => isSameRate(s.rateNPerMm, rate)));
  const all = [...listed, ...ladder.map((rateNPerMm) => ({ id: `rate ${rateNPerMm}`, rateNPerMm, spring: null }))];
  const chances = chancesOf(
    estimate.posterior.draws,
    all.map((s) => s.rateNPerMm),
  );
  const shown = showsOf(estimate, all);
  return all
    .map((s) => ({ ...s, ...shown.get(s.id)!, ...judgeRate(found, s.rateNPerMm), chance: chances.get(s.rateNPerMm)! }))
    .sort((a, b) => b.chance - a.chance || Number(a.spring?.place !== 'drawer') - Number(b.spring?.place !== 'drawer'));
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
  otherForce: 'air or gas along the spring',
  riderForwardMm: 'place of the rider',
  rateNPerMm: 'rate on the spring',
  preloadMm: 'preload of the spring in it',
  staticSagMm: 'static sag',
  riderSagMm: 'rider sag',
};
