import { STANDARD_GRAVITY_M_PER_S2 } from '../constants/constants';
import { err, ok, type Result, type Warning } from '../result';
import { given, type WorkingStep } from '../working';
import { axialForceN, type EndModel } from './end';

export interface EffectiveRequest {
  end: EndModel;
  staticLoadN: number;
  ladenLoadN: number;
  staticSagMm: number;
  riderSagMm: number;
  markedRateNPerMm: number;
  /** As set, where it is known. */
  preloadMm?: number | undefined;
  /** Of each sag, k = 2. */
  sagUncertaintyMm: number;
  /** Of the difference between laden and static load, k = 2. */
  loadUncertaintyN: number;
  /** Widest of the friction bands read. */
  frictionBandMm?: number | undefined;
}

export type Suspect = 'spring' | 'mass' | 'leverage' | 'friction' | 'reading';

/** What one suspect alone would have to be off by to explain the disagreement, against what is usual. */
export interface Culprit {
  suspect: Suspect;
  /** Needed change: % of rate or of leverage, kg of load, mm of sag. */
  needed: number;
  unit: '%' | 'kg' | 'mm';
  usual: number;
  /** |needed| / usual: below 1 it is an everyday error, above 2 hardly. */
  times: number;
}

export interface EffectiveResult {
  effectiveRateNPerMm: number;
  effectivePreloadMm: number;
  /** k = 2. */
  uncertaintyNPerMm: number;
  agreesWithMark: boolean;
  /** Most likely first; empty where the mark agrees. */
  culprits: Culprit[];
  warnings: Warning[];
  working: WorkingStep[];
}

/** How far each suspect is off without anybody noticing, k = 2. From memory: springs are sold to ± 5 %, riders misjudge their gear by 4 kg, leverage figures by 3 %. */
const USUAL = { springPercent: 5, massKg: 4, leveragePercent: 3 } as const;
/** Of a sag whose readings are not known singly, k = 2: two tape readings of ± 1 mm each, averaged. */
export const USUAL_SAG_UNCERTAINTY_MM = 1.5;
/** Of the load the rider adds, k = 2: the usual 4 kg. From memory. */
export const USUAL_LOAD_UNCERTAINTY_N = 40;

/**
 * Reads the two sags backwards: the rate that must be in there, and how far it may be trusted.
 *   n·k·(s₂ − s₁) = (A₂ − G₂) − (A₁ − G₁)      p = (A₁ − G₁)/(n·k) − s₁
 * @param request loads in N at the wheel, sags in mm
 * Errors: sag-topped-out (no static sag), sag-not-rising.
 * Source: statics; uncertainties added in squares (JCGM 100, 5.1.2).
 */
export function effectiveRate(request: EffectiveRequest): Result<EffectiveResult> {
  const { end, staticLoadN, ladenLoadN, staticSagMm, riderSagMm, markedRateNPerMm } = request;
  if (!(staticSagMm > 0)) return err('sag-topped-out', ['staticSagMm']);
  if (!(riderSagMm > staticSagMm) || !(ladenLoadN > staticLoadN) || riderSagMm > end.travelMm) return err('sag-not-rising', ['riderSagMm']);
  const [s1, s2] = [end.leverage.strokeMm(staticSagMm), end.leverage.strokeMm(riderSagMm)];
  const springN = (z: number, s: number, wheelN: number) => axialForceN(end, z, wheelN) - end.other.forceN(s);
  const [f1, f2] = [springN(staticSagMm, s1, staticLoadN), springN(riderSagMm, s2, ladenLoadN)];
  const [riseN, strokeMm] = [f2 - f1, s2 - s1];
  if (!(riseN > 0)) return err('no-solution', ['riderSagMm']);
  const rate = riseN / strokeMm / end.springs;
  const ratio = end.leverage.ratio(riderSagMm);
  const loadShare = (request.loadUncertaintyN * ratio * end.cosRake) / riseN;
  const sagShare = (Math.SQRT2 * request.sagUncertaintyMm) / ratio / strokeMm;
  const uncertaintyNPerMm = rate * Math.hypot(sagShare, loadShare);
  // A marked spring is sold to a tolerance of its own; the readings must disagree by more than their uncertainty to say anything.
  const agreesWithMark = Math.abs(rate - markedRateNPerMm) <= uncertaintyNPerMm;
  return ok({
    effectiveRateNPerMm: rate,
    effectivePreloadMm: f1 / (end.springs * rate) - s1,
    uncertaintyNPerMm,
    agreesWithMark,
    culprits: agreesWithMark ? [] : culpritsOf(request, { rate, strokeMm, riseN, ratio }),
    warnings: [],
    working: [
      {
        label: end.springs > 1 ? 'Effective rate, each leg' : 'Effective rate',
        formula: '(F₂ − F₁) / (s₂ − s₁) / springs',
        inputs: [
          given('F₂ at rider sag', f2, 'N', 'computed'),
          given('F₁ at static sag', f1, 'N', 'computed'),
          given('s₂', s2, 'mm', 'measured'),
          given('s₁', s1, 'mm', 'measured'),
          given('uncertainty (k = 2)', uncertaintyNPerMm, 'N/mm', 'computed'),
        ],
        result: rate,
        unit: 'N/mm',
        source: 'force balance at both sags by virtual work',
      },
    ],
  });
}

interface Found {
  rate: number;
  strokeMm: number;
  riseN: number;
  ratio: number;
}

/** Each suspect in turn carries the whole disagreement; the one least out of its ordinary bounds comes first. */
function culpritsOf(request: EffectiveRequest, { rate, strokeMm, riseN, ratio }: Found): Culprit[] {
  const { end, markedRateNPerMm } = request;
  const wanted = markedRateNPerMm / rate;
  const sagOff = (strokeMm / wanted - strokeMm) * ratio;
  const massOff = (riseN * (wanted - 1)) / (ratio * end.cosRake * STANDARD_GRAVITY_M_PER_S2);
  const list: Culprit[] = [
    { suspect: 'spring', needed: (1 / wanted - 1) * 100, unit: '%', usual: USUAL.springPercent, times: 0 },
    {
      suspect: 'mass',
      needed: massOff,
      unit: 'kg',
      usual: Math.max(USUAL.massKg, request.loadUncertaintyN / STANDARD_GRAVITY_M_PER_S2),
      times: 0,
    },
    { suspect: 'reading', needed: sagOff, unit: 'mm', usual: Math.SQRT2 * request.sagUncertaintyMm, times: 0 },
  ];
  // At the front the leg is its own lever; at the rear force and stroke both go with the ratio, so the rate goes with its square.
  if (end.springs === 1 && end.cosRake === 1)
    list.push({ suspect: 'leverage', needed: (Math.sqrt(wanted) - 1) * 100, unit: '%', usual: USUAL.leveragePercent, times: 0 });
  if (request.frictionBandMm !== undefined && request.frictionBandMm > 0)
    list.push({ suspect: 'friction', needed: sagOff, unit: 'mm', usual: request.frictionBandMm / 2, times: 0 });
  return list.map((c) => ({ ...c, times: Math.abs(c.needed) / c.usual })).sort((a, b) => a.times - b.times);
}
