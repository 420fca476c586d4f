import type { Entries } from '@/catalogue/entry';
import type { End } from '@/catalogue/ends';
import { isMissing, endModelOf, isUnusable, markedRateOf } from './ends';
import { type PreloadWay, preloadReading } from '@/core/measure/preload';
import { USUAL_SAG_UNCERTAINTY_MM } from '@/core/constants/limits';
import { mm, said, type Said } from '@/core/units/say';
import { type JobFacts } from './facts';
import { sagOf } from './measure';
import { isSameRate, numberOf, textOf } from './read';

/** Preload as the hand has it: the way this adjuster is read, and what one notch of it is worth. */

const BASE = { rear: 'rear.preload', front: 'front.preload.left' } as const;

interface Hand {
  way: Exclude<PreloadWay, 'mm'>;
  reference: number | null;
}

/** How the adjuster of an end was read: as fitted, as found, else the last time the machine was here; null where only millimetres were. */
function handOf({ entries, before }: JobFacts, end: End): Hand | null {
  const places: [Entries, 'fitted' | 'found'][] = [
    [entries, 'fitted'],
    [entries, 'found'],
    [before, 'fitted'],
    [before, 'found'],
  ];
  for (const [of, prefix] of places) {
    const way = textOf(of, `${prefix}.${BASE[end]}.way`) as PreloadWay | '';
    if (way !== '' && way !== 'mm') return { way, reference: numberOf(of, `${prefix}.${BASE[end]}.reference`) };
  }
  return null;
}

/** What one notch was found to be worth. */
export interface NotchWorth {
  mmPerNotch: number;
  /** Half the band that holds it 19 times in 20, mm. */
  uncertaintyMm: number;
  notches: number;
}

/**
 * What a notch is worth, from the rider sag before and after it was turned: at the same load the spring is as long as before, so what the sag lost along the damper
 * the preload gained. Statics. null unless the same spring was read at two notches, one load and both sags.
 */
export function notchWorthOf(facts: JobFacts, end: End): NotchWorth | null {
  const { entries } = facts;
  const notchAt = (prefix: 'found' | 'fitted'): number | null =>
    textOf(entries, `${prefix}.${BASE[end]}.way`) === 'notch' ? numberOf(entries, `${prefix}.${BASE[end]}.reading`) : null;
  const [from, to] = [notchAt('found'), notchAt('fitted')];
  const [was, is] = [sagOf(facts, end, 'measure')?.result, sagOf(facts, end, 'set')?.result];
  const model = endModelOf(facts, end);
  if (from === null || to === null || from === to || !was?.ok || !is?.ok || isMissing(model) || isUnusable(model)) return null;
  const [wasMm, isMm] = [was.value.riderSagMm, is.value.riderSagMm];
  const [marked, fitted] = [markedRateOf(facts, end), numberOf(entries, `fitted.${end}.spring`)];
  const isOther = fitted !== null && (marked === null || !isSameRate(marked, fitted));
  if (wasMm === null || isMm === null || isOther) return null;
  const { leverage } = model.model;
  const gainedMm = leverage.strokeMm(wasMm) - leverage.strokeMm(isMm);
  const notches = to - from;
  const mmPerNotch = gainedMm / notches;
  const readingMm = Math.hypot(was.value.uncertaintyMm ?? USUAL_SAG_UNCERTAINTY_MM, is.value.uncertaintyMm ?? USUAL_SAG_UNCERTAINTY_MM);
  const uncertaintyMm = readingMm / leverage.ratio((wasMm + isMm) / 2) / Math.abs(notches);
  // Within the doubt of both readings a notch is worth nothing that could be told.
  return mmPerNotch > uncertaintyMm ? { mmPerNotch, uncertaintyMm, notches } : null;
}

const WORDS: Record<Hand['way'], (reading: number) => Said> = {
  length: (x) => said`${mm(x, 0)} installed`,
  turns: (x) => `${x.toFixed(1)} turns in`,
  notch: (x) => `notch ${Math.max(1, Math.round(x))}`,
  thread: (x) => said`${mm(x, 0)} of thread showing`,
};

/** A preload in the way this adjuster is read; null where it is read in millimetres, or what it is read against is not known. */
export function preloadInHand(facts: JobFacts, end: End, preloadMm: number): Said | null {
  const hand = handOf(facts, end);
  if (!hand) return null;
  const learnt = hand.way === 'notch' && hand.reference === null ? notchWorthOf(facts, end) : null;
  const reading = preloadReading(hand.way, preloadMm, hand.reference ?? learnt?.mmPerNotch ?? null);
  if (reading === null) return null;
  return learnt ? said`about ${WORDS[hand.way](reading)}` : WORDS[hand.way](reading);
}
