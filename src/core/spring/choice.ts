import { risingRoot } from '../numerics/halving';
import { normalDraws, normalShare } from '../numerics/normal';
import type { ChoiceBasis, ShopFitted } from './choiceBasis';
import { type Band, type DrawnMachine, type EstimateRequest, otherN, ratioAt, strokeAt, type Weighted, weightedBand } from './estimate';

export const EVIDENCE = ['practice', 'sags', 'preload', 'reserve', 'read', 'shop'] as const;
export type EvidenceFrom = (typeof EVIDENCE)[number];

/** One part of the evidence: the rate it would give alone, and how much it pulled, 0 to 1. */
export interface Evidence {
  from: EvidenceFrom;
  rateNPerMm: Band;
  weight: number;
}

/** Travel the practice law is counted from, mm. */
const REFERENCE_TRAVEL_MM = 200;
/** A rider's word on one fitted spring is worth this spread of rate; one that rode worse says little. From memory. */
const SHOP_SD = { better: 0.06, same: 0.08, worse: 0.2, unsaid: 0.1 } as const;
/** How far a shop's habit on a model strays from what is right for it, as a share: no number of springs fitted takes it away. From memory. */
const SHOP_HABIT_SD = 0.04;
/** Past the adjuster's range a preload is refused this quickly, mm. From memory. */
const ADJUSTER_SD_MM = 1.5;
/** Steps of Gauss and Newton: the sums bend little, three leave less than a thousandth. */
const STEPS = 3;
/** No preload is drawn further below nothing than this, mm: a spring rattles a little before it is refused. From memory. */
const MIN_PRELOAD_MM = -2;

/** Loads and strokes of one machine drawn, at both sags aimed at and at full travel: everything the parts ask. */
interface Case {
  /** All springs together: axial force less gas or air, N. */
  staticN: number;
  riderN: number;
  staticStrokeMm: number;
  riderStrokeMm: number;
  riderRatio: number;
  fullStrokeMm: number;
  fullOtherN: number;
  /** Wheel load times ratio and rake at full travel, N along the spring. */
  fullLoadN: number;
  /** ln of each spring's usual rate. */
  logPractice: number;
}

function caseOf(request: EstimateRequest, basis: ChoiceBasis, machine: DrawnMachine): Case {
  const { target, springs } = request;
  const { travelMm, cosRake, staticLoadN } = machine;
  const ladenLoadN = machine.ladenLoadN + basis.extraLoadN;
  const [s1, s2, full] = [strokeAt(machine, target.staticSagMm), strokeAt(machine, target.riderSagMm), strokeAt(machine, travelMm)];
  const axial = (loadN: number, zMm: number) => loadN * ratioAt(machine, zMm) * cosRake;
  const { logConstant, travelPower, loadPower } = basis.practice;
  // A known curve counts by its mean. At the front travel is along the leg, its vertical share cos ε.
  const meanRatio = machine.leverage ? travelMm / full : machine.ratio;
  const verticalMm = travelMm * cosRake;
  const logWheel =
    logConstant + travelPower * Math.log(verticalMm / REFERENCE_TRAVEL_MM) + loadPower * Math.log(ladenLoadN) - Math.log(verticalMm);
  return {
    staticN: axial(staticLoadN, target.staticSagMm) - otherN(request, machine, s1),
    riderN: axial(ladenLoadN, target.riderSagMm) - otherN(request, machine, s2),
    staticStrokeMm: s1,
    riderStrokeMm: s2,
    riderRatio: ratioAt(machine, target.riderSagMm),
    fullStrokeMm: full,
    fullOtherN: otherN(request, machine, full),
    fullLoadN: axial(ladenLoadN, travelMm),
    logPractice: logWheel + Math.log((meanRatio * meanRatio * cosRake * cosRake) / springs),
  };
}

/** Two unknowns by weighed least squares: the normal equations of ln rate and preload. */
class Pull {
  private uu = 0;
  private up = 0;
  private pp = 0;
  private ru = 0;
  private rp = 0;
  /** One part: its miss in standard deviations and how that turns with both. */
  add(miss: number, byLog: number, byPreload: number): void {
    this.uu += byLog * byLog;
    this.up += byLog * byPreload;
    this.pp += byPreload * byPreload;
    this.ru += byLog * miss;
    this.rp += byPreload * miss;
  }
  /** Step to the least of all misses, and the spread there. */
  solved() {
    const { uu, up, pp, ru, rp } = this;
    const det = uu * pp - up * up;
    return {
      byLog: -(pp * ru - up * rp) / det,
      byPreload: -(uu * rp - up * ru) / det,
      varLog: pp / det,
      varPreload: uu / det,
    };
  }
}

/** The rate and preload that miss all parts least for one machine, and what doubt the parts leave. */
function pulled(request: EstimateRequest, basis: ChoiceBasis, of: Case) {
  const { springs, marked } = request;
  const { practice, sags, preloadMm, reserve, ridden, adjusterMm } = basis;
  const habit = habitOf(basis.shop ?? []);
  let [log, preload] = [of.logPractice, preloadMm.mean];
  const riderSd = sags.riderSdMm / of.riderRatio;
  const staticSd = sags.staticSdMm / of.riderRatio;
  const apart = Math.sqrt(1 - sags.together ** 2);
  for (let step = 0; ; step += 1) {
    const k = springs * Math.exp(log);
    const pull = new Pull();
    pull.add((log - of.logPractice) / practice.sdShare, 1 / practice.sdShare, 0);
    // Each sag is a preload; what one strays the other strays with it.
    const [riderBy, staticBy] = [of.riderN / k / riderSd, of.staticN / k / staticSd];
    const rider = (preload + of.riderStrokeMm) / riderSd - riderBy;
    const bare = (preload + of.staticStrokeMm) / staticSd - staticBy;
    pull.add(rider, riderBy, 1 / riderSd);
    pull.add(
      (bare - sags.together * rider) / apart,
      (staticBy - sags.together * riderBy) / apart,
      (1 / staticSd - sags.together / riderSd) / apart,
    );
    pull.add((preload - preloadMm.mean) / preloadMm.sd, 0, 1 / preloadMm.sd);
    const springN = k * (preload + of.fullStrokeMm);
    const factor = (springN + of.fullOtherN) / of.fullLoadN;
    const reserveSd = reserve.sd / reserve.mean;
    const share = springN / (springN + of.fullOtherN);
    pull.add(Math.log(factor / reserve.mean) / reserveSd, share / reserveSd, share / (preload + of.fullStrokeMm) / reserveSd);
    if (ridden && marked) pull.add((log - Math.log(marked.rateNPerMm) - ridden.logFactor) / ridden.sd, 1 / ridden.sd, 0);
    if (habit) pull.add((log - habit.log) / habit.sd, 1 / habit.sd, 0);
    if (adjusterMm) {
      const over = preload - Math.min(Math.max(preload, adjusterMm[0]), adjusterMm[1]);
      if (over !== 0) pull.add(over / ADJUSTER_SD_MM, 0, 1 / ADJUSTER_SD_MM);
    }
    const found = pull.solved();
    if (step === STEPS) return { log, preload, ...found };
    log += Math.min(Math.max(found.byLog, -0.5), 0.5);
    preload = Math.max(preload + found.byPreload, MIN_PRELOAD_MM);
  }
}

/** What the parts choose for one machine, and the spread they leave of ln rate: what no measuring of the machine takes away. */
export function leftOver(request: EstimateRequest, machine: DrawnMachine): { logRate: number; varLog: number; preloadMm: number } {
  const { log, varLog, preload } = pulled(request, request.choice!, caseOf(request, request.choice!, machine));
  return { logRate: log, varLog, preloadMm: preload };
}

/** Rows of the choice's own draws are taken in another order than those of the machines, whose sequence they would else follow. */
const STRIDE = 733;
const rowOf = (i: number, count: number) => ((i * STRIDE) % count) * COLUMNS;

/** Columns of draws the choice uses: one for the preload's own doubt, two for parts alone. */
const COLUMNS = 3;

/** Gives every machine drawn the spring that is chosen for it, with the doubt the parts leave of its rate; of its preload one deviate is drawn each, the same each time. */
export function chosenFor(request: EstimateRequest, draws: readonly Weighted[]): void {
  const basis = request.choice!;
  const spread = normalDraws(draws.length, COLUMNS);
  draws.forEach(({ machine }, i) => {
    const { log, preload, varLog, varPreload } = pulled(request, basis, caseOf(request, basis, machine));
    machine.rateNPerMm = Math.exp(log);
    machine.logSd = Math.sqrt(varLog);
    const free = preload + Math.sqrt(varPreload) * spread[rowOf(i, draws.length)]!;
    machine.preloadMm = Math.max(basis.adjusterMm?.[0] ?? MIN_PRELOAD_MM, Math.min(free, basis.adjusterMm?.[1] ?? Infinity));
  });
}

/** How much of the right rate lies below one, 0 to 1: each machine's choice is normal in the logarithm about its middle. */
export function shareBelow(draws: readonly Weighted[], rateNPerMm: number): number {
  let below = 0;
  for (const { machine, weight } of draws) below += weight * normalShare(Math.log(rateNPerMm / machine.rateNPerMm) / machine.logSd);
  return below;
}

/** Past so many deviates of the outermost machine nothing of the rate lies. */
const NOTHING_BEYOND = 4;

/** Middle and band of the rate chosen. */
export function chosenBand(draws: readonly Weighted[]): Band {
  let [low, high] = [Infinity, -Infinity];
  for (const { machine } of draws) {
    low = Math.min(low, Math.log(machine.rateNPerMm) - NOTHING_BEYOND * machine.logSd);
    high = Math.max(high, Math.log(machine.rateNPerMm) + NOTHING_BEYOND * machine.logSd);
  }
  const at = (share: number) => Math.exp(risingRoot((log) => shareBelow(draws, Math.exp(log)) - share, low, high, NEAR_SHARE));
  return { p05: at(0.05), p50: at(0.5), p95: at(0.95) };
}
/** A quantile is found when so near, share of its logarithm's place. */
const NEAR_SHARE = 1e-6;

/** The rate each part alone would give for one machine drawn; NaN where it gives none. */
function aloneNPerMm(
  request: EstimateRequest,
  basis: ChoiceBasis,
  of: Case,
  a: number,
  b: number,
): Record<Exclude<EvidenceFrom, 'shop'>, number> {
  const { springs, marked } = request;
  const { practice, sags, preloadMm, reserve, ridden } = basis;
  const [riderMm, bareMm] = [
    (sags.riderSdMm / of.riderRatio) * a,
    (sags.staticSdMm / of.riderRatio) * (sags.together * a + Math.sqrt(1 - sags.together ** 2) * b),
  ];
  // Never so near that the pair says nothing: a third of what is aimed at.
  const between = Math.max(of.riderStrokeMm + riderMm - of.staticStrokeMm - bareMm, (of.riderStrokeMm - of.staticStrokeMm) / 3);
  const preload = Math.max(preloadMm.mean + preloadMm.sd * b, 0);
  const pair = (of.riderN - of.staticN) / between / springs;
  return {
    practice: Math.exp(of.logPractice + practice.sdShare * a),
    sags: pair,
    preload: of.riderN / (springs * Math.max(preload + of.riderStrokeMm + riderMm, 1)),
    reserve:
      (reserve.mean * Math.exp((reserve.sd / reserve.mean) * a) * of.fullLoadN - of.fullOtherN) / (springs * (preload + of.fullStrokeMm)),
    read: ridden && marked ? marked.rateNPerMm * Math.exp(ridden.logFactor + ridden.sd * a) : pair,
  };
}

type Alone = Partial<Record<Exclude<EvidenceFrom, 'shop'>, Band>>;

/** Each part's own band among these machines. */
function aloneBands(request: EstimateRequest, basis: ChoiceBasis, among: readonly Weighted[]): Alone {
  const spread = normalDraws(among.length, COLUMNS);
  const values: Record<string, { value: number; weight: number }[]> = {};
  for (let i = 0; i < among.length; i += 1) {
    const { machine, weight } = among[i]!;
    const row = rowOf(i, among.length);
    const alone = aloneNPerMm(request, basis, caseOf(request, basis, machine), spread[row + 1]!, spread[row + 2]!);
    for (const [from, value] of Object.entries(alone)) {
      if (value > 0) (values[from] ??= []).push({ value, weight });
    }
  }
  return Object.fromEntries(Object.entries(values).map(([from, found]) => [from, weightedBand(found)]));
}

/**
 * The rate each part would give alone, and how much it pulled: its information over the information of all.
 * @param prior machines as the kind has them; @param draws as the sags read weigh them
 */
export function evidenceOf(request: EstimateRequest, prior: readonly Weighted[], draws: readonly Weighted[], reads: boolean): Evidence[] {
  const basis = request.choice!;
  const weighed = aloneBands(request, basis, draws);
  const before = prior === draws ? weighed : aloneBands(request, basis, prior);
  const of = (from: Exclude<EvidenceFrom, 'shop'>, bands = weighed) => {
    const rateNPerMm = bands[from];
    return rateNPerMm ? { from, rateNPerMm } : null;
  };
  const parts: { from: EvidenceFrom; rateNPerMm: Band }[] = [
    of('practice'),
    of('sags', before),
    of('preload'),
    of('reserve'),
    ...(reads || (basis.ridden && request.marked) ? [of('read')] : []),
    shopPart(basis.shop ?? []),
  ].filter((part) => part !== null);
  const informations = parts.map(({ rateNPerMm: { p05, p95 } }) => 1 / Math.max(Math.log(p95 / p05), 1e-3) ** 2);
  const total = informations.reduce((sum, x) => sum + x, 0);
  return parts.map((part, i) => ({ ...part, weight: informations[i]! / total }));
}

/** What all this shop fitted says together: the better it rode the more it counts, and a shop's habit stays its habit however often it is fitted. */
function habitOf(shop: readonly ShopFitted[]): { log: number; sd: number } | null {
  if (shop.length === 0) return null;
  const weights = shop.map(({ rode }) => SHOP_SD[rode ?? 'unsaid'] ** -2);
  const total = weights.reduce((sum, w) => sum + w, 0);
  const log = shop.reduce((sum, { rateNPerMm }, i) => sum + weights[i]! * Math.log(rateNPerMm), 0) / total;
  // Where they disagree they say no more than their own scatter allows.
  const scatter = Math.sqrt(
    shop.reduce((sum, { rateNPerMm }, i) => sum + weights[i]! * (Math.log(rateNPerMm) - log) ** 2, 0) / total / shop.length,
  );
  return { log, sd: Math.hypot(SHOP_HABIT_SD, Math.max(1 / Math.sqrt(total), scatter)) };
}

function shopPart(shop: readonly ShopFitted[]): { from: 'shop'; rateNPerMm: Band } | null {
  const habit = habitOf(shop);
  if (!habit) return null;
  const at = (deviates: number) => Math.exp(habit.log + deviates * habit.sd);
  return { from: 'shop', rateNPerMm: { p05: at(-NINE_IN_TEN), p50: at(0), p95: at(NINE_IN_TEN) } };
}
/** Deviates that hold nine in ten. */
export const NINE_IN_TEN = 1.645;

/** Chance that each rate is the one nearest to the right one, of all that can be had: they add up to 1. Rates alike share one chance. @param rates any order */
export function chancesOf(draws: readonly Weighted[], rates: readonly number[]): Map<number, number> {
  const steps = [...new Set(rates)].sort((a, b) => a - b);
  const chances = new Map<number, number>();
  let before = 0;
  steps.forEach((rate, i) => {
    const next = steps[i + 1];
    const below = next === undefined ? 1 : shareBelow(draws, Math.sqrt(rate * next));
    chances.set(rate, below - before);
    before = below;
  });
  return chances;
}
