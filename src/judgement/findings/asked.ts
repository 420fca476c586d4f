import { END_NAMES, type End } from '@/catalogue/ends';
import type { Tension } from '@/core/spring/tension';
import { mm, rate, said } from '@/core/units/say';
import { rateDecimals } from '@/core/units/shown';
import { USUAL_RIDER_SHARE, WILD_RATE_FACTOR } from '@/knowledge/limits';
import { choiceAt, isEstimate } from '../aims/estimates';
import { targetOf } from '../aims/targets';
import { effectiveOf } from '../model/effective';
import { markedRateOf } from '../model/ends';
import type { JobFacts } from '../model/facts';
import { numberOf } from '../model/read';
import type { Because } from './finding';

/** What is possible and yet hardly meant, and what contradicts itself: asked about, never refused. */

const CULPRITS: Record<Tension['culprit'], string> = {
  wheelbaseMm: 'the wheelbase',
  machineKg: 'the mass of the machine',
  frontShare: 'the share on the front wheel',
  unsprungFrontKg: 'the unsprung mass at the front',
  unsprungRearKg: 'the unsprung mass at the rear',
  rakeDeg: 'the rake',
  frontTravelMm: 'the front travel',
  rearTravelMm: 'the rear travel',
  leverageRatio: 'the leverage ratio',
  riderForwardMm: 'the place of the rider',
  leverageRise: 'how the leverage changes over the travel',
  otherForce: 'the air or gas along the spring',
  mark: 'the mark on the spring',
  fittedPreload: 'the preload of the spring that is in',
  sags: 'the sags themselves',
};

/** Readings that contradict what is known: what would most likely have to be off. */
export function tensionFinding(facts: JobFacts, end: End): Because[] {
  const found = choiceAt(facts, end);
  const tension = isEstimate(found) ? found.estimate.tension : null;
  // Sags that agree with their mark do not contradict it: one reading is never said in two ways.
  const backwards = effectiveOf(facts, end);
  if (!tension || (backwards?.ok && backwards.value.agreesWithMark)) return [];
  return [
    {
      mark: 'warn',
      lead: `${END_NAMES[end]}: what was read and what is known contradict one another.`,
      rest: `Likeliest off: ${CULPRITS[tension.culprit]}. Look at it again before a spring is chosen by it.`,
      origin: `${tension.sigma.toFixed(1)} standard deviations apart.`,
      asks: true,
    },
  ];
}

/** A target that hardly any machine has, and a mark that is no spring of this machine. */
export function unlikelyFindings(facts: JobFacts, end: End): Because[] {
  const found: Because[] = [];
  const target = targetOf(facts, end);
  const travelMm = numberOf(facts.machine, `machine.travel.${end}`);
  const share = target && travelMm !== null && target.rider.origin === 'measured' ? target.rider.value / travelMm : null;
  if (target && travelMm !== null && share !== null && (share < USUAL_RIDER_SHARE[0] || share > USUAL_RIDER_SHARE[1]))
    found.push({
      mark: 'warn',
      lead: said`${END_NAMES[end]}: ${mm(target.rider.value)} of rider sag on ${mm(travelMm)} of travel.`,
      rest: `That is ${Math.round(100 * share)} % of it; ${Math.round(100 * USUAL_RIDER_SHARE[0])} to ${Math.round(100 * USUAL_RIDER_SHARE[1])} % is usual. Is it meant?`,
      origin: 'From memory.',
      asks: true,
    });
  const marked = markedRateOf(facts, end);
  const choice = choiceAt(facts, end);
  const right = isEstimate(choice) ? choice.estimate.rateNPerMm.p50 : null;
  if (marked !== null && right !== null && Math.abs(Math.log(marked / right)) > Math.log(WILD_RATE_FACTOR))
    found.push({
      mark: 'warn',
      lead: said`${END_NAMES[end]}: ${rate(marked, rateDecimals(marked))} is hardly a spring of this machine.`,
      rest: said`About ${rate(right, rateDecimals(right))} is what would be fitted. Read the mark again, and its unit.`,
      origin: 'Against the choice of springs.',
      asks: true,
    });
  return found;
}
