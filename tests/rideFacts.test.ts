import { factsOf, type JobFacts } from '@/judgement/model/facts';
import { sayMetric } from '@/core/units/say';
import { recorded } from '@/catalogue/entry';
import { entriesOf } from './entries';
import { SCHOOLS } from '@/knowledge/schools';
import type { SetupDocument } from '@/schema/documents';
import type { Cure, Effect } from '@/knowledge/causes/page';
import { CAUSES } from '@/knowledge/causes/shipped';
import { alikeSummary, likeTerms } from '@/judgement/reason/alike';
import { endOfCure, predict } from '@/judgement/reason/cures';
import { knownNow } from '@/judgement/ride/nowKnown';
import { reasonOf } from '@/judgement/reason/reason';
import { advise, balanceWarnings, nextStepOf, overall, passedOver, planOf } from '@/judgement/ride/retune';
import type { Trial } from '@/schema/pages';
import { sagOf } from '@/judgement/model/measure';
import { tapeReadings } from '@/judgement/model/tape';
import { targetOf } from '@/judgement/aims/targets';
import { changeWords, moved, orderOf, placeIn, tunableById } from '@/judgement/reason/tunables';
import { known, RIGHT as INSIDE, type Texts, DAMPER } from './known';
import type { Likeness, Alike } from '@/schema/answers';

/** What a cure would do, what is ridden next and what it does to the balance: each against a relation worked out here. */

const FIGURES = { 'machine.stanchion': '43', 'machine.bore': '43', 'machine.gas': '12 bar', 'machine.shaft': '14' };
const BASE = { 'found.rear.spring': '61', 'found.front.spring': '3.75' };
const LEVERAGE = 2.95;

const knownOf = (texts: Texts = {}, machine: Texts = FIGURES): JobFacts => known({ ...BASE, ...texts }, {}, machine);
/** Both ends read with a tape, the ring of one end turned away from where it should be. */
const walked = (rear: number, front: number, more: Record<string, string> = {}): JobFacts => {
  const bare = knownOf();
  return knownOf({
    ...tapeReadings(bare, 'rear', { rateNPerMm: 61, preloadMm: rear, frictionMm: 0 }, 3),
    ...tapeReadings(bare, 'front', { rateNPerMm: 3.75, preloadMm: front, frictionMm: 0 }, 4),
    ...more,
  });
};
const RIGHT = { rear: INSIDE.rear.preloadMm, front: INSIDE.front.preloadMm };

const cureOf = (effect: Effect): Cure => ({
  id: 'x',
  tier: 'free',
  what: 'x',
  effect,
  hours: 0,
  partsMinor: 0,
  risk: '',
  worsens: [],
  cautions: [],
  ends: [],
  touches: 'none',
});
const words = (known: JobFacts, effect: Effect, end: 'rear' | 'front' = 'rear') => {
  const found = predict(known, [], cureOf(effect), end);
  return { ...found, words: sayMetric(found.words), warning: sayMetric(found.warning) };
};

describe('what a cure would do', () => {
  test('the ring goes to the target, and moves both sags by leverage times its turn', () => {
    const known = walked(14, RIGHT.front);
    const target = targetOf(factsOf(known.entries, known.machine, SCHOOLS), 'rear')!;
    const sag = sagOf(known, 'rear')!.result;
    if (!sag.ok) throw new Error('no sag');
    const found = words(known, { kind: 'preload' });
    expect(found.sags!.riderMm).toBeCloseTo(target.rider.value, 6);
    // A linear spring behind a constant leverage: s = MR·(F·MR/k − p), so ds/dp = −MR.
    const byMm = -(target.rider.value - sag.value.riderSagMm!) / LEVERAGE;
    expect(found.sags!.staticMm).toBeCloseTo(sag.value.staticSagMm! + target.rider.value - sag.value.riderSagMm!, 6);
    expect(found.words).toContain(`Rear preload −${Math.abs(byMm).toFixed(1)} mm`);
    expect(found.warning).toBe('');
    expect(found.schools.length).toBeGreaterThan(0);
  });
  test('a ring that would top the machine out, or that the adjuster does not reach, is warned of', () => {
    const bare = knownOf();
    const soft = tapeReadings(bare, 'rear', { rateNPerMm: 36, preloadMm: 14, frictionMm: 0 }, 3);
    const found = words(knownOf({ ...soft, 'found.rear.spring': '36' }), { kind: 'preload' });
    expect(found.warning).toBe('It would top out: no static sag is left. The ring cannot cure this.');
    expect(found.sags!.staticMm).toBeLessThan(1);
    const shut = tapeReadings(bare, 'rear', { rateNPerMm: 61, preloadMm: 2, frictionMm: 0 }, 3);
    expect(words(knownOf({ ...shut, 'springs.rear.range.max': '4' }), { kind: 'preload' }).warning).toMatch(
      /^It would need \d\.\d mm of preload; the adjuster gives 4\.0 mm\.$/,
    );
    expect(words(knownOf(), { kind: 'preload' }).words).toContain('is shown once');
  });
  test('tubes in the clamps: 5 mm along a leg of 26.5°, over the wheelbase', () => {
    const lower = 5 * Math.cos((26.5 * Math.PI) / 180);
    expect(words(knownOf(), { kind: 'height', by: 5 }).words).toContain(
      `${lower.toFixed(1)} mm down: about ${((Math.atan(lower / 1486) * 180) / Math.PI).toFixed(2)}° less rake`,
    );
  });
  test('oil level: the air of both legs by pVⁿ from the volumes worked out here', () => {
    const area = (Math.PI / 4) * 43 ** 2;
    // Stanchion and bore alike: the air column is the level plus what is left of the travel.
    const force = (level: number, share: number) => 2 * area * 0.101325 * (((level + 300) / (level + 300 * (1 - share))) ** 1.3 - 1);
    const { words: said } = words(knownOf({ 'found.front.oilLevel.left': '150' }), { kind: 'oil-level', by: -20 });
    expect(said).toContain('150 mm → 130 mm');
    expect(said).toContain(`${force(150, 0.5).toFixed(0)} → ${force(130, 0.5).toFixed(0)} N at half travel`);
    expect(said).toContain(`${force(150, 0.95).toFixed(0)} → ${force(130, 0.95).toFixed(0)} N near its end`);
    // To the maker’s own level where the cure says so.
    expect(words(knownOf({ 'found.front.oilLevel.left': '150' }), { kind: 'oil-level', by: null }).words).toContain('→ 110 mm');
  });
  test('gas: the pressure’s difference on the shaft', () => {
    const newtons = 0.2 * (Math.PI / 4) * 14 ** 2;
    expect(words(knownOf({ 'found.rear.gas': '10 bar' }), { kind: 'gas' }).words).toContain(`10.0 → 12.0 bar: +${newtons.toFixed(0)} N`);
  });
  test('clicks: newtons of the damper measured, the damping ratio with them; the end of the range is said', () => {
    const dampers: JobFacts['dampers'] = {
      rear: { ...DAMPER, forceN: { ...DAMPER.forceN, rebound: { slow: 400, fast: 1300 } } },
      front: null,
    };
    const at = (out: string) => knownOf({ 'found.rear.rebound.out': out, 'found.rear.rebound.range': '20' }).with({ dampers });
    const found = words(at('6'), { kind: 'clicks', adjuster: 'rebound', by: 4 });
    expect(found.words).toContain('rebound 6 → 10 out of 20');
    // Four clicks of 12 N off 400 N: ζ scales with the force.
    expect(found.words).toContain('−48 N of 400 N at 0.1 m/s');
    expect(found.words).toContain(`0.45 → ${(0.45 * (1 - 48 / 400)).toFixed(2)}`);
    expect(words(at('20'), { kind: 'clicks', adjuster: 'rebound', by: 2 }).warning).toContain('already stands at the open end');
  });
  test('“the livelier end” waits for both bounces, and is the one that swings on', () => {
    const effect: Effect = { kind: 'clicks', adjuster: 'rebound', by: -2, end: 'livelier' };
    expect(words(knownOf(), effect).words).toContain('Bounce both ends first');
    const bounced = knownOf({ 'measure.rear.bounce.overshoots': '2', 'measure.front.bounce.overshoots': '0' });
    expect(endOfCure(bounced, effect, null)).toBe('rear');
  });
  test('overload: what must come off', () => {
    const loaded = knownOf({ 'rider.mass': '140', 'luggage.1.mass': '60', 'luggage.1.place': 'tail' });
    expect(words(loaded, { kind: 'load' }).words).toMatch(/\d+ kg must come off/);
  });
});

const setup = (figures: Record<string, number>): SetupDocument => ({
  version: 'setup/1',
  values: Object.fromEntries(
    Object.entries(figures).map(([key, value]) => [key, { text: String(value), unit: null, value, from: 'found' as const }]),
  ),
  preloadMm: {},
  sag: { rear: { staticMm: null, riderMm: null }, front: { staticMm: null, riderMm: null } },
});
const trial = (n: number, tunable: string, from: number, to: number, feel: 'better' | 'same' | 'worse' | null): Trial => ({
  id: n,
  n,
  setupId: n,
  fromSetupId: n - 1,
  token: '',
  plannedAt: `2026-11-0${n}T10:00:00Z`,
  document: {
    version: 'trial/1',
    change: { tunable, from, to },
    cause: null,
    cure: null,
    reason: 'x',
    orderReason: '',
    complaints: [],
    statements: {},
  },
  rides: feel
    ? [
        {
          source: 'bench',
          at: '',
          document: {
            version: 'ride/1',
            feels: { 1: feel },
            tie: { rear: null, front: null },
            usedMm: { rear: 240, front: null },
            conditions: { riderMass: null, fuel: '', tyres: '', temperature: null, track: '' },
            words: '',
          },
        },
      ]
    : [],
  decision: null,
});

const CLICKERS = setup({
  'rear.rebound.out': 4,
  'rear.rebound.range': 20,
  'front.rebound.left.out': 10,
  'front.rebound.left.range': 20,
  'front.rebound.right.out': 10,
  'front.rebound.right.range': 20,
});

describe('what is ridden next', () => {
  const told = {
    'complaint.1.phrase': 'packs',
    'complaint.1.end': 'rear',
    'complaint.2.phrase': 'packs',
    'complaint.2.end': 'front',
  };
  const known = walked(RIGHT.rear, RIGHT.front, told);
  const reasoned = reasonOf(known, CAUSES);
  if (!reasoned.ok) throw new Error('no reasons');
  const plan = (trials: readonly Trial[] = [], entries = known.entries) =>
    planOf(known.with({ entries }), reasoned.value, { base: CLICKERS, now: CLICKERS }, trials);

  test('fork before shock, unless the job says otherwise; what is passed over is named once', () => {
    const order = plan().proposed.map((s) => s.tunable.id);
    expect(order.indexOf('front.rebound')).toBeLessThan(order.indexOf('rear.rebound'));
    expect(nextStepOf(plan().proposed, [])!.tunable.id).toBe('front.rebound');
    const rear = tunableById('rear.rebound')!;
    expect(passedOver(known.entries, plan().proposed, rear)).toContain('Fork damping');
    const shockFirst = { ...known.entries, ...entriesOf({ 'ride.order': 'shock,fork,sag' }) };
    expect(passedOver(shockFirst, plan([], shockFirst).proposed, rear)).toEqual([]);
    const begun = [trial(1, 'rear.rebound', 4, 6, 'better')];
    expect(passedOver(known.entries, plan(begun).proposed, rear)).toEqual([]);
  });
  test('a search begun is finished before the next is begun', () => {
    const trials = [trial(1, 'rear.rebound', 4, 6, 'better')];
    const { proposed } = plan(trials);
    expect(nextStepOf(proposed, trials)!.tunable.id).toBe('rear.rebound');
    expect(nextStepOf(proposed, trials)!.search!.next).toBe(8);
  });
  test('an order that does not name all three groups is not one', () => {
    expect(orderOf('shock,fork')).toEqual(['sag', 'fork', 'shock']);
    expect(orderOf('shock,fork,fork')).toEqual(['sag', 'fork', 'shock']);
  });
  test('more complaints better than worse is better; nothing said is nothing known', () => {
    expect(overall({ 1: 'better', 2: 'better', 3: 'worse' })).toBe('better');
    expect(overall({ 1: 'better', 2: 'worse' })).toBe('same');
    expect(overall({})).toBeNull();
  });
  test('nothing felt is taken back, so that the start stays the start', () => {
    expect(advise(trial(1, 'rear.rebound', 4, 6, 'same'), null)!.decision).toBe('revert');
    expect(advise(trial(1, 'rear.rebound', 4, 6, null), null)).toBeNull();
  });
  test('both legs of a fork move together, and the words say from where to where', () => {
    const t = tunableById('front.rebound')!;
    const next = { ...CLICKERS, values: moved(CLICKERS.values, t, 12) };
    expect(placeIn(next, t)).toBe(12);
    expect(next.values['front.rebound.left.out']!.value).toBe(next.values['front.rebound.right.out']!.value);
    expect(CLICKERS.values['front.rebound.left.out']!.value).toBe(10);
    expect(changeWords(t, 10, 12)).toBe('10 → 12 out');
  });
});

describe('the balance of front and rear', () => {
  test('a ring that lifts one end away from its target while the other stays is warned of; one that brings it home is not', () => {
    const even = walked(RIGHT.rear, RIGHT.front);
    const ring = tunableById('rear.preload')!;
    const now: SetupDocument = { ...CLICKERS, preloadMm: { 'rear.preload': RIGHT.rear } };
    expect(balanceWarnings(even, now, ring, RIGHT.rear + 12)[0]).toContain('nose-low');
    expect(balanceWarnings(even, now, ring, RIGHT.rear + 0.5)).toEqual([]);
    const low = walked(1, RIGHT.front);
    expect(balanceWarnings(low, { ...now, preloadMm: { 'rear.preload': 1 } }, ring, RIGHT.rear)).toEqual([]);
  });
  test('clickers more than three tenths of their range apart, and further than before', () => {
    const t = tunableById('rear.rebound')!;
    // 4 of 20 against 10 of 20 is apart already; closing in is no warning, going on is.
    expect(balanceWarnings(knownOf(), CLICKERS, t, 6)).toEqual([]);
    expect(balanceWarnings(knownOf(), CLICKERS, t, 1)[0]).toContain('5 % open against 50 %');
  });
  test('more than 5 mm in the clamps', () => {
    const t = tunableById('front.height')!;
    const now = setup({ 'front.height.left': 5, 'front.height.right': 5 });
    expect(sayMetric(balanceWarnings(knownOf(), now, t, 12)[0]!)).toContain('7 mm in the clamps is a big step');
    expect(balanceWarnings(knownOf(), now, t, 10)).toEqual([]);
  });
});

describe('what is known of the machine as it stands now', () => {
  test('the finished machine’s walk stands for the first one, the last ride for the travel used', () => {
    const known = walked(RIGHT.rear, RIGHT.front, {
      'found.rear.rebound.out': '4',
      'set.rear.extended': '612',
      'set.rear.laden.1.pressed': '500',
    });
    const now = { ...CLICKERS, values: moved(CLICKERS.values, tunableById('rear.rebound')!, 9) };
    const then = knownNow(known, now, [trial(1, 'rear.rebound', 4, 9, 'better')], true, []);
    expect(then.entries['found.rear.rebound.out']!.value).toBe(9);
    expect(then.entries['measure.rear.laden.1.pressed']!.value).toBe(500);
    // The front was not read again after the work: its first walk says nothing of now.
    expect(Object.keys(then.entries).filter((f) => /^measure\.front\.(un)?laden/.test(f))).toEqual([]);
    expect(then.entries['measure.rear.used']!.value).toBe(240);
    expect(then.entries['rider.mass']!.value).toBe(known.entries['rider.mass']!.value);
  });
  test('a ring turned between rides makes the walk before it say nothing', () => {
    const known = walked(RIGHT.rear, RIGHT.front);
    const read = Object.fromEntries(recorded(known.entries).map((e) => [e.field, { ...e, at: '2026-11-01T09:00:00Z' }]));
    const then = knownNow(known.with({ entries: read }), CLICKERS, [trial(1, 'rear.preload', 7, 10, null)], false, []);
    expect(Object.keys(then.entries).filter((f) => /^measure\.rear/.test(f))).toEqual([]);
    expect(then.entries['measure.front.laden.1.pressed']).toBeDefined();
  });
});

describe('machines like this one', () => {
  const here: Likeness = { type: 'trail', use: 'off-road', riderKg: 85, machineKg: 111, rearTravelMm: 310, frontTravelMm: 300 };
  const other = (more: Partial<Likeness>): Likeness => ({ ...here, ...more });
  const distance = (a: Likeness, b: Likeness) => likeTerms(a, b).reduce((sum, t) => sum + t.distance, 0);

  test('the same is no distance, both ways are alike, and the largest term is said first', () => {
    expect(likeTerms(here, here)).toEqual([]);
    const far = other({ type: 'tourer', riderKg: 94, use: 'road' });
    expect(distance(here, far)).toBeCloseTo(distance(far, here), 12);
    expect(likeTerms(here, far).map((t) => t.distance)).toEqual([...likeTerms(here, far).map((t) => t.distance)].sort((a, b) => b - a));
    expect(likeTerms(here, far).map((t) => t.words)).toContain('rider +9 kg');
    expect(likeTerms(here, other({ machineKg: null }))[0]!.words).toBe('machine not known');
    // No figure counts without end.
    expect(distance(here, other({ riderKg: 400 }))).toBe(2);
  });
  test('what rode better: the middle half and the count behind it, apart from the others', () => {
    const alike = ([spring, feel]: [number, string]): Alike => ({
      ...here,
      jobId: 1,
      machineId: 1,
      machine: 'x',
      feel,
      at: '',
      distance: 0,
      stacks: [],
      document: setup({ 'rear.spring': spring }),
    });
    const found = alikeSummary(
      (
        [
          [56, 'better'],
          [58, 'better'],
          [60, 'better'],
          [62, 'better'],
          [64, 'better'],
          [90, 'worse'],
        ] as [number, string][]
      ).map(alike),
    );
    expect(found.find((s) => s.figure === 'rear.spring')).toEqual({
      figure: 'rear.spring',
      better: { count: 5, low: 58, middle: 60, high: 62 },
      others: 1,
    });
    expect(found.find((s) => s.figure === 'front.rebound')!.better).toBeNull();
  });
});
