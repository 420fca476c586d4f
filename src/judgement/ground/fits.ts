import { JobFacts, withEntries } from '../model/facts';
import { constantLeverage } from '@/core/leverage/leverage';
import type { Result } from '@/core/result';
import { airForkForceN, airForkRateNPerMm } from '@/core/spring/airFork';
import type { EndModel } from '@/core/spring/end';
import { linearSpring, type SpringLaw } from '@/core/spring/law';
import { springLaw } from '@/core/spring/select';
import { type End, END_NAMES, type Side } from '@/catalogue/ends';
import type { Entries } from '@/catalogue/entry';
import type { ListedSpring } from '@/schema/springs';
import { airForkOf, airForkPressure } from '../aims/airFork';
import { unmarkedRate } from '../model/effective';
import { endModelOf, isMissing, isOnAir, isUnusable, type Missing, rakeOf } from '../model/ends';
import { loadsOf } from '../model/loads';
import { asCatalogue, chosenOf, offerKey, offersOf } from '../model/offers';
import { numberOf } from '../model/read';
import { fittedEnd } from '../reason/evidence/springs';

import { standing } from '../reason/standing';
import { rate, said, type Said } from '@/core/units/say';

/** What is in the machine, or would be: springs with their preload, and whether the stacks are those found or those to fit. */
export interface Fit {
  id: string;
  name: string;
  which: 'found' | 'fit';
  /** Stacks of the other: springs and stacks are tried apart. */
  stacks?: 'found' | 'fit' | undefined;
  /** Springs other than those of the job, by end. */
  springs?: Partial<Record<End, { offer: string; preloadMm: number }>> | undefined;
  /** Rates no list holds, as worked out, by end. */
  rates?: Partial<Record<End, { rateNPerMm: number; preloadMm: number }>> | undefined;
  /** More or less preload than it has, mm. */
  preloadBy?: Partial<Record<End, number>> | undefined;
  /** By what the force of an end's dampers is multiplied. */
  damping?: Partial<Record<End, Partial<Record<Side, number>>>> | undefined;
  /** Clickers and rings other than those of the job: entries that take the place of the job's own. */
  entries?: Entries | undefined;
}

export const AS_IT_CAME_IN: Fit = { id: 'found', name: 'As it came in', which: 'found' };
export const AS_IT_IS_TO_BE: Fit = { id: 'fit', name: 'As it is to be', which: 'fit' };

/** Everything a ride of one job rests on, as a worker is handed it. */
export interface GroundJob {
  facts: JobFacts;
  springs: readonly ListedSpring[];
}

/** The job's facts with what a fit has of its own. */
export const factsOfFit = ({ facts }: GroundJob, { entries }: Fit): JobFacts => (entries ? withEntries(facts, entries) : facts);

/** The job as it is again where a message arrives: what is sent loses what its facts remembered. */
export const arrived = (job: GroundJob): GroundJob => ({ ...job, facts: new JobFacts(job.facts) });

export interface SpringIn {
  model: EndModel;
  law: SpringLaw;
  preloadMm: number;
  /** What it is, for the heading. */
  words: Said;
  assumed: Said[];
}

/** The fork on air as an end of its own: a pressure in place of a rate. */
function onAir(facts: JobFacts): SpringIn | Missing {
  const found = airForkOf(facts);
  if ('missing' in found) return found;
  if ('issue' in found) return { missing: [found.field] };
  const { mpa, isRead } = airForkPressure(facts.entries, found);
  const cosRake = Math.cos(((rakeOf(facts.machine) ?? 0) * Math.PI) / 180);
  return {
    model: {
      travelMm: found.fork.travelMm,
      leverage: constantLeverage(1),
      springs: 1,
      cosRake,
      other: { forceN: (s) => airForkForceN(found.fork, mpa, s), rateNPerMm: (s) => airForkRateNPerMm(found.fork, mpa, s) },
    },
    law: linearSpring(0),
    preloadMm: 0,
    words: 'air',
    assumed: isRead ? [] : ['fork pressure as its load asks'],
  };
}

/** A spring nobody marked, as both its sags say; null where they are not read. */
function bySags(facts: JobFacts, end: End): SpringIn | null {
  const found = unmarkedRate(facts, end);
  if (!found) return null;
  const { model, rateNPerMm, preloadMm } = found;
  const words = said`${rate(rateNPerMm)} by its sags`;
  return {
    model,
    law: linearSpring(rateNPerMm),
    preloadMm,
    words,
    assumed: [said`spring at the ${END_NAMES[end].toLowerCase()}, unmarked, as its sags say`],
  };
}

/** The spring that came in as it stands: the rate its sags need, else its mark, at the preload that gives the rider sag read, else as read, else none. */
function asFound(facts: JobFacts, end: End): SpringIn | Missing {
  const now = standing(facts, end);
  const marked = fittedEnd(facts, end);
  if (!marked) return bySags(facts, end) ?? { missing: [`found.${end}.spring`] };
  const rateNPerMm = (now ?? marked).spring.rateNPerMm(0);
  const words = said`${rate(rateNPerMm)} as found`;
  const model = marked.model;
  if (now) return { model, law: now.spring, preloadMm: now.preloadMm, words, assumed: [] };
  const assumed: Said[] = marked.known ? [] : [`no preload at the ${END_NAMES[end].toLowerCase()}`];
  return { model, law: marked.spring, preloadMm: marked.preloadMm, words, assumed };
}

/** The spring of one end in a fit: another one asked about, the one chosen, or the one that came in. */
export function springIn(job: GroundJob, fit: Fit, end: End): SpringIn | Missing {
  const found = springOf(job, fit, end);
  const by = fit.preloadBy?.[end];
  return isMissing(found) || by === undefined ? found : { ...found, preloadMm: found.preloadMm + by };
}

function springOf(job: GroundJob, fit: Fit, end: End): SpringIn | Missing {
  const { springs } = job;
  const facts = factsOfFit(job, fit);
  const { entries, machine } = facts;
  if (isOnAir(machine, end)) return onAir(facts);
  const found = endModelOf(facts, end);
  if (isMissing(found)) return found;
  if (isUnusable(found)) return { missing: [found.field] };
  const { model } = found;
  const worked = fit.rates?.[end];
  if (worked) {
    const { rateNPerMm, preloadMm } = worked;
    return {
      model,
      law: linearSpring(rateNPerMm),
      preloadMm,
      words: said`${rate(rateNPerMm)} as worked out`,
      assumed: [],
    };
  }
  const asked = fit.springs?.[end];
  const key = asked?.offer ?? (fit.which === 'fit' ? chosenOf(entries, end) : null);
  const offer = key === null ? undefined : offersOf(springs, key).find((s) => s.end === end && offerKey(s) === key);
  const preloadMm = asked?.preloadMm ?? numberOf(entries, `springs.${end}.preload`);
  if (!offer || preloadMm === null) return asFound(facts, end);
  return { model, law: springLaw(asCatalogue(offer)), preloadMm, words: offer.name, assumed: [] };
}

/** The loads on both ends in one load case, N sprung; null where the case is not known. */
export function loadOn(job: GroundJob, caseName: string): Record<End, number> | null {
  const found = loadsOf(job.facts).cases.find((c) => c.name === caseName);
  const result: Result<{ ladenFrontN: number; ladenRearN: number }> | undefined = found?.result;
  return result?.ok ? { front: result.value.ladenFrontN, rear: result.value.ladenRearN } : null;
}
