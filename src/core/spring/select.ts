import { STANDARD_GRAVITY_M_PER_S2 } from '../constants/constants';
import { isToppedOut } from '../measure/sag';
import { err, ok, type Result, type Warning } from '../result';
import { given, type WorkingStep } from '../working';
import { axialForceN, type EndModel, preloadForMm, restsAt, wheelForceN, wheelRateNPerMm } from './end';
import { judgeStatic, type Lean, sagToleranceMm } from './judgement';
import { type ForcePoint, linearSpring, type SpringLaw, tableSpring, unlikePair } from './law';

export interface CatalogueSpring {
  id: string;
  /** Per leg at the front. Exactly one of rate and table is given. */
  rateNPerMm?: number;
  forceTable?: readonly ForcePoint[];
  freeLengthMm?: number;
  solidLengthMm?: number;
  /** The unlike spring of a fork's other leg, at the same preload. */
  partner?: Omit<CatalogueSpring, 'id' | 'partner'>;
}

export interface SelectRequest {
  end: EndModel;
  /** Vertical sprung loads at the wheel, N. */
  staticLoadN: number;
  ladenLoadN: number;
  target: { staticSagMm: number; riderSagMm: number };
  /** Static sags that are right, least and most; where not given, the target with a tolerance that goes with the travel. */
  staticWindowMm?: readonly [number, number] | undefined;
  catalogue: readonly CatalogueSpring[];
  preloadRangeMm: readonly [number, number];
  /** Further loads, vertical and sprung at the wheel, at which each candidate is predicted with the preload chosen for the rider. */
  loadCases?: readonly { name: string; loadN: number }[] | undefined;
}

export interface CaseSag {
  name: string;
  sagMm: number;
  share: number;
  bottomed: boolean;
  /** Preload that would bring this load back to the target rider sag, and whether the adjuster reaches it. */
  preloadToLevelMm: number;
  levelInRange: boolean;
  loadFactorAtFullTravel: number;
}

/** Coil-bind reserve wanted at full travel, mm. Common practice, no source. */
export const COIL_BIND_MARGIN_MM = 3;

export type Verdict = 'right' | 'too soft' | 'too stiff' | 'preload out of range' | 'coil bind';

export interface Candidate {
  id: string;
  /** Preload chosen for the rider sag, clipped to the adjuster's range. */
  preloadMm: number;
  /** The preload that would be needed, before clipping. */
  preloadWantedMm: number;
  preloadInRange: boolean;
  riderSagMm: number;
  /** Never below 0: at 0 the end is topped out. */
  staticSagMm: number;
  toppedOut: boolean;
  bottomed: boolean;
  coilBindReserveMm: number | null;
  forceAtFullTravelN: number;
  loadFactorAtFullTravel: number;
  naturalFrequencyHz: number;
  wheelRateNPerMm: number;
  verdict: Verdict;
  /** On which side of the ideal a spring lies that is right by its window, so that those within it are told apart; null where it is near the middle. */
  leans: Lean | null;
  /** How far from both targets, mm: the order of the list. */
  missMm: number;
  cases: CaseSag[];
}

export interface SelectResult {
  ideal: { rateNPerMm: number; preloadMm: number };
  candidates: Candidate[];
  warnings: Warning[];
  working: WorkingStep[];
}

const lawAlone = (spring: Omit<CatalogueSpring, 'id'>): SpringLaw =>
  spring.forceTable ? tableSpring(spring.forceTable) : linearSpring(spring.rateNPerMm ?? Number.NaN);

/** Force of one spring; of an unlike pair the mean of both, so that it counts for each leg. */
export const springLaw = (spring: CatalogueSpring): SpringLaw =>
  spring.partner ? unlikePair(lawAlone(spring), lawAlone(spring.partner), 0) : lawAlone(spring);

/** What is left above solid with so much taken up, mm; null where a length is not known. */
const reserveMm = ({ freeLengthMm, solidLengthMm }: Omit<CatalogueSpring, 'id'>, takenMm: number): number | null =>
  freeLengthMm === undefined || solidLengthMm === undefined ? null : freeLengthMm - takenMm - solidLengthMm;

/** The same at full travel, of a pair the lesser. */
function bindReserveMm(spring: CatalogueSpring, takenMm: number): number | null {
  const own = reserveMm(spring, takenMm);
  if (!spring.partner || own === null) return own;
  const other = reserveMm(spring.partner, takenMm);
  return other === null ? null : Math.min(own, other);
}

/**
 * Two targets, two unknowns. With static sag z₁ under W₁ and rider sag z₂ under W₂, s = stroke, A = axial force, G = gas:
 *   n·k·(s₂ − s₁) = (A₂ − G₂) − (A₁ − G₁)      n·k·p = A₁ − G₁ − n·k·s₁
 */
function idealSpring(request: SelectRequest): Result<{ rateNPerMm: number; preloadMm: number; working: WorkingStep[] }> {
  const { end, target } = request;
  const [s1, s2] = [end.leverage.strokeMm(target.staticSagMm), end.leverage.strokeMm(target.riderSagMm)];
  const spring1N = axialForceN(end, target.staticSagMm, request.staticLoadN) - end.other.forceN(s1);
  const spring2N = axialForceN(end, target.riderSagMm, request.ladenLoadN) - end.other.forceN(s2);
  const rateNPerMm = (spring2N - spring1N) / (s2 - s1) / end.springs;
  if (!(rateNPerMm > 0)) return err('no-solution', ['target']);
  const preloadMm = spring1N / (end.springs * rateNPerMm) - s1;
  const source = 'force balance at both sags by virtual work';
  const forces = [
    given('spring force at static sag', spring1N, 'N', 'computed'),
    given('spring force at rider sag', spring2N, 'N', 'computed'),
  ];
  const strokes = [given('s₁', s1, 'mm', 'computed'), given('s₂', s2, 'mm', 'computed')];
  return ok({
    rateNPerMm,
    preloadMm,
    working: [
      {
        label: end.springs > 1 ? 'Ideal rate, each leg' : 'Ideal rate',
        formula: end.springs > 1 ? '(F₂ − F₁) / (s₂ − s₁) / legs' : '(F₂ − F₁) / (s₂ − s₁)',
        inputs: [...forces, ...strokes],
        result: rateNPerMm,
        unit: 'N/mm',
        source,
      },
      {
        label: 'Ideal preload',
        formula: 'F₁ / k − s₁',
        inputs: [forces[0]!, given('k, all springs', end.springs * rateNPerMm, 'N/mm', 'computed'), strokes[0]!],
        result: preloadMm,
        unit: 'mm',
        source,
      },
    ],
  });
}

/** Static sag as the straight line would have it, below zero for a topped-out end: the measure of how much too soft the spring is. */
function unclippedStaticMm(end: EndModel, spring: SpringLaw, preloadMm: number, staticLoadN: number, staticSagMm: number): number {
  if (staticSagMm > 0) return staticSagMm;
  const surplusN = wheelForceN(end, spring, preloadMm, 0) - staticLoadN;
  const rate = wheelRateNPerMm(end, spring, preloadMm, 0) * end.cosRake;
  return rate > 0 ? -surplusN / rate : -end.travelMm;
}

function casesOf(request: SelectRequest, spring: SpringLaw, preloadMm: number, forceAtFullTravelN: number): CaseSag[] {
  const { end, target, loadCases = [], preloadRangeMm } = request;
  const cases: CaseSag[] = [];
  for (const { name, loadN } of loadCases) {
    const rest = restsAt(end, spring, preloadMm, loadN, target.riderSagMm);
    const preloadToLevelMm = preloadForMm(end, spring, target.riderSagMm, loadN);
    cases.push({
      name,
      sagMm: rest.zMm,
      share: rest.zMm / end.travelMm,
      bottomed: rest.status === 'bottomed',
      preloadToLevelMm,
      levelInRange: preloadToLevelMm >= preloadRangeMm[0] && preloadToLevelMm <= preloadRangeMm[1],
      loadFactorAtFullTravel: forceAtFullTravelN / loadN,
    });
  }
  return cases;
}

/**
 * What one spring does: its preload set for the rider sag within the adjuster's range, and everything that follows from it.
 * @param catalogueSpring a rate or a force table
 */
export function judge(request: SelectRequest, catalogueSpring: CatalogueSpring): Candidate {
  const { end, target, ladenLoadN, staticLoadN } = request;
  const [minMm, maxMm] = request.preloadRangeMm;
  const spring = springLaw(catalogueSpring);
  const preloadWantedMm = preloadForMm(end, spring, target.riderSagMm, ladenLoadN);
  const slack = 1e-9 * end.travelMm;
  const preloadInRange = preloadWantedMm >= minMm - slack && preloadWantedMm <= maxMm + slack;
  const preloadMm = Math.min(Math.max(preloadWantedMm, minMm), maxMm);
  const rider = restsAt(end, spring, preloadMm, ladenLoadN, target.riderSagMm);
  const bare = restsAt(end, spring, preloadMm, staticLoadN, Math.max(target.staticSagMm, slack));
  const fullStroke = end.leverage.strokeMm(end.travelMm);
  const coilBindReserveMm = bindReserveMm(catalogueSpring, preloadMm + fullStroke);
  const forceAtFullTravelN = wheelForceN(end, spring, preloadMm, end.travelMm);
  const wheelRate = wheelRateNPerMm(end, spring, preloadMm, rider.zMm);
  const staticMissMm = unclippedStaticMm(end, spring, preloadMm, staticLoadN, bare.zMm) - target.staticSagMm;
  const riderMissMm = rider.zMm - target.riderSagMm;
  // The verdict is on the spring, so it is judged at the preload it would need, whether or not the adjuster reaches it.
  const staticAtWantedMm = preloadInRange ? staticMissMm + target.staticSagMm : wantedStaticMm(end, spring, preloadWantedMm, staticLoadN);
  const judged = judgeStatic(staticAtWantedMm, target.staticSagMm, request.staticWindowMm ?? usualWindow(request));
  const binds = coilBindReserveMm !== null && coilBindReserveMm < COIL_BIND_MARGIN_MM;
  return {
    id: catalogueSpring.id,
    preloadMm,
    preloadWantedMm,
    preloadInRange,
    riderSagMm: rider.zMm,
    staticSagMm: bare.zMm,
    toppedOut: isToppedOut(bare.zMm),
    bottomed: rider.status === 'bottomed',
    coilBindReserveMm,
    forceAtFullTravelN,
    loadFactorAtFullTravel: forceAtFullTravelN / ladenLoadN,
    naturalFrequencyHz: naturalFrequencyHz(wheelRate, ladenLoadN),
    wheelRateNPerMm: wheelRate,
    verdict: binds ? 'coil bind' : judged.verdict !== 'right' || preloadInRange ? judged.verdict : 'preload out of range',
    leans: judged.leans,
    missMm: Math.abs(staticMissMm) + Math.abs(riderMissMm) + (binds ? end.travelMm : 0),
    cases: casesOf(request, spring, preloadMm, forceAtFullTravelN),
  };
}

/** How an end swings, undamped, Hz: √(k/m)/2π. Where the leverage falls so fast that the wheel rate is below nothing it does not swing: 0. */
export const naturalFrequencyHz = (wheelRateNPerMm: number, loadN: number): number =>
  // N/mm over kg: the 1000 turns mm into m.
  Math.sqrt((Math.max(0, wheelRateNPerMm) * 1000 * STANDARD_GRAVITY_M_PER_S2) / loadN) / (2 * Math.PI);

function wantedStaticMm(end: EndModel, spring: SpringLaw, preloadWantedMm: number, staticLoadN: number): number {
  return unclippedStaticMm(end, spring, preloadWantedMm, staticLoadN, restsAt(end, spring, preloadWantedMm, staticLoadN).zMm);
}

function usualWindow({ end, target }: SelectRequest): readonly [number, number] {
  const tolerance = sagToleranceMm(end.travelMm);
  return [target.staticSagMm - tolerance, target.staticSagMm + tolerance];
}

/** More than this on one end, beyond the bare machine, is more than a rider's share, kg. From memory: 65 % of 150 kg. */
const MAX_RIDER_KG = 100;

/**
 * The spring that would meet both sags exactly, and every spring of the catalogue with its preload set for the rider sag, nearest first.
 * @param request loads in N at the wheel, lengths in mm; target rider sag above target static sag and within travel
 * Errors: no-solution (no positive rate meets both targets).
 * Source: statics; see docs/methods.md, "Two targets, two unknowns".
 */
export function selectSpring(request: SelectRequest): Result<SelectResult> {
  const ideal = idealSpring(request);
  if (!ideal.ok) return ideal;
  const { rateNPerMm, preloadMm, working } = ideal.value;
  const candidates = request.catalogue.map((spring) => judge(request, spring));
  candidates.sort((a, b) => a.missMm - b.missMm);
  const warnings: Warning[] = [];
  const riderKg = (request.ladenLoadN - request.staticLoadN) / STANDARD_GRAVITY_M_PER_S2;
  if (riderKg > MAX_RIDER_KG) warnings.push({ code: 'laden-more-than-rider', path: ['ladenLoadN'], data: { kg: riderKg } });
  const [minMm, maxMm] = request.preloadRangeMm;
  if (preloadMm < 0) warnings.push({ code: 'ideal-preload-negative', path: ['target'], data: { preload: preloadMm } });
  else if (preloadMm < minMm || preloadMm > maxMm)
    warnings.push({ code: 'ideal-preload-out-of-range', path: ['preloadRangeMm'], data: { preload: preloadMm } });
  if (candidates.length > 0 && !candidates.some((c) => c.preloadInRange))
    warnings.push({ code: 'no-candidate-in-range', path: ['catalogue'] });
  return ok({ ideal: { rateNPerMm, preloadMm }, candidates, warnings, working });
}
