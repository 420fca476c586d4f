import fc from 'fast-check';
import { type Ridden, searchState, type SearchRequest, type SearchState } from './search';

const state = (request: SearchRequest): SearchState => {
  const found = searchState(request);
  if (!found.ok) throw new Error(JSON.stringify(found.issue));
  return found.value;
};
const CLICKS: SearchRequest = { start: 10, range: [0, 20], resolution: 1, step: 4, direction: 1, ridden: [] };
const after = (...ridden: Ridden[]) => state({ ...CLICKS, ridden });

test('the first step goes where the reasons point, and on while it helps, a step further for each better ride', () => {
  expect(after()).toMatchObject({ outcome: 'go-on', best: 10, next: 14, reach: 4 });
  expect(after({ from: 10, value: 14, feel: 'better' })).toMatchObject({
    outcome: 'go-on',
    best: 14,
    next: 18,
    reach: 8,
    bounds: [10, null],
  });
});

test('an overshoot is halved between the best and what was worse', () => {
  const over = after({ from: 10, value: 14, feel: 'better' }, { from: 14, value: 18, feel: 'worse' });
  expect(over).toMatchObject({ outcome: 'halve', best: 14, next: 16, bounds: [10, 18] });
  const again = after(
    { from: 10, value: 14, feel: 'better' },
    { from: 14, value: 18, feel: 'worse' },
    { from: 14, value: 16, feel: 'worse' },
  );
  expect(again).toMatchObject({ outcome: 'halve', best: 14, next: 15, bounds: [10, 16] });
});

test('a first step that was worse is taken back and the other side tried; worse there too, the start is halved about', () => {
  expect(after({ from: 10, value: 14, feel: 'worse' })).toMatchObject({ outcome: 'turn-round', best: 10, next: 6 });
  expect(after({ from: 10, value: 14, feel: 'worse' }, { from: 10, value: 6, feel: 'worse' })).toMatchObject({
    outcome: 'halve',
    best: 10,
    next: 12,
  });
});

test('what is not felt on either side is not this adjuster', () => {
  expect(after({ from: 10, value: 14, feel: 'same' })).toMatchObject({ outcome: 'turn-round', next: 6 });
  expect(after({ from: 10, value: 14, feel: 'same' }, { from: 10, value: 6, feel: 'same' })).toMatchObject({
    outcome: 'no-answer',
    next: null,
  });
});

test('the adjuster’s end and the evidence both bound it', () => {
  expect(state({ ...CLICKS, start: 18, ridden: [] })).toMatchObject({ next: 20 });
  expect(state({ ...CLICKS, start: 20, ridden: [] })).toMatchObject({ outcome: 'turn-round', next: 16 });
  const atEnd = state({ ...CLICKS, start: 16, ridden: [{ from: 16, value: 20, feel: 'better' }] });
  expect(atEnd).toMatchObject({ outcome: 'at-limit', best: 20, next: null });
});

test('what cannot be is refused', () => {
  const code = (more: Partial<SearchRequest>) => {
    const found = searchState({ ...CLICKS, ...more });
    return found.ok ? 'ok' : `${found.issue.code} ${found.issue.path.join('.')}`;
  };
  expect(code({ range: [20, 0] })).toBe('range-order range');
  expect(code({ start: 21 })).toBe('out-of-range start');
  expect(code({ step: 0.5 })).toBe('out-of-range step');
  expect(code({ ridden: [{ from: 10, value: 30, feel: 'same' }] })).toBe('out-of-range ridden.0.value');
  expect(code({ ridden: [{ from: 10, value: 10, feel: 'same' }] })).toBe('no-change ridden.0.value');
});

/** A rider with one best place who feels every difference: rides until the search has nothing more to ask. */
function rideOut(
  request: Omit<SearchRequest, 'ridden'>,
  best: number,
  seen: (s: SearchState) => void,
): { end: SearchState; rides: number } {
  const ridden: Ridden[] = [];
  for (let i = 0; i < 60; i += 1) {
    const now = state({ ...request, ridden });
    seen(now);
    if (now.next === null) return { end: now, rides: i };
    const [a, b] = [Math.abs(now.best - best), Math.abs(now.next - best)];
    ridden.push({ from: now.best, value: now.next, feel: b < a ? 'better' : b > a ? 'worse' : 'same' });
  }
  throw new Error('the search does not end');
}

test('whatever the rider’s best place, it ends in few rides, never outside the range, never further than the evidence carries, bounds only closing', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 24 }),
      fc.integer({ min: 1, max: 5 }),
      fc.constantFrom(1 as const, -1 as const),
      fc.double({ min: -4, max: 28, noNaN: true }),
      (start, step, direction, best) => {
        const request = { start, range: [0, 24] as const, resolution: 1, step, direction, wrongShare: 0 };
        let width = Infinity;
        const { end, rides } = rideOut(request, best, (s) => {
          if (s.next !== null) {
            expect(s.next).toBeGreaterThanOrEqual(0);
            expect(s.next).toBeLessThanOrEqual(24);
            expect(Math.abs(s.next - start)).toBeLessThanOrEqual(s.reach + 1e-9);
            expect(Number.isInteger(s.next)).toBe(true);
          }
          const now = (s.bounds[1] ?? Infinity) - (s.bounds[0] ?? -Infinity);
          expect(now).toBeLessThanOrEqual(width);
          width = now;
        });
        expect(rides).toBeLessThanOrEqual(24 / step + 2 * Math.ceil(Math.log2(step + 1)) + 3);
        const target = Math.min(24, Math.max(0, best));
        if (end.outcome !== 'no-answer') expect(Math.abs(end.best - target)).toBeLessThanOrEqual(1 + 1e-9);
      },
    ),
    { numRuns: 400, seed: 21 },
  );
});

/** A repeatable draw, so that the shares below are the same at each run (a linear congruential generator; Numerical Recipes, ch. 7). */
function drawn(seed: number): () => number {
  let state = seed;
  return () => (state = (1664525 * state + 1013904223) % 4294967296) / 4294967296;
}

test('with one answer in five wrong, what is called found is within a step four times in five, and how sure it says it is holds', () => {
  const draw = drawn(5);
  let [found, right, claimed, far] = [0, 0, 0, 0];
  for (let i = 0; i < 400; i += 1) {
    const start = 4 + Math.floor(draw() * 17);
    const best = Math.min(24, Math.max(0, start + (draw() < 0.67 ? 1 : -1) * -6 * Math.log(1 - draw())));
    const request = { start, range: [0, 24] as const, resolution: 1, step: 2, direction: 1 as const };
    const ridden: Ridden[] = [];
    for (let n = 0; n < 30; n += 1) {
      const now = state({ ...request, ridden });
      if (now.next === null) {
        if (now.outcome !== 'found') break;
        found += 1;
        claimed += now.sureShare;
        right += Math.abs(now.best - best) <= 2.5 ? 1 : 0;
        far += Math.abs(now.best - best) > 6 ? 1 : 0;
        break;
      }
      const gain = Math.abs(now.best - best) - Math.abs(now.next - best);
      const truly = gain > 0 ? 'better' : gain < 0 ? 'worse' : 'same';
      const wrong = (['better', 'same', 'worse'] as const).filter((f) => f !== truly);
      ridden.push({ from: now.best, value: now.next, feel: draw() < 0.2 ? wrong[Math.floor(draw() * 2)]! : truly });
    }
  }
  expect(found).toBeGreaterThan(200);
  expect(right / found).toBeGreaterThanOrEqual(0.8);
  expect(Math.abs(right / found - claimed / found)).toBeLessThan(0.07);
  expect(far / found).toBeLessThan(0.06);
});
