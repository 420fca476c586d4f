import { NINE_IN_TEN } from '@/core/spring/choice';
import { naturalFrequencyHz } from '@/core/spring/select';
import { rateDecimals } from '@/core/units/shown';
import { type JobFacts } from '../../model/facts';
import {
  STEP_SHARE,
  MIN_LOAD_FACTOR,
  FACTOR_STANDARD,
  FREQUENCY_SHARE,
  FREQUENCY_STANDARD_SHARE,
  LOAD_BEHIND_KG,
  OTHER_RIDER_KG,
  OTHER_RIDER_STANDARD_KG,
  STOP_SHARE,
} from '@/knowledge/limits';
import { wheelForceN, wheelRateNPerMm } from '@/core/spring/end';
import { linearSpring } from '@/core/spring/law';
import { markedRateOf, endModelOf, isMissing, isUnusable } from '../../model/ends';
import { loadsOf, overloads, frontUnloading } from '../../model/loads';
import { preloadOf, sagOf } from '../../model/measure';
import { itemNumbers, numberOf, textOf } from '../../model/read';
import { chosenRateOf } from '../../aims/springs';
import { targetOf } from '../../aims/targets';
import { above, below } from '../../findings/belief';
import { type EndRule, type WholeRule } from './rule';
import { kg, mm, rate as rateSaid, said } from '@/core/units/say';
import { END_NAMES, type End } from '@/catalogue/ends';

const ideal: EndRule = (known, end) => {
  const marked = markedRateOf(known, end);
  const found = chosenRateOf(known, end)?.rateNPerMm;
  if (marked === null || !found) return [];
  const ratio = found.p50 / marked;
  const standard = Math.log(found.p95 / found.p05) / (2 * NINE_IN_TEN);
  const figure = (x: number) => rateSaid(x, rateDecimals(marked));
  const words = said`${END_NAMES[end]}: this load asks for ${figure(found.p50)}, the spring is marked ${figure(marked)}.`;
  return [
    { statement: 'ideal-stiffer', end, credence: above(ratio, 1 + STEP_SHARE, standard), words },
    { statement: 'ideal-softer', end, credence: below(ratio, 1 - STEP_SHARE, standard), words },
  ];
};

/** The end with the spring that came in, at the preload it came in with, or at the one that gives the rider sag read. */
export function fittedEnd(known: JobFacts, end: End) {
  const found = endModelOf(known, end);
  const solo = loadsOf(known).cases[0];
  const marked = markedRateOf(known, end);
  if (isMissing(found) || isUnusable(found) || !solo?.result.ok || marked === null) return null;
  const { value } = solo.result;
  const ladenN = end === 'rear' ? value.ladenRearN : value.ladenFrontN;
  const preload = preloadOf(known.entries, end === 'rear' ? 'found.rear.preload' : 'found.front.preload.left');
  const preloadMm = preload?.ok ? preload.value : 0;
  const sag = sagOf(known, end);
  const atMm = (sag?.result.ok ? sag.result.value.riderSagMm : null) ?? targetOf(known, end)?.rider.value ?? found.model.travelMm / 3;
  return { model: found.model, spring: linearSpring(marked), preloadMm, ladenN, atMm, known: preload?.ok ?? false };
}

const strength: EndRule = (known, end) => {
  const fitted = fittedEnd(known, end);
  if (!fitted?.known) return [];
  const factor = wheelForceN(fitted.model, fitted.spring, fitted.preloadMm, fitted.model.travelMm) / fitted.ladenN;
  return [
    {
      statement: 'load-factor-low',
      end,
      credence: below(factor, MIN_LOAD_FACTOR, FACTOR_STANDARD),
      words: `${END_NAMES[end]}: at full travel the spring pushes ${factor.toFixed(1)} times the laden load; under ${MIN_LOAD_FACTOR} it reaches its stop.`,
    },
  ];
};

const frequencyHz = (known: JobFacts, end: End): number | null => {
  const fitted = fittedEnd(known, end);
  if (!fitted) return null;
  const rate = wheelRateNPerMm(fitted.model, fitted.spring, fitted.preloadMm, fitted.atMm);
  return naturalFrequencyHz(rate, fitted.ladenN);
};

const together: WholeRule = (known) => {
  const [rear, front] = [frequencyHz(known, 'rear'), frequencyHz(known, 'front')];
  if (rear === null || front === null) return [];
  return [
    {
      statement: 'frequency-apart',
      end: null,
      credence: above(Math.abs(Math.log(rear / front)), Math.log(1 + FREQUENCY_SHARE), FREQUENCY_STANDARD_SHARE),
      words: `Natural frequencies are ${rear.toFixed(2)} Hz at the rear and ${front.toFixed(2)} Hz at the front.`,
    },
  ];
};

/** Told to be loaded when it happens, with no load declared: nothing can be said of the load yet. */
function isLoadUndeclared({ entries }: JobFacts): boolean {
  const loaded = itemNumbers(entries, 'complaint').some((n) => textOf(entries, `complaint.${n}.place`) === 'loaded');
  return loaded && itemNumbers(entries, 'luggage').length === 0 && numberOf(entries, 'passenger.mass') === null;
}

const plate: WholeRule = (known) => {
  const { machine } = known;
  const loads = loadsOf(known);
  if (loads.cases.length === 0 || loads.platedKg === null || isLoadUndeclared(known)) return [];
  const worst = overloads(loads, machine).sort((a, b) => b.totalKg / b.platedKg - a.totalKg / a.platedKg)[0];
  const heaviest = Math.max(...loads.cases.map((c) => (c.result.ok ? c.result.value.totalKg : 0)));
  const words = worst
    ? said`${worst.caseName}: ${kg(worst.totalKg)} on the ${worst.what} against ${kg(worst.platedKg)} allowed.`
    : said`The heaviest load declared is ${kg(heaviest)} in all against ${kg(loads.platedKg)} on the plate.`;
  return [{ statement: 'overloaded', end: null, credence: worst ? 1 : 0, words }];
};

const behind: WholeRule = (known) => {
  const { machine } = known;
  const loads = loadsOf(known);
  if (loads.cases.length === 0 || isLoadUndeclared(known)) return [];
  const found = frontUnloading(loads, machine);
  const words = found
    ? said`The ${found.things.join(' and ')} behind the axle takes ${kg(found.kg, 1)} off the front wheel.`
    : 'Nothing declared sits behind the rear axle.';
  return [{ statement: 'load-behind', end: null, credence: above(found?.kg ?? 0, LOAD_BEHIND_KG, 0.7), words }];
};

const riderChanged: WholeRule = ({ entries, before }) => {
  const now = numberOf(entries, 'rider.mass');
  const was = numberOf(entries, 'valves.was.rider') ?? numberOf(before, 'rider.mass');
  if (now === null || was === null) return [];
  const words = said`The rider is ${kg(now)} in gear; it was last set up for ${kg(was)}.`;
  return [
    { statement: 'rider-heavier', end: null, credence: above(now - was, OTHER_RIDER_KG, OTHER_RIDER_STANDARD_KG), words },
    { statement: 'rider-lighter', end: null, credence: above(was - now, OTHER_RIDER_KG, OTHER_RIDER_STANDARD_KG), words },
  ];
};

const stop: EndRule = (facts, end) => {
  const fromStrokeMm = numberOf(facts.machine, `machine.bump.${end}.from`);
  const found = endModelOf(facts, end);
  if (fromStrokeMm === null || isMissing(found) || isUnusable(found)) return [];
  const { model } = found;
  const full = model.leverage.strokeMm(model.travelMm);
  const share = fromStrokeMm / full;
  return [
    {
      statement: 'stop-in-travel',
      end,
      credence: below(share, STOP_SHARE, 0.03),
      words: said`${END_NAMES[end]}: the stop begins at ${mm(fromStrokeMm)} of ${mm(full)} of stroke.`,
    },
  ];
};

export const SPRING_RULES: { ends: EndRule[]; whole: WholeRule[] } = {
  ends: [ideal, strength, stop],
  whole: [together, plate, behind, riderChanged],
};
