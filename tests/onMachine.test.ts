import { SETUP_FIELDS } from '@/catalogue/fields/setup';
import { sayMetric } from '@/core/units/say';
import { itemsOn } from '@/judgement/job/rebuildTable';
import { hasClicker, isOnMachine } from '@/judgement/model/ends';
import { factsOf } from '@/judgement/model/facts';
import { notchWorthOf, preloadInHand } from '@/judgement/model/preloadHand';
import { curesOf } from '@/judgement/reason/cures';
import { isTurnable, TUNABLES } from '@/judgement/reason/tunables';
import { CAUSES } from '@/knowledge/causes/shipped';
import { CAUTIONS, SPRING_CAUTIONS } from '@/knowledge/cautions';
import { entriesOf, MACHINE } from './entries';

/** What a machine does not have is asked for, listed and turned nowhere; preload is told in the way its adjuster is read. */

const keysOn = (machine: Record<string, string>) => SETUP_FIELDS.filter((f) => isOnMachine(f.key, entriesOf(machine))).map((f) => f.key);
const BARE = {
  'machine.clickers.front': 'none',
  'machine.clickers.rear': 'rebound',
  'machine.adjuster.front': 'no',
  'machine.adjuster.rear': 'no',
};

test('a machine nobody said anything of may have every clicker and adjuster, but one shock and coil springs', () => {
  const keys = keysOn({});
  expect(keys).toEqual(
    expect.arrayContaining(['rear.highCompression.out', 'front.compression.left.out', 'rear.preload.reading', 'front.spring']),
  );
  expect(keys.filter((k) => /rear\.springRight|front\.air/.test(k))).toEqual([]);
});

test('clickers and adjusters that are not there have no field and no row', () => {
  const keys = keysOn(BARE);
  expect(keys.filter((k) => /ompression|front\.rebound/.test(k))).toEqual([]);
  expect(keys).toContain('rear.rebound.out');
  expect(keys.filter((k) => k.startsWith('rear.preload'))).toEqual([]);
  // A fork without an adjuster has its preload from the spacer.
  expect(keys).toContain('front.preload.left.reading');
  const rows = itemsOn(entriesOf(BARE)).map((i) => `${i.end} ${i.label}`);
  expect(rows.filter((r) => /ompression|front Rebound|rear Preload/.test(r))).toEqual([]);
  expect(rows).toEqual(expect.arrayContaining(['rear Rebound', 'front Preload']));
  // What was recorded all the same stays in sight.
  const noted = itemsOn(entriesOf(BARE), entriesOf({ 'found.front.rebound.left.out': '8' })).map((i) => `${i.end} ${i.label}`);
  expect(noted.filter((r) => !rows.includes(r))).toEqual(['front Rebound']);
});

test('a fork with two clickers a leg keeps both; a shock with two has no fast compression', () => {
  const two = entriesOf({ 'machine.clickers.front': 'two', 'machine.clickers.rear': 'two' });
  expect(['rebound', 'compression', 'highCompression'].map((n) => hasClicker(two, 'rear', n as 'rebound'))).toEqual([true, true, false]);
  expect(isOnMachine('front.compression.right.out', two)).toBe(true);
});

test('a fork on air is asked for no spring and no preload of one', () => {
  const keys = keysOn({ 'machine.forkSpring': 'air' });
  expect(keys.filter((k) => /^front\.(spring|preload)/.test(k))).toEqual([]);
  expect(keys).toContain('front.air');
});

test('no cure and no ride turns what is not there', () => {
  const bare = entriesOf(BARE);
  for (const page of CAUSES)
    for (const end of ['front', 'rear'] as const) {
      const cures = curesOf(page.cures, end, bare);
      for (const { effect } of cures) {
        const at = 'end' in effect && (effect.end === 'front' || effect.end === 'rear') ? effect.end : end;
        if (effect.kind === 'clicks') expect([at, effect.adjuster]).toEqual(['rear', 'rebound']);
        if (effect.kind === 'preload') expect(at).toBe('front');
      }
    }
  expect(curesOf(CAUSES[0]!.cures, 'rear', {})).toEqual(curesOf(CAUSES[0]!.cures, 'rear', entriesOf({ 'machine.clickers.rear': 'all' })));
  expect(TUNABLES.filter((t) => isTurnable(t, bare)).map((t) => t.id)).toEqual(['front.height', 'front.oilLevel', 'rear.rebound']);
  expect(TUNABLES.every((t) => isTurnable(t, {}))).toBe(true);
});

test('cautions belong to the part: a fork’s spring is not taken out with a shock’s compressor', () => {
  expect(SPRING_CAUTIONS.front.map((c) => CAUTIONS[c]).join(' ')).not.toMatch(/compressor/);
  expect(SPRING_CAUTIONS.front.map((c) => CAUTIONS[c]).join(' ')).toMatch(/cap.*cartridge.*leg/is);
  expect(SPRING_CAUTIONS.rear.map((c) => CAUTIONS[c]).join(' ')).toMatch(/compressor/);
});

const READ = {
  'measure.rear.style': 'distance',
  'measure.rear.extended': '600',
  'measure.rear.unladen.1.lifted': '570',
  'measure.rear.unladen.1.pressed': '570',
  'measure.rear.laden.1.lifted': '520',
  'measure.rear.laden.1.pressed': '520',
  'set.rear.style': 'distance',
  'set.rear.extended': '600',
  'set.rear.laden.1.lifted': '536',
  'set.rear.laden.1.pressed': '536',
};
const NOTCHES = {
  'found.rear.preload.way': 'notch',
  'found.rear.preload.reading': '2',
  'fitted.rear.preload.way': 'notch',
  'fitted.rear.preload.reading': '4',
};
const MACHINE_2TO1 = entriesOf({ ...MACHINE, 'machine.leverage': '2' });

test('preload is told as the adjuster is read: turns, notch, thread, length; in millimetres where only they were', () => {
  const as = (way: string, reference: string) => {
    const words = preloadInHand(
      factsOf(
        entriesOf({ 'found.rear.preload.way': way, 'found.rear.preload.reference': reference, 'found.rear.preload.reading': '3' }),
        {},
      ),
      'rear',
      12,
    );
    return words && sayMetric(words);
  };
  expect([as('turns', '1.5'), as('notch', '2.4'), as('thread', '31'), as('length', '250')]).toEqual([
    '8.0 turns in',
    'notch 6',
    '43 mm of thread showing',
    '238 mm installed',
  ]);
  expect(as('mm', '')).toBeNull();
  expect(
    preloadInHand(
      factsOf({}, {}).with({ before: entriesOf({ 'found.rear.preload.way': 'turns', 'found.rear.preload.reference': '2' }) }),
      'rear',
      12,
    ),
  ).toBe('6.0 turns in');
});

test('a notch is learnt from the rider sag before and after it was turned, at one load and spring', () => {
  // 16 mm of wheel at 2 to 1 are 8 mm of spring for two notches.
  const worth = notchWorthOf(factsOf(entriesOf({ ...READ, ...NOTCHES }), MACHINE_2TO1), 'rear')!;
  expect(worth).toMatchObject({ mmPerNotch: expect.closeTo(4, 6), notches: 2 });
  expect(worth.uncertaintyMm).toBeGreaterThan(0.2);
  const facts = factsOf(entriesOf({ ...READ, ...NOTCHES }), MACHINE_2TO1);
  expect(sayMetric(preloadInHand(facts, 'rear', 12)!)).toBe('about notch 4');
});

test('nothing is learnt of another spring, of the same notch, or within the doubt of the readings', () => {
  const worth = (over: Record<string, string>) => notchWorthOf(factsOf(entriesOf({ ...READ, ...NOTCHES, ...over }), MACHINE_2TO1), 'rear');
  expect(worth({ 'found.rear.spring': '80', 'fitted.rear.spring': '90' })).toBeNull();
  expect(worth({ 'found.rear.spring': '80', 'fitted.rear.spring': '80' })).not.toBeNull();
  expect(worth({ 'fitted.rear.preload.reading': '2' })).toBeNull();
  expect(worth({ 'set.rear.laden.1.lifted': '521', 'set.rear.laden.1.pressed': '521' })).toBeNull();
});
