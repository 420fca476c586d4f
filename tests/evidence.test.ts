import { sayMetric } from '@/core/units/say';
import { EVIDENCE, type Statement } from '@/knowledge/causes/statements';
import { readAll } from '@/judgement/reason/evidence';
import { above, below } from '@/judgement/findings/belief';
import type { JobFacts } from '@/judgement/model/facts';
import { FIT_KEYS } from '@/catalogue/fields/ask';
import { entriesOf } from './entries';
import { DAMPER, known, LOG, RIGHT, type Texts, walked } from './known';

/** Every statement of the book: a machine on which it holds, one on which it does not, and the figures its sentence quotes. */

type Case = [statement: Statement, end: 'rear' | 'front' | null, holds: JobFacts, fails: JobFacts, quotes: RegExp];

const rear = (inside: Partial<(typeof RIGHT)['rear']>) => known(walked({ rear: { ...RIGHT.rear, ...inside } }));
const marked = (rate: string, inside: Partial<(typeof RIGHT)['rear']> = {}, more: Texts = {}) =>
  known({ ...walked({ rear: { ...RIGHT.rear, ...inside } }), 'found.rear.spring': rate, ...more });
const right = known(walked({}));
const logged = (more: Partial<typeof LOG>) => known({}, { log: { rear: { ...LOG, ...more } } });
const damper = (more: Partial<typeof DAMPER>) => known({}, { dampers: { rear: { ...DAMPER, ...more }, front: null } });
const clicker = (key: string, out: string) => known({ [`found.${key}.out`]: out, [`found.${key}.range`]: '20' });
const bounced = (swings: string, comes: string) =>
  known({ 'measure.rear.bounce.push': '60', 'measure.rear.bounce.overshoots': swings, 'measure.rear.bounce.comes': comes });
const bothBounced = (back: string, fore: string) =>
  known({ 'measure.rear.bounce.overshoots': back, 'measure.front.bounce.overshoots': fore });
const check = (name: string, answer: string) => known({ [`reason.check.${name}`]: answer });
const fitting = (found: string, set = ''): Texts =>
  Object.fromEntries(FIT_KEYS.flatMap((item) => [[`fit.${item}.found`, found], ...(set ? [[`fit.${item}.set`, set]] : [])]));
const told = (texts: Texts) => known({ 'complaint.1.phrase': 'bottoms', 'complaint.1.end': 'rear', ...texts });
const since = (value: string) => told({ 'complaint.1.since': value });
const place = (value: string) => told({ 'complaint.1.place': value });
const seat = { 'machine.seat': '960' };
/** An arm so long and low that its geometry gives a window of rider sag. */
const arm = { 'machine.link.pivot.x': '0', 'machine.link.pivot.y': '0', 'machine.link.axle.x': '-575', 'machine.link.axle.y': '-165' };

/** Steering and drive measured: with a fork of much offset or little, a pivot and a countershaft that pull up or do not. */
const steer = (offset: string): Texts => ({ 'machine.offset': offset, 'machine.radius.front': '345' });
const chain = (height: string): Texts => ({
  'machine.pivot.forward': '575',
  'machine.pivot.height': '470',
  'machine.radius.rear': '325',
  'machine.countershaft.forward': '650',
  'machine.countershaft.height': height,
  'machine.teeth.front': '13',
  'machine.teeth.rear': '50',
});

const HEIGHT: Case[] = [
  [
    'sag-low',
    'rear',
    rear({ preloadMm: 0 }),
    right,
    /rider sag is 1\d\d\.\d ± \d\.\d mm; the rider-and-static pair wants 93 mm to 113\.7 mm\.$/,
  ],
  ['sag-high', 'rear', rear({ preloadMm: 16 }), right, /wants 93 mm to 113\.7 mm/],
  ['static-none', 'rear', rear({ rateNPerMm: 61, preloadMm: 26 }), right, /static sag is 0 mm: it tops out/],
  [
    'rate-soft',
    'rear',
    rear({ rateNPerMm: 46, preloadMm: 15 }),
    right,
    /held at 103 mm of rider sag, this spring would leave \d+\.\d mm static/,
  ],
  ['rate-stiff', 'rear', rear({ rateNPerMm: 84, preloadMm: 1 }), right, /31 mm to 41\.3 mm are wanted/],
  ['ring-up', 'rear', rear({ preloadMm: 1 }), right, /held at 103 mm/],
  ['ring-down', 'rear', rear({ preloadMm: 13 }), right, /held at 103 mm/],
  ['weaker-than-mark', 'rear', marked('75'), marked('61'), /sags need \d\d\.\d ± \d\.\d N\/mm, the spring is marked 75\.0/],
  ['stronger-than-mark', 'rear', marked('50'), marked('61'), /marked 50\.0/],
  ['friction-wide', 'rear', rear({ frictionMm: 18 }), right, /friction band is 1\d\.\d mm; under 8 mm is usual/],
  [
    'travel-all',
    'rear',
    known({ 'measure.rear.used': '309' }),
    known({ 'measure.rear.used': '260' }),
    /used 309 mm of 310 mm of travel, 100 %/,
  ],
  ['travel-little', 'rear', known({ 'measure.rear.used': '190' }), known({ 'measure.rear.used': '260' }), /used 190 mm of 310 mm/],
  [
    'sits-nose-high',
    null,
    known(walked({ rear: { ...RIGHT.rear, preloadMm: 0 }, front: { ...RIGHT.front, preloadMm: 24 } })),
    right,
    /rear stands at \+\d+ % of travel of sag and the front at [−+]\d/,
  ],
  ['sits-nose-low', null, known(walked({ front: { ...RIGHT.front, rateNPerMm: 3.2, preloadMm: 4 } })), right, /the front at \+\d+ %/],
  [
    'seat-tall',
    null,
    known({ ...walked({}), 'rider.inside': '780' }, {}, seat),
    known({ ...walked({}), 'rider.inside': '960' }, {}, seat),
    /mm|feet/,
  ],
  [
    'arm-flat',
    null,
    known(walked({ rear: { ...RIGHT.rear, rateNPerMm: 40, preloadMm: 0 } }, arm), {}, arm),
    known(walked({ rear: { ...RIGHT.rear, rateNPerMm: 90, preloadMm: 12 } }, arm), {}, arm),
    /swing-arm hangs -?\d+\.\d° down; drive first wants rider sag within \d+\.\d mm to \d+\.\d mm/,
  ],
  ['trail-short', null, known(walked({}), {}, steer('95')), known(walked({}), {}, steer('55')), /trail \d+ mm; 82 mm to 122 mm is usual/],
  ['trail-long', null, known(walked({}), {}, steer('15')), known(walked({}), {}, steer('68')), /rake is \d\d\.\d°/],
  ['squat-little', null, known(walked({}), {}, chain('560')), known(walked({}), {}, chain('470')), /anti-squat is -?\d+ %; under 60 %/],
];

const preload = { 'found.rear.preload.way': 'mm', 'found.rear.preload.reading': '8' };
/** What a good shop would fit for this rider at this ratio. */
const fits = marked('68', { rateNPerMm: 68, preloadMm: 5 });
const SPRINGS: Case[] = [
  ['ideal-stiffer', 'rear', marked('50', { rateNPerMm: 50, preloadMm: 12 }), fits, /asks for 6\d\.\d N\/mm, the spring is marked 50\.0/],
  ['ideal-softer', 'rear', marked('92', { rateNPerMm: 92, preloadMm: 0 }), fits, /marked 92\.0/],
  [
    'load-factor-low',
    'rear',
    marked('36', {}, preload),
    marked('75', {}, preload),
    /at full travel the spring pushes 1\.\d times the laden load/,
  ],
  [
    'frequency-apart',
    null,
    known({ ...walked({}), 'found.rear.spring': '61', 'found.front.spring': '6.5' }),
    known({ ...walked({}), 'found.rear.spring': '61', 'found.front.spring': '2.4' }),
    /\d\.\d\d Hz at the rear and \d\.\d\d Hz at the front/,
  ],
  [
    'stop-in-travel',
    'rear',
    known({}, {}, { 'machine.bump.rear.from': '60' }),
    known({}, {}, { 'machine.bump.rear.from': '98' }),
    /begins at 60 mm of 105\.1 mm of stroke/,
  ],
  [
    'overloaded',
    null,
    known({ 'rider.mass': '120', 'passenger.mass': '95' }),
    known({}),
    /two-up: 3\d\d kg on the .* against 300 kg allowed/,
  ],
  [
    'load-behind',
    null,
    known({ 'luggage.1.place': 'top-box', 'luggage.1.mass': '30', 'luggage.1.at': '-300 mm' }),
    known({ 'luggage.1.place': 'tank-bag', 'luggage.1.mass': '5', 'luggage.1.at': '800 mm' }),
    /takes 6\.1 kg off the front wheel/,
  ],
  [
    'rider-heavier',
    null,
    known({}, { before: entriesOf({ 'rider.mass': '66' }) }),
    known({}, { before: entriesOf({ 'rider.mass': '84' }) }),
    /85 kg in gear; it was last set up for 66 kg/,
  ],
  [
    'rider-lighter',
    null,
    known({}, { before: entriesOf({ 'rider.mass': '104' }) }),
    known({}, { before: entriesOf({ 'rider.mass': '84' }) }),
    /last set up for 104 kg/,
  ],
];

const DAMPING: Case[] = [
  ['rebound-shut', 'rear', clicker('rear.rebound', '1'), clicker('rear.rebound', '10'), /rebound stands 1 out of 20/],
  ['rebound-open', 'rear', clicker('rear.rebound', '19'), clicker('rear.rebound', '10'), /rebound stands 19 out of 20/],
  ['comp-shut', 'rear', clicker('rear.lowCompression', '1'), clicker('rear.lowCompression', '10'), /compression stands 1 out of 20/],
  [
    'comp-open-far',
    'front',
    clicker('front.compression.left', '19'),
    clicker('front.compression.left', '9'),
    /compression stands 19 out of 20/,
  ],
  [
    'bounce-lively',
    'rear',
    bounced('3', 'once'),
    bounced('0', 'slow'),
    /3 swings past rest are seen, it comes back at once \(damping ratio 0\.\d\d to 0\.\d\d\)/,
  ],
  [
    'bounce-slow',
    'rear',
    bounced('0', 'slow'),
    bounced('2', 'once'),
    /0 swings past rest are seen, it creeps back \(damping ratio above 0\.\d\d\)/,
  ],
  ['bounce-unlike', null, bothBounced('3', '0'), bothBounced('1', '1'), /3 at the rear, 0 at the front/],
  ['zeta-rebound-low', 'rear', damper({ zeta: { compression: 0.2, rebound: 0.12 } }), damper({}), /rebound damping computes to ζ 0\.12/],
  ['zeta-rebound-high', 'rear', damper({ zeta: { compression: 0.2, rebound: 1.1 } }), damper({}), /ζ 1\.10 at 0\.1 m\/s/],
  [
    'zeta-compression-low',
    'rear',
    damper({ zeta: { compression: 0.03, rebound: 0.4 } }),
    damper({}),
    /compression damping computes to ζ 0\.03/,
  ],
  ['zeta-compression-high', 'rear', damper({ zeta: { compression: 0.7, rebound: 0.4 } }), damper({}), /ζ 0\.70/],
  ['cavitates', 'rear', damper({ cavitatesFromMPerS: 1 }), damper({}), /parts from 1 m\/s/],
  ['chokes', 'rear', damper({ choke: { valve: 'rebound', portShare: 0.75 } }), damper({}), /rebound port holds 75 %/],
  ['authority-small', 'rear', damper({ clickShare: 0.003 }), damper({}), /a click changes 0\.3 %/],
  ['hot-loss', 'rear', damper({ hotLoss: 0.5 }), damper({}), /loses 50 %/],
  [
    'legs-unlike',
    null,
    known({ 'found.front.rebound.left.out': '12', 'found.front.rebound.right.out': '8' }),
    known({ 'found.front.rebound.left.out': '12', 'found.front.rebound.right.out': '12' }),
    /rebound, clicks out 12 left, 8 right|rebound.* 12 left, 8 right/,
  ],
];

const CONDITION: Case[] = [
  [
    'oil-old',
    'front',
    known({ 'found.sinceService': '14000 km' }),
    known({ 'found.sinceService': '900 km' }),
    /14\u202f000 km since it was serviced; due after 8\u202f000 km/,
  ],
  [
    'oil-level-low',
    null,
    known({ 'found.front.oilLevel.left': '140' }),
    known({ 'found.front.oilLevel.left': '110' }),
    /140 mm from the top; the maker’s sheet says 110 mm/,
  ],
  ['oil-level-high', null, known({ 'found.front.oilLevel.left': '85' }), known({ 'found.front.oilLevel.left': '110' }), /stands 85 mm/],
  [
    'gas-low',
    'rear',
    known({ 'found.rear.gas': '4 bar' }),
    known({ 'found.rear.gas': '10 bar' }),
    /held 4\.0 bar; the sheet says 10\.0 bar/,
  ],
  [
    'fork-through',
    null,
    known({ 'found.front.height.left': '15' }),
    known({ 'found.front.height.left': '5' }),
    /15 mm above the clamp; the maker’s sheet says 5 mm/,
  ],
  [
    'fork-dropped',
    null,
    known({ 'found.front.height.left': '0' }, {}, { 'machine.height': '12' }),
    known({ 'found.front.height.left': '5' }),
    /0 mm above the clamp; .* 12 mm/,
  ],
  [
    'tyre-off',
    'rear',
    known({ 'found.tyre.rear': '0,8 bar' }),
    known({ 'found.tyre.rear': '1,5 bar' }),
    /came in at 0\.8 bar; the maker’s is 1\.5 bar/,
  ],
  [
    'anti-dive-fitted',
    null,
    known({}, {}, { 'machine.antiDive': 'yes' }),
    known({}, {}, { 'machine.antiDive': 'no' }),
    /anti-dive is fitted/,
  ],
  ['rider-learning', null, known({ experience: 'learning' }), known({ experience: 'racer' }), /still learning/],
  ['pace-hard', null, known({ pace: 'race' }), known({ pace: 'easy' }), /^Raced\.$/],
  [
    'ground-rougher',
    null,
    known({}, { before: entriesOf({ use: 'road' }) }),
    known({}, { before: entriesOf({ use: 'rally' }) }),
    /for road, now used for off-road/,
  ],
  [
    'ground-smoother',
    null,
    known({ use: 'touring' }, { before: entriesOf({ use: 'rally' }) }),
    known({}, { before: entriesOf({ use: 'rally' }) }),
    /now used for touring/,
  ],
  ['tyre-worn', null, check('tyres', 'yes'), check('tyres', 'no'), /worn/],
  ['controls-off', null, check('controls', 'yes'), check('controls', 'no'), /do not fit/],
  ['play-found', null, check('play', 'yes'), check('play', 'no'), /play in a bearing/],
  ['rider-abrupt', null, check('abrupt', 'yes'), check('abrupt', 'no'), /abruptly/],
  ['leak', 'front', check('leak.front', 'yes'), check('leak.front', 'no'), /^Front: oil is past the seals/],
  ['clickers-idle', 'rear', check('clickers.rear', 'no'), check('clickers.rear', 'yes'), /do not change the bounce/],
  ['knocks', 'rear', check('knocks.rear', 'yes'), check('knocks.rear', 'no'), /it knocks/],
  ['since-gradual', null, since('gradual'), since('bought'), /came on slowly/],
  ['since-service', null, since('service'), since('bought'), /since work on it/],
  ['since-bought', null, since('bought'), since('fall'), /since it was bought/],
  ['since-load', null, since('load'), since('fall'), /since more load/],
  ['since-fall', null, since('fall'), since('load'), /since a fall/],
  ['since-tyres', null, since('tyres'), since('load'), /since new tyres/],
  ['said-hot', null, place('hot'), place('chop'), /when hot/],
  ['said-loaded', null, place('loaded'), place('chop'), /loaded/],
  ['said-repeated', null, place('repeated'), place('hot'), /repeated bumps/],
  ['said-big', null, place('landing'), place('hot'), /landing/],
  ['said-small', null, place('chop'), place('hot'), /small chop/],
];

const LOGS: Case[] = [
  ['log-bottoms', 'rear', logged({ bottomings: 6, maxShare: 1 }), logged({}), /bottomed 6 times in 60 s, using 100 %/],
  ['log-deep', 'rear', logged({ meanShare: 0.5 }), logged({}), /worked at 50 % of its travel on the average; its target stands at 33 %/],
  ['log-shallow', 'rear', logged({ meanShare: 0.18 }), logged({}), /worked at 18 %/],
  ['log-packs', 'rear', logged({ packing: 0.13 }), logged({}), /stood 13 % of its travel below where it rests/],
  ['log-rebound-fast', 'rear', logged({ rebound95: 1200 }), logged({}), /came back at 1\.20 m\/s where it went in at 0\.80 m\/s/],
  ['log-rebound-slow', 'rear', logged({ rebound95: 200 }), logged({}), /came back at 0\.20 m\/s/],
  ['log-compression-fast', 'rear', logged({ compression95: 1600, rebound95: 1300 }), logged({}), /went in at 1\.60 m\/s/],
  ['log-compression-slow', 'rear', logged({ compression95: 120, rebound95: 100 }), logged({}), /went in at 0\.12 m\/s/],
  ['log-zeta-low', 'rear', logged({ zeta: 0.06 }), logged({}), /damping ratio 0\.06 at 1\.60 Hz, from the spectrum of the ride/],
  ['log-zeta-high', 'rear', logged({ zeta: 0.95 }), logged({}), /damping ratio 0\.95/],
  ['log-friction', 'rear', logged({ frictionBandMm: 16 }), logged({}), /friction band of 16 mm; under 8 mm is usual/],
];

/** Statements with another reading beside their case above. */
const ALSO: Case[] = [
  [
    'controls-off',
    null,
    known({ 'fit.reachRight.found': 'wrong' }),
    known(fitting('right')),
    /Does not fit the rider: brake lever, reach\./,
  ],
  // Set since, it speaks no more against the controls.
  ['controls-off', null, known({ 'fit.bar.found': 'wrong' }), known({ ...fitting('wrong', 'set to this rider') }), /bar rotation/],
];

const ALL = [...HEIGHT, ...SPRINGS, ...DAMPING, ...CONDITION, ...LOGS];
const readOf = (k: JobFacts, statement: Statement, end: Case[1]) => {
  const found = readAll(k).filter((r) => r.statement === statement && r.end === end);
  expect(found).toHaveLength(1);
  return { ...found[0]!, words: sayMetric(found[0]!.words) };
};

test('every statement of the book has its case', () => {
  expect(ALL.map(([s]) => s).sort()).toEqual(Object.keys(EVIDENCE).sort());
});

test.each([...ALL, ...ALSO])(
  '%s (%s) holds where it should, fails where it should, and quotes its figures',
  (statement, end, holds, fails, quotes) => {
    const [yes, no] = [readOf(holds, statement, end), readOf(fails, statement, end)];
    expect(yes.credence).toBeGreaterThan(0.8);
    expect(no.credence).toBeLessThan(0.3);
    for (const { credence } of [yes, no]) expect([credence >= 0, credence <= 1]).toEqual([true, true]);
    expect(yes.words).toMatch(quotes);
    for (const { words } of [yes, no]) {
      expect(words).toMatch(/^\S.*\.$/);
      expect(words).not.toMatch(/NaN|undefined|null|Infinity/);
    }
  },
);

test('nothing known says nothing: no statement rests on air', () => {
  expect(readAll(known({}).with({ entries: {}, machine: {} }))).toEqual([]);
});

test('belief grows steadily across a limit, is one half on it, and both sides add to one', () => {
  const xs = Array.from({ length: 41 }, (_, i) => i - 20);
  const beliefs = xs.map((x) => above(x, 0, 4));
  for (let i = 1; i < beliefs.length; i += 1) expect(beliefs[i]!).toBeGreaterThan(beliefs[i - 1]!);
  expect(above(7, 7, 2)).toBe(0.5);
  for (const x of xs) expect(above(x, 3, 2) + below(x, 3, 2)).toBeCloseTo(1, 12);
  // The normal distribution's own shares, to a hundredth: 84.1 % one standard above, 97.7 % two.
  expect(above(2, 0, 2)).toBeCloseTo(0.841, 2);
  expect(Math.abs(above(4, 0, 2) - 0.977)).toBeLessThan(0.0101);
  expect([above(1, 0, 0), above(-1, 0, 0)]).toEqual([1, 0]);
});

test('readings on the limit are believed by half, whichever side they are read from', () => {
  const at = (used: string) => readOf(known({ 'measure.rear.used': used }), 'travel-all', 'rear').credence;
  expect(at(String(0.97 * 310))).toBeCloseTo(0.5, 6);
  expect(at('295')).toBeLessThan(at('305'));
});

test('a pair that rests on its stop says nothing of the rate', () => {
  const k = rear({ rateNPerMm: 61, preloadMm: 30 });
  for (const statement of ['rate-soft', 'rate-stiff', 'ring-up', 'ring-down'] as const)
    expect(readOf(k, statement, 'rear').credence).toBe(0.5);
});

test('legs built unlike are not faulted for being set unlike', () => {
  const texts = { 'found.front.rebound.left.out': '12', 'found.front.rebound.right.out': '8' };
  const unlike = known(texts, {}, { 'machine.damper.front.legs': 'unlike' });
  expect(readAll(unlike).filter((r) => r.statement === 'legs-unlike')).toEqual([]);
});

test('said to happen loaded, with no load declared, the plate says nothing yet', () => {
  const of = (k: JobFacts) => readAll(k).filter((r) => r.statement === 'overloaded');
  expect(of(place('loaded'))).toEqual([]);
  expect(of(told({ 'complaint.1.place': 'loaded', 'luggage.1.mass': '8', 'luggage.1.place': 'tail' }))).toHaveLength(1);
});

test('distance since service is what is told, else what the odometer read since the last job', () => {
  const read = (texts: Texts, before: Texts) => readAll(known(texts, { before: entriesOf(before) })).find((r) => r.statement === 'oil-old');
  expect(sayMetric(read({ 'clock.distance': '31000 km' }, { 'clock.distance': '20000 km' })!.words)).toContain('11\u202f000 km since');
  expect(
    sayMetric(read({ 'clock.distance': '31000 km', 'found.sinceService': '400 km' }, { 'clock.distance': '20000 km' })!.words),
  ).toContain('400 km since');
  // A clock that went back was changed: nothing is known.
  expect(read({ 'clock.distance': '300 km' }, { 'clock.distance': '20000 km' })).toBeUndefined();
});
