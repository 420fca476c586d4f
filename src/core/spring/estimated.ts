import { ok, type Result } from '../result';
import { chosenBand, chosenFor, type Evidence, evidenceOf, leftOver, NINE_IN_TEN } from './choice';
import { type Tension, tensionOf } from './tension';
import {
  type Band,
  bandOf,
  type DrawnMachine,
  EstimateModel,
  type EstimateRequest,
  otherN,
  ratioAt,
  type RestsOn,
  restsOn,
  strokeAt,
} from './estimate';
import { covarianceOf, type Posterior, posteriorOf } from './posterior';
import { slopeOf, varianceOf, type Worth, worthOf } from './worth';

export interface SpringEstimate {
  /** Of each spring. */
  rateNPerMm: Band;
  preloadMm: Band;
  restsOn: RestsOn[];
  next: Worth[];
  posterior: Posterior;
  /** Of a choice: how its parts pull, and where they contradict one another. */
  evidence: Evidence[];
  tension: Tension | null;
}

/**
 * The right spring of one end as a middle value with the band that holds it nine times in ten, from whatever is known: unknown figures are drawn from their kind's spread, known
 * ones are fixed, the sags read on a marked spring weigh the draws. With everything known the band closes on the exact answer (select.ts). The same each time.
 * Errors: those of posteriorOf.
 * Source: Bayes' rule by importance sampling; force balance as in select.ts.
 */
export function estimateSpring(request: EstimateRequest): Result<SpringEstimate> {
  const found = posteriorOf(request);
  if (!found.ok) return found;
  const posterior = found.value;
  if (request.choice) chosenFor(request, posterior.draws);
  const rateNPerMm = request.choice ? chosenBand(posterior.draws) : bandOf(posterior.draws, (m) => m.rateNPerMm);
  const evidence = request.choice ? evidenceOf(request, priorOf(posterior), posterior.draws, posterior.model.reads) : [];
  return ok({
    rateNPerMm,
    preloadMm: bandOf(posterior.draws, (m) => m.preloadMm),
    restsOn: restsOn(posterior.model),
    next: worthOf(posterior, rateNPerMm),
    posterior,
    evidence,
    tension: request.choice ? tensionOf(posterior) : null,
  });
}

/** Machines as the kind has them, before the sags weighed them. */
function priorOf(posterior: Posterior): Posterior['draws'] {
  if (!posterior.model.reads) return posterior.draws;
  const prior = posteriorOf({ ...posterior.model.request, sag: undefined });
  return prior.ok ? prior.value.draws : posterior.draws;
}

/**
 * The choice without its draws, for tables that ask it for many riders: the most probable machine's, with the spread by its slopes.
 * @param request of a choice, without sags read
 */
export function quickChoice(request: EstimateRequest): { rateNPerMm: Band; preloadMm: number } {
  const model = new EstimateModel(request);
  const centre = new Float64Array(model.unknowns.length);
  const { logRate, varLog, preloadMm } = leftOver(request, model.machineOf(centre));
  const slope = slopeOf(model, centre);
  const sd = Math.sqrt(varLog + varianceOf(slope, covarianceOf(centre.length, [])));
  const at = (deviates: number) => Math.exp(logRate + deviates * sd);
  return { rateNPerMm: { p05: at(-NINE_IN_TEN), p50: at(0), p95: at(NINE_IN_TEN) }, preloadMm: Math.max(0, preloadMm) };
}

/** Machines of equal weight a list of springs is tried on. */
const TRIED_ON = 400;

/** As many machines of equal weight, each draw taken as often as its weight asks (systematic resampling). */
function evenly({ draws }: Posterior): DrawnMachine[] {
  const found: DrawnMachine[] = [];
  let reached = 0;
  for (const { machine, weight } of draws) {
    reached += weight;
    while (found.length < TRIED_ON && (found.length + 0.5) / TRIED_ON <= reached) found.push(machine);
  }
  return found;
}

/** What a spring would show with its rider sag set where it belongs by tape: static sag that is left, below 0 for none, and the preload that takes. */
export interface Shown {
  staticSagMm: Band;
  preloadMm: Band;
}

/** Springs under an estimate, by what each would show. */
export function showsOf({ posterior }: SpringEstimate, springs: readonly { id: string; rateNPerMm: number }[]): Map<string, Shown> {
  const { request } = posterior.model;
  const { staticSagMm, riderSagMm } = request.target;
  const machines = evenly(posterior).map((machine) => {
    const [s1, s2] = [strokeAt(machine, staticSagMm), strokeAt(machine, riderSagMm)];
    const { staticLoadN, ladenLoadN, cosRake } = machine;
    return {
      // Force all springs share at the rider sag, what it falls by to the static one, and the wheel travel a mm of spring is there.
      riderN: ladenLoadN * ratioAt(machine, riderSagMm) * cosRake - otherN(request, machine, s2),
      staticN: staticLoadN * ratioAt(machine, staticSagMm) * cosRake - otherN(request, machine, s1),
      s1,
      s2,
      ratio: ratioAt(machine, staticSagMm),
    };
  });
  return new Map(
    springs.map(({ id, rateNPerMm }) => {
      const k = request.springs * rateNPerMm;
      const preloads = Float64Array.from(machines, ({ riderN, s2 }) => riderN / k - s2);
      // Where the force at the static sag aimed at differs, the wheel rests further in or out by it over the wheel rate there.
      const statics = Float64Array.from(machines, ({ staticN, s1, ratio }, i) => staticSagMm + ratio * (staticN / k - s1 - preloads[i]!));
      return [id, { preloadMm: quantilesOf(preloads), staticSagMm: quantilesOf(statics) }];
    }),
  );
}

function quantilesOf(values: Float64Array): Band {
  const sorted = values.sort();
  const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))]!;
  return { p05: at(0.05), p50: at(0.5), p95: at(0.95) };
}
