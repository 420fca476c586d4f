import fc from 'fast-check';
import { OILS } from '@/core/damper/oils';
import { DAMPING_TEMPLATES, TARGET_SPEEDS } from '@/core/damper/target';
import { rememberedLifts } from '@/core/damper/valve';
import { damperView, withClicks } from '@/core/damper/view';
import { SCHOOLS } from '@/core/spring/schools';
import { clicksOf, damperOf, oilOf, oilWarm, shimsOf } from '@/schema/facts/dampers';
import { isMissing, isUnusable } from '@/schema/facts/ends';
import type { ListedSpring } from '@/schema/facts/listed';
import { selectionOf } from '@/schema/facts/springs';
import { shimsIn, shimsText } from '@/schema/facts/tables';
import { valveFindings } from '@/schema/facts/valveFindings';
import { pickList, SHEET_SPEEDS, shimsForPost, sprungAsFound, sprungOf, targetCurveOf, viewRequestOf } from '@/schema/facts/valves';
import { entriesOf, MACHINE, machine, RIDER } from './entries';

/** Valves from what is typed: stacks as text, the damper of a machine, what to aim at, what to pick. */

const valve = (name: string, more: Record<string, string> = {}) =>
  Object.fromEntries(
    Object.entries({ port: '120', bleed: '1.2', clamp: '18', 'zone.inner': '22', 'zone.outer': '33', ...more }).map(([k, v]) => [
      `machine.damper.rear.${name}.${k}`,
      v,
    ]),
  );
const DAMPER = {
  ...MACHINE,
  'machine.damper.rear.bore': '46',
  'machine.damper.rear.rod': '16',
  'machine.damper.rear.post': '12',
  ...valve('compression', { needle: '0.2' }),
  ...valve('rebound', { needle: '0.2', bleedLength: '12' }),
};
const STACKS = {
  ...RIDER,
  'found.rear.gas': '11 bar',
  'found.rear.rebound.out': '12',
  'found.rear.rebound.range': '24',
  'valves.rear.found.compression': '36 × 0.20 × 4, 30 × 0.20, 24 x 0,25',
  'valves.rear.found.rebound': '36 × 0.20 × 5\n30 × 0.25\n24 × 0.25',
};
const value = <T>(r: { ok: true; value: T } | { ok: false; issue: unknown }): T => {
  if (!r.ok) throw new Error(JSON.stringify(r.issue));
  return r.value;
};
const lifts = rememberedLifts();
const viewOf = (entries: Record<string, string>, figures: Record<string, string> = DAMPER) => {
  const request = viewRequestOf(entriesOf({ ...STACKS, ...entries }), entriesOf(figures), 'rear', 'rebound', OILS);
  if (isMissing(request) || isUnusable(request)) throw new Error(JSON.stringify(request));
  return value(damperView(request, lifts));
};

describe('stacks as text', () => {
  test('a stack reads as it is written at the bench, and back again', () => {
    expect(value(shimsIn('40 × 0.20 × 2\n26x0,1; 38 * 0.20'))).toEqual([
      { diameterMm: 40, thicknessMm: 0.2, count: 2 },
      { diameterMm: 26, thicknessMm: 0.1, count: 1 },
      { diameterMm: 38, thicknessMm: 0.2, count: 1 },
    ]);
    const shim = fc.record({
      diameterMm: fc.integer({ min: 8, max: 60 }),
      thicknessMm: fc.integer({ min: 5, max: 40 }).map((n) => n / 100),
      count: fc.integer({ min: 1, max: 12 }),
    });
    fc.assert(
      fc.property(fc.array(shim, { minLength: 1, maxLength: 9 }), (shims) => expect(value(shimsIn(shimsText(shims)))).toEqual(shims)),
      { seed: 4 },
    );
  });

  test.each(['40', '40 × 0', '40 × 0.2 × 1.5', 'forty × 0.2', '0.2 × 40', '40 × 0.2 × 2 × 2'])(
    '%s is no shim, and says its line',
    (bad) => {
      const read = shimsIn(`40 × 0.20\n${bad}`);
      expect(!read.ok && [read.issue.code, read.issue.data?.line]).toEqual(['shims-unreadable', 2]);
    },
  );

  test('what is to be fitted is as found until written otherwise', () => {
    const of = (more: Record<string, string>) => shimsOf(entriesOf({ ...STACKS, ...more }), 'rear', 'rebound', 'fit');
    expect(value(of({})!)[0]!.count).toBe(5);
    expect(value(of({ 'valves.rear.fit.rebound': '36 × 0.20 × 3' })!)).toEqual([{ diameterMm: 36, thicknessMm: 0.2, count: 3 }]);
    expect(shimsOf(entriesOf(RIDER), 'rear', 'rebound', 'fit')).toBeNull();
  });
});

describe('the damper of a machine', () => {
  test('names every figure and stack still missing; an unreadable stack is said at its field', () => {
    const bare = damperOf(entriesOf(RIDER), machine, 'rear', 'fit');
    expect(isMissing(bare) && bare.missing).toEqual(
      expect.arrayContaining(['machine.damper.rear.bore', 'machine.damper.rear.rebound.clamp', 'valves.rear.found.compression']),
    );
    const bad = damperOf(entriesOf({ ...STACKS, 'valves.rear.fit.rebound': 'three big ones' }), entriesOf(DAMPER), 'rear', 'fit');
    expect(isUnusable(bad) && [bad.field, bad.issue.code]).toEqual(['valves.rear.fit.rebound', 'shims-unreadable']);
  });

  test('clickers: chosen here, else fitted, else found, else the middle', () => {
    const of = (more: Record<string, string>, which: 'fit' | 'found' = 'fit') =>
      clicksOf(entriesOf({ ...STACKS, ...more }), 'rear', 'rebound', which);
    expect(of({})).toEqual({ out: 12, range: 24, origin: 'found' });
    expect(of({ 'fitted.rear.rebound.out': '9' })).toMatchObject({ out: 9, origin: 'fitted' });
    expect(of({ 'fitted.rear.rebound.out': '9', 'valves.rear.clicks.rebound': '7' })).toMatchObject({ out: 7, origin: 'chosen' });
    expect(of({ 'fitted.rear.rebound.out': '9' }, 'found').out).toBe(12);
    expect(clicksOf(entriesOf(RIDER), 'front', 'compression', 'fit')).toEqual({ out: 10, range: 20, origin: 'assumed' });
  });

  test('the sheet: a softer stack damps less, shut clickers more, open ones less, and only a long bleed feels the heat', () => {
    const now = viewOf({ 'valves.rear.fit.rebound': '36 × 0.20 × 3\n30 × 0.25\n24 × 0.25' });
    const at = SHEET_SPEEDS.indexOf(0.7);
    expect(now.fit.reboundN[at]!).toBeLessThan(now.found!.reboundN[at]!);
    expect(now.fit.compressionN).toEqual(now.found!.compressionN);
    const { shutN, openN } = now.ribbons.rebound!;
    expect(shutN[at]!).toBeGreaterThan(now.fit.reboundN[at]!);
    expect(openN[at]!).toBeLessThan(now.fit.reboundN[at]!);
    const slow = SHEET_SPEEDS.indexOf(0.05);
    expect(now.cold.reboundN[slow]!).toBeGreaterThan(1.05 * now.hot.reboundN[slow]!);
    expect(now.cold.compressionN[slow]!).toBeCloseTo(now.hot.compressionN[slow]!, 6);
    expect(now.drawn!.edgeLiftMm[0]).toBe(0);
    expect(now.drawn!.profilesMm.map((p) => p.length)).toEqual(SHEET_SPEEDS.map(() => 5));
  });

  test('a small port is named as what chokes, with the effect of opening it; a damper without gas parts its oil', () => {
    const { choke } = viewOf({}, { ...DAMPER, ...valve('rebound', { port: '9' }) });
    expect(choke).toMatchObject({ valve: 'rebound', mPerS: 3 });
    expect(choke!.portShare).toBeGreaterThan(0.5);
    expect(choke!.forceOpenedN).toBeLessThan(0.8 * choke!.forceN);
    const weak = viewOf({ 'found.rear.gas': '0 bar' });
    const leads = valveFindings('rear', weak, 0).map((f) => f.lead);
    expect(leads.some((l) => /^The oil parts at/.test(l))).toBe(true);
  });

  test('only clickers of the direction asked move', () => {
    const figures = damperOf(entriesOf(STACKS), entriesOf(DAMPER), 'rear', 'fit');
    if (isMissing(figures) || isUnusable(figures)) throw new Error('no damper');
    const shut = withClicks(figures, 'rebound', () => 0)!;
    expect([shut.piston.rebound.clicker!.clicksOut, shut.piston.compression.clicker!.clicksOut]).toEqual([0, 10]);
  });

  test('oil: the one chosen, else the usual grade; warmer is thinner', () => {
    expect(oilOf(entriesOf({ 'valves.rear.oil': 'vg-32' }), 'rear', OILS)).toMatchObject({ grade: { id: 'vg-32' }, origin: 'chosen' });
    const { grade, origin } = oilOf(entriesOf(RIDER), 'rear', OILS);
    expect([grade.id, origin]).toEqual(['vg-15', 'assumed']);
    expect(value(oilWarm(grade, 40)).cSt).toBeCloseTo(grade.cSt40, 6);
    expect(value(oilWarm(grade, 90)).cSt).toBeLessThan(value(oilWarm(grade, 10)).cSt / 5);
  });
});

describe('the aim', () => {
  const spring: ListedSpring = {
    id: 1,
    end: 'rear',
    name: 'R',
    rateText: '66',
    rateNPerMm: 66,
    forceTable: null,
    freeLengthMm: null,
    solidLengthMm: null,
    place: 'drawer',
    origin: 'by hand',
    measured: null,
  };
  const selection = selectionOf(entriesOf(RIDER), machine, 'rear', [spring], SCHOOLS);
  if ('missing' in selection || !selection.result.ok) throw new Error('no selection');
  const now = sprungOf(selection, selection.result.value.candidates[0]!, machine);
  const foundN = SHEET_SPEEDS.map((v) => 1000 * v);
  const aim = (more: Record<string, string>, was = sprungAsFound(now, entriesOf({ 'found.rear.spring': '66' }), 'rear', 66)) =>
    targetCurveOf(entriesOf({ ...RIDER, ...more }), 'rear', 'rebound', DAMPING_TEMPLATES, now, was, foundN);

  test('as found until said otherwise, rescaled for another spring; by template; or as typed', () => {
    expect(value(aim({})!).points).toEqual(TARGET_SPEEDS.map((mPerS) => ({ mPerS, forceN: expect.closeTo(1000 * mPerS, 9) as number })));
    const stiffer = value(aim({}, sprungAsFound(now, entriesOf({ 'found.rear.spring': '33' }), 'rear', 66))!);
    expect(stiffer.points[3]!.forceN).toBeCloseTo(1000 * TARGET_SPEEDS[3] * Math.SQRT2, 6);
    expect(value(aim({ 'valves.rear.template': 'stiff-and-free' })!)).toMatchObject({
      origin: 'template',
      words: 'Stiff spring, free valve',
    });
    expect(value(aim({ 'valves.rear.target.rebound': '0.1 200\n1 900' })!).points).toEqual([
      { mPerS: 0.1, forceN: 200 },
      { mPerS: 1, forceN: 900 },
    ]);
    const bad = aim({ 'valves.rear.target.rebound': '1 200\n0.1 900' })!;
    expect(!bad.ok && bad.issue.code).toBe('target-not-rising');
  });

  test('the pick list says what to take and what comes back, and how many lie there; only shims for the post', () => {
    const size = (diameterMm: number, count: number) => ({ diameterMm, thicknessMm: 0.2, count });
    expect(pickList([size(36, 5), size(30, 1)], [size(36, 6), size(24, 2)], [size(36, 3)])).toEqual([
      { ...size(36, 1), what: 'in', there: 3 },
      { ...size(24, 2), what: 'in', there: 0 },
      { ...size(30, 1), what: 'out', there: 0 },
    ]);
    const drawer = [12, 6].map((innerMm) => ({ innerMm, ...size(20, innerMm) }));
    expect(shimsForPost(drawer, entriesOf(DAMPER), 'rear')).toEqual([size(20, 12)]);
    expect(shimsForPost(drawer, entriesOf(DAMPER), 'front')).toHaveLength(2);
  });
});
