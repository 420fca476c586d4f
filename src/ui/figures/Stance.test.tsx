/** @jest-environment node */
import { renderToStaticMarkup } from 'react-dom/server';
import { Stance } from './Stance';
import type { StanceEnd } from './stanceScale';

/** The stance figure is drawn to scale: what is read off the drawing is what was put in. */

const end = (over: Partial<StanceEnd> = {}): StanceEnd => ({
  travelMm: 300,
  staticMm: null,
  riderMm: null,
  staticBandMm: null,
  riderBandMm: null,
  staticWindow: null,
  riderWindow: null,
  usedMm: null,
  ...over,
});
const draw = (props: Parameters<typeof Stance>[0]) => renderToStaticMarkup(<Stance {...props} />);

/** Rectangles of the columns: [top, height] in drawing units, rear then front. */
const columns = (svg: string) =>
  [...svg.matchAll(/<rect class="column"[^>]*y="([\d.]+)"[^>]*height="([\d.]+)"/g)].map(
    ([, y, height]) => [Number(y), Number(height)] as const,
  );

/** Ends of every joined line: the ordinates at the rear and at the front, with its dashes. */
const joins = (svg: string) =>
  [
    ...svg.matchAll(
      /<path class="line" d="M[\d.]+ ([\d.]+) H[\d.]+ L[\d.]+ ([\d.]+)[^"]*" stroke-width="([\d.]+)"(?: stroke-dasharray="([^"]+)")?/g,
    ),
  ].map(([, rear, front, width, dash]) => ({ rear: Number(rear), front: Number(front), width: Number(width), dash: dash ?? null }));

const wordsOf = (svg: string) =>
  [...svg.matchAll(/<text[^>]*>([^<]*(?:<!-- -->[^<]*)*)<\/text>/g)].map(([, text]) => text!.replaceAll('<!-- -->', ''));

test('both columns hang from one line and share one scale', () => {
  const [rear, front] = columns(draw({ rear: end({ travelMm: 310 }), front: end({ travelMm: 155 }) }));
  expect(rear![0]).toBe(front![0]);
  expect(rear![1]).toBeCloseTo(2 * front![1], 9);
});

test('a sag read off the drawing is the sag put in, at both ends', () => {
  const svg = draw({ rear: end({ staticMm: 38, riderMm: 121 }), front: end({ travelMm: 250, staticMm: 34, riderMm: 66 }) });
  const [[top, height]] = columns(svg) as [readonly [number, number]];
  const mm = (y: number) => ((y - top) / height) * 300;
  const [extended, bare, rider] = joins(svg);
  expect([mm(extended!.rear), mm(extended!.front)]).toEqual([0, 0]);
  expect([mm(bare!.rear), mm(bare!.front)]).toEqual([expect.closeTo(38, 9), expect.closeTo(34, 9)]);
  expect([mm(rider!.rear), mm(rider!.front)]).toEqual([expect.closeTo(121, 9), expect.closeTo(66, 9)]);
  expect(rider!.width).toBeGreaterThan(bare!.width);
  expect(wordsOf(svg)).toEqual(expect.arrayContaining(['static 38 · 34', 'rider 121 · 66']));
});

test('measured is solid, predicted dashed, before dotted: the meaning does not rest on colour', () => {
  const svg = draw({
    rear: end({ staticMm: 38 }),
    front: end({ staticMm: 34 }),
    ghost: [{ name: 'before', rearMm: 104.8, frontMm: 69.3 }],
    predicted: [{ name: 'rider', rearMm: 100, frontMm: 75 }],
  });
  expect(joins(svg).map((j) => j.dash)).toEqual([null, '1.5 3.5', null, '7 4']);
});

test('the friction band is as thick as it is wide', () => {
  const svg = draw({ rear: end({ staticMm: 40, staticBandMm: 12 }), front: end({ staticMm: 30, staticBandMm: 6 }) });
  const [[, height]] = columns(svg) as [readonly [number, number]];
  const bands = [...svg.matchAll(/<rect class="band"[^>]*height="([\d.]+)"/g)].map(([, h]) => (Number(h) / height) * 300);
  expect(bands).toEqual([expect.closeTo(12, 9), expect.closeTo(6, 9)]);
});

test('one end read alone is drawn alone, and an unknown travel is said', () => {
  const svg = draw({ rear: end({ riderMm: 100 }), front: end({ travelMm: null }) });
  expect(joins(svg)).toHaveLength(1);
  expect(wordsOf(svg)).toEqual(expect.arrayContaining(['rider 100', 'travel not known']));
});

test('windows that nearly touch keep their labels apart', () => {
  const svg = draw({ rear: end({ staticWindow: { minMm: 20, maxMm: 22 }, riderWindow: { minMm: 23, maxMm: 25 } }), front: end() });
  const labels = [...svg.matchAll(/<text[^>]*y="([\d.]+)"[^>]*>(?:static|rider)/g)].map(([, y]) => Number(y));
  expect(labels).toHaveLength(2);
  expect(labels[1]! - labels[0]!).toBeGreaterThanOrEqual(14.9);
});

test('the figure speaks: its figures are in its name, in the units shown', () => {
  const rear = end({ staticMm: 25.4, riderMm: 50.8 });
  expect(draw({ rear, front: end() })).toContain(
    'aria-label="Stance. Rear travel 300, front travel 300, rear static sag 25.4, rear rider sag 50.8 millimetres."',
  );
  expect(draw({ rear, front: end(), inches: true })).toContain('rear static sag 1.00, rear rider sag 2.00 inches.');
});

test('the scale is marked in the units shown, each number at its own length', () => {
  const numbers = (inches: boolean) => {
    const svg = draw({ rear: end(), front: end(), inches });
    const [[top, height]] = columns(svg) as [readonly [number, number]];
    const marks = [...svg.matchAll(/<text class="scale" x="[\d.]+" y="([\d.]+)"[^>]*>(\d+)</g)].slice(0, 5);
    return marks.map(([, y, label]) => [Number(label), ((Number(y) - 3.5 - top) / height) * 300] as const);
  };
  expect(numbers(false).map(([label]) => label)).toEqual([50, 100, 150, 200, 250]);
  for (const [label, mm] of numbers(false)) expect(mm).toBeCloseTo(label, 9);
  expect(numbers(true).map(([label]) => label)).toEqual([2, 4, 6, 8, 10]);
  for (const [label, mm] of numbers(true)) expect(mm).toBeCloseTo(label * 25.4, 9);
});

test('travel used is a notch at its place', () => {
  const svg = draw({ rear: end({ usedMm: 262 }), front: end() });
  const [[top, height]] = columns(svg) as [readonly [number, number]];
  const notch = Number(/<path d="M[\d.]+ ([\d.]+) l-10 -5/.exec(svg)?.[1]);
  expect(((notch - top) / height) * 300).toBeCloseTo(262, 9);
  expect(wordsOf(svg)).toContain('used 262');
});
