import { noFrames, type RiddenStretch } from '@/core/ride/ride';
import type { Stretch } from '@/core/ride/course';
import { SWING_BINS } from '@/core/ride/seen';
import { sayMetric } from '@/core/units/say';
import { COMPLAINT_PHRASES } from '@/catalogue/fields/ask';
import { changesOf, complaintAnswers, usedOf } from '@/judgement/ground/answers';
import { canBeRidden } from '@/judgement/ground/canBeRidden';
import { type Fit, type GroundJob, springIn } from '@/judgement/ground/fits';
import { MEASURES, measureById, whole } from '@/judgement/ground/measures';
import { candidatesOf, clicked, stacksDiffer, turnablesOf, wantedFields } from '@/judgement/ground/moves';
import type { RiddenFit } from '@/judgement/ground/rides';
import { triedFit } from '@/judgement/ground/tried';
import type { Trial } from '@/schema/pages';
import type { ListedSpring } from '@/schema/springs';
import { entriesOf, springOf } from './entries';
import { known, type Texts, walked } from './known';

/** What a ride is said to show, and what is put into a machine to be ridden: apart from the riding itself. */

const swings = () => new Array<number>(SWING_BINS).fill(0);
const end = (more: Partial<RiddenStretch['rear']> = {}): RiddenStretch['rear'] => ({
  travelMm: { max: 180, min: 40, mean: 100, rms: 12 },
  histogram: { fromMm: 40, toMm: 180, shares: new Array<number>(20).fill(0.05) },
  bottomings: 0,
  toppings: 0,
  contactLostShare: 0.02,
  tyreLoadVariation: 0.3,
  packingMm: 1,
  sinkByBumpMm: [],
  damperW: 60,
  speed95MPerS: { compression: 0.8, rebound: 0.7 },
  swings: { compression: swings(), rebound: swings() },
  ...more,
});
const stretch = (rear: Partial<RiddenStretch['rear']> = {}, more: Partial<RiddenStretch> = {}): RiddenStretch => ({
  front: end(),
  rear: end(rear),
  weightedSeatMPerS2: 1,
  weightedHandsMPerS2: 3,
  pitchDeg: { max: 2, min: -2, rms: 0.5 },
  ...more,
});
const COURSE: Stretch[] = [
  { name: 'gravel', surface: { kind: 'level' }, speedMPerS: 15, seconds: 10 },
  { name: 'braking bumps', surface: { kind: 'level' }, speedMPerS: 15, endSpeedMPerS: 7, seconds: 5 },
  { name: 'the way out', surface: { kind: 'level' }, speedMPerS: 7, endSpeedMPerS: 15, seconds: 5 },
];
const SECONDS = COURSE.map((s) => s.seconds);
const fit = (stretches: RiddenStretch[], oilC = { rear: 40, front: 25 }): RiddenFit => ({
  fit: { id: 'x', name: 'x' },
  springs: { rear: '', front: '' },
  restMm: { rear: 100, front: 70 },
  travelMm: { rear: 300, front: 300 },
  assumed: [],
  stretches,
  whole: whole(stretches, SECONDS),
  frames: noFrames(1),
  planar: { aheadM: 0.7, behindM: 0.7, scale: { rear: 1, front: 1 } },
  lives: [],
  oilC,
});
const same = () => [stretch(), stretch(), stretch()];

describe('stretches as one ride', () => {
  const some = [
    stretch({ bottomings: 2, packingMm: 3, damperW: 100 }),
    stretch({ bottomings: 1, travelMm: { max: 250, min: 10, mean: 140, rms: 5 } }),
    stretch(),
  ];
  const all = whole(some, SECONDS);
  test('counts add up, most and least are of all, means go by their time, packing is the worst', () => {
    expect([all.rear.bottomings, all.rear.travelMm.max, all.rear.travelMm.min, all.rear.packingMm]).toEqual([3, 250, 10, 3]);
    expect(all.rear.travelMm.mean).toBeCloseTo((100 * 10 + 140 * 5 + 100 * 5) / 20, 9);
    expect(all.rear.damperW).toBeCloseTo((100 * 10 + 60 * 5 + 60 * 5) / 20, 9);
    // Spread about the common mean: that of each, and of the means.
    const mean = 110;
    const square = [10 * (12 ** 2 + (100 - mean) ** 2), 5 * (5 ** 2 + (140 - mean) ** 2), 5 * (12 ** 2 + (100 - mean) ** 2)];
    expect(all.rear.travelMm.rms).toBeCloseTo(Math.sqrt(square.reduce((a, b) => a + b, 0) / 20), 9);
  });
  test('histograms of unlike reach are laid together by their time, and nothing of the time is lost', () => {
    const narrow = stretch({ histogram: { fromMm: 100, toMm: 100, shares: [1, ...new Array<number>(19).fill(0)] } });
    const { histogram } = whole([stretch(), narrow, stretch()], SECONDS).rear;
    expect([histogram.fromMm, histogram.toMm]).toEqual([40, 180]);
    expect(histogram.shares.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    expect(Math.max(...histogram.shares)).toBeGreaterThan(0.25);
  });
});

describe('in words', () => {
  test('each measure is said in its unit; what is better and worse is told from what merely differs', () => {
    const after = [
      stretch({ bottomings: 4, contactLostShare: 0.01, travelMm: { max: 220, min: 40, mean: 100, rms: 12 } }),
      stretch(),
      stretch(),
    ];
    const said = changesOf(fit(same()), fit(after), COURSE).map((a) => [a.verdict, sayMetric(a.words)]);
    expect(said).toEqual([
      ['worse', 'Rear, over gravel: meets the end of its travel never before, 4 times after.'],
      ['better', 'Rear, over gravel: tyre off the ground 2.0 % before, 1.0 % after.'],
      ['changed', 'Rear, over gravel: travel used 180 mm before, 220 mm after.'],
    ]);
    expect(MEASURES.map((m) => sayMetric(m.said(1))).every((words) => /\d/.test(words))).toBe(true);
    expect(sayMetric(usedOf(after[0]!, { rear: 200, front: 300 }, 'rear'))).toBe('200 mm of 200 mm');
  });
  const told = (phrase: string, endOf = 'rear') => entriesOf({ 'complaint.1.phrase': phrase, 'complaint.1.end': endOf });
  const answer = (phrase: string, after: RiddenStretch[], before = same(), endOf = 'rear') => {
    const [found] = complaintAnswers(told(phrase, endOf), fit(before), fit(after), COURSE);
    return [found!.verdict, sayMetric(found!.words)] as const;
  };
  test('a complaint is answered where it was worst to begin with', () => {
    const before = [stretch({ bottomings: 1 }), stretch({ bottomings: 7 }), stretch()];
    expect(answer('bottoms', same(), before)).toEqual([
      'better',
      'Bottoms, metal clunk. Rear, over braking bumps: meets the end of its travel 7 times before, never after.',
    ]);
    expect(answer('bottoms', before)[0]).toBe('worse');
    expect(answer('packs', same())[0]).toBe('same');
  });
  test('on the brakes and under drive only where it brakes and drives; where nothing is, that is said', () => {
    const dives = [stretch(), stretch({}, { front: end({ travelMm: { max: 140, min: 40, mean: 100, rms: 12 } }) }), stretch()];
    expect(answer('dives', dives, same(), 'front')[1]).toMatch(/over braking bumps: travel used 180 mm before, 140 mm after/);
    expect(answer('squats', same())[1]).toMatch(/over the way out/);
    const [level] = complaintAnswers(told('dives'), fit([stretch()]), fit([stretch()]), [COURSE[0]!]);
    expect([level!.verdict, sayMetric(level!.words)]).toEqual([
      'untold',
      expect.stringMatching(/nothing is ridden braking on this ground/),
    ]);
  });
  test('a fork that hardly moves is cured by more travel; fading is the oil’s own answer; what no ride shows is not claimed', () => {
    const moves = same().map((s) => ({ ...s, front: end({ travelMm: { max: 240, min: 40, mean: 100, rms: 20 } }) }));
    expect(answer('fork-still', moves, same(), 'front')[0]).toBe('better');
    const [fades] = complaintAnswers(told('fades'), fit(same(), { rear: 95, front: 30 }), fit(same(), { rear: 70, front: 30 }), COURSE);
    expect([fades!.verdict, sayMetric(fades!.words)]).toEqual([
      'better',
      expect.stringMatching(/rear is at 95 °C before, 70 °C after.*factor of 1\.5/),
    ]);
    expect(answer('legs-differ', same())).toEqual(['untold', 'Legs differ: a ride straight ahead cannot show it.']);
    for (const phrase of Object.keys(COMPLAINT_PHRASES)) expect(answer(phrase, same())[1].length).toBeGreaterThan(10);
  });
});

const FOUND: Fit = { id: 'found', name: 'As it came in', which: 'found' };
const MARKED: Texts = { 'found.rear.spring': '61', 'found.front.spring': '3.75' };
const jobOf = (texts: Texts = {}, machine: Texts = {}, springs: ListedSpring[] = []): GroundJob => ({
  facts: known({ ...MARKED, ...walked({}), ...texts }, {}, machine),
  springs,
});
const inIt = (job: GroundJob, of: Fit, at: 'rear' | 'front' = 'rear') => {
  const found = springIn(job, of, at);
  if ('missing' in found) throw new Error(found.missing.join());
  return found;
};

describe('what is in the machine', () => {
  test('as found: the spring that came in at the preload its rider sag needs; chosen: the spring and ring of the job', () => {
    const job = jobOf({ 'springs.rear.choice': '2', 'springs.rear.preload': '11 mm' }, {}, [springOf(1, 58), springOf(2, 66)]);
    const [found, chosen] = [inIt(job, FOUND), inIt(job, { ...FOUND, which: 'fit' })];
    expect([found.law.rateNPerMm(0), sayMetric(found.words)]).toEqual([61, '61.0 N/mm as found']);
    expect([chosen.law.rateNPerMm(0), chosen.preloadMm, chosen.words]).toEqual([66, 11, 'S2']);
    expect(inIt(job, { ...FOUND, preloadBy: { rear: 3 } }).preloadMm).toBeCloseTo(found.preloadMm + 3, 9);
  });
  test('unmarked it is as both sags say; without sags it is missing, and named', () => {
    const unmarked = inIt(jobOf({ 'found.rear.spring': '' }), FOUND);
    expect(unmarked.law.rateNPerMm(0)).toBeGreaterThan(55);
    expect(unmarked.law.rateNPerMm(0)).toBeLessThan(67);
    expect(sayMetric(unmarked.words)).toMatch(/by its sags$/);
    const bare: GroundJob = { facts: known({ 'found.front.spring': '3.75' }), springs: [] };
    expect(springIn(bare, FOUND, 'rear')).toEqual({ missing: ['found.rear.spring'] });
  });
  test('candidates are those of Springs in its order, the chosen one left out; each rides with its own ring', () => {
    const springs = [springOf(1, 50), springOf(2, 58), springOf(3, 61), springOf(4, 66)];
    const job = jobOf({ 'springs.rear.choice': '3', 'springs.rear.preload': '8 mm' }, {}, springs);
    const found = candidatesOf(job, 'rear');
    expect(found.map((c) => c.candidate.id)).not.toContain('3');
    expect(inIt(job, { ...FOUND, ...found[0]!.fit }).preloadMm).toBeCloseTo(found[0]!.candidate.preloadMm, 9);
  });
});

describe('a cure before it is done', () => {
  test('the ring is turned to the target; the right spring is the ideal; damping is multiplied; a gas charge is nothing a ride shows', () => {
    const job = jobOf({}, {});
    const ring = triedFit(job, FOUND, { kind: 'preload' }, 'rear')!;
    expect(ring.preloadBy!.rear).toBeCloseTo(0, -0.5);
    expect(triedFit(job, FOUND, { kind: 'spring' }, 'rear')!.rates!.rear!.rateNPerMm).toBeGreaterThan(50);
    const damping = triedFit(job, FOUND, { kind: 'damping', side: 'rebound', band: 'all', byPercent: -20 }, 'front')!;
    expect([damping.damping, damping.name]).toEqual([{ front: { rebound: 0.8 } }, 'With 20 % less rebound, front']);
    expect(triedFit(job, FOUND, { kind: 'gas' }, 'rear')).toBeNull();
    expect([canBeRidden({ kind: 'gas' }), canBeRidden({ kind: 'spring' })]).toEqual([false, true]);
  });
  test('clicks of a damper nobody knows take the usual share; of one that is known they are clicks, within its range', () => {
    const out = (by: number) => triedFit(jobOf(), FOUND, { kind: 'clicks', adjuster: 'rebound', by }, 'rear')!.damping!.rear!.rebound!;
    expect([out(2), out(-2)]).toEqual([expect.closeTo(0.88, 9), expect.closeTo(1.12, 9)]);
    expect(triedFit(jobOf(), FOUND, { kind: 'oil-level', by: 10 }, null)).toBeNull();
    const oil = triedFit(jobOf({ 'found.front.oilLevel.left': '120 mm' }), FOUND, { kind: 'oil-level', by: -10 }, null)!;
    expect(oil.entries!['found.front.oilLevel.left']!.value).toBe(110);
  });
});

describe('the search stays within what the rides have shown', () => {
  const STACK = '36 × 0.20 × 5\n32 × 0.20\n28 × 0.25\n22 × 0.30';
  const machine: Texts = Object.fromEntries([
    ['machine.damper.rear.bore', '46'],
    ['machine.damper.rear.rod', '16'],
    ...(['compression', 'rebound'] as const).flatMap((v) =>
      (
        [
          ['port', '120'],
          ['bleed', '1.4'],
          ['needle', '0.25'],
          ['clamp', '18'],
          ['zone.inner', '22'],
          ['zone.outer', '33'],
        ] as const
      ).map(([f, x]) => [`machine.damper.rear.${v}.${f}`, x] as const),
    ),
  ]);
  const texts: Texts = {
    'valves.rear.found.compression': STACK,
    'valves.rear.found.rebound': STACK,
    'found.rear.rebound.out': '10',
    'found.rear.rebound.range': '22',
  };
  const job = jobOf(texts, machine);
  const trial = (from: number, to: number, feel: 'better' | 'worse'): Trial => ({
    id: 1,
    n: 1,
    setupId: 1,
    fromSetupId: 1,
    document: { change: { tunable: 'rear.rebound', from, to } } as unknown as Trial['document'],
    token: '',
    plannedAt: '',
    rides: [{ document: { feels: { x: feel } } as unknown as Trial['rides'][number]['document'], source: 'bench', at: '' }],
    decision: null,
  });
  const rebound = (trials: Trial[]) => turnablesOf(job, trials).find((t) => t.id === 'rear.rebound')!;
  test('eight clicks either way within the range; what Ride takes from a ride called worse or better bounds it, as it bounds the next ride', () => {
    expect(rebound([])).toMatchObject({ now: 10, least: 2, most: 18 });
    expect(rebound([trial(10, 14, 'worse')])).toMatchObject({ least: 2, most: 13 });
    expect(rebound([trial(10, 6, 'worse')])).toMatchObject({ least: 7, most: 18 });
    expect(rebound([trial(10, 14, 'better')])).toMatchObject({ least: 10, most: 18 });
    expect(rebound([trial(10, 14, 'better'), trial(14, 18, 'worse')])).toMatchObject({ least: 10, most: 17 });
  });
  test('a place is put where Set looks for it, and the fit rides with it', () => {
    expect(wantedFields(job, 'rear.rebound')).toEqual(['wanted.rear.rebound.out']);
    const turned = clicked(job, FOUND, { 'rear.rebound': 15 });
    expect([turned.which, turned.entries!['valves.rear.clicks.rebound']!.value]).toEqual(['fit', 15]);
    expect(measureById('rear.grip').end).toBe('rear');
  });
  test('stacks and springs are ridden apart only where the stacks are to change', () => {
    expect(stacksDiffer(job)).toBe(false);
    expect(stacksDiffer(jobOf({ ...texts, 'valves.rear.fit.rebound': '36 × 0.20 × 3\n28 × 0.25\n22 × 0.30' }, machine))).toBe(true);
    expect(stacksDiffer(jobOf())).toBe(false);
  });
});
