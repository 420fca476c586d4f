import { leftOver } from './choice';
import { type Band, EstimateModel, FITTED_PRELOAD_MM, type KindFigure, MARK_SD, type Unknown } from './estimate';
import { USUAL_SAG_UNCERTAINTY_MM } from '../constants/limits';
import { slopesAt } from '../numerics/leastSquares';
import { covarianceOf, missRows, type Posterior } from './posterior';

/** A measurement that would sharpen an estimate. */
export type Measure =
  | 'sags-and-mark'
  | 'sags'
  | 'marked-rate'
  | 'sags-again'
  | 'fitted-preload'
  | 'spring-tester'
  | 'wheel-weights'
  | 'rider-place'
  | 'wheelbase'
  | 'leverage'
  | 'rake'
  | 'unsprung';

export interface Worth {
  measure: Measure;
  minutes: number;
  /** Width of the rate's band expected after it, p95 − p05. */
  narrowsToNPerMm: number;
}

/** How long each takes two people who know it. From memory. */
const MINUTES: Record<Measure, number> = {
  'sags-and-mark': 6,
  sags: 5,
  'marked-rate': 1,
  'sags-again': 4,
  'fitted-preload': 5,
  'spring-tester': 25,
  'wheel-weights': 4,
  'rider-place': 4,
  wheelbase: 1,
  leverage: 10,
  rake: 3,
  unsprung: 30,
};

/** What a measurement leaves unsure, one standard deviation. From memory: a scale good to 1 kg, a tape to 2 mm, a ratio to 1 %, an angle to 0.2°, a tester to 1 %. */
const LEFT = { massKg: 1, tapeMm: 2, ratioShare: 0.01, rakeDeg: 0.2, markShare: 0.01, preloadMm: 1 } as const;
/** A measurement that narrows the band by less than this share of it is not worth a word. From memory. */
const MIN_NARROWING = 0.02;

type Row = Float64Array;

/** A measurement of single unknowns as rows of information: one over what it leaves unsure, in deviates. */
function rowsOf(model: EstimateModel, left: Partial<Record<Unknown, number>>): Row[] {
  return Object.entries(left).flatMap(([name, sure]) => {
    const at = model.unknowns.indexOf(name as Unknown);
    if (at < 0) return [];
    const row = new Float64Array(model.unknowns.length);
    row[at] = 1 / sure;
    return [row];
  });
}

/** What each measurement of this end tells, as what it leaves unsure of each unknown in standard deviates. */
function singles({ request }: EstimateModel): [Measure, Partial<Record<Unknown, number>>][] {
  const { kind, known, riderKg, end } = request;
  const of = (figure: KindFigure, sure: number) => sure / kind[figure].sd;
  const wheelbaseMm = known.wheelbaseMm ?? kind.wheelbaseMm.mean;
  const machineKg = known.machineKg ?? kind.machineKg.mean;
  return [
    ['wheel-weights', { machineKg: of('machineKg', LEFT.massKg), frontShare: of('frontShare', LEFT.massKg / machineKg) }],
    // Both wheels weighed with the rider on and off: his place by moments.
    ['rider-place', { riderForwardMm: of('riderForwardMm', (LEFT.massKg * wheelbaseMm) / riderKg) }],
    ['wheelbase', { wheelbaseMm: of('wheelbaseMm', LEFT.tapeMm) }],
    ['leverage', { leverageRatio: LEFT.ratioShare * (kind.leverageRatio.mean / kind.leverageRatio.sd) }],
    ['rake', { rakeDeg: of('rakeDeg', LEFT.rakeDeg) }],
    [
      'unsprung',
      end === 'front' ? { unsprungFrontKg: of('unsprungFrontKg', LEFT.massKg) } : { unsprungRearKg: of('unsprungRearKg', LEFT.massKg) },
    ],
    ['spring-tester', { mark: LEFT.markShare / MARK_SD }],
    ['fitted-preload', { fittedPreload: LEFT.preloadMm / FITTED_PRELOAD_MM.sd }],
  ];
}

/** How the right rate turns with each unknown; of a choice its logarithm. */
export function slopeOf(model: EstimateModel, centre: Float64Array): Row {
  const rateOf = (at: Float64Array) => {
    const machine = model.machineOf(at);
    return model.request.choice ? leftOver(model.request, machine).logRate : machine.rateNPerMm;
  };
  return slopesAt(centre, 1, (at, out) => (out[0] = rateOf(at)))[0]!;
}

export function varianceOf(slope: Row, covariance: Float64Array): number {
  const n = slope.length;
  let sum = 0;
  for (let i = 0; i < n; i += 1) for (let k = 0; k < n; k += 1) sum += slope[i]! * covariance[i * n + k]! * slope[k]!;
  return sum;
}

/** The model as it will be with sags read on a marked spring: as if both came out where they are wanted. */
function readOne({ request }: EstimateModel, rate: Band): EstimateModel {
  const { staticSagMm, riderSagMm } = request.target;
  return new EstimateModel({
    ...request,
    marked: request.marked ?? { rateNPerMm: rate.p50 },
    sag: request.sag ?? { staticMm: staticSagMm, riderMm: riderSagMm, uncertaintyMm: USUAL_SAG_UNCERTAINTY_MM },
  });
}

/**
 * What each further measurement would make of the band, the one that narrows it most first: the spread that is left when its information is added, by the slopes at the most
 * probable machine (linear, so an expectation).
 */
export function worthOf({ model, centre, covariance }: Posterior, rate: Band): Worth[] {
  const { request, reads } = model;
  const width = rate.p95 - rate.p05;
  const slope = slopeOf(model, centre);
  // What the parts of a choice leave stays, whatever is measured.
  const left = request.choice ? leftOver(request, model.machineOf(centre)).varLog : 0;
  const now = varianceOf(slope, covariance) + left;
  if (!(now > 0) || !(width > 0)) return [];
  const found: Worth[] = [];
  const add = (measure: Measure, variance: number, from = now) => {
    const narrowsToNPerMm = width * Math.sqrt(Math.max(0, (variance + left) / from));
    if (narrowsToNPerMm < (1 - MIN_NARROWING) * width) found.push({ measure, minutes: MINUTES[measure], narrowsToNPerMm });
  };
  const n = centre.length;
  const read = reads ? missRows(model, centre) : [];
  for (const [measure, unsure] of singles(model)) {
    const rows = rowsOf(model, unsure);
    if (rows.length > 0) add(measure, varianceOf(slope, covarianceOf(n, [...read, ...rows])));
  }
  if (reads) add('sags-again', varianceOf(slope, covarianceOf(n, [...read, ...read])));
  else {
    const then = readOne(model, rate);
    const zero = new Float64Array(then.unknowns.length);
    const thenSlope = slopeOf(then, zero);
    const measure = request.marked ? 'sags' : request.sag ? 'marked-rate' : 'sags-and-mark';
    add(
      measure,
      varianceOf(thenSlope, covarianceOf(zero.length, missRows(then, zero))),
      varianceOf(thenSlope, covarianceOf(zero.length, [])) + left,
    );
  }
  return found.sort((a, b) => a.narrowsToNPerMm - b.narrowsToNPerMm);
}
