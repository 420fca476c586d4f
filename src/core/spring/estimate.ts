import { STANDARD_GRAVITY_M_PER_S2 } from '../constants/constants';
import type { Leverage } from '../leverage/law';
import { isToppedOut } from '../measure/sag';
import { normalQuantile, normalShare } from '../numerics/normal';
import type { ChoiceBasis } from './choiceBasis';
import { NO_FORCE, type OtherForce } from './other';

/** The figures a kind of machine has, each with a mean and a spread. The rider sits so far ahead of the rear axle. */
export const KIND_FIGURES = [
  'wheelbaseMm',
  'machineKg',
  'frontShare',
  'unsprungFrontKg',
  'unsprungRearKg',
  'rakeDeg',
  'frontTravelMm',
  'rearTravelMm',
  'leverageRatio',
  'riderForwardMm',
] as const;
export type KindFigure = (typeof KIND_FIGURES)[number];

/** One standard deviation either way; the figures of a kind are taken as independent and normal. */
export interface Spread {
  mean: number;
  sd: number;
}
export type KindFigures = Readonly<Record<KindFigure, Spread>>;

export interface EstimateRequest {
  end: 'front' | 'rear';
  kind: KindFigures;
  /** Springs side by side at this end; its rate is given for each. */
  springs: number;
  riderKg: number;
  /** What else is on it solo, as the exact loads have it: fuel against the weighed state. Negative where there is less. */
  aboard?: readonly { massKg: number; shareForward: number }[] | undefined;
  /** What is measured or on paper: it is fixed. */
  known: Partial<Record<KindFigure, number>>;
  /** What is printed on the spring in it, each spring, and how far it is taken up. */
  marked?: { rateNPerMm: number; preloadMm?: number | undefined } | undefined;
  /** The sags read on that spring, or the one that was; uncertainty of each, k = 2. */
  sag?: { staticMm: number | null; riderMm: number | null; uncertaintyMm: number } | undefined;
  target: { staticSagMm: number; riderSagMm: number };
  /** The rear's own leverage where it is known as a curve: then no ratio is drawn. */
  leverage?: Leverage | undefined;
  /** Gas or air along the spring, where it is known. */
  other?: OtherForce | undefined;
  /** What is usual of it where nobody has measured it: a force, of which some share is there. */
  usualOther?: { force: OtherForce; share: Spread; absentShare: number } | undefined;
  /** What good shops fit, weighed with the sags: the answer is then a choice (choice.ts), not the sum of the target alone. */
  choice?: ChoiceBasis | undefined;
}

/** What may be unknown: a figure of the kind, what the leverage rises by, gas or air, the true rate against its mark, and the preload of the spring that is in there. */
export type Unknown = KindFigure | 'leverageRise' | 'otherForce' | 'mark' | 'fittedPreload';

/** A spring is sold to its mark ± 3 %, one standard deviation. Common practice, no source. */
export const MARK_SD = 0.03;
/** One spring in ten to twenty is not what is printed on it: past this many deviates the mark goes off far quicker. Common practice, no source; the place from memory. */
const MARK_TAIL_FROM = 1.7;
const MARK_TAIL = 2;
/** The true rate against its mark, by a standard deviate: ± 3 % for nine springs in ten, and a heavy tail. */
const markFactor = (deviate: number, isHeavy: boolean): number =>
  Math.exp(MARK_SD * deviate * (isHeavy ? 1 + MARK_TAIL * Math.max(0, Math.abs(deviate) - MARK_TAIL_FROM) ** 2 : 1));
/** Preload of a spring nobody has measured, mm of spring. From memory. */
export const FITTED_PRELOAD_MM: Spread = { mean: 10, sd: 6 };

/** Which of the kind's figures an end's springs rest on. */
const RESTS_ON: Record<'front' | 'rear', readonly KindFigure[]> = {
  rear: ['wheelbaseMm', 'machineKg', 'frontShare', 'unsprungRearKg', 'leverageRatio', 'riderForwardMm'],
  front: ['wheelbaseMm', 'machineKg', 'frontShare', 'unsprungFrontKg', 'rakeDeg', 'riderForwardMm'],
};

/** One machine that may be the one on the stand: loads at the wheel, its leverage, and the spring that would be right for it. */
export interface DrawnMachine {
  staticLoadN: number;
  ladenLoadN: number;
  leverage: Leverage | null;
  /** Mean ratio where no curve is known, and the share it falls by over the travel: a linkage that rises. */
  ratio: number;
  rise: number;
  travelMm: number;
  cosRake: number;
  /** Share of the usual gas or air that is there. */
  otherShare: number;
  rateNPerMm: number;
  /** Doubt of that rate's logarithm where it is chosen; 0 where it is a sum. */
  logSd: number;
  preloadMm: number;
}

/** The machine as far as it is known, its unknowns as standard deviates. */
export class EstimateModel {
  readonly unknowns: Unknown[];
  /** Whether the sags say anything of the rate: only on a spring whose rate is known. */
  readonly reads: boolean;
  /** Each figure: what it is known to be or its mean, its spread, and which deviate it goes with (none: −1). Looked up millions of times, so kept flat. */
  private readonly figures: Record<KindFigure, { value: number; sd: number; at: number }>;
  private readonly markAt: number;
  private readonly preloadAt: number;
  private readonly riseAt: number;
  private readonly otherAt: number;
  private readonly travelMm: number;

  constructor(readonly request: EstimateRequest) {
    const { end, kind, known, marked, sag, leverage, other, usualOther, choice } = request;
    this.reads = marked !== undefined && sag !== undefined;
    this.unknowns = RESTS_ON[end].filter((f) => known[f] === undefined && !(f === 'leverageRatio' && leverage !== undefined));
    if (choice?.rise && end === 'rear' && leverage === undefined) this.unknowns.push('leverageRise');
    if (usualOther && !other) this.unknowns.push('otherForce');
    this.riseAt = this.unknowns.indexOf('leverageRise');
    this.otherAt = this.unknowns.indexOf('otherForce');
    this.travelMm =
      known[end === 'front' ? 'frontTravelMm' : 'rearTravelMm'] ?? kind[end === 'front' ? 'frontTravelMm' : 'rearTravelMm'].mean;
    if (this.reads) this.unknowns.push('mark');
    if (this.reads && marked!.preloadMm === undefined) this.unknowns.push('fittedPreload');
    this.markAt = this.unknowns.indexOf('mark');
    this.preloadAt = this.unknowns.indexOf('fittedPreload');
    const entries = KIND_FIGURES.map(
      (f) => [f, { value: known[f] ?? kind[f].mean, sd: kind[f].sd, at: this.unknowns.indexOf(f) }] as const,
    );
    this.figures = Object.fromEntries(entries) as EstimateModel['figures'];
  }

  private valueOf(figure: KindFigure, deviates: Float64Array): number {
    const { value, sd, at } = this.figures[figure];
    return at < 0 ? value : value + sd * deviates[at]!;
  }

  /** The machine these deviates make, and its right spring: two targets, two unknowns, as in the choice of springs (select.ts). */
  machineOf(deviates: Float64Array): DrawnMachine {
    const { end, riderKg, aboard = [], target, springs, leverage = null } = this.request;
    const isFront = end === 'front';
    const frontShare = this.valueOf('frontShare', deviates);
    const ahead = this.valueOf('riderForwardMm', deviates) / this.valueOf('wheelbaseMm', deviates);
    const unsprungKg = this.valueOf(isFront ? 'unsprungFrontKg' : 'unsprungRearKg', deviates);
    const machineKg = this.valueOf('machineKg', deviates) * (isFront ? frontShare : 1 - frontShare);
    const staticLoadN = (machineKg - unsprungKg) * STANDARD_GRAVITY_M_PER_S2;
    const onWheel = (massKg: number, share: number) => massKg * (isFront ? share : 1 - share) * STANDARD_GRAVITY_M_PER_S2;
    const ladenLoadN = aboard.reduce((sum, a) => sum + onWheel(a.massKg, a.shareForward), staticLoadN + onWheel(riderKg, ahead));
    const machine: DrawnMachine = {
      staticLoadN,
      ladenLoadN,
      leverage,
      ratio: isFront || leverage ? 1 : this.valueOf('leverageRatio', deviates),
      rise: this.riseAt < 0 ? 0 : this.request.choice!.rise!.mean + this.request.choice!.rise!.sd * deviates[this.riseAt]!,
      travelMm: this.travelMm,
      cosRake: isFront ? Math.cos((this.valueOf('rakeDeg', deviates) * Math.PI) / 180) : 1,
      otherShare: this.otherAt < 0 ? 0 : otherShareOf(this.request.usualOther!, deviates[this.otherAt]!),
      rateNPerMm: 0,
      logSd: 0,
      preloadMm: 0,
    };
    const { staticSagMm: z1, riderSagMm: z2 } = target;
    const s1 = strokeAt(machine, z1);
    const s2 = strokeAt(machine, z2);
    const f1 = staticLoadN * ratioAt(machine, z1) * machine.cosRake - otherN(this.request, machine, s1);
    const f2 = ladenLoadN * ratioAt(machine, z2) * machine.cosRake - otherN(this.request, machine, s2);
    machine.rateNPerMm = (f2 - f1) / (s2 - s1) / springs;
    machine.preloadMm = f1 / (springs * machine.rateNPerMm) - s1;
    return machine;
  }

  /** What the sags read miss those such a machine would show, in standard uncertainties. */
  missesOf(deviates: Float64Array, out: Float64Array): void {
    const { marked, sag } = this.request;
    const machine = this.machineOf(deviates);
    const off = deviates[this.markAt]!;
    const rate = marked!.rateNPerMm * (this.request.choice ? markFactor(off, true) : 1 + MARK_SD * off);
    const preload = marked!.preloadMm ?? FITTED_PRELOAD_MM.mean + FITTED_PRELOAD_MM.sd * deviates[this.preloadAt]!;
    const standardMm = sag!.uncertaintyMm / 2;
    const { staticMm, riderMm } = sag!;
    const low = staticMm === null ? 0 : this.missMm(machine, rate, preload, staticMm, machine.staticLoadN) / standardMm;
    // An end that tops out shows no sag whatever is left over: only a machine that would sag is denied.
    out[0] = staticMm !== null && isToppedOut(staticMm) ? Math.max(0, low) : low;
    out[1] = riderMm === null ? 0 : this.missMm(machine, rate, preload, riderMm, machine.ladenLoadN) / standardMm;
  }

  /** How much further than read the wheel would go, mm: the force left over at the reading against the wheel rate there; exact for a constant ratio. */
  private missMm(machine: DrawnMachine, rate: number, preloadMm: number, zMm: number, loadN: number): number {
    const { springs, other, usualOther } = this.request;
    const s = strokeAt(machine, zMm);
    const ratio = ratioAt(machine, zMm);
    const otherRate = other?.rateNPerMm(s) ?? (usualOther ? machine.otherShare * usualOther.force.rateNPerMm(s) : 0);
    const k = springs * rate + otherRate;
    const axialN = springs * rate * (s + preloadMm) + otherN(this.request, machine, s);
    const overN = loadN * ratio * machine.cosRake - axialN;
    const slope = machine.leverage?.ratioSlopePerMm(zMm) ?? -(machine.ratio * machine.rise) / machine.travelMm;
    return overN / (k / ratio - loadN * machine.cosRake * slope);
  }
}

/** The share of the usual gas or air that a deviate stands for: none for the least of them, else about the mean. */
function otherShareOf({ share, absentShare }: NonNullable<EstimateRequest['usualOther']>, deviate: number): number {
  if (absentShare === 0) return Math.max(0, share.mean + share.sd * deviate);
  const beyond = (normalShare(deviate) - absentShare) / (1 - absentShare);
  return beyond <= 0 ? 0 : Math.max(0, share.mean + share.sd * normalQuantile(Math.min(Math.max(beyond, 1e-6), 1 - 1e-6)));
}

/** Gas or air of a machine drawn, N along the spring: as measured, else its share of what is usual. */
export const otherN = ({ other, usualOther }: EstimateRequest, machine: DrawnMachine, strokeMm: number): number =>
  other ? other.forceN(strokeMm) : usualOther ? machine.otherShare * usualOther.force.forceN(strokeMm) : NO_FORCE.forceN(strokeMm);

type Lever = Pick<DrawnMachine, 'leverage' | 'ratio' | 'rise' | 'travelMm'>;

/** Spring stroke at a wheel travel. With LR = m(1 + r/2 − r·z/T): s = −T/(m·r)·ln(1 − r·z/(T·(1 + r/2))). */
export function strokeAt({ leverage, ratio, rise, travelMm }: Lever, zMm: number): number {
  if (leverage) return leverage.strokeMm(zMm);
  if (Math.abs(rise) < 1e-6) return zMm / ratio;
  return (-travelMm / (ratio * rise)) * Math.log(1 - (rise * zMm) / (travelMm * (1 + rise / 2)));
}
export const ratioAt = ({ leverage, ratio, rise, travelMm }: Lever, zMm: number): number =>
  leverage ? leverage.ratio(zMm) : ratio * (1 + rise / 2 - (rise * zMm) / travelMm);

export interface Band {
  p05: number;
  p50: number;
  p95: number;
}

/** A machine drawn, and its share of the whole: the weights sum to 1. */
export interface Weighted {
  machine: DrawnMachine;
  weight: number;
}

/** Middle and the ends of the band that holds a value nine times in ten. */
export const bandOf = (draws: readonly Weighted[], valueOf: (machine: DrawnMachine) => number): Band =>
  weightedBand(draws.map(({ machine, weight }) => ({ value: valueOf(machine), weight })));

/** The values below which 5, 50 and 95 hundredths of the weight lie. */
export function weightedBand(values: readonly { value: number; weight: number }[]): Band {
  const sorted = [...values].sort((a, b) => a.value - b.value);
  const total = sorted.reduce((sum, { weight }) => sum + weight, 0);
  const quantile = (part: number) => {
    const share = part * total;
    let below = 0;
    let before = { at: -Infinity, value: sorted[0]!.value };
    for (const { value, weight } of sorted) {
      // Each draw stands for the middle of its own weight; between two the value goes straight.
      const at = below + weight / 2;
      if (at >= share)
        return before.at === -Infinity ? value : before.value + ((value - before.value) * (share - before.at)) / (at - before.at);
      before = { at, value };
      below += weight;
    }
    return sorted.at(-1)!.value;
  };
  return { p05: quantile(0.05), p50: quantile(0.5), p95: quantile(0.95) };
}

export interface RestsOn {
  figure: KindFigure | 'otherForce' | 'rateNPerMm' | 'preloadMm' | 'staticSagMm' | 'riderSagMm';
  origin: 'known' | 'marked' | 'read' | 'kind';
}

const isKnownIn = ({ known, leverage }: EstimateRequest, figure: KindFigure): boolean =>
  known[figure] !== undefined || (figure === 'leverageRatio' && leverage !== undefined);

/** Figures of an end that are drawn from its kind because nobody measured them. */
export const assumedIn = (request: EstimateRequest): KindFigure[] => RESTS_ON[request.end].filter((figure) => !isKnownIn(request, figure));

/** What the estimate rests on, and where each figure comes from. */
export function restsOn({ request, reads }: EstimateModel): RestsOn[] {
  const figures = RESTS_ON[request.end].map((figure): RestsOn => ({ figure, origin: isKnownIn(request, figure) ? 'known' : 'kind' }));
  // Gas and air are always there, and are named where a choice rests on what is usual of them.
  if (request.choice) figures.push({ figure: 'otherForce', origin: request.other ? 'known' : 'kind' });
  if (!reads) return figures;
  return [
    ...figures,
    { figure: 'rateNPerMm', origin: 'marked' },
    ...(request.marked?.preloadMm === undefined ? [] : [{ figure: 'preloadMm', origin: 'marked' } as const]),
    ...(request.sag?.staticMm == null ? [] : [{ figure: 'staticSagMm', origin: 'read' } as const]),
    ...(request.sag?.riderMm == null ? [] : [{ figure: 'riderSagMm', origin: 'read' } as const]),
  ];
}
