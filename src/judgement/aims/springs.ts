import type { JobFacts } from '../model/facts';
import type { Said } from '@/core/units/say';
import { err, type Result } from '@/core/result';
import type { EndModel } from '@/core/spring/end';
import type { Band } from '@/core/spring/estimate';
import { type Candidate, type SelectRequest, selectSpring, type SelectResult } from '@/core/spring/select';
import type { Entries } from '@/catalogue/entry';
import { issueWords } from '@/schema/words';
import { asCatalogue, chosenOf, offerKey, rateOf } from '../model/offers';
import { endModelOf, isMissing, isUnusable } from '../model/ends';
import { loadsOf } from '../model/loads';
import { textOf } from '../model/read';
import { chancesOf } from '@/core/spring/choice';
import { choiceAt, isEstimate, judgeRate } from './estimates';
import { aimsOf, rangeOf, type Target } from './targets';
import type { End } from '@/catalogue/ends';
import type { ListedSpring } from '@/schema/springs';

export interface NamedLoad {
  name: string;
  loadN: number;
}

/** A spring of the list predicted in full, with the choice's word on its rate. */
export interface Judged extends Candidate {
  /** Chance that its rate is the nearest to the right one of all on the list; springs of one rate share it. */
  chance: number;
}

export interface Selection {
  model: EndModel;
  target: Target;
  staticLoadN: number;
  ladenLoadN: number;
  loadCases: NamedLoad[];
  /** `ideal` is the middle of the choice, `sum` the rate that would meet exactly the sags aimed at, solo. */
  result: Result<Omit<SelectResult, 'candidates'> & { candidates: Judged[]; sum: SelectResult['ideal'] }>;
}

export interface NoSelection {
  missing: string[];
  /** A figure that is there but cannot be used, in words. */
  unusable: { field: string; words: Said } | null;
}

/**
 * The core says what each spring does, the choice whether its rate is right: one judge for list, headline and chart. A rate that is right but needs a preload the adjuster does not give is
 * not; nor is one whose coils bind. Right ones come first, alike before unlike legs, those in the drawer before those to order; then by their chance.
 */
function judgedBy(facts: JobFacts, end: End, candidates: readonly Candidate[], springs: readonly ListedSpring[]): Judged[] {
  const found = choiceAt(facts, end);
  const of = new Map(springs.map((s) => [offerKey(s), s]));
  const rate = (c: Candidate) => rateOf(of.get(c.id)!);
  const chances = isEstimate(found) ? chancesOf(found.estimate.posterior.draws, candidates.map(rate)) : new Map<number, number>();
  const judged = candidates.map((c): Judged => {
    const chance = chances.get(rate(c)) ?? 0;
    if (!isEstimate(found) || c.verdict === 'coil bind') return { ...c, chance };
    const { verdict, leans } = judgeRate(found, rate(c));
    return { ...c, chance, leans, verdict: verdict === 'right' && !c.preloadInRange ? 'preload out of range' : verdict };
  });
  const place = (c: Judged) => (c.verdict !== 'right' ? 4 : (of.get(c.id)?.place === 'drawer' ? 0 : 1) + (of.get(c.id)?.legs ? 2 : 0));
  return judged.sort((a, b) => place(a) - place(b) || b.chance - a.chance);
}

/** Springs predicted in full: a page answers within a frame, and a rate this far from the ideal is never the right one. */
const MAX_PREDICTED = 400;

/** Of a long list those nearest the ideal rate, and the one chosen for the job whatever its rate. */
function nearest(
  springs: readonly ListedSpring[],
  question: Omit<SelectRequest, 'catalogue'>,
  chosen: string | null,
): readonly ListedSpring[] {
  if (springs.length <= MAX_PREDICTED) return springs;
  const ideal = selectSpring({ ...question, catalogue: [] });
  if (!ideal.ok) return [];
  const off = (s: ListedSpring) => (offerKey(s) === chosen ? 0 : Math.abs(Math.log(rateOf(s) / ideal.value.ideal.rateNPerMm)));
  return [...springs].sort((a, b) => off(a) - off(b)).slice(0, MAX_PREDICTED);
}

/** The whole spring question of one end, or what is missing for it, as field names. */
export function selectionOf(facts: JobFacts, end: End, springs: readonly ListedSpring[]): Selection | NoSelection {
  const loads = loadsOf(facts);
  const found = endModelOf(facts, end);
  if (isUnusable(found)) return { missing: loads.missing, unusable: { field: found.field, words: issueWords(found.issue) } };
  const aims = aimsOf(facts, end);
  const missing = [...loads.missing, ...(isMissing(found) ? found.missing : [])];
  const solo = loads.cases[0];
  if (missing.length > 0 || isMissing(found) || aims === null || solo === undefined) return { missing, unusable: null };
  const { model } = found;
  const { target } = aims;
  const [min, max] = rangeOf(facts.entries, end);
  const sprungOf = (c: (typeof loads.cases)[number]): NamedLoad[] =>
    c.result.ok ? [{ name: c.name, loadN: end === 'rear' ? c.result.value.ladenRearN : c.result.value.ladenFrontN }] : [];
  const loadCases = loads.cases.flatMap(sprungOf);
  const staticLoadN = solo.result.ok ? (end === 'rear' ? solo.result.value.staticRearN : solo.result.value.staticFrontN) : 0;
  const ladenLoadN = loadCases[0]?.loadN ?? 0;
  const result = ((): Selection['result'] => {
    if (!solo.result.ok) return solo.result;
    if (ladenLoadN <= staticLoadN) return err('load-not-increasing');
    if (target.rider.value <= target.static.value || target.rider.value > model.travelMm) return err('target-order');
    if (min.value > max.value) return err('range-order');
    const question = {
      end: model,
      staticLoadN,
      ladenLoadN,
      target: { staticSagMm: target.static.value, riderSagMm: target.rider.value },
      staticWindowMm: [aims.staticWindow.minMm, aims.staticWindow.maxMm] as const,
      preloadRangeMm: [min.value, max.value] as const,
      loadCases,
    };
    // One spring for both legs leaves no room for a pair.
    const ofEnd = springs.filter((s) => s.end === end && (!s.legs || model.springs === 2));
    const selected = selectSpring({ ...question, catalogue: nearest(ofEnd, question, chosenOf(facts.entries, end)).map(asCatalogue) });
    if (!selected.ok) return selected;
    const { value } = selected;
    return {
      ok: true,
      value: {
        ...value,
        ideal: middleOf(facts, end) ?? value.ideal,
        sum: value.ideal,
        candidates: judgedBy(facts, end, value.candidates, ofEnd),
        warnings: [...found.warnings, ...value.warnings],
      },
    };
  })();
  return { model, target, staticLoadN, ladenLoadN, loadCases, result };
}

/** The middle of the choice: what the list is ranked about. */
function middleOf(facts: JobFacts, end: End): SelectResult['ideal'] | null {
  const chosen = chosenRateOf(facts, end);
  return chosen && { rateNPerMm: chosen.rateNPerMm.p50, preloadMm: chosen.preloadMm.p50 };
}

/** The rate chosen for one end and its preload, each spring, with the band that holds the rate nine times in ten; null while travel or rider are not known. */
export function chosenRateOf(facts: JobFacts, end: End): { rateNPerMm: Band; preloadMm: Band } | null {
  const found = choiceAt(facts, end);
  return isEstimate(found) ? found.estimate : null;
}

/** Candidates by their rate at the rider sag, softest first. */
export const byRate = <C extends Candidate>(candidates: readonly C[]): C[] =>
  [...candidates].sort((a, b) => a.wheelRateNPerMm - b.wheelRateNPerMm);

/** The candidates on either side of one, by rate at the rider sag: the neighbours a preference steps to. */
export function neighboursOf<C extends Candidate>(candidate: C, candidates: readonly C[]): { softer: C | null; stiffer: C | null } {
  const order = byRate(candidates);
  const i = order.findIndex((c) => c.id === candidate.id);
  return { softer: order[i - 1] ?? null, stiffer: order[i + 1] ?? null };
}

/** The candidate to look at first: the best one, moved one step where the rider prefers it so. */
export function proposed<C extends Candidate>(entries: Entries, end: End, candidates: readonly C[]): C | null {
  // What lies outside the adjuster is never proposed while anything within it exists.
  const best = candidates.find((c) => c.verdict !== 'preload out of range' && c.verdict !== 'coil bind') ?? candidates[0];
  if (!best) return null;
  const bias = textOf(entries, `springs.${end}.bias`);
  if (bias !== 'softer' && bias !== 'stiffer') return best;
  return neighboursOf(best, candidates)[bias] ?? best;
}

/** Preload as a share of the spring's free length, for the school that sets it; null where the free length is not known. */
export const preloadShareOf = (spring: ListedSpring, preloadMm: number): number | null =>
  spring.freeLengthMm === null ? null : preloadMm / spring.freeLengthMm;
