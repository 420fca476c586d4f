import { factsOf } from '@/judgement/model/facts';
import { figuresOf } from '@/core/result';
import { sayMetric } from '@/core/units/say';
import fc from 'fast-check';
import { viscosityIndex } from '@/core/damper/oil';
import { OILS } from '@/core/damper/oils';
import { TARGET_SPEEDS } from '@/core/damper/target';
import { rememberedLifts } from '@/core/damper/valve';
import { withClicks } from '@/core/damper/clicks';
import { damperView } from '@/core/damper/view';
import { SCHOOLS } from '@/knowledge/schools';
import { PISTON_KINDS } from '@/knowledge/damperKinds';
import { clicksOf, damperOf, damperWithUsual, oilOf, oilWarm, shimsOf } from '@/judgement/model/dampers';
import { isMissing, isUnusable } from '@/judgement/model/ends';
import { selectionOf } from '@/judgement/aims/springs';
import { unlikeBeside } from '@/catalogue/pairs';
import { dynoIn, dynoText, shimsIn, shimsText } from '@/catalogue/tables';
import { dampingLines, insteadLines, valveFindings } from '@/judgement/findings/valveFindings';
import {
  besideOf,
  entriesThen,
  leftBy,
  pickList,
  SHEET_SPEEDS,
  shimsForPost,
  sprungAsFound,
  sprungOf,
  targetCurveOf,
  templateFor,
  viewRequestOf,
  withPointAt,
} from '@/judgement/aims/valves';
import { storedDampingPage } from '@/schema/book';
import type { ValveName } from '@/core/damper/damper';
import { VALVE_NAMES } from '@/catalogue/fields/damper';
import { entriesOf, machine, RIDER, MACHINE } from './entries';
import { DAMPING_TEMPLATES } from '@/knowledge/dampingTemplates';
import type { ListedSpring } from '@/schema/springs';

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
const NO_TARGETS = { compression: null, rebound: null };
const plainName = (v: ValveName) => VALVE_NAMES.rear[v];
const viewOf = (entries: Record<string, string>, figures: Record<string, string> = DAMPER) => {
  const request = viewRequestOf(factsOf(entriesOf({ ...STACKS, ...entries }), entriesOf(figures)), 'rear', 'rebound', OILS);
  if (isMissing(request) || isUnusable(request)) throw new Error(JSON.stringify(request));
  return value(damperView({ ...request, targets: NO_TARGETS }, lifts));
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
      expect(!read.ok && [read.issue.code, figuresOf(read.issue).line]).toEqual(['shims-unreadable', 2]);
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
    const bare = damperOf(factsOf(entriesOf(RIDER), machine), 'rear', 'fit');
    expect(isMissing(bare) && bare.missing).toEqual(
      expect.arrayContaining(['machine.damper.rear.bore', 'machine.damper.rear.rebound.clamp', 'valves.rear.found.compression']),
    );
    const bad = damperOf(factsOf(entriesOf({ ...STACKS, 'valves.rear.fit.rebound': 'three big ones' }), entriesOf(DAMPER)), 'rear', 'fit');
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
    const leads = valveFindings(plainName, weak, 0).map((f) => sayMetric(f.lead));
    expect(leads.some((l) => /^The oil parts at/.test(l))).toBe(true);
  });

  test('only clickers of the direction asked move', () => {
    const figures = damperOf(factsOf(entriesOf(STACKS), entriesOf(DAMPER)), 'rear', 'fit');
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
  const selection = selectionOf(factsOf(entriesOf(RIDER), machine, SCHOOLS), 'rear', [spring]);
  if ('missing' in selection || !selection.result.ok) throw new Error('no selection');
  const now = sprungOf(selection, selection.result.value.candidates[0]!, machine, 'rear');
  const foundN = SHEET_SPEEDS.map((v) => 1000 * v);
  const aim = (more: Record<string, string>, was = sprungAsFound(now, entriesOf({ 'found.rear.spring': '66' }), 'rear', 66, null)) =>
    targetCurveOf(factsOf(entriesOf({ ...RIDER, ...more }), {}), 'rear', 'rebound', DAMPING_TEMPLATES, now, was, foundN);

  test('as found until said otherwise, rescaled for another spring; by template; or as typed', () => {
    expect(value(aim({})!).points).toEqual(TARGET_SPEEDS.map((mPerS) => ({ mPerS, forceN: expect.closeTo(1000 * mPerS, 9) as number })));
    const stiffer = value(aim({}, sprungAsFound(now, entriesOf({ 'found.rear.spring': '33' }), 'rear', 66, null))!);
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

describe('who the valves were made for, and what is proposed', () => {
  const now = { wheelRateNPerMm: 20, massKg: 121, leverage: 2, dampers: 1 };

  test('a heavier rider alone rescales the curve as found, by the root of the masses; the same rider does not', () => {
    expect(sprungAsFound(now, entriesOf({}), 'rear', 66, null)).toBeNull();
    const was = sprungAsFound(now, entriesOf({}), 'rear', 66, 100)!;
    const found = SHEET_SPEEDS.map((v) => 1000 * v);
    const target = value(targetCurveOf(factsOf(entriesOf(RIDER), {}), 'rear', 'rebound', DAMPING_TEMPLATES, now, was, found)!);
    expect(target.points[0]!.forceN).toBeCloseTo(1000 * TARGET_SPEEDS[0] * 1.1, 9);
    expect(target.words).toBe('as found, for the new mass');
    const then = (typed: Record<string, string>, last: Record<string, string>) =>
      entriesThen(entriesOf({ ...RIDER, ...typed }), entriesOf(last))?.['rider.mass']!.value;
    expect(then({}, {})).toBeUndefined();
    expect(then({}, { 'rider.mass': '72 kg' })).toBe(72);
    expect(then({ 'valves.was.rider': '60 kg' }, { 'rider.mass': '72 kg' })).toBe(60);
  });

  test('the school’s own template first, then the use’s; without a curve as found it is the aim', () => {
    const of = (more: Record<string, string>) => templateFor(factsOf(entriesOf({ ...RIDER, ...more }), {}), DAMPING_TEMPLATES)!.id;
    expect([of({ use: 'rally' }), of({ use: 'road' }), of({ use: 'rally', school: 'drive-first' })]).toEqual([
      'soft-and-damped',
      'paved',
      'stiff-and-free',
    ]);
    const aim = targetCurveOf(factsOf(entriesOf({ ...RIDER, use: 'road' }), {}), 'rear', 'rebound', DAMPING_TEMPLATES, now, null, null);
    expect(value(aim!)).toMatchObject({ origin: 'template', words: 'Paved roads' });
  });

  test('a template written before uses and schools were named reads as the book began', () => {
    const { uses: _uses, schools: _schools, ...old } = DAMPING_TEMPLATES[1]!;
    const read = storedDampingPage.parse({ version: 'damping/1', ...old, bandShare: 0.3 });
    expect(read).toMatchObject({ version: 'damping/2', bandShare: 0.3, schools: ['drive-first'] });
  });
});

describe('legs that differ', () => {
  const leg = (name: 'front' | 'other', rebound: string) => ({
    [`machine.damper.${name}.rod`]: '20',
    [`machine.damper.${name}.kind`]: 'rod',
    ...Object.fromEntries(
      [
        ['compression', '150'],
        ['rebound', rebound],
        ['base', '30'],
      ].flatMap(([valve_, area]) => [
        [`machine.damper.${name}.${valve_}.kind`, 'open'],
        [`machine.damper.${name}.${valve_}.bleed`, area!],
      ]),
    ),
  });
  const TUBE = { 'machine.bore': '30', 'machine.stanchion': '35' };
  const UNLIKE = { ...MACHINE, ...TUBE, 'machine.damper.front.legs': 'unlike', ...leg('front', '6'), ...leg('other', '12') };

  test('each leg is its own damper, shown with what the other does; the target is what the other leaves', () => {
    const request = viewRequestOf(factsOf(entriesOf(RIDER), entriesOf(UNLIKE)), 'front', 'rebound', OILS);
    if (isMissing(request) || isUnusable(request)) throw new Error(JSON.stringify(request));
    const view = value(damperView({ ...request, targets: NO_TARGETS }, lifts));
    const at = SHEET_SPEEDS.indexOf(1.1);
    expect(view.beside!.reboundN[at]!).toBeLessThan(view.fit.reboundN[at]!);
    const [left] = leftBy(view.beside!.reboundN, [{ mPerS: 1.1, forceN: 9000 }]);
    expect(left!.forceN).toBeCloseTo(9000 - view.beside!.reboundN[at]!, 6);
    expect(leftBy(view.beside!.reboundN, [{ mPerS: 1.1, forceN: 1 }])[0]!.forceN).toBeGreaterThan(0);
    // A point moved for this leg is kept for the whole fork; read back, this leg is left what it was moved to.
    const moved = withPointAt([{ mPerS: 1.1, forceN: 9000 }], 0, 4321, view.beside!.reboundN);
    expect(leftBy(view.beside!.reboundN, moved)[0]!.forceN).toBeCloseTo(4321, 6);
    expect(dampingLines(view, null)[2]!.reboundN).toBeCloseTo(view.fit.reboundN[at]! + view.beside!.reboundN[at]!, 6);
    expect(insteadLines(view, 'rebound').every((l) => l.shimN === null && l.thickerN !== null)).toBe(true);
  });

  test('alike, there is no leg beside; a leg without the sliding tube’s outside says so', () => {
    expect(besideOf(factsOf(entriesOf(RIDER), entriesOf({ ...UNLIKE, 'machine.damper.front.legs': 'both' })), 'front')).toBeNull();
    const bare = damperOf(factsOf(entriesOf(RIDER), entriesOf({ ...UNLIKE, 'machine.stanchion': '' })), 'other', 'fit');
    expect(isMissing(bare) && bare.missing).toEqual(['machine.stanchion']);
  });

  test('a needle by its shape, or by areas measured, stands before an area a click', () => {
    const areasOf = (more: Record<string, string>) => {
      const found = damperOf(
        factsOf(entriesOf(STACKS), entriesOf({ ...DAMPER, ...valve('rebound', { needle: '0.2', ...more }) })),
        'rear',
        'fit',
      );
      if (isUnusable(found)) return found.issue.code;
      return isMissing(found) ? 'missing' : found.piston.rebound.clicker!.areasMm2!.slice(0, 3).map((a) => Number(a.toFixed(4)));
    };
    expect(areasOf({})).toEqual([0, 0.2, 0.4]);
    expect(areasOf({ 'needle.seat': '3', 'needle.cone': '60', 'needle.lift': '0,1' })).toEqual([0, 0.4644, 0.9153]);
    expect(areasOf({ 'needle.table': '0 0,3 0.35' })).toEqual([0, 0.3, 0.35]);
    expect(areasOf({ 'needle.table': '0 0.3 0.2' })).toBe('needle-not-rising');
  });
});

describe('a damping-rod fork and its drop-in valve', () => {
  const FORK = {
    ...MACHINE,
    'machine.damper.front.bore': '30',
    'machine.damper.front.rod': '14',
    'machine.damper.front.compression.kind': 'open',
    'machine.damper.front.compression.bleed': '38',
    'machine.damper.front.rebound.kind': 'open',
    'machine.damper.front.rebound.bleed': '7.5',
  };
  const fork = (more: Record<string, string> = {}) => {
    const request = viewRequestOf(factsOf(entriesOf(RIDER), entriesOf({ ...FORK, ...more })), 'front', 'compression', OILS);
    if (isMissing(request) || isUnusable(request)) throw new Error(JSON.stringify(request));
    return value(damperView({ ...request, targets: NO_TARGETS }, lifts));
  };
  const at = (v: (typeof SHEET_SPEEDS)[number]) => SHEET_SPEEDS.indexOf(v);

  test('open holes: nothing when slow, harsh when fast: twice the speed four times the force, by hand', () => {
    const { fit, found, drawn } = fork();
    expect(fit.compressionN[at(2.2)]! / fit.compressionN[at(1.1)]!).toBeCloseTo(4, 6);
    const annulus = (Math.PI / 4) * (30 ** 2 - 14 ** 2);
    const speedMPerS = (annulus * 1.1) / (0.7 * 7.5);
    expect(fit.reboundN[at(1.1)]!).toBeCloseTo(((850 / 2) * speedMPerS ** 2 * annulus) / 1e6, 4);
    // Without stacks what is found and what is to fit are the same damper, and there is nothing to draw.
    expect([found, drawn]).toEqual([fit, null]);
  });

  test('named as a damping rod of the book its holes and tube stand in, until somebody measures', () => {
    const named = { ...MACHINE, 'machine.damper.front.piston': 'rod-37' };
    const kind = PISTON_KINDS.find((k) => k.id === 'front-rod-37')!;
    const found = damperWithUsual(factsOf(entriesOf(RIDER), entriesOf(named)), 'front', 'fit');
    if (isMissing(found) || isUnusable(found)) throw new Error(JSON.stringify(found));
    expect([found.boreMm, found.rodMm, found.tubeMm]).toEqual([kind.boreMm, kind.rodMm, kind.tubeMm]);
    expect([found.piston.rebound.bleedAreaMm2, found.base?.bleedAreaMm2]).toEqual([
      kind.valves.rebound.bleedMm2,
      kind.valves.base.bleedMm2,
    ]);
    const measured = damperWithUsual(
      factsOf(entriesOf(RIDER), entriesOf({ ...named, 'machine.damper.front.rebound.bleed': '7,2' })),
      'front',
      'fit',
    );
    expect(!isMissing(measured) && !isUnusable(measured) && measured.piston.rebound.bleedAreaMm2).toBe(7.2);
    expect(isMissing(damperOf(factsOf(entriesOf(RIDER), entriesOf(named)), 'front', 'fit'))).toBe(true);
  });

  test('a sprung plate in its place: firmer slow, freer fast than the holes it replaces', () => {
    const plate = {
      'machine.damper.front.compression.kind': 'poppet',
      'machine.damper.front.compression.bleed': '6',
      'machine.damper.front.compression.port': '110',
      'machine.damper.front.compression.poppet.seat': '16',
      'machine.damper.front.compression.poppet.preload': '12',
      'machine.damper.front.compression.poppet.rate': '4',
      'machine.damper.front.compression.poppet.lift': '3',
    };
    const [holes, drop] = [fork(), fork(plate)];
    expect(drop.fit.compressionN[at(0.1)]!).toBeGreaterThan(5 * holes.fit.compressionN[at(0.1)]!);
    expect(drop.fit.compressionN[at(3)]!).toBeLessThan(holes.fit.compressionN[at(3)]!);
  });

  test('what a plate still needs is named', () => {
    const bare = viewRequestOf(
      factsOf(entriesOf(RIDER), entriesOf({ ...FORK, 'machine.damper.front.compression.kind': 'poppet' })),
      'front',
      'base',
      OILS,
    );
    expect(isMissing(bare) && bare.missing).toEqual([
      'machine.damper.front.compression.port',
      'machine.damper.front.compression.poppet.seat',
      'machine.damper.front.compression.poppet.preload',
      'machine.damper.front.compression.poppet.rate',
      'machine.damper.front.compression.poppet.lift',
    ]);
  });
});

test('a dyno’s points are kept as text and read back to the millimetre a second and the newton', () => {
  const points = [
    { mPerS: -1.2504, forceN: -912.4 },
    { mPerS: 0.1, forceN: 88 },
  ];
  expect(value(dynoIn(dynoText(points)))).toEqual([
    { mPerS: -1.25, forceN: -912 },
    { mPerS: 0.1, forceN: 88 },
  ]);
  expect(value(dynoIn('  '))).toEqual([]);
  const bad = dynoIn('0.1 200\nquick 900');
  expect(!bad.ok && figuresOf(bad.issue).line).toBe(2);
});

describe('what the findings say', () => {
  const leadsOf = (figures: Record<string, string>, entries: Record<string, string> = {}) =>
    valveFindings(plainName, viewOf(entries, { ...DAMPER, ...figures }), 1.1).map((f) => sayMetric(f.lead));

  test('a needle too fine to feel is called dead, one that bites is given its force a click', () => {
    const fine = leadsOf(valve('rebound', { needle: '0.01', bleed: '6' }));
    expect(fine).toContain('Rebound: the clicker does next to nothing.');
    const sharp = leadsOf(valve('rebound', { needle: '0.4', bleed: '0.2' }));
    expect(sharp).toContain('Rebound clicker, 12 out:');
    expect(sharp).not.toContain('Rebound: the clicker does next to nothing.');
  });

  test('a stack bent beyond the caution is said with its stress, a stiff one is not', () => {
    const bent = leadsOf({}, { 'valves.rear.fit.rebound': '36 × 0.30 × 1' });
    expect(bent.some((lead) => /^The shims are bent to \d{3,4} MPa\.$/.test(lead))).toBe(true);
    const easy = leadsOf({ ...valve('rebound', { bleed: '120' }) });
    expect(easy.some((lead) => lead.startsWith('The shims are bent'))).toBe(false);
  });

  test('heat is spoken of where a long bleed feels it, and not where it does not', () => {
    expect(leadsOf(valve('rebound', { bleedLength: '60' })).some((lead) => lead.startsWith('Heat takes'))).toBe(true);
    expect(leadsOf(valve('rebound', { bleedLength: '0' })).some((lead) => lead.startsWith('Heat takes'))).toBe(false);
  });

  test('where the clickers begin, with the room to both sides; an aim at the end of their reach or beyond it is warned of', () => {
    const view = viewOf({});
    const baseline = (place: number) => ({
      clicksOut: 9,
      range: 24,
      miss: 0.043,
      place,
      roomN: { firmer: place > 1 ? -38 : 55, softer: place < 0 ? -21 : 72 },
      atMPerS: 0.1,
    });
    const found = (place: number) =>
      valveFindings(plainName, { ...view, baselines: { compression: null, rebound: baseline(place) } }, 1.1)
        .map((f) => ({ mark: f.mark, lead: sayMetric(f.lead), rest: sayMetric(f.rest) }))
        .find((f) => f.lead.startsWith('Rebound:'))!;
    expect(found(0.5)).toMatchObject({ mark: 'note', lead: 'Rebound: begin 9 out.' });
    expect(found(0.5).rest).toBe(
      '9 of 24 out comes closest to the aim while slow (4 % off). At 0.1 m/s 55 N are left to firm and 72 N to soften.',
    );
    for (const edge of [0.05, 0.95])
      expect(found(edge)).toMatchObject({ mark: 'warn', lead: expect.stringContaining('at the end of the clicker’s reach') });
    expect(found(1.2)).toMatchObject({
      mark: 'warn',
      lead: 'Rebound: no click reaches the aim.',
      rest: expect.stringContaining('38 N above the clicker shut'),
    });
    expect(found(-0.2).rest).toContain('21 N below the clicker wide open');
  });

  test('the table of damping: forces of the curve, shares of critical only where the springs are known', () => {
    const view = viewOf({});
    const sprung = { wheelRateNPerMm: 10, massKg: 100, leverage: 2, dampers: 1 };
    const [first] = dampingLines(view, sprung);
    expect(first!.reboundN).toBe(view.fit.reboundN[SHEET_SPEEDS.indexOf(0.1)]);
    // c_c = 2·√(10 000·100)·2² = 8000 N·s/m by hand.
    expect(first!.reboundZeta).toBeCloseTo(first!.reboundN / 0.1 / 8000, 9);
    expect(dampingLines(view, null).every((l) => l.compressionZeta === null && l.reboundZeta === null)).toBe(true);
  });
});

test.each(OILS.map((o) => [o.name, o] as const))(
  '%s: the midpoint of its grade within a tenth, and a viscosity index oils have',
  (name, o) => {
    // ISO 3448: the number of a grade is its midpoint at 40 °C, in whole numbers, limits ± 10 %.
    const grade = Number(name.replace('ISO VG ', ''));
    expect(Math.abs(o.cSt40 / grade - 1)).toBeLessThan(0.1);
    const index = viscosityIndex(o.cSt40, o.cSt100);
    if (index !== null) {
      expect(index).toBeGreaterThan(60);
      expect(index).toBeLessThan(220);
    }
  },
);

test('a shim that does not go into the bore is no stack, and no port zone is made of it', () => {
  const wide = { ...STACKS, 'valves.rear.found.compression': '45 × 0.20 × 4, 30 × 0.20, 24 × 0.25' };
  const typed = entriesOf({ ...DAMPER, 'machine.damper.rear.bore': '40' });
  for (const made of [damperOf, damperWithUsual])
    expect(made(factsOf(entriesOf(wide), typed), 'rear', 'found')).toMatchObject({
      field: 'valves.rear.found.compression',
      issue: { code: 'shim-beyond-bore', data: { shim: 45, bore: 40 } },
    });
  // A base valve sits in a tube of its own.
  const base = { ...STACKS, 'valves.rear.found.base': '45 × 0.20 × 4' };
  expect(isUnusable(damperOf(factsOf(entriesOf(base), entriesOf(DAMPER)), 'rear', 'found'))).toBe(false);
});

test.each([
  ['machine.damper.rear.rod', 46, true],
  ['machine.damper.rear.rod', 16, false],
  ['machine.damper.rear.bore', 15, true],
  ['machine.damper.rear.compression.clamp', 34, true],
  ['machine.damper.rear.compression.zone.inner', 33, true],
  ['machine.damper.rear.compression.zone.outer', 47, true],
  ['machine.damper.rear.compression.zone.outer', 34, false],
  ['machine.damper.rear.base.zone.outer', 47, false],
])('%s of %d is asked about beside what stands there: %s', (field, value, asked) => {
  expect(unlikeBeside(field, value, entriesOf(DAMPER)) !== null).toBe(asked);
});
