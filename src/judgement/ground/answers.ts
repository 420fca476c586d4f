import { MATCH_ROUGHLY, MATCH_WELL } from '@/knowledge/limits';
import { celsius, type Figure, joined, mm, said, type Said } from '@/core/units/say';
import type { RiddenStretch } from '@/core/ride/ride';
import type { Stretch } from '@/core/ride/course';
import { RADIATOR_FACTOR } from '@/core/ride/heat';
import { isChoice } from '@/catalogue/choices';
import { COMPLAINT_PHRASES } from '@/catalogue/fields/ask';
import { type End, END_NAMES, ENDS } from '@/catalogue/ends';
import type { Entries } from '@/catalogue/entry';
import { itemNumbers, textOf } from '../model/read';
import { type Measure, measureById, MEASURES } from './measures';
import type { RiddenFit } from './rides';

/** What a ride says in words: figure by figure against the ride before, and complaint by complaint. Simulated, and said so. */

export type Verdict = 'better' | 'worse' | 'same' | 'changed' | 'untold';
export interface Answer {
  words: Said;
  verdict: Verdict;
}

const verdictOf = ({ wanted, felt }: Measure, was: number, is: number): Verdict => {
  if (Math.abs(is - was) < felt) return 'same';
  if (wanted === null) return 'changed';
  return is < was === (wanted === 'less') ? 'better' : 'worse';
};

/** The stretch on which a measure changes most. */
function whereMost(measure: Measure, before: RiddenFit, after: RiddenFit, among: readonly number[]): number {
  const change = (i: number) => Math.abs(measure.of(after.stretches[i]!) - measure.of(before.stretches[i]!));
  return among.reduce((best, i) => (change(i) > change(best) ? i : best), among[0]!);
}

const times = (n: number) => (n === 0 ? 'never' : n === 1 ? 'once' : `${n} times`);
const figureOf = (m: Measure, value: number): Said | Figure => (m.id.endsWith('ings') ? times(value) : m.said(value));

/** "Rear, over cobbles: tops out 7 times before, never after". */
function comparedWords(m: Measure, over: string, was: number, is: number): Said {
  const lead = m.end === null ? `Over ${over}` : `${END_NAMES[m.end]}, over ${over}`;
  return said`${lead}: ${lower(m.name.replace(/^(Rear|Front): /, ''))} ${figureOf(m, was)} before, ${figureOf(m, is)} after`;
}

/** One measure of two rides in a sentence, with the stretch that shows it most; null where nothing is felt. */
function changeOf(m: Measure, before: RiddenFit, after: RiddenFit, stretches: readonly Stretch[]): Answer | null {
  const every = stretches.map((_, i) => i);
  const i = whereMost(m, before, after, every);
  const [was, is] = [m.of(before.stretches[i]!), m.of(after.stretches[i]!)];
  if (Math.abs(is - was) < m.felt) return null;
  return { verdict: verdictOf(m, was, is), words: said`${comparedWords(m, stretches[i]!.name, was, is)}.` };
}

/** How well a model fitted to a log meets it. @param miss in units of what each figure is known to */
export const matchWords = (miss: number): string =>
  miss < MATCH_WELL ? 'It fits as well as such figures are known' : miss < MATCH_ROUGHLY ? 'It fits roughly' : 'It does not fit';

/** Every measure that changed, what became worse first, then what became better. */
export function changesOf(before: RiddenFit, after: RiddenFit, stretches: readonly Stretch[]): Answer[] {
  const order: Verdict[] = ['worse', 'better', 'changed'];
  const found = MEASURES.flatMap((m) => changeOf(m, before, after, stretches) ?? []);
  return found.sort((a, b) => order.indexOf(a.verdict) - order.indexOf(b.verdict));
}

type Of = (end: End) => string;
/** Which measure a complaint is, and on which stretches it would show; those that no ride on a straight can show have none. */
const SHOWN_BY: Partial<Record<keyof typeof COMPLAINT_PHRASES, { measure: Of; where?: 'braking' | 'driving' }>> = {
  'harsh-small': { measure: (end) => (end === 'front' ? 'hands' : 'seat') },
  'harsh-braking': { measure: () => 'hands', where: 'braking' },
  bottoms: { measure: (end) => `${end}.bottomings` },
  dives: { measure: () => 'front.max', where: 'braking' },
  kicks: { measure: (end) => `${end}.contact` },
  packs: { measure: (end) => `${end}.packing` },
  wallows: { measure: () => 'pitch' },
  seesaws: { measure: () => 'pitch' },
  squats: { measure: () => 'rear.mean', where: 'driving' },
  'fork-still': { measure: () => 'front.max' },
  skips: { measure: () => 'rear.contact' },
};
/** A fork that hardly moves is cured by more travel; the others by less of what they are. */
const MORE_IS_BETTER = new Set(['fork-still']);

const isBraking = (s: Stretch) => (s.endSpeedMPerS ?? s.speedMPerS) < s.speedMPerS;
const isDriving = (s: Stretch) => (s.endSpeedMPerS ?? s.speedMPerS) > s.speedMPerS;

function hotAnswer(lead: string, before: RiddenFit, after: RiddenFit, ends: readonly End[]): Answer {
  const end = ends.reduce((a, b) => (after.oilC[b] > after.oilC[a] ? b : a));
  const [was, is] = [before.oilC[end], after.oilC[end]];
  return {
    verdict: Math.abs(is - was) < 5 ? 'same' : is < was ? 'better' : 'worse',
    words: said`${lead}: after ten minutes of it the oil at the ${END_NAMES[end].toLowerCase()} is at ${celsius(was)} before, ${celsius(is)} after; known to a factor of ${RADIATOR_FACTOR} of the rise.`,
  };
}

function answerTo(phrase: string, ends: readonly End[], before: RiddenFit, after: RiddenFit, stretches: readonly Stretch[]): Answer {
  const name = isChoice(COMPLAINT_PHRASES, phrase) ? COMPLAINT_PHRASES[phrase] : phrase;
  if (phrase === 'fades') return hotAnswer(name, before, after, ends);
  const shown = isChoice(COMPLAINT_PHRASES, phrase) ? SHOWN_BY[phrase] : undefined;
  if (!shown) return { verdict: 'untold', words: `${name}: a ride straight ahead cannot show it.` };
  const fits = shown.where === 'braking' ? isBraking : shown.where === 'driving' ? isDriving : () => true;
  const among = stretches.flatMap((s, i) => (fits(s) ? [i] : []));
  if (among.length === 0) return { verdict: 'untold', words: `${name}: nothing is ridden ${shown.where} on this ground.` };
  const answers = [...new Set(ends.map(shown.measure))].map((id) => {
    const m = measureById(id);
    // Where it is worst to begin with is where the rider met it.
    const i = among.reduce((best, k) => (m.of(before.stretches[k]!) > m.of(before.stretches[best]!) ? k : best), among[0]!);
    const [was, is] = [m.of(before.stretches[i]!), m.of(after.stretches[i]!)];
    const judged: Measure = { ...m, wanted: MORE_IS_BETTER.has(phrase) ? 'more' : 'less' };
    return {
      verdict: verdictOf(judged, was, is),
      words: comparedWords(m, stretches[i]!.name, was, is),
    };
  });
  const verdict = answers.some((a) => a.verdict === 'worse') ? 'worse' : answers.some((a) => a.verdict === 'better') ? 'better' : 'same';
  return {
    verdict,
    words: said`${name}. ${joined(
      answers.map((a) => a.words),
      '; ',
    )}.`,
  };
}
const lower = (name: string) => name.charAt(0).toLowerCase() + name.slice(1);

/** The rider's complaints, each answered by the ride of what is in the machine and the ride of what is to be. */
export function complaintAnswers(entries: Entries, before: RiddenFit, after: RiddenFit, stretches: readonly Stretch[]): Answer[] {
  return itemNumbers(entries, 'complaint').flatMap((n) => {
    const phrase = textOf(entries, `complaint.${n}.phrase`);
    const end = textOf(entries, `complaint.${n}.end`);
    const ends = ENDS.filter((e) => end === '' || end === 'both' || end === e);
    return phrase === '' ? [] : [answerTo(phrase, ends.length > 0 ? ends : ENDS, before, after, stretches)];
  });
}

/** The most travel there is beside what was used, for a picture's caption. */
export const usedOf = (r: RiddenStretch, travelMm: Record<End, number>, end: End): Said =>
  said`${mm(Math.min(r[end].travelMm.max, travelMm[end]), 0)} of ${mm(travelMm[end], 0)}`;
