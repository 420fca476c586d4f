import { STANDARD_GRAVITY_M_PER_S2 } from '../constants/constants';
import type { Leverage } from '../leverage/law';
import { isToppedOut } from '../measure/sag';
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
  /** The two sags read on that spring; uncertainty of each, k = 2. */
  sag?: { staticMm: number; riderMm: number; uncertaintyMm: number } | undefined;
  target: { staticSagMm: number; riderSagMm: number };
  /** The rear's own leverage where it is known as a curve: then no ratio is drawn. */
  leverage?: Leverage | undefined;
  /** Gas or air along the spring, where it is known. */
  other?: OtherForce | undefined;
}

/** What may be unknown: a figure of the kind, the true rate against its mark, and the preload of the spring that is in there. */
export type Unknown = KindFigure | 'mark' | 'fittedPreload';

/** A spring is sold to its mark ± 3 %, one standard deviation. Common practice, no source. */
export const MARK_SD = 0.03;
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
  ratio: number;
  cosRake: number;
  rateNPerMm: number;
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

  constructor(readonly request: EstimateRequest) {
    const { end, kind, known, marked, sag, leverage } = request;
    this.reads = marked !== undefined && sag !== undefined;
    this.unknowns = RESTS_ON[end].filter((f) => known[f] === undefined && !(f === 'leverageRatio' && leverage !== undefined));
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
    const { end, riderKg, aboard = [], target, springs, leverage = null, other = NO_FORCE } = this.request;
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
      cosRake: isFront ? Math.cos((this.valueOf('rakeDeg', deviates) * Math.PI) / 180) : 1,
      rateNPerMm: 0,
      preloadMm: 0,
    };
    const { staticSagMm: z1, riderSagMm: z2 } = target;
    const s1 = strokeAt(machine, z1);
    const s2 = strokeAt(machine, z2);
    const f1 = staticLoadN * ratioAt(machine, z1) * machine.cosRake - other.forceN(s1);
    const f2 = ladenLoadN * ratioAt(machine, z2) * machine.cosRake - other.forceN(s2);
    machine.rateNPerMm = (f2 - f1) / (s2 - s1) / springs;
    machine.preloadMm = f1 / (springs * machine.rateNPerMm) - s1;
    return machine;
  }

  /** What the sags read miss those such a machine would show, in standard uncertainties. */
  missesOf(deviates: Float64Array, out: Float64Array): void {
    const { marked, sag } = this.request;
    const machine = this.machineOf(deviates);
    const rate = marked!.rateNPerMm * (1 + MARK_SD * deviates[this.markAt]!);
    const preload = marked!.preloadMm ?? FITTED_PRELOAD_MM.mean + FITTED_PRELOAD_MM.sd * deviates[this.preloadAt]!;
    const standardMm = sag!.uncertaintyMm / 2;
    const low = this.missMm(machine, rate, preload, sag!.staticMm, machine.staticLoadN) / standardMm;
    // An end that tops out shows no sag whatever is left over: only a machine that would sag is denied.
    out[0] = isToppedOut(sag!.staticMm) ? Math.max(0, low) : low;
    out[1] = this.missMm(machine, rate, preload, sag!.riderMm, machine.ladenLoadN) / standardMm;
  }

  /** How much further than read the wheel would go, mm: the force left over at the reading against the wheel rate there; exact for a constant ratio. */
  private missMm(machine: DrawnMachine, rate: number, preloadMm: number, zMm: number, loadN: number): number {
    const { springs, other = NO_FORCE } = this.request;
    const s = strokeAt(machine, zMm);
    const ratio = ratioAt(machine, zMm);
    const k = springs * rate + other.rateNPerMm(s);
    const axialN = springs * rate * (s + preloadMm) + other.forceN(s);
    const overN = loadN * ratio * machine.cosRake - axialN;
    return overN / (k / ratio - loadN * machine.cosRake * (machine.leverage?.ratioSlopePerMm(zMm) ?? 0));
  }
}

const strokeAt = ({ leverage, ratio }: Pick<DrawnMachine, 'leverage' | 'ratio'>, zMm: number) =>
  leverage ? leverage.strokeMm(zMm) : zMm / ratio;
const ratioAt = ({ leverage, ratio }: Pick<DrawnMachine, 'leverage' | 'ratio'>, zMm: number) => (leverage ? leverage.ratio(zMm) : ratio);

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
export function bandOf(draws: readonly Weighted[], valueOf: (machine: DrawnMachine) => number): Band {
  const sorted = draws.map(({ machine, weight }) => ({ value: valueOf(machine), weight })).sort((a, b) => a.value - b.value);
  const quantile = (share: number) => {
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
  figure: KindFigure | 'rateNPerMm' | 'preloadMm' | 'staticSagMm' | 'riderSagMm';
  origin: 'known' | 'marked' | 'read' | 'kind';
}

const isKnownIn = ({ known, leverage }: EstimateRequest, figure: KindFigure): boolean =>
  known[figure] !== undefined || (figure === 'leverageRatio' && leverage !== undefined);

/** Figures of an end that are drawn from its kind because nobody measured them. */
export const assumedIn = (request: EstimateRequest): KindFigure[] => RESTS_ON[request.end].filter((figure) => !isKnownIn(request, figure));

/** What the estimate rests on, and where each figure comes from. */
export function restsOn({ request, reads }: EstimateModel): RestsOn[] {
  const figures = RESTS_ON[request.end].map((figure): RestsOn => ({ figure, origin: isKnownIn(request, figure) ? 'known' : 'kind' }));
  if (!reads) return figures;
  return [
    ...figures,
    { figure: 'rateNPerMm', origin: 'marked' },
    ...(request.marked?.preloadMm === undefined ? [] : [{ figure: 'preloadMm', origin: 'marked' } as const]),
    { figure: 'staticSagMm', origin: 'read' },
    { figure: 'riderSagMm', origin: 'read' },
  ];
}
