import type { JobFacts } from '../model/facts';
import type { Said } from '@/core/units/say';
import { USUAL_MAX_PRELOAD_MM } from '@/knowledge/limits';
import { err, type Result } from '@/core/result';
import type { EndModel } from '@/core/spring/end';
import { type Candidate, type SelectRequest, selectSpring, type SelectResult } from '@/core/spring/select';
import type { Entries } from '@/catalogue/entry';
import { issueWords } from '@/schema/words';
import { asCatalogue, chosenOf, offerKey, rateOf } from '../model/offers';
import { endModelOf, isMissing, isUnusable } from '../model/ends';
import { loadsOf } from '../model/loads';
import { type Figure, figureOr, textOf } from '../model/read';
import { aimsOf, type Target } from './targets';
import type { End } from '@/catalogue/ends';
import type { ListedSpring } from '@/schema/springs';

export const rangeOf = (entries: Entries, end: End): [Figure, Figure] => [
  figureOr(entries, `springs.${end}.range.min`, 0),
  figureOr(entries, `springs.${end}.range.max`, USUAL_MAX_PRELOAD_MM[end]),
];

export interface NamedLoad {
  name: string;
  loadN: number;
}

export interface Selection {
  model: EndModel;
  target: Target;
  staticLoadN: number;
  ladenLoadN: number;
  loadCases: NamedLoad[];
  result: Result<SelectResult>;
}

export interface NoSelection {
  missing: string[];
  /** A figure that is there but cannot be used, in words. */
  unusable: { field: string; words: Said } | null;
}

/** Springs that are right come first, alike before unlike legs, those in the drawer before those to order; then by how near both sags come. */
function ranked(candidates: Candidate[], springs: readonly ListedSpring[]): Candidate[] {
  const inDrawer = new Set(springs.filter((s) => s.place === 'drawer').map(offerKey));
  const alike = new Set(springs.filter((s) => !s.legs).map(offerKey));
  const place = (c: Candidate) => (c.verdict !== 'right' ? 4 : (inDrawer.has(c.id) ? 0 : 1) + (alike.has(c.id) ? 0 : 2));
  return [...candidates].sort((a, b) => place(a) - place(b));
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
  const result = ((): Result<SelectResult> => {
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
      value: { ...value, candidates: ranked(value.candidates, springs), warnings: [...found.warnings, ...value.warnings] },
    };
  })();
  return { model, target, staticLoadN, ladenLoadN, loadCases, result };
}

export interface Ideal {
  rateNPerMm: number;
  preloadMm: number;
  staticLoadN: number;
  ladenLoadN: number;
  /** Springs side by side: fork legs, or 1. */
  springs: number;
}

/** The spring that would meet both sags exactly: known without any list, and so within the key that changes it. */
export function idealOf(facts: JobFacts, end: End): Ideal | null {
  const selection = selectionOf(facts, end, []);
  if ('missing' in selection || !selection.result.ok) return null;
  const { staticLoadN, ladenLoadN, model } = selection;
  return { ...selection.result.value.ideal, staticLoadN, ladenLoadN, springs: model.springs };
}

/** Candidates by their rate at the rider sag, softest first. */
export const byRate = (candidates: readonly Candidate[]): Candidate[] =>
  [...candidates].sort((a, b) => a.wheelRateNPerMm - b.wheelRateNPerMm);

/** The candidates on either side of one, by rate at the rider sag: the neighbours a preference steps to. */
export function neighboursOf(
  candidate: Candidate,
  candidates: readonly Candidate[],
): { softer: Candidate | null; stiffer: Candidate | null } {
  const order = byRate(candidates);
  const i = order.findIndex((c) => c.id === candidate.id);
  return { softer: order[i - 1] ?? null, stiffer: order[i + 1] ?? null };
}

/** The candidate to look at first: the best one, moved one step where the rider prefers it so. */
export function proposed(entries: Entries, end: End, candidates: readonly Candidate[]): Candidate | null {
  const best = candidates[0];
  if (!best) return null;
  const bias = textOf(entries, `springs.${end}.bias`);
  if (bias !== 'softer' && bias !== 'stiffer') return best;
  return neighboursOf(best, candidates)[bias] ?? best;
}

/** Preload as a share of the spring's free length, for the school that sets it; null where the free length is not known. */
export const preloadShareOf = (spring: ListedSpring, preloadMm: number): number | null =>
  spring.freeLengthMm === null ? null : preloadMm / spring.freeLengthMm;
