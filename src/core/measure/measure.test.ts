import fc from 'fast-check';
import { preload } from './preload';
import { sag, type SagRequest } from './sag';

const read = (request: Partial<SagRequest>) =>
  sag({ travelMm: 300, style: 'distance', extendedMm: 612, unladen: [], laden: [], ...request });
const value = (request: Partial<SagRequest>) => {
  const result = read(request);
  if (!result.ok) throw new Error(result.issue.code);
  return result.value;
};
const code = (request: Partial<SagRequest>) => {
  const result = read(request);
  return result.ok ? 'read' : `${result.issue.code} ${result.issue.path.join('.')}`;
};
const pair = (liftedMm: number | null, pressedMm: number | null) => ({ liftedMm, pressedMm });

// Check values of docs/methods.md, "Checks": common practice, no source.
test('34 and 48 make 41; 562 to 526 is 36; the inch tape gives 33.34 mm, 25.6 % of 130 mm', () => {
  expect(value({ style: 'ruler', extendedMm: null, laden: [pair(34, 48)] })).toMatchObject({ riderSagMm: 41, frictionBandLadenMm: 14 });
  expect(value({ extendedMm: 562, laden: [pair(526, 526)] }).riderSagMm).toBe(36);
  const inch = 25.4;
  const tape = value({ travelMm: 130, extendedMm: 23.375 * inch, laden: [pair(22.125 * inch, 22 * inch)] });
  expect(tape.riderSagMm).toBeCloseTo(33.34, 2);
  expect(tape.riderShare).toBeCloseTo(0.2564, 4);
  expect(value({ travelMm: 5.1 * inch, extendedMm: 23.375 * inch, laden: [pair(22.125 * inch, 22 * inch)] }).riderShare).toBeCloseTo(
    0.257,
    3,
  );
  expect(value({ travelMm: 125, style: 'ruler', extendedMm: null, unladen: [pair(75, 75)] }).staticShare).toBe(0.6);
});

test('several pairs are averaged; one reading alone is used and said', () => {
  const two = value({ unladen: [pair(580, 574), pair(582, 572)] });
  expect(two).toMatchObject({ staticSagMm: 35, frictionBandUnladenMm: 8 });
  const single = value({ unladen: [pair(580, null)] });
  expect(single).toMatchObject({ staticSagMm: 32, frictionBandUnladenMm: null, riderSagMm: null });
  expect(single.warnings.map((w) => w.code)).toEqual(['single-reading']);
  expect(single.uncertaintyMm!).toBeGreaterThan(two.uncertaintyMm!);
});

test('the uncertainty is that of the tape by hand: one distance pair with ±1 mm readings is ±√2 mm', () => {
  // u² = a²/3 (extended) + a²/3/2 (mean of two); U = 2u = 2·√(1/2) for a = 1. ISO/IEC Guide 98-3, 4.3.7 and 5.1.2.
  expect(value({ laden: [pair(500, 490)] }).uncertaintyMm).toBeCloseTo(Math.SQRT2, 12);
});

test.each([
  [{ unladen: [pair(640, 630)] }, 'above-extended unladen.0.liftedMm'],
  [{ laden: [pair(500, 200)] }, 'beyond-travel laden.0.pressedMm'],
  [{ extendedMm: null, laden: [pair(500, 490)] }, 'extended-missing extendedMm'],
])('impossible readings are named: %j', (request, wanted) => {
  expect(code(request)).toBe(wanted);
});

test('odd but possible readings are kept and remarked', () => {
  const warned = (request: Partial<SagRequest>) => value(request).warnings.map((w) => w.code);
  expect(warned({ unladen: [pair(574, 580)] })).toContain('lifted-pressed-swapped');
  expect(warned({ unladen: [pair(500, 498)], laden: [pair(560, 558)] })).toContain('laden-above-unladen');
  expect(warned({ unladen: [pair(612, 612)] })).toContain('topped-out');
  expect(warned({ unladen: [pair(590, 575)] })).toContain('friction-band-wide');
  expect(warned({ unladen: [pair(612.5, 612)] })).toContain('reading-noise');
});

test('tape and ruler agree, order of the pair does not matter, and more compression never gives less sag', () => {
  const mm = fc.double({ min: 0, max: 290, noNaN: true });
  fc.assert(
    fc.property(mm, mm, fc.double({ min: 0.1, max: 9, noNaN: true }), (a, b, deeper) => {
      const tape = value({ laden: [pair(612 - a, 612 - b)] }).riderSagMm!;
      expect(value({ style: 'ruler', extendedMm: null, laden: [pair(a, b)] }).riderSagMm!).toBeCloseTo(tape, 9);
      expect(value({ laden: [pair(612 - b, 612 - a)] }).riderSagMm!).toBeCloseTo(tape, 9);
      expect(value({ laden: [pair(612 - a - deeper, 612 - b)] }).riderSagMm!).toBeGreaterThan(tape);
    }),
    { seed: 7 },
  );
});

test('preload from each way people read it', () => {
  const mm = (request: Parameters<typeof preload>[0]) => {
    const result = preload(request);
    return result.ok ? result.value.preloadMm : result.issue.code;
  };
  expect(mm({ way: 'mm', reading: 12, reference: null })).toBe(12);
  expect(mm({ way: 'length', reading: 241, reference: 255 })).toBe(14);
  expect(mm({ way: 'turns', reading: 6, reference: 1.5 })).toBe(9);
  expect(mm({ way: 'turns', reading: 6, reference: 1.5, baseMm: 2 })).toBe(11);
  expect(mm({ way: 'notch', reading: 5, reference: 2 })).toBe(8);
  expect(mm({ way: 'thread', reading: 22, reference: 4 })).toBe(18);
  expect(mm({ way: 'length', reading: 260, reference: 255 })).toBe('negative');
  expect(mm({ way: 'turns', reading: 6, reference: null })).toBe('empty');
  expect(mm({ way: 'notch', reading: 0, reference: 2 })).toBe('out-of-range');
});
