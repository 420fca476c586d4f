/** @jest-environment node */
import { renderToStaticMarkup } from 'react-dom/server';
import { type Ridden, searchState } from '@/core/retune/search';
import { SearchLine } from './SearchLine';

/** The search as drawn says what the search knows, and to scale. */

const RANGE = [0, 20] as const;
const draw = (start: number, ridden: readonly Ridden[], now: number) => {
  const found = searchState({ start, range: RANGE, resolution: 1, step: 4, direction: 1, ridden });
  if (!found.ok) throw new Error('no search');
  const props = { name: 'Shock rebound', unit: 'out', range: RANGE, resolution: 1, start, now, ridden, search: found.value };
  return { svg: renderToStaticMarkup(<SearchLine {...props} />), search: found.value };
};
const numbers = (svg: string, pattern: RegExp) => [...svg.matchAll(pattern)].map((m) => m.slice(1).map(Number));
/** The line of the whole reach: from one end of the range to the other. */
const reachOf = (svg: string) => numbers(svg, /<line x1="([\d.]+)" x2="([\d.]+)" y1="46" y2="46"/g)[0] as [number, number];
const at = (svg: string, value: number) => {
  const [left, right] = reachOf(svg);
  return left + ((value - RANGE[0]) / (RANGE[1] - RANGE[0])) * (right - left);
};
const circles = (svg: string, radius: string) =>
  numbers(svg, new RegExp(`<circle cx="([\\d.]+)" cy="46" r="${radius}"`, 'g')).map(([x]) => x!);

const RODE: Ridden[] = [
  { from: 6, value: 10, feel: 'better' },
  { from: 10, value: 14, feel: 'worse' },
];

test('rides, the place now and the next stand where the adjuster stood, to scale', () => {
  const { svg, search } = draw(6, RODE, 10);
  expect(search.next).toBe(12);
  expect(circles(svg, '4.5')).toEqual([expect.closeTo(at(svg, 10), 6), expect.closeTo(at(svg, 14), 6)]);
  expect(circles(svg, '6')).toEqual([expect.closeTo(at(svg, 10), 6)]);
  expect(circles(svg, '8')).toEqual([expect.closeTo(at(svg, 12), 6)]);
});

test('the band is as far as the evidence carries, and ends at the adjuster’s stops', () => {
  const band = (svg: string) => numbers(svg, /<rect x="([\d.]+)" width="([\d.]+)"/g)[0]!;
  const { svg } = draw(6, RODE, 10);
  // A step of four, and one more for the better ride: eight either way, cut at closed.
  const [x, width] = band(svg);
  expect(x).toBeCloseTo(at(svg, 0), 6);
  expect(x! + width!).toBeCloseTo(at(svg, 14), 6);
  const first = draw(10, [], 10).svg;
  expect(band(first)[1]).toBeCloseTo(at(first, 14) - at(first, 6), 6);
});

test('both bounds are bracketed once they are known', () => {
  const brackets = (svg: string) => numbers(svg, /<path d="M[\d.]+ 33H([\d.]+)V59/g).map(([x]) => x!);
  expect(brackets(draw(6, [], 6).svg)).toEqual([]);
  const { svg, search } = draw(6, RODE, 10);
  expect(search.bounds).toEqual([6, 14]);
  expect(brackets(svg)).toEqual([expect.closeTo(at(svg, 6), 6), expect.closeTo(at(svg, 14), 6)]);
});

test('told in words as well, better and worse by shape and not by colour', () => {
  const { svg } = draw(6, RODE, 10);
  expect(svg).toContain('aria-label="Shock rebound: began at 6 out, now 10; 10 rode better; 14 rode worse; next 12"');
  for (const mark of ['▲', '▼', 'next 12'].map((m) => m.split(' '))) for (const part of mark) expect(svg).toContain(part);
  const ended = draw(20, [{ from: 20, value: 16, feel: 'same' }], 20).svg;
  expect(ended).toMatch(/16 rode same; (next|nothing)/);
});

test('ticks stand on whole steps of the resolution and never crowd', () => {
  const { svg } = draw(6, RODE, 10);
  const ticks = numbers(svg, /<line x1="([\d.]+)" x2="[\d.]+" y1="46" y2="51"/g).map(([x]) => x!);
  const gaps = ticks.slice(1).map((x, i) => x - ticks[i]!);
  for (const gap of gaps) expect(gap).toBeGreaterThanOrEqual(11);
  expect(new Set(gaps.map((g) => g.toFixed(6))).size).toBe(1);
  expect(ticks[0]).toBeCloseTo(at(svg, 0), 6);
});
