import { type JobFacts } from '../../model/facts';
import { joined, mPerS, said, type Said } from '@/core/units/say';
import { clickersOf } from '@/catalogue/clickers';
import {
  NEAR_END_SHARE,
  CLICK_STANDARD_SHARE,
  BY_EYE_CREDENCE,
  LIVELY_ZETA,
  SLOW_ZETA,
  USUAL_ZETA,
  ZETA_STANDARD,
  USUAL_SPEED_M_PER_S,
  CLICK_SHARE,
  HOT_SHARE,
} from '@/knowledge/limits';
import { bounceEstimate, PUSH_MM, returnAlike } from '@/core/measure/bounce';
import { numberOf, textOf } from '../../model/read';
import { legsFound } from '../../model/legs';
import { above, below } from '../../findings/belief';
import { type EndRule, percent, type Read, type WholeRule } from './rule';
import type { Statement } from '@/knowledge/causes/statements';
import { END_NAMES, type End } from '@/catalogue/ends';

const WORDS: Record<'rebound' | 'compression', [shut: Statement, open: Statement]> = {
  rebound: ['rebound-shut', 'rebound-open'],
  compression: ['comp-shut', 'comp-open-far'],
};

/** The share of its range a clicker stands open, legs averaged; null where out or range is not noted. */
function openness({ entries }: JobFacts, end: End, side: 'rebound' | 'compression'): { share: number; words: string } | null {
  const read = clickersOf(end, side).flatMap((key) => {
    const [out, range] = [numberOf(entries, `found.${key}.out`), numberOf(entries, `found.${key}.range`)];
    return out === null || range === null || range <= 0 ? [] : [{ out, range }];
  });
  if (read.length === 0) return null;
  const share = read.reduce((sum, r) => sum + r.out / r.range, 0) / read.length;
  const first = read[0]!;
  return { share, words: `${END_NAMES[end]} ${side} stands ${first.out} out of ${first.range}.` };
}

const clickers: EndRule = (known, end) =>
  (['rebound', 'compression'] as const).flatMap((side): Read[] => {
    const found = openness(known, end, side);
    if (!found) return [];
    const [shut, open] = WORDS[side];
    return [
      { statement: shut, end, credence: below(found.share, NEAR_END_SHARE, CLICK_STANDARD_SHARE), words: found.words },
      { statement: open, end, credence: above(found.share, 1 - NEAR_END_SHARE, CLICK_STANDARD_SHARE), words: found.words },
    ];
  });

const bounceAt = ({ entries }: JobFacts, end: End) => {
  const swings = numberOf(entries, `measure.${end}.bounce.overshoots`);
  if (swings === null) return null;
  const found = bounceEstimate(numberOf(entries, `measure.${end}.bounce.push`) ?? PUSH_MM, swings);
  return found.ok ? { ...found.value, swings } : null;
};

/** The share of a range that lies below a limit; a range open upwards has most of itself above it. */
const shareBelow = (low: number, high: number | null, limit: number): number => {
  const top = high ?? Math.max(1, low + 0.4);
  return Math.min(1, Math.max(0, (limit - low) / (top - low)));
};

const bounces: EndRule = (known, end) => {
  const found = bounceAt(known, end);
  const comes = textOf(known.entries, `measure.${end}.bounce.comes`);
  if (!found && comes === '') return [];
  const byEye = (share: number) => 0.5 + (share - 0.5) * BY_EYE_CREDENCE;
  const lively = found ? byEye(shareBelow(found.zetaLow, found.zetaHigh, LIVELY_ZETA)) : 0.5;
  const slow = found ? byEye(1 - shareBelow(found.zetaLow, found.zetaHigh, SLOW_ZETA)) : 0.5;
  const said = { once: [0.95, 0.03], even: [0.1, 0.1], slow: [0.03, 0.95] }[comes];
  const swings = found ? `${found.swings} ${found.swings === 1 ? 'swing' : 'swings'} past rest are seen` : '';
  const returns = { once: 'it comes back at once', even: 'it comes back evenly', slow: 'it creeps back' }[comes] ?? '';
  const ratio = found
    ? ` (damping ratio ${found.zetaHigh === null ? `above ${found.zetaLow.toFixed(2)}` : `${found.zetaLow.toFixed(2)} to ${found.zetaHigh.toFixed(2)}`})`
    : '';
  const words = `${END_NAMES[end]} bounce: ${[swings, returns].filter(Boolean).join(', ')}${ratio}.`;
  return [
    { statement: 'bounce-lively', end, credence: said ? (found ? (said[0]! + lively) / 2 : said[0]!) : lively, words },
    { statement: 'bounce-slow', end, credence: said ? (found ? (said[1]! + slow) / 2 : said[1]!) : slow, words },
  ];
};

const bounceTogether: WholeRule = (known) => {
  const [rear, front] = [bounceAt(known, 'rear'), bounceAt(known, 'front')];
  if (!rear || !front) return [];
  const alike = returnAlike(rear, front);
  const words = `Swings past rest: ${rear.swings} at the rear, ${front.swings} at the front${alike ? ', alike as far as the eye can tell' : ''}.`;
  return [{ statement: 'bounce-unlike', end: null, credence: alike ? 0.1 : 0.95, words }];
};

const legs: WholeRule = (facts) => {
  const found = legsFound(facts);
  if (found.both === 0 || found.built) return [];
  const words =
    found.differ.length === 0
      ? 'Left and right leg are set alike in all that is noted.'
      : said`Legs differ: ${joined(
          found.differ.map((d) => said`${d.label.toLowerCase()} ${d.left} left, ${d.right} right`),
          '; ',
        )}.`;
  return [{ statement: 'legs-unlike', end: null, credence: found.differ.length > 0 ? 1 : 0, words }];
};

/** What the damper as computed says: ratios, cavitation, chokes, authority and heat. */
const computed: EndRule = (known, end) => {
  const facts = known.dampers[end];
  if (!facts) return [];
  const found: Read[] = [];
  const say = (statement: Statement, credence: number, words: Said) =>
    found.push({ statement, end, credence, words: said`${END_NAMES[end]}: ${words}` });
  for (const side of ['rebound', 'compression'] as const) {
    const zeta = facts.zeta[side];
    if (zeta === null) continue;
    const words = said`the ${side} damping computes to ζ ${zeta.toFixed(2)} at ${mPerS(0.1)}.`;
    say(`zeta-${side}-low`, below(zeta, USUAL_ZETA[side][0], ZETA_STANDARD), words);
    say(`zeta-${side}-high`, above(zeta, USUAL_ZETA[side][1], ZETA_STANDARD), words);
  }
  say(
    'cavitates',
    facts.cavitatesFromMPerS === null ? 0.03 : below(facts.cavitatesFromMPerS, USUAL_SPEED_M_PER_S, 0.25),
    facts.cavitatesFromMPerS === null
      ? 'the oil holds together at every speed computed.'
      : said`the oil parts from ${mPerS(facts.cavitatesFromMPerS)} of compression.`,
  );
  say(
    'chokes',
    facts.choke === null ? 0.03 : above(facts.choke.portShare, 0.5, 0.06),
    facts.choke === null
      ? 'no port holds most of the pressure.'
      : `the ${facts.choke.valve} port holds ${percent(facts.choke.portShare)} of its valve’s pressure.`,
  );
  if (facts.clickShare !== null)
    say(
      'authority-small',
      below(facts.clickShare, CLICK_SHARE, CLICK_SHARE / 5),
      said`a click changes ${(facts.clickShare * 100).toFixed(1)} % of the force at ${mPerS(0.1)}.`,
    );
  say('hot-loss', above(facts.hotLoss, HOT_SHARE, 0.04), said`hot, it loses ${percent(facts.hotLoss)} of its force at ${mPerS(0.1)}.`);
  return found;
};

export const DAMPING_RULES: { ends: EndRule[]; whole: WholeRule[] } = {
  ends: [clickers, bounces, computed],
  whole: [bounceTogether, legs],
};
