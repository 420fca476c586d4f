import fc from 'fast-check';
import { type ChartProps, inShown, namedLevels } from '@/ui/charts/chart';
import { MM_PER_INCH } from '@/core/constants/constants';
import {
  bar,
  eachOnce,
  type Figure,
  figure,
  isSaid,
  joined,
  mm,
  newtons,
  rate,
  said,
  SAID_UNITS,
  say,
  sayMetric,
  sayNumber,
  turnedUnit,
} from '@/core/units/say';
import { shimLine, shimShown, shimsIn, shimsText, shimText } from '@/catalogue/tables';
import { proposalEntries, proposalOf } from '@/judgement/reason/proposal';
import { changesOf } from '@/judgement/job/changes';
import { onPage, onPaper } from '@/judgement/model/bothUnits';
import { fieldDef, type FieldKey } from '@/catalogue/fields';
import { ASK_FIELDS } from '@/catalogue/fields/ask';
import { keysFor } from '@/catalogue/fields/kinds';
import { MACHINE_FIELDS } from '@/catalogue/fields/machine';
import type { System } from '@/catalogue/system';
import { err } from '@/core/result';
import { unusualSpring } from '@/schema/newSpring';
import { refused, refusedIssue } from '@/server/answer';
import { lineRefused } from '@/ui/places/drawers/lineRefused';
import type { Prediction } from '@/judgement/reason/cures';
import { entriesOf } from './entries';

/** What is shown in inches is what stands in millimetres: sentences, columns, charts, shims, proposals, histories. */

const SYSTEMS = ['metric', 'imperial'] as const;

describe('figures', () => {
  test.each(SAID_UNITS)('%s is turned there and back without a loss, and named', (unit) => {
    for (const system of SYSTEMS) {
      const turned = turnedUnit(unit, system);
      expect(turned.name).not.toBe('');
      for (const value of [-12.5, 0, 0.003, 7, 812]) expect(turned.back(turned.of(value))).toBeCloseTo(value, 9);
    }
    expect(turnedUnit(unit, 'metric').name).toBe(unit);
    expect(turnedUnit(unit, 'imperial').name).not.toBe(unit);
  });

  const anyFigure = fc.record({
    unit: fc.constantFrom(...SAID_UNITS),
    value: fc.double({ min: -9000, max: 9000, noNaN: true }),
    decimals: fc.constantFrom<Figure['decimals']>(0, 1, 2, 'tenth', 'hundredth'),
  });

  test('any figure is printed as a number and its unit, never as an object, a minus nought or a not-a-number', () => {
    fc.assert(
      fc.property(anyFigure, fc.constantFrom(...SYSTEMS), ({ unit, value, decimals }, system) => {
        const text = say(figure(unit, value, decimals), system);
        expect(text).toMatch(/^[−+]?[\d\u202f]+(\.\d+)? \D*$/);
        expect(text).not.toMatch(/^−0(\.0*)? /);
        expect(`${sayNumber(figure(unit, value, decimals), system)} ${turnedUnit(unit, system).name}`).toBe(text);
      }),
      { seed: 11, numRuns: 600 },
    );
  });

  test('a sentence keeps its words whatever the units, and only its figures change', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.constantFrom('a', 'b; ', '— '), anyFigure), { maxLength: 5 }), (pieces) => {
        const sentence = joined(pieces.flatMap(([words, f]) => [words, figure(f.unit, f.value, f.decimals)]));
        const words = (text: string) => pieces.reduce((at, [w]) => (at < 0 ? at : text.indexOf(w, at)), 0);
        for (const system of SYSTEMS) expect(words(say(sentence, system))).toBeGreaterThanOrEqual(0);
        expect(isSaid(JSON.parse(JSON.stringify(Array.isArray(sentence) ? sentence : [sentence])))).toBe(true);
      }),
      { seed: 5, numRuns: 200 },
    );
  });

  test('a fine length is said finer in inches, a pair shares its unit, and nothing is said twice', () => {
    expect(say(mm(0.15, 2), 'imperial')).toBe('0.006 in');
    expect(say(mm(3, 'tenth', '→', 6), 'imperial')).toBe('0.12 → 0.24 in');
    expect(say(rate(52, 1, '±', 4), 'imperial')).toBe('297 ± 23 lbf/in');
    expect(eachOnce([said`a ${mm(1)}`, said`a ${mm(1)}`, said`a ${mm(2)}`])).toHaveLength(2);
  });

  test.each([
    ['a text', 'sentence'],
    ['an unknown unit', [{ unit: 'ell', value: 1, decimals: 0 }]],
    ['a value that is none', [{ unit: 'mm', value: null, decimals: 0 }]],
    ['a wild fineness', [{ unit: 'mm', value: 1, decimals: 99 }]],
    ['a half pair', [{ unit: 'mm', value: 1, decimals: 0, second: { by: 'x', value: 2 } }]],
    ['a number', [7]],
  ])('%s is no stored sentence', (_, stored) => expect(isSaid(stored)).toBe(false));
});

describe('charts', () => {
  const chart: ChartProps = {
    description: 'x',
    height: 100,
    x: { name: 'Travel', unit: 'mm', min: 0, max: 254 },
    y: { name: 'Force', unit: 'N', min: 0 },
    lines: [{ name: 'l', points: [[25.4, 4.4482216152605]], look: 'strong', colour: 'rear' }],
    bands: [{ name: 'b', points: [[50.8, 0, 44.482216152605]], colour: 'rear', opacity: 0.2 }],
    levels: [{ name: 'solo', value: 889.6443230521, at: 'end' }],
  };

  test('name the levels that have room: the lightest and the heaviest before those between, each end by itself', () => {
    const level = (name: string, value: number, at: 'start' | 'end' | null = 'end') => ({ name, value, at });
    const names = (levels: ReturnType<typeof level>[]) => [...namedLevels(levels, 0.05)].map((l) => l.name).sort();
    expect(names([level('bare', 1000), level('solo', 1200), level('two-up', 1400)])).toEqual(['bare', 'two-up']);
    expect(names([level('bare', 1000), level('solo', 1200, 'start'), level('two-up', 1290, 'start')])).toEqual(['bare', 'two-up']);
    expect(names([level('bare', 1000), level('solo', 1100)])).toEqual(['bare']);
    expect(names([level('bare', 1000, null), level('solo', 1800)])).toEqual(['solo']);
    expect(names([])).toEqual([]);
  });

  test('are given in metric units and drawn in the page’s, every point, band, level and limit', () => {
    const shown = inShown(chart, 'imperial');
    expect([shown.x.unit, shown.y.unit]).toEqual(['in', 'lbf']);
    expect(shown.x.max).toBeCloseTo(10, 9);
    expect(shown.lines[0]!.points[0]!.map((v) => Number(v.toFixed(6)))).toEqual([1, 1]);
    expect(shown.bands![0]!.points[0]!.map((v) => Number(v.toFixed(6)))).toEqual([2, 0, 10]);
    expect(shown.levels![0]!.value).toBeCloseTo(200, 6);
  });

  test('in the shop of millimetres, and of days and shares, stay as they are', () => {
    expect(inShown(chart, 'metric')).toBe(chart);
    const days: ChartProps = { ...chart, x: { name: 'Days', unit: 'days' }, y: { name: 'Share', unit: '%' } };
    expect(inShown(days, 'imperial')).toBe(days);
  });

  test('a ring moved on a chart of pounds asks for newtons', () => {
    const asked: number[] = [];
    const handles = [{ id: 'a', name: 'a', x: 1, y: 44.482216152605, unit: 'N', onMove: (y: number) => void asked.push(y) }];
    const [handle] = inShown({ ...chart, handles }, 'imperial').handles!;
    expect([handle!.y, handle!.unit]).toEqual([expect.closeTo(10, 9), 'lbf']);
    handle!.onMove(20);
    expect(asked).toEqual([expect.closeTo(88.96443230521, 9)]);
  });
});

describe('shims', () => {
  const anyShim = fc.record({
    diameterMm: fc.integer({ min: 80, max: 600 }).map((x) => x / 10),
    thicknessMm: fc.integer({ min: 5, max: 60 }).map((x) => x / 100),
    count: fc.integer({ min: 1, max: 60 }),
  });

  test('read back from millimetres as they were written; from inches to a hundredth of a millimetre', () => {
    fc.assert(
      fc.property(fc.array(anyShim, { minLength: 1, maxLength: 8 }), (shims) => {
        expect(shimsIn(shimsText(shims))).toEqual({ ok: true, value: shims });
        // The line is in millimetres wherever it is pasted; one size alone is read as the page is.
        if (shims.length > 1) expect(shimsIn(shimLine(shims), 'in')).toEqual({ ok: true, value: shims });
        expect(shimsIn(shimLine(shims))).toEqual({ ok: true, value: shims });
        const inInches = shimsIn(shims.map((s) => shimShown(s, 'imperial')).join('\n'), 'in');
        if (!inInches.ok) throw new Error(inInches.issue.code);
        inInches.value.forEach((read, i) => {
          expect(Math.abs(read.diameterMm - shims[i]!.diameterMm)).toBeLessThan(0.02);
          expect(Math.abs(read.thicknessMm - shims[i]!.thicknessMm)).toBeLessThan(0.003);
          expect(read.count).toBe(shims[i]!.count);
        });
      }),
      { seed: 3, numRuns: 200 },
    );
  });

  test('are shown as the shop reads them; a unit written out goes before the one of the page', () => {
    const shim = { diameterMm: 40, thicknessMm: 0.2, count: 3 };
    expect([shimShown(shim, 'metric'), shimShown(shim, 'imperial')]).toEqual([shimText(shim), '1.575 × 0.0079 × 3']);
    expect(shimsIn('40 mm × 0.2 mm × 3', 'in')).toEqual({ ok: true, value: [shim] });
    expect(shimsIn(`${40 / MM_PER_INCH} in × 0.0079 in`, 'mm')).toMatchObject({ ok: true, value: [{ diameterMm: 40, count: 1 }] });
  });

  test('millimetres typed where the page shows inches are asked about, and the other way round', () => {
    expect(shimsIn('35 × 0.15', 'in')).toMatchObject({ ok: false, issue: { code: 'shim-unusual', data: { bare: 'in' } } });
    expect(shimsIn('1.378 × 0.006', 'mm')).toMatchObject({ ok: false, issue: { code: 'shim-unusual', data: { bare: 'mm' } } });
    expect(shimsIn('200 × 0.2', 'mm')).toMatchObject({ ok: false, issue: { code: 'shims-unreadable' } });
  });
});

describe('a cure that is carried to its stage', () => {
  const prediction: Prediction = {
    end: 'rear',
    words: said`Rear preload +${mm(3)}: air ${newtons(204, 0, '→', 220)}.`,
    sags: null,
    warning: '',
    schools: [],
    proposal: { stage: 'rebuild', puts: [{ field: 'wanted.rear.preload.reading', text: '12.0' }] },
  };
  const cause = { name: 'Rear: too little preload', for: [{ node: 'n', words: said`Rider sag is ${mm(120)}.`, factor: 3 }] };
  const written = Object.fromEntries(proposalEntries(cause, prediction).map((p) => [p.field, p.text]));

  test('is read there in the units shown then', () => {
    const proposal = proposalOf(entriesOf(written))!;
    expect(say(proposal.words, 'metric')).toBe('Rear preload +3 mm: air 204 → 220 N.');
    expect(say(proposal.words, 'imperial')).toBe('Rear preload +0.12 in: air 46 → 49 lbf.');
    expect(say(proposal.because, 'imperial')).toBe('Rear: too little preload. Rider sag is 4.72 in.');
  });

  test.each([
    ['as it was written before figures were kept apart', 'Rear preload +3.0 mm.', 'Rear preload +3.0 mm.'],
    ['that begins with a bracket and is none', '[see the card]', '[see the card]'],
    ['with a figure nobody knows', '[{"unit":"ell","value":1,"decimals":0}]', '[{"unit":"ell","value":1,"decimals":0}]'],
  ])('%s stands as it is', (_, text, shown) => {
    expect(sayMetric(proposalOf(entriesOf({ ...written, 'proposal.words': text }))!.words)).toBe(shown);
  });

  test('with figures to fill in that are none is no proposal', () => {
    for (const puts of ['', '[]', '{}', 'null', '[{"field":"no.such","text":"1"}]', '[{"field":"budget"}]'])
      expect(proposalOf(entriesOf({ ...written, 'proposal.puts': puts }))).toBeNull();
  });
});

describe('a job’s history', () => {
  const row = (field: string, text: string, more: object = {}) => ({
    id: 1,
    at: '2026-11-01T10:00:00Z',
    field,
    text,
    unit: null,
    before: null,
    who: null,
    device: 'by hand',
    isUndoing: false,
    ...more,
  });
  const only = (r: ReturnType<typeof row>) => changesOf([r], new Map([[4, 'R-52']]))[0];

  test('names fields by their end, choices and springs by their names, lists in one line', () => {
    expect(only(row('rider.mass', '84', { unit: 'kg', before: { text: '80', unit: 'kg' } }))).toMatchObject({
      what: 'Rider in full gear',
      now: '84 kg',
      before: '80 kg',
      who: '',
    });
    expect(only(row('springs.rear.choice', '4'))).toMatchObject({ what: 'Rear: Spring chosen', now: 'R-52' });
    expect(only(row('springs.rear.choice', '5'))).toMatchObject({ now: '5' });
    expect(only(row('use', 'touring'))!.now).toBe('Touring');
    expect(only(row('valves.rear.found.rebound', '36 × 0.20\n30 × 0.25'))!.now).toBe('36 × 0.20, 30 × 0.25');
  });

  test('an emptied field had something before it; a field of an older catalogue keeps its key; what a cure carries along is left out', () => {
    expect(only(row('rider.mass', '', { before: { text: '80', unit: 'kg' } }))).toMatchObject({ now: '', before: '80 kg' });
    expect(only(row('rider.mass', '80', { before: { text: '', unit: null } }))!.before).toBeNull();
    expect(only(row('field.of.old', 'x'))).toMatchObject({ what: 'field.of.old', now: 'x' });
    for (const part of ['stage', 'words', 'because', 'puts']) expect(only(row(`proposal.${part}`, 'x'))).toBeUndefined();
    expect(only(row('proposal.why', 'too dear'))!.now).toBe('too dear');
  });
});

describe('typed and worked out', () => {
  const def = fieldDef('machine.travel.rear');
  if (def.kind !== 'quantity') throw new Error('a travel is a quantity');
  test('on a page what was typed stays as typed, what was worked out follows; on paper both units stand', () => {
    const typed = { text: '5 5/8', unit: 'in' };
    expect(onPage('metric')(142.875, def, typed)).toBe('5 5/8 in');
    expect(onPage('metric')(142.875, def, null)).toBe('142.9 mm');
    expect(onPage('imperial')(142.875, def, null)).toMatch(/^5\.6\d in$/);
    expect(onPaper('metric')(142.875, def, typed)).toMatch(/^142\.9 mm \(5 5\/8 in\)$/);
    expect(onPaper('imperial')(142.875, def, typed)).toMatch(/^5 5\/8 in \(142\.9 mm\)$/);
    expect(say(bar(0.82), 'metric')).toBe('8.2 bar');
  });
});

describe('the keys a phone brings up', () => {
  const keys = (key: FieldKey, system: System) => keysFor(fieldDef(key), system);

  test('numbers alone where a bare number is typed; all keys where a unit, a broken inch or a sign may be', () => {
    expect(keys('measure.rear.extended', 'metric')).toBe('decimal');
    expect(keys('measure.rear.extended', 'imperial')).toBe('text');
    expect(keys('rider.mass', 'imperial')).toBe('decimal');
  });

  test('no field that may be below nought by more than a slip of the tape, or that takes words, gets keys without a sign or letters', () => {
    for (const def of [...ASK_FIELDS, ...MACHINE_FIELDS]) {
      const isBareNumber = def.kind === 'money' || ((def.kind === 'quantity' || def.kind === 'count') && def.hard[0] >= -5);
      if (!isBareNumber) for (const system of SYSTEMS) expect([def.key, keysFor(def, system)]).toEqual([def.key, 'text']);
    }
  });
});

describe('what is refused', () => {
  test('a refusal of a route carries its figures, for the page to print in the units shown', () => {
    const { problem } = refusedIssue(err('beyond-travel', ['rear'], { sag: 320, travel: 310 }).issue, ['rear']);
    expect(problem.message).toContain('320 mm of sag, more than the 310 mm of travel');
    expect(say(problem.said!, 'imperial')).toContain('12.60 in of sag, more than the 12.20 in of travel');
    expect(refused('sealed').problem.said).toBeUndefined();
  });

  test('a line of a list is named, its words keep their figures', () => {
    const words = said`The wire is ${mm(12)}.`;
    const whole = lineRefused('lines', [4, 5, 9])({ ok: false, words, path: ['lines', 2, 'rate'], unreachable: false });
    expect(say(whole, 'metric')).toBe('Line 9: The wire is 12 mm. Nothing was taken.');
    expect(say(whole, 'imperial')).toBe('Line 9: The wire is 0.47 in. Nothing was taken.');
    expect(say(lineRefused('lines', [])({ ok: false, words: 'No.', path: [], unreachable: true }), 'metric')).toBe(
      'No. Nothing was taken.',
    );
  });

  test('a spring no end usually has is asked about in the units shown', () => {
    const spring = { rateNPerMm: 96.3, freeLengthMm: 800, solidLengthMm: null, forceTable: null };
    expect(say(unusualSpring(spring, 'front')!.words, 'imperial')).toBe(
      '550 lbf/in (96.3 N/mm) is unusual for a fork spring: 11 to 143 lbf/in are.',
    );
    expect(say(unusualSpring(spring, 'rear')!.words, 'metric')).toBe('800 mm (31.50 in) is unusual for a rear spring: 100 to 350 mm are.');
    expect(unusualSpring({ ...spring, freeLengthMm: 200 }, 'rear')).toBeNull();
  });
});
