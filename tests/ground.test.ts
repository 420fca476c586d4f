import { OILS } from '@/core/damper/oils';
import { rememberedLifts } from '@/core/damper/valve';
import { courseOf, type Stretch } from '@/core/ride/course';
import { matchTo } from '@/core/ride/match';
import { rideThrough } from '@/core/ride/ride';
import { sayMetric } from '@/core/units/say';
import { GROUND_IDS } from '@/catalogue/fields/ask';
import { changesOf, complaintAnswers } from '@/judgement/ground/answers';
import { AS_IT_IS_TO_BE, type Fit, type GroundJob } from '@/judgement/ground/fits';
import { clicked, clickersOfFit, movesOf, turnablesOf } from '@/judgement/ground/moves';
import { ALL_EFFECTS, type Effect, madeReady, type MadeReady, type Riding } from '@/judgement/ground/ridden';
import { isRidden, type RiddenFit, ridesOf, searchOf, sensitivitiesOf } from '@/judgement/ground/rides';
import { profileIn } from '@/judgement/ground/profile';
import { groundUntold, speedOn, stretchesOf } from '@/judgement/ground/stretches';
import { triedHref, triedIn } from '@/judgement/ground/triedIn';
import { triedFit } from '@/judgement/ground/tried';
import { sagOf } from '@/judgement/model/measure';
import { chosenRateOf } from '@/judgement/aims/springs';
import { CASES } from '@/knowledge/training/cases';
import { SCHOOLS } from '@/knowledge/schools';
import { FOOTPRINT_M } from '@/knowledge/rideUsual';
import { rideOfCase } from '@/judgement/job/training';
import { known, RIGHT, type Texts, walked } from './known';

/** A job ridden over its ground: from its entries to the sentences. */

const FOUND: Fit = { id: 'found', name: 'As it came in', which: 'found' };
const MARKED: Texts = { 'found.rear.spring': '61', 'found.front.spring': '3.75' };
const jobOf = (texts: Texts = {}, machine: Texts = {}, inside: Parameters<typeof walked>[0] = {}): GroundJob => ({
  facts: known({ ...MARKED, ...walked(inside), ...texts }, {}, machine),
  springs: [],
});
const riding = (effects: readonly Effect[] = ALL_EFFECTS, loadCase = 'solo'): Riding => ({
  loadCase,
  oils: OILS,
  celsius: { front: 40, rear: 40 },
  effects,
});
const lifts = rememberedLifts();
function ready(job: GroundJob, fit = FOUND, how = riding()): MadeReady {
  const made = madeReady(job, fit, how, lifts);
  if ('missing' in made) throw new Error(`missing ${made.missing.join()}`);
  if (!made.ok) throw new Error(made.issue.code);
  return made.value;
}
function finished<P, A>(work: Generator<P, A>): A {
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
  }
}
function ridden(job: GroundJob, fits: readonly Fit[], stretches: readonly Stretch[], how = riding()): RiddenFit[] {
  const answers = finished(ridesOf({ job, fits, riding: how, stretches }, lifts));
  return answers.map((a) => {
    if (!isRidden(a)) throw new Error(`${a.fit.id} was not ridden: ${a.missing.join()}`);
    return a;
  });
}
const LEVEL: Stretch[] = [{ name: 'level', surface: { kind: 'level' }, speedMPerS: 10, seconds: 2 }];
const ROUGH: Stretch[] = [{ name: 'gravel', surface: { kind: 'iso', class: 'D', seed: 3 }, speedMPerS: 14, seconds: 6 }];
const PASSENGER: Texts = { 'passenger.mass': '60' };

/** Air and gas, a linkage's drawing, and a shock with its stacks: everything that can be known of a machine. */
const WHOLE: Texts = {
  'machine.stanchion': '48',
  'machine.bore': '44.5',
  'machine.solid': '62',
  'machine.shaft': '16',
  'machine.chamber': '90',
  'machine.teeth.front': '13',
  'machine.teeth.rear': '50',
  'machine.damper.rear.bore': '46',
  'machine.damper.rear.rod': '16',
  ...Object.fromEntries(
    (['compression', 'rebound'] as const).flatMap((v) => [
      [`machine.damper.rear.${v}.port`, '120'],
      [`machine.damper.rear.${v}.bleed`, '1.4'],
      [`machine.damper.rear.${v}.needle`, '0.25'],
      [`machine.damper.rear.${v}.clamp`, '18'],
      [`machine.damper.rear.${v}.zone.inner`, '22'],
      [`machine.damper.rear.${v}.zone.outer`, '33'],
    ]),
  ),
};
const STACKS: Texts = {
  'valves.rear.found.compression': '36 × 0.20 × 5\n32 × 0.20\n28 × 0.25\n22 × 0.30',
  'valves.rear.found.rebound': '36 × 0.20 × 5\n32 × 0.20\n28 × 0.25\n22 × 0.30',
  'found.front.oilLevel.left': '110 mm',
  'found.rear.gas': '10 bar',
  'found.rear.lowCompression.out': '10',
  'found.rear.lowCompression.range': '20',
  'found.rear.rebound.out': '10',
  'found.rear.rebound.range': '20',
};

test.each([
  ['bare', {}, {}],
  ['with air, gas, stacks and a chain', STACKS, WHOLE],
] as const)('on a level road it stands where Springs says, to a tenth of a millimetre: %s', (_, texts, machine) => {
  const job = jobOf(texts, machine);
  const made = ready(job);
  const [level] = ridden(job, [FOUND], LEVEL);
  for (const end of ['front', 'rear'] as const) {
    const read = sagOf(job.facts, end)!.result;
    expect(read.ok && Math.abs(read.value.riderSagMm! - made.restMm[end])).toBeLessThan(0.1);
    expect(Math.abs(level!.whole[end].travelMm.mean - made.restMm[end])).toBeLessThan(0.1);
    expect(level!.whole[end].travelMm.rms).toBeLessThan(0.05);
  }
});

test('a passenger presses it down by what Springs predicts, at rest on the road too', () => {
  const job = jobOf(PASSENGER);
  const [solo, two] = [ready(job), ready(job, FOUND, riding(ALL_EFFECTS, 'two-up'))];
  expect(two.restMm.rear).toBeGreaterThan(solo.restMm.rear + 20);
  const [level] = ridden(job, [FOUND], LEVEL, riding(ALL_EFFECTS, 'two-up'));
  expect(Math.abs(level!.whole.rear.travelMm.mean - two.restMm.rear)).toBeLessThan(0.1);
});

test('each effect left out changes the ride, and none of them where it rests', () => {
  const job = jobOf(STACKS, WHOLE);
  const braked: Stretch[] = [{ ...ROUGH[0]!, endSpeedMPerS: 7 }];
  const all = ridden(job, [FOUND], braked)[0]!;
  for (const left of ALL_EFFECTS.filter((e) => e !== 'parting')) {
    const without = ridden(job, [FOUND], braked, riding(ALL_EFFECTS.filter((e) => e !== left)))[0]!;
    expect({ left, same: JSON.stringify(without.whole) === JSON.stringify(all.whole) }).toEqual({ left, same: false });
    expect(without.restMm).toEqual(all.restMm);
  }
});

test('what is not known is named, and nothing is ridden on it', () => {
  const answers = finished(
    ridesOf({ job: jobOf({}, { 'machine.wheelbase': '' }), fits: [FOUND], riding: riding(), stretches: LEVEL }, lifts),
  );
  expect(answers.map((a) => (isRidden(a) ? [] : a.missing))).toEqual([['machine.wheelbase']]);
});

test('the ground: the mix as told, each kind at its usual speed by pace; untold, where the complaint shows itself', () => {
  const mixed = jobOf({ 'ground.cobbles': '60', 'ground.smooth': '40', pace: 'race' });
  const stretches = stretchesOf(mixed.facts.entries, { kind: 'mix' });
  expect(stretches.map((s) => s.name)).toEqual([
    'smooth road',
    'smooth road, braking',
    'smooth road, driving',
    'cobbles',
    'sunken setts',
    'a kerb',
  ]);
  expect(speedOn(mixed.facts.entries, 'cobbles')).toBeCloseTo(50 / 3.6, 9);
  expect(groundUntold(jobOf({ 'complaint.1.phrase': 'packs' }).facts.entries)).toBe('whoops');
  expect(groundUntold(jobOf({}).facts.entries)).toBe('broken');
  for (const ground of GROUND_IDS) {
    const all = stretchesOf(mixed.facts.entries, { kind: 'one', ground });
    const found = rideThrough({ ...ready(mixed).looked, course: courseOf(all, FOOTPRINT_M) });
    expect(found.ok && found.value.stretches.every((s) => Number.isFinite(s.weightedSeatMPerS2))).toBe(true);
  }
});

test('a profile from a file is ridden from its first point, at its own speed', () => {
  const profile = { distanceM: [100, 101, 102, 130], heightM: [0, 0.03, 0, 0], speedKmh: 36 };
  const [only, ...others] = stretchesOf(jobOf().facts.entries, { kind: 'profile', name: 'lane.csv', profile });
  expect(others).toEqual([]);
  expect(only).toMatchObject({ name: 'lane.csv', speedMPerS: 10, seconds: 4, surface: { kind: 'profile', distanceM: [0, 1, 2, 30] } });
});

test('a spring far too soft bottoms over whoops; the right one, ridden over the same, answers the complaint in words', () => {
  const job = jobOf(
    { 'found.rear.spring': '44', 'complaint.1.phrase': 'bottoms', 'complaint.1.end': 'rear', pace: 'race' },
    {},
    { rear: { ...RIGHT.rear, rateNPerMm: 44, preloadMm: 16 } },
  );
  const stretches = stretchesOf(job.facts.entries, { kind: 'one', ground: 'jumps' });
  const tried = triedFit(job, FOUND, { kind: 'spring' }, 'rear')!;
  const [before, after] = ridden(job, [FOUND, tried], stretches);
  expect(chosenRateOf(job.facts, 'rear')!.rateNPerMm.p50).toBeGreaterThan(55);
  expect(before!.whole.rear.bottomings).toBeGreaterThan(after!.whole.rear.bottomings);
  const [answer] = complaintAnswers(job.facts.entries, before!, after!, stretches);
  expect(answer!.verdict).toBe('better');
  expect(sayMetric(answer!.words)).toMatch(
    /^Bottoms, metal clunk\. Rear, over .*: meets the end of its travel \d+ times before, (never|once|\d+ times) after\.$/,
  );
  expect(changesOf(before!, before!, stretches)).toEqual([]);
});

test('clickers: only those whose needles are known are turned; more out is softer; the search finds what a sweep finds', () => {
  const job = jobOf({ ...STACKS, 'ground.gravel': '100' }, WHOLE);
  expect(clickersOfFit(jobOf())).toEqual([]);
  expect(clickersOfFit(job).map((c) => c.tunable)).toEqual(['rear.lowCompression', 'rear.rebound']);
  const asked = { job, riding: riding(), stretches: ROUGH };
  const moves = movesOf(job, AS_IT_IS_TO_BE);
  const [first] = finished(sensitivitiesOf(asked, AS_IT_IS_TO_BE, moves, ['rear.heat', 'rear.grip'], lifts));
  expect(first!.perUnit['rear.heat']).not.toBe(0);
  const turnables = turnablesOf(job, []);
  const found = finished(searchOf(asked, (places) => clicked(job, AS_IT_IS_TO_BE, places), turnables, 'rear.grip', lifts));
  if (!found.ok) throw new Error(found.issue.code);
  expect(found.value.to).toBeLessThanOrEqual(found.value.from);
  for (const t of found.value.turned) {
    const bounds = turnables.find((x) => x.id === t.id)!;
    expect([t.to >= bounds.least, t.to <= bounds.most]).toEqual([true, true]);
  }
  // Riding the answer gives the figure the search claims.
  const places = Object.fromEntries(turnables.map((t) => [t.id, found.value.turned.find((x) => x.id === t.id)?.to ?? t.now]));
  expect(ridden(job, [clicked(job, AS_IT_IS_TO_BE, places)], ROUGH)[0]!.whole.rear.tyreLoadVariation).toBeCloseTo(found.value.to, 9);
});

test('a logged ride: a machine with other oil and friction than thought is found again from its places and speeds', () => {
  const job = jobOf();
  const { looked } = ready(job);
  const end = (e: typeof looked.machine.rear, oil: number, friction: number) => ({
    ...e,
    damping: { x: e.damping.x, y: e.damping.y.map((f) => f * oil) },
    frictionN: e.frictionN * friction,
  });
  const true_ = { ...looked.machine, front: end(looked.machine.front, 1.5, 1), rear: end(looked.machine.rear, 0.7, 1) };
  const log = rideThrough({ ...looked, machine: true_, course: courseOf(ROUGH, FOOTPRINT_M) });
  if (!log.ok) throw new Error(log.issue.code);
  const places = (e: 'front' | 'rear') => {
    const r = log.value.stretches[0]![e];
    return {
      meanMm: r.travelMm.mean,
      rmsMm: r.travelMm.rms,
      compression95MPerS: r.speed95MPerS.compression,
      rebound95MPerS: r.speed95MPerS.rebound,
    };
  };
  const found = finished(matchTo(looked, courseOf(ROUGH, FOOTPRINT_M), { front: places('front'), rear: places('rear') }));
  if (!found.ok) throw new Error(found.issue.code);
  const { factors, missBefore, missAfter } = found.value;
  expect(missAfter).toBeLessThan(missBefore / 2);
  expect(factors.front.oil).toBeGreaterThan(1.15);
  expect(factors.rear.oil).toBeLessThan(0.9);
  expect(Math.abs(factors.rear.load - 1)).toBeLessThan(0.08);
});

test('what a cure turns is multiplied onto the damping it finds: a fault at the same end stays in', () => {
  const job = jobOf();
  const faulty: Fit = { ...FOUND, damping: { rear: { rebound: 2.5 }, front: { compression: 0.4 } } };
  const more = (side: 'rebound' | 'compression') =>
    triedFit(job, faulty, { kind: 'damping', side, band: 'all', byPercent: 20 }, 'rear')!.damping;
  expect(more('rebound')).toEqual({ rear: { rebound: 3 }, front: { compression: 0.4 } });
  expect(more('compression')).toEqual({ rear: { rebound: 2.5, compression: 1.2 }, front: { compression: 0.4 } });
});

test('an address asks for cures and stacks to be ridden: each is read or said to be unknown, a stack with its clicker over the fit to be', () => {
  const job = jobOf({ ...STACKS, 'ground.gravel': '100' }, WHOLE);
  const hard = { damper: 'rear', valve: 'compression', shims: '24 × 34 × 0.3', out: 4 } as const;
  const url = new URL(triedHref(7, [{ stack: hard }, { effect: { kind: 'spring' }, end: 'rear' }]), 'http://shop');
  expect(url.pathname).toBe('/jobs/7/ground');
  const [stack, cure, ...none] = triedIn(job, [...url.searchParams.getAll('tried'), '{"stack":{"damper":"wheel"}}', 'no JSON']);
  expect([stack!.id, stack!.name, cure!.id]).toEqual(['tried', 'Suggested stack 1, compression', 'tried.2']);
  expect(none).toEqual([null, null]);
  expect(stack!.entries!['valves.rear.clicks.compression']!.value).toBe(4);
  const [fit, harder] = ridden(job, [AS_IT_IS_TO_BE, stack!], ROUGH);
  expect(harder!.whole.rear.tyreLoadVariation).not.toBeCloseTo(fit!.whole.rear.tyreLoadVariation, 3);
});

test('a profile from a file is taken whole or refused with its line: numbers, rising distances, heights of a road, a speed', () => {
  const row = (distance: string, height: string) => ({ distance, height });
  const read = (rows: Record<string, string>[], kmh = '36') => profileIn(rows, kmh);
  const taken = read([row('0', '0'), row('1,5', '-12'), row('3', '20')]);
  expect(taken).toEqual({ ok: true, profile: { distanceM: [0, 1.5, 3], heightM: [0, -0.012, 0.02], speedKmh: 36 } });
  const refused: [Record<string, string>[], RegExp, string?][] = [
    [[row('0', '0'), row('x', '1')], /^Line 2/],
    [[row('0', '0'), row('2', '1'), row('2', '1')], /^Line 3/],
    [[{ distance: '0' }, row('1', '1')], /^Line 1/],
    [[row('0', '0')], /from 2 to/],
    [[row('0', '0'), row('1', '3001')], /millimetres/],
    [[row('0', '0'), row('1', '1')], /3 to 250/, 'fast'],
    [[row('0', '0'), row('1', '1')], /3 to 250/, '251'],
  ];
  for (const [rows, words, kmh] of refused) expect(read(rows, kmh)).toEqual({ ok: false, words: expect.stringMatching(words) as string });
});

test('every training case can be ridden as it came in', () => {
  for (const c of CASES) {
    const job = rideOfCase(c, SCHOOLS);
    expect({ id: c.id, rides: ridden(job, [FOUND], LEVEL).length }).toEqual({ id: c.id, rides: 1 });
  }
});
