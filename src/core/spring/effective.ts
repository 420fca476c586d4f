import { STANDARD_GRAVITY_M_PER_S2 } from '../constants/constants';
import { isToppedOut } from '../measure/sag';
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
  /** Of the leverage ratio at the rear, %, k = 2. */
  leverageUncertaintyPercent?: number | undefined;
}

export type Suspect = 'another-spring' | 'spring' | 'mass' | 'leverage' | 'friction' | 'reading';

/** What one suspect alone would have to be off by to explain the disagreement, against what is usual. */
export interface Culprit {
  suspect: Suspect;
  /** Needed change: % of rate or of leverage, kg of load, mm of sag. */
  needed: number;
  unit: '%' | 'kg' | 'mm';
  usual: number;
  /** |needed| / usual, and with it how far the preload as set then misses: below 1 it is an everyday error, above 2 hardly. */
  times: number;
  /** Preload this suspect would leave, less the one set, mm; null where none is known. */
  preloadMissMm: number | null;
}

export interface EffectiveResult {
  effectiveRateNPerMm: number;
  effectivePreloadMm: number;
  /** Effective preload less the one set, mm; null where none is known. */
  preloadMissMm: number | null;
  /** k = 2. */
  uncertaintyNPerMm: number;
  agreesWithMark: boolean;
  /** Most likely first; empty where the mark agrees. */
  culprits: Culprit[];
  warnings: Warning[];
  working: WorkingStep[];
}

/** How far each suspect is off without anybody noticing, k = 2. From memory: springs are sold to ± 5 %, riders misjudge their gear by 4 kg, leverage figures by 3 %. */
const USUAL = { springPercent: 5, massKg: 4, leveragePercent: 3, preloadMm: 2 } as const;
/** A rate this share off its mark is another spring of the list rather than a poor one, %; and how usual it is that somebody fitted one. Common practice, no source; from memory. */
const ANOTHER_SPRING = { fromPercent: 8, times: 1.5 } as const;
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
  if (isToppedOut(staticSagMm)) return err('sag-topped-out', ['staticSagMm']);
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
  // At the rear force and stroke both go with the ratio, so that its doubt counts twice.
  const leverageShare = isLevered(end) ? (2 * (request.leverageUncertaintyPercent ?? USUAL.leveragePercent)) / 100 : 0;
  const uncertaintyNPerMm = rate * Math.hypot(sagShare, loadShare, leverageShare);
  const effectivePreloadMm = f1 / (end.springs * rate) - s1;
  // A marked spring is sold to a tolerance of its own; the readings must disagree by more than their uncertainty to say anything.
  const agreesWithMark = Math.abs(rate - markedRateNPerMm) <= uncertaintyNPerMm;
  return ok({
    effectiveRateNPerMm: rate,
    effectivePreloadMm,
    preloadMissMm: request.preloadMm === undefined ? null : effectivePreloadMm - request.preloadMm,
    uncertaintyNPerMm,
    agreesWithMark,
    culprits: agreesWithMark ? [] : culpritsOf(request, { rate, strokeMm, riseN, ratio, f1, f2, s1, s2 }),
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

/** At the front the leg is its own lever: its ratio is 1, whatever the rake. */
const isLevered = (end: EndModel) => end.cosRake === 1 && !(end.springs === 2 && end.leverage.ratio(0) === 1);

interface Found {
  f1: number;
  f2: number;
  s1: number;
  s2: number;
  rate: number;
  strokeMm: number;
  riseN: number;
  ratio: number;
}

/** Each suspect in turn carries the whole disagreement; the one least out of its ordinary bounds comes first, the preload as set being a witness where it is known. */
function culpritsOf(request: EffectiveRequest, { rate, strokeMm, riseN, ratio, f1, f2, s1, s2 }: Found): Culprit[] {
  const { end, markedRateNPerMm } = request;
  const wanted = markedRateNPerMm / rate;
  const sagOff = (strokeMm / wanted - strokeMm) * ratio;
  const massOff = (riseN * (wanted - 1)) / (ratio * end.cosRake * STANDARD_GRAVITY_M_PER_S2);
  const off = (1 / wanted - 1) * 100;
  const leverOff = Math.sqrt(wanted);
  // The preload each would leave in there: with the rate as read, or with the mark and what the suspect sets right.
  const asRead = f1 / (end.springs * rate) - s1;
  const byStatic = f1 / (end.springs * markedRateNPerMm) - s1;
  const byRider = f2 / (end.springs * markedRateNPerMm) - s2;
  const levered = (f1 * leverOff) / (end.springs * markedRateNPerMm) - s1 / leverOff;
  const set = request.preloadMm;
  // Either of the two readings may be the wrong one; the other then tells the preload.
  const byReading = set !== undefined && Math.abs(byRider - set) < Math.abs(byStatic - set) ? byRider : byStatic;
  const massKg = Math.max(USUAL.massKg, request.loadUncertaintyN / STANDARD_GRAVITY_M_PER_S2);
  const list: [Omit<Culprit, 'times' | 'preloadMissMm'>, preloadMm: number, times?: number][] = [
    [{ suspect: 'spring', needed: off, unit: '%', usual: USUAL.springPercent }, asRead],
    [{ suspect: 'mass', needed: massOff, unit: 'kg', usual: massKg }, byStatic],
    [{ suspect: 'reading', needed: sagOff, unit: 'mm', usual: Math.SQRT2 * request.sagUncertaintyMm }, byReading],
  ];
  if (Math.abs(off) >= ANOTHER_SPRING.fromPercent)
    list.push([{ suspect: 'another-spring', needed: off, unit: '%', usual: USUAL.springPercent }, asRead, ANOTHER_SPRING.times]);
  if (isLevered(end)) {
    const usual = request.leverageUncertaintyPercent ?? USUAL.leveragePercent;
    list.push([{ suspect: 'leverage', needed: (leverOff - 1) * 100, unit: '%', usual }, levered]);
  }
  if (request.frictionBandMm !== undefined && request.frictionBandMm > 0)
    list.push([{ suspect: 'friction', needed: sagOff, unit: 'mm', usual: request.frictionBandMm / 2 }, byReading]);
  return list
    .map(([culprit, preloadMm, times = Math.abs(culprit.needed) / culprit.usual]): Culprit => {
      const preloadMissMm = set === undefined ? null : preloadMm - set;
      return { ...culprit, preloadMissMm, times: Math.hypot(times, (preloadMissMm ?? 0) / USUAL.preloadMm) };
    })
    .sort((a, b) => a.times - b.times);
}
