import { bar, km, mm, said } from '@/core/units/say';
import { choiceName } from '@/catalogue/choices';
import { entryAt } from '@/catalogue/entry';
import { MM_PER_KM } from '@/core/constants/constants';
import {
  ROUGHER_BY,
  USUAL_OIL_LIFE_KM,
  OIL_LEVEL_APART_MM,
  OIL_LEVEL_STANDARD_MM,
  GAS_LEFT_SHARE,
  TYRE_OFF_MPA,
  FORK_HEIGHT_APART_MM,
  PACE_HARD,
  ROUGHNESS,
  USUAL_GAS_MPA,
} from '@/knowledge/limits';
import { roughnessOf } from '../../aims/ground';
import { END_NAMES } from '@/catalogue/ends';

import { itemNumbers, numberOf, textOf } from '../../model/read';
import type { Statement } from '@/knowledge/causes/statements';
import { COMPLAINT_PLACES, COMPLAINT_SINCE, FIT_ITEMS, FIT_KEYS } from '@/catalogue/fields/ask';
import { above, below } from '../../findings/belief';
import type { JobFacts } from '../../model/facts';
import { type EndRule, type Read, type WholeRule } from './rule';
import { USE_NAMES } from '@/catalogue/uses';

/** Distance since the suspension was last serviced: as told, else since the last job whose odometer was read. */
function sinceKm({ entries, before }: JobFacts): number | null {
  const told = numberOf(entries, 'found.sinceService');
  if (told !== null) return told / MM_PER_KM;
  const [now, then] = [numberOf(entries, 'clock.distance'), numberOf(before, 'clock.distance')];
  return now === null || then === null || now < then ? null : (now - then) / MM_PER_KM;
}

const age: EndRule = (known, end) => {
  const since = sinceKm(known);
  if (since === null) return [];
  const life = known.lifeKm[end] ?? USUAL_OIL_LIFE_KM[end];
  return [
    {
      statement: 'oil-old',
      end,
      credence: above(since, life, life * 0.08),
      words: said`${END_NAMES[end]}: ${km(since)} since it was serviced; due after ${km(life)}.`,
    },
  ];
};

const meanOf = (a: number | null, b: number | null): number | null => (a === null ? b : b === null ? a : (a + b) / 2);

const level: WholeRule = ({ entries, machine }) => {
  const found = meanOf(numberOf(entries, 'found.front.oilLevel.left'), numberOf(entries, 'found.front.oilLevel.right'));
  const sheet = numberOf(machine, 'machine.oilLevel');
  if (found === null || sheet === null) return [];
  const words = said`Fork oil stands ${mm(found)} from the top; the maker’s sheet says ${mm(sheet)}.`;
  return [
    { statement: 'oil-level-low', end: null, credence: above(found - sheet, OIL_LEVEL_APART_MM, OIL_LEVEL_STANDARD_MM), words },
    { statement: 'oil-level-high', end: null, credence: above(sheet - found, OIL_LEVEL_APART_MM, OIL_LEVEL_STANDARD_MM), words },
  ];
};

const gas: EndRule = ({ entries, machine }, end) => {
  const found = end === 'rear' ? numberOf(entries, 'found.rear.gas') : null;
  if (found === null) return [];
  const sheet = numberOf(machine, 'machine.gas');
  const ratio = found / (sheet ?? USUAL_GAS_MPA);
  return [
    {
      statement: 'gas-low',
      end,
      // Against a usual charge nothing is certain: makers differ by a factor of two.
      credence: below(ratio, GAS_LEFT_SHARE, sheet === null ? 0.15 : 0.04),
      words: said`The shock held ${bar(found)}; ${sheet === null ? said`${bar(USUAL_GAS_MPA)} is usual (from memory)` : said`the sheet says ${bar(sheet)}`}.`,
    },
  ];
};

const tyres: EndRule = ({ entries, machine }, end) => {
  const [found, sheet] = [numberOf(entries, `found.tyre.${end}`), numberOf(machine, `machine.tyre.${end}`)];
  if (found === null || sheet === null) return [];
  return [
    {
      statement: 'tyre-off',
      end,
      credence: above(Math.abs(found - sheet), TYRE_OFF_MPA, 0.004),
      words: said`${END_NAMES[end]} tyre came in at ${bar(found)}; the maker’s is ${bar(sheet)}.`,
    },
  ];
};

const clamps: WholeRule = ({ entries, machine }) => {
  const found = meanOf(numberOf(entries, 'found.front.height.left'), numberOf(entries, 'found.front.height.right'));
  const sheet = numberOf(machine, 'machine.height');
  if (found === null || sheet === null) return [];
  const words = said`Fork tubes stand ${mm(found)} above the clamp; the maker’s sheet says ${mm(sheet)}.`;
  return [
    { statement: 'fork-through', end: null, credence: above(found - sheet, FORK_HEIGHT_APART_MM, 1), words },
    { statement: 'fork-dropped', end: null, credence: above(sheet - found, FORK_HEIGHT_APART_MM, 1), words },
  ];
};

const antiDive: WholeRule = ({ machine }) => {
  const fitted = textOf(machine, 'machine.antiDive');
  if (fitted === '') return [];
  const words = fitted === 'yes' ? 'Brake-operated anti-dive is fitted.' : 'No anti-dive is fitted.';
  return [{ statement: 'anti-dive-fitted', end: null, credence: fitted === 'yes' ? 1 : 0, words }];
};

const practised: WholeRule = ({ entries }) => {
  const experience = textOf(entries, 'experience');
  if (experience === '') return [];
  const words =
    { learning: 'The rider is still learning.', some: 'The rider has a few seasons.' }[experience] ?? 'The rider is long practised.';
  return [{ statement: 'rider-learning', end: null, credence: { learning: 1, some: 0.35 }[experience] ?? 0.02, words }];
};

const PACE_WORDS: Record<string, string> = {
  easy: 'Ridden at an easy pace',
  steady: 'Ridden at a steady pace',
  quick: 'Ridden at a quick pace',
  race: 'Raced',
};

/** How hard it is ridden, and on what ground against the ground it was last set up for. */
const ridden: WholeRule = ({ entries, before }) => {
  const [pace, use, was, terrain] = [textOf(entries, 'pace'), textOf(entries, 'use'), textOf(before, 'use'), textOf(entries, 'terrain')];
  const mix = terrain === '' ? '' : ` (${terrain})`;
  const name = (id: string) => choiceName(USE_NAMES, id)!.toLowerCase();
  const found: Read[] = [];
  if (pace !== '') found.push({ statement: 'pace-hard', end: null, credence: PACE_HARD[pace]!, words: `${PACE_WORDS[pace]!}${mix}.` });
  const [rough, roughWas] = [roughnessOf(entries), roughnessOf(before)];
  if (rough !== null && roughWas !== null) {
    const by = rough - roughWas;
    const words =
      by === 0 ? 'The ground is shared out as before.' : `The ground told is ${by > 0 ? 'rougher' : 'smoother'} than the last time${mix}.`;
    found.push(
      { statement: 'ground-rougher', end: null, credence: by > ROUGHER_BY ? 0.95 : 0.02, words },
      { statement: 'ground-smoother', end: null, credence: by < -ROUGHER_BY ? 0.95 : 0.02, words },
    );
  } else if (use !== '' && was !== '') {
    const rougher = ROUGHNESS[use]! - ROUGHNESS[was]!;
    const words = use === was ? `Still used for ${name(use)}.` : `Last set up for ${name(was)}, now used for ${name(use)}${mix}.`;
    found.push(
      { statement: 'ground-rougher', end: null, credence: rougher > 0 ? 0.95 : 0.02, words },
      { statement: 'ground-smoother', end: null, credence: rougher < 0 ? 0.95 : 0.02, words },
    );
  }
  return found;
};

interface Check {
  field: string;
  statement: Statement;
  /** The answer that makes the statement hold. */
  holds: 'yes' | 'no';
  yes: string;
  no: string;
}

const CHECKS: Check[] = [
  {
    field: 'abrupt',
    statement: 'rider-abrupt',
    holds: 'yes',
    yes: 'Throttle or brake are used abruptly.',
    no: 'Throttle and brake are used smoothly.',
  },
  {
    field: 'controls',
    statement: 'controls-off',
    holds: 'yes',
    yes: 'Bar or levers do not fit the rider.',
    no: 'Bar and levers fit the rider.',
  },
  {
    field: 'tyres',
    statement: 'tyre-worn',
    holds: 'yes',
    yes: 'A tyre is worn, squared, aged or of another kind.',
    no: 'Both tyres are sound.',
  },
  { field: 'play', statement: 'play-found', holds: 'yes', yes: 'There is play in a bearing.', no: 'No play in head, swing-arm or wheels.' },
];
const END_CHECKS: Check[] = [
  { field: 'leak', statement: 'leak', holds: 'yes', yes: 'oil is past the seals.', no: 'the seals are dry.' },
  {
    field: 'clickers',
    statement: 'clickers-idle',
    holds: 'no',
    yes: 'the clickers change the bounce.',
    no: 'shut or open, the clickers do not change the bounce.',
  },
  { field: 'knocks', statement: 'knocks', holds: 'yes', yes: 'it knocks or has a dead zone.', no: 'it moves without a knock.' },
];

const answered = ({ entries }: JobFacts, { field, statement, holds, ...words }: Check, end: Read['end']): Read[] => {
  const answer = entryAt(entries, `reason.check.${field}${end === null ? '' : `.${end}`}`)?.text;
  if (answer !== 'yes' && answer !== 'no') return [];
  const said = words[answer];
  // A look is not a measurement: it is believed to one in twenty.
  return [{ statement, end, credence: answer === holds ? 0.95 : 0.05, words: end === null ? said : `${END_NAMES[end]}: ${said}` }];
};

/** The walk of the rider's fit: what does not fit and was not set since speaks, and so does all of it being right. */
const fit: WholeRule = ({ entries }) => {
  const looked = FIT_KEYS.filter((item) => textOf(entries, `fit.${item}.found`) !== '');
  if (looked.length === 0) return [];
  const off = looked.filter((item) => textOf(entries, `fit.${item}.found`) === 'wrong' && textOf(entries, `fit.${item}.set`) === '');
  if (off.length === 0 && looked.length < FIT_KEYS.length) return [];
  const words =
    off.length > 0
      ? `Does not fit the rider: ${off.map((i) => FIT_ITEMS[i].toLowerCase()).join(', ')}.`
      : 'Bar, levers, pegs and seat fit the rider.';
  return [{ statement: 'controls-off', end: null, credence: off.length > 0 ? 0.95 : 0.05, words }];
};

const checks: WholeRule = (known) => CHECKS.flatMap((c) => answered(known, c, null));
const endChecks: EndRule = (known, end) => END_CHECKS.flatMap((c) => answered(known, c, end));

const SINCE: [value: keyof typeof COMPLAINT_SINCE, statement: Statement][] = [
  ['gradual', 'since-gradual'],
  ['service', 'since-service'],
  ['bought', 'since-bought'],
  ['load', 'since-load'],
  ['fall', 'since-fall'],
  ['tyres', 'since-tyres'],
];
const PLACES: [statement: Statement, places: (keyof typeof COMPLAINT_PLACES)[]][] = [
  ['said-hot', ['hot']],
  ['said-loaded', ['loaded']],
  ['said-repeated', ['repeated']],
  ['said-big', ['big-hits', 'landing']],
  ['said-small', ['chop']],
];

/** What the rider says of when and where: each complaint may say its own. */
const told: WholeRule = ({ entries }) => {
  const of = (what: 'since' | 'place') =>
    itemNumbers(entries, 'complaint')
      .map((n) => textOf(entries, `complaint.${n}.${what}`))
      .filter(Boolean);
  const [since, places] = [of('since'), of('place')];
  const found: Read[] = [];
  if (since.length > 0)
    for (const [value, statement] of SINCE)
      found.push({
        statement,
        end: null,
        credence: since.includes(value) ? 1 : 0,
        words: `The rider says: ${since.map((s) => choiceName(COMPLAINT_SINCE, s)!.toLowerCase()).join(', ')}.`,
      });
  if (places.length > 0)
    for (const [statement, wanted] of PLACES)
      found.push({
        statement,
        end: null,
        credence: wanted.some((w) => places.includes(w)) ? 1 : 0,
        words: `The rider says where: ${places.map((p) => choiceName(COMPLAINT_PLACES, p)!.toLowerCase()).join(', ')}.`,
      });
  return found;
};

export const CONDITION_RULES: { ends: EndRule[]; whole: WholeRule[] } = {
  ends: [age, gas, tyres, endChecks],
  whole: [level, clamps, antiDive, practised, ridden, fit, checks, told],
};
