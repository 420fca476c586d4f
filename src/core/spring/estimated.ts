import { ok, type Result } from '../result';
import { type Band, bandOf, type DrawnMachine, type EstimateRequest, type RestsOn, restsOn } from './estimate';
import { type Posterior, posteriorOf } from './posterior';
import { type Worth, worthOf } from './worth';

export interface SpringEstimate {
  /** Of each spring. */
  rateNPerMm: Band;
  preloadMm: Band;
  restsOn: RestsOn[];
  next: Worth[];
  posterior: Posterior;
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
  const rateNPerMm = bandOf(posterior.draws, (m) => m.rateNPerMm);
  return ok({
    rateNPerMm,
    preloadMm: bandOf(posterior.draws, (m) => m.preloadMm),
    restsOn: restsOn(posterior.model),
    next: worthOf(posterior, rateNPerMm),
    posterior,
  });
}

/** The rate alone, for who asks no more: the same draws and the same band as the whole estimate, a fraction of its work. Errors: those of posteriorOf. */
export function estimatedRate(request: EstimateRequest): Result<Band> {
  const found = posteriorOf(request);
  return found.ok ? ok(bandOf(found.value.draws, (m) => m.rateNPerMm)) : found;
}

/** A spring under an estimate: what it would show with its rider sag set where it belongs, and how probable it is that it is right. */
export interface EstimatedCandidate {
  id: string;
  /** That its static sag then lies in the window and its preload within the adjuster's range, 0 to 1. */
  probability: number;
  staticSagMm: Band;
  preloadMm: Band;
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

/**
 * Springs under an estimate, the most probable first. The preload is the one each drawn machine needs for the rider sag, as a technician would set it by tape.
 * @param windowMm least and most static sag that is right; @param preloadRangeMm of the adjuster
 */
export function estimatedCandidates(
  { posterior, rateNPerMm: right }: SpringEstimate,
  springs: readonly { id: string; rateNPerMm: number }[],
  windowMm: readonly [number, number],
  preloadRangeMm: readonly [number, number],
): EstimatedCandidate[] {
  const { staticSagMm, riderSagMm } = posterior.model.request.target;
  const machines = evenly(posterior).map(({ leverage, ratio, rateNPerMm, preloadMm }) => {
    const [s1, s2] = leverage ? [leverage.strokeMm(staticSagMm), leverage.strokeMm(riderSagMm)] : [staticSagMm / ratio, riderSagMm / ratio];
    // Force of each spring at the rider sag, and how far it is in there by the wheel alone.
    return { rateNPerMm, riderN: rateNPerMm * (s1 + preloadMm) + rateNPerMm * (s2 - s1), s2 };
  });
  /** Static sag that is left: the right spring's rise between the sags, spread over this spring's rate. */
  const leftMm = (rightNPerMm: number, rate: number) => riderSagMm - (rightNPerMm / rate) * (riderSagMm - staticSagMm);
  return springs
    .map(({ id, rateNPerMm: rate }): EstimatedCandidate => {
      const preloads = Float64Array.from(machines, ({ riderN, s2 }) => riderN / rate - s2);
      const isRight = (m: { rateNPerMm: number }, i: number) => {
        const left = leftMm(m.rateNPerMm, rate);
        return left >= windowMm[0] && left <= windowMm[1] && preloads[i]! >= preloadRangeMm[0] && preloads[i]! <= preloadRangeMm[1];
      };
      const probability = machines.filter(isRight).length / machines.length;
      const sorted = preloads.sort();
      const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))]!;
      return {
        id,
        probability,
        // The stiffer the right spring, the less this one leaves.
        staticSagMm: { p05: leftMm(right.p95, rate), p50: leftMm(right.p50, rate), p95: leftMm(right.p05, rate) },
        preloadMm: { p05: at(0.05), p50: at(0.5), p95: at(0.95) },
      };
    })
    .sort((a, b) => b.probability - a.probability || Math.abs(a.staticSagMm.p50 - staticSagMm) - Math.abs(b.staticSagMm.p50 - staticSagMm));
}
