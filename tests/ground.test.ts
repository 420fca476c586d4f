import fc from 'fast-check';
import { GROUND_IDS, type GroundId } from '@/catalogue/fields/ask';
import { GROUNDS } from '@/knowledge/ground';
import { SCHOOLS } from '@/knowledge/schools';
import { dampingShare, groundWords, mixOf, oilShiftMm, percentOf, sagPlace, withShare } from '@/judgement/aims/ground';
import { targetOf, windowsOf } from '@/judgement/aims/targets';
import { shiftOf } from '@/judgement/model/valves';
import { entriesOf, MACHINE } from './entries';

/** Ground as shares of a ride: they add up to 100, and what they ask for stays within the school. */

const mixed = (shares: Partial<Record<GroundId, number>>, more: Record<string, string> = {}) =>
  entriesOf({ ...Object.fromEntries(Object.entries(shares).map(([id, share]) => [`ground.${id}`, String(share)])), ...more });
const sum = (mix: Readonly<Record<GroundId, number>>) => GROUND_IDS.reduce((all, id) => all + mix[id], 0);

test('every kind of ground of the catalogue is in the book', () => {
  expect(GROUNDS.map((g) => g.id).sort()).toEqual([...GROUND_IDS].sort());
});

test('whatever is moved, whole shares add up to 100, the one moved stands where it was put, and none is below nothing', () => {
  const moves = fc.array(fc.tuple(fc.constantFrom(...GROUND_IDS), fc.integer({ min: 0, max: 100 })), { minLength: 1, maxLength: 12 });
  fc.assert(
    fc.property(moves, (list) => {
      let mix = percentOf({});
      for (const [id, share] of list) {
        const others = GROUND_IDS.some((o) => o !== id && mix[o] > 0);
        mix = withShare(mix, id, share);
        expect(sum(mix)).toBe(100);
        expect(mix[id]).toBe(others ? share : 100);
        expect(Math.min(...Object.values(mix))).toBeGreaterThanOrEqual(0);
      }
    }),
  );
});

test('order does not matter, and shares that do not add up are taken in proportion', () => {
  const one = mixOf(mixed({ rocks: 30, gravel: 20 }))!;
  const other = mixOf(mixed({ gravel: 40, rocks: 60 }))!;
  expect(other).toEqual(one);
  expect(sum(one)).toBeCloseTo(1, 12);
  expect(mixOf(mixed({ rocks: 0 }))).toBeNull();
});

test('untold ground asks for nothing; told ground moves the aim within the school’s window, never out of it', () => {
  const machine = entriesOf(MACHINE);
  const aim = (entries: ReturnType<typeof mixed>) => targetOf(entries, machine, 'rear', SCHOOLS)!.rider.value;
  const plain = aim(entriesOf({ use: 'off-road' }));
  const [rocks, jumps] = [{ rocks: 100 }, { jumps: 100 }].map((mix) => aim(mixed(mix, { use: 'off-road', pace: 'race' })));
  const { minMm, maxMm } = windowsOf(entriesOf({ use: 'off-road' }), machine, 'rear', SCHOOLS)!.rider!;
  expect(plain).toBe(Math.round((minMm + maxMm) / 2));
  expect(rocks).toBeGreaterThan(plain);
  expect(jumps).toBeLessThan(plain);
  for (const mm of [rocks!, jumps!]) expect(mm >= Math.floor(minMm) && mm <= Math.ceil(maxMm)).toBe(true);
  expect(groundWords({})).toEqual([]);
});

test('pace and skill scale what the ground asks for', () => {
  const asks = (more: Record<string, string>) => dampingShare(mixed({ rocks: 100 }, more), 'compression', 'high');
  const [whole] = [asks({})];
  expect(asks({ pace: 'race' }) / whole).toBeCloseTo(1.2, 12);
  expect(asks({ pace: 'easy', experience: 'learning' }) / whole).toBeCloseTo(0.6 * 0.7, 12);
  expect(asks({ experience: 'long' })).toBe(whole);
});

test('it asks in proportion, at the pace ridden, and says which ground; what is typed in Valves stands above it', () => {
  const half = mixed({ rocks: 50, smooth: 50 }, { pace: 'quick' });
  expect(sagPlace(half)).toBeCloseTo(0.35, 12);
  expect(dampingShare(half, 'compression', 'high')).toBeCloseTo(-0.075, 12);
  expect(dampingShare(mixed({ rocks: 50, smooth: 50 }, { pace: 'easy' }), 'compression', 'high')).toBeCloseTo(-0.045, 12);
  expect(oilShiftMm(mixed({ jumps: 40, smooth: 60 }))).toBeCloseTo(-4, 12);
  expect(groundWords(half).map((g) => g.words)).toContain('8 % less compression at high speed: rocks and roots 50 %.');
  expect(shiftOf(half, 'rear', 'compression', true).high).toBeCloseTo(-0.075, 12);
  // The damping as found was found on that ground: it is not asked for twice.
  expect(shiftOf(half, 'rear', 'compression', false).high).toBe(0);
  expect(shiftOf(mixed({ rocks: 100 }, { 'valves.rear.shift.compression.high': '0' }), 'rear', 'compression', true).high).toBe(0);
});
