import { preload, preloadReading, PRELOAD_WAYS } from './preload';

const REFERENCE = { mm: null, length: 250, turns: 1.5, notch: 2.4, thread: 31 } as const;

test.each(PRELOAD_WAYS)('%s: what an adjuster shows for a preload reads back as that preload', (way) => {
  const reading = preloadReading(way, 12, REFERENCE[way])!;
  const back = preload({ way, reading, reference: REFERENCE[way] });
  expect(back.ok && back.value.preloadMm).toBeCloseTo(12, 9);
});

test('by hand: 12 mm is 8 turns of 1.5 mm, the sixth notch of 2.4 mm, 238 of 250 mm, 43 mm of thread', () => {
  expect(PRELOAD_WAYS.map((way) => preloadReading(way, 12, REFERENCE[way]))).toEqual([12, 238, 8, 6, 43]);
  expect([preloadReading('turns', 12, null), preloadReading('notch', 12, 0)]).toEqual([null, null]);
});
