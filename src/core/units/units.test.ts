import fc from 'fast-check';
import { evaluate, type Unit as MathUnit } from 'mathjs';
import { convert } from './convert';
import { parseQuantity } from './parse';
import { printExact, printIn, printInchFraction, printOther } from './print';
import { bar, celsius, eachOnce, joined, kg, km, mm, mPa, mPerS, newtons, rate, said, type Said, say, sayMetric, signed } from './say';
import { shownMm } from './shown';
import { findUnit, fromCanonical, toCanonical, unitNamed, unitNames } from './units';

const canonical = (text: string, unit: NonNullable<Parameters<typeof parseQuantity>[1]> = { dimension: 'length', unit: 'mm' }) => {
  const read = parseQuantity(text, unit);
  if (!read.ok) throw new Error(`${text}: ${read.issue.code}`);
  return read.value.canonical;
};
const failure = (text: string, unit?: Parameters<typeof parseQuantity>[1]) => {
  const read = parseQuantity(text, unit);
  return read.ok ? 'read' : read.issue.code;
};
const MM = { dimension: 'length', unit: 'mm' } as const;

test.each([
  ['595', 595],
  ['59,5 cm', 595],
  ['-12', -12],
  ['−12', -12],
  ['23 3/8 in', 593.725],
  ['23-3/8"', 593.725],
  ['22 1/16"', 560.3875],
  ['22⅛ in', 561.975],
  ['½ in', 12.7],
  ['5\' 3 1/2"', 1612.9],
  ["-1' 6", -457.2],
  ['1 1/2', 38.1],
  ['.5', 0.5],
  ['1 100', 1100],
  ['1 100,5', 1100.5],
  ['1,100.5', 1100.5],
  ['1.100,5', 1100.5],
  ['1,234,567', 1_234_567],
  ['1.234.567', 1_234_567],
  ["1'100", 1100],
  ['1’100,5', 1100.5],
  ['23.625', 23.625],
  ['0,250', 0.25],
  ['1,1000', 1.1],
  ['6.35e3', 6350],
  ['1 mi', 1_609_344],
])('reads %s as people mean it', (text, mm) => {
  expect(canonical(text)).toBeCloseTo(mm, 9);
});

test.each([
  ['', 'empty'],
  ['   ', 'empty'],
  ['abc', 'unreadable'],
  ['12 3/', 'unreadable'],
  ['1.2.3', 'ambiguous-number'],
  ['1,10,0.5', 'ambiguous-number'],
  ['1,100', 'two-readings'],
  ['3/0', 'zero-denominator'],
  ['NaN', 'not-finite'],
  ['Infinity', 'not-finite'],
  ['1e999', 'not-finite'],
  ['12 furlongs', 'unit-unknown'],
  ['12 kg', 'unit-mismatch'],
  ['-300 °C', 'unit-mismatch'],
])('refuses %s with %s', (text, code) => {
  expect(failure(text, MM)).toBe(code);
});

test('a unit is demanded where the field gives none, and absolute zero is a limit', () => {
  expect(failure('12')).toBe('unit-missing');
  expect(failure('-300 °C')).toBe('below-absolute-zero');
  expect(canonical('185 lb', { dimension: 'mass', unit: 'kg' })).toBeCloseTo(83.9146, 4);
  expect(canonical('0,70 kgf/mm', { dimension: 'rate', unit: 'N/mm' })).toBeCloseTo(6.865, 3);
  expect(canonical('25 lb', { dimension: 'force', unit: 'N' })).toBeCloseTo(111.2055403815, 9);
});

describe('a mark before three figures can be read in two ways', () => {
  const km = { dimension: 'length', unit: 'km', range: [0, 1e12] } as const;
  test.each([
    ['8,900', { decimal: '8.9', thousands: '8900' }],
    ['8,900 mi', { decimal: '8.9 mi', thousands: '8900 mi' }],
    ['12.400 km', { decimal: '12.4 km', thousands: '12400 km' }],
    ['-1,125', { decimal: '-1.1250', thousands: '-1125' }],
  ])('%s is asked about where both are possible, and what is offered has one reading', (text, { decimal, thousands }) => {
    const range = [-1e12, 1e12] as const;
    const read = parseQuantity(text, { ...km, range });
    expect(read).toMatchObject({ ok: false, issue: { code: 'two-readings', data: { text, decimal, thousands } } });
    const values = [decimal, thousands].map((meant) => parseQuantity(meant, { ...km, range }));
    expect(values.map((v) => v.ok && v.value.value)).toEqual([Number.parseFloat(decimal), Number.parseFloat(thousands)]);
  });

  test('and taken as it can be where the other is not', () => {
    const rate = { dimension: 'rate', unit: 'N/mm', range: [1, 1000] } as const;
    expect(canonical('1,200 lb/in', rate)).toBeCloseTo(210.15, 2);
    expect(canonical('9,125 kgf/mm', rate)).toBeCloseTo(89.49, 2);
    expect(canonical('23,625 in', { dimension: 'length', unit: 'mm', range: [0, 3000] })).toBeCloseTo(600.075, 9);
  });
});

test('stones and pounds are one mass', () => {
  const mass = { dimension: 'mass', unit: 'kg' } as const;
  for (const text of ['12 st 4', '12st 4lb', '12 stone 4 lbs']) expect(canonical(text, mass)).toBeCloseTo(172 * 0.45359237, 9);
  expect(canonical('12 st', mass)).toBeCloseTo(168 * 0.45359237, 9);
  expect(failure('12 st 15', mass)).toBe('unreadable');
});

// docs/methods.md, "Checks"; exact figures NIST SP 811.
test.each([
  ['900 lbf/in', 'N/mm', 157.6, 0.05],
  ['1200 lbf/in', 'N/mm', 210.2, 0.05],
  ['0.70 kgf/mm', 'N/mm', 6.865, 0.0005],
  ['35 N·m', 'lbf·ft', 25.8, 0.05],
  ['25 Nm', 'ft-lb', 18.4, 0.05],
  ['212 °F', '°C', 100, 1e-9],
  ['0 °C', '°F', 32, 1e-9],
  ['1 US fl oz', 'mL', 29.5735295625, 1e-9],
  ['23 3/8 in', 'mm', 593.725, 1e-9],
])('%s in %s', (value, to, wanted, within) => {
  const result = convert(value, to);
  expect(result.ok && Math.abs(result.value.value - wanted)).toBeLessThanOrEqual(within);
});

/** The general unit package's names for ours. Where it has none, the expression is built from its base units. */
const MATH: Record<string, string> = {
  mm: 'mm',
  cm: 'cm',
  m: 'm',
  km: 'km',
  in: 'inch',
  ft: 'ft',
  mi: 'mile',
  N: 'N',
  kN: 'kN',
  kgf: '9.80665 N',
  lbf: 'lbf',
  'N/mm': 'N/mm',
  'N/m': 'N/m',
  'kN/m': 'kN/m',
  'kgf/mm': '9.80665 N/mm',
  'lbf/in': 'lbf/inch',
  kg: 'kg',
  g: 'g',
  lb: 'lbm',
  st: 'stone',
  'N·m': 'N m',
  'lbf·ft': 'lbf ft',
  'lbf·in': 'lbf inch',
  'kgf·m': '9.80665 N m',
  MPa: 'MPa',
  GPa: 'GPa',
  kPa: 'kPa',
  Pa: 'Pa',
  bar: 'bar',
  psi: 'psi',
  'mm²': 'mm^2',
  'cm²': 'cm^2',
  'in²': 'sqin',
  'mm³': 'mm^3',
  mL: 'ml',
  L: 'l',
  'fl oz': '29.5735295625 ml',
  cSt: 'mm^2/s',
  '°C': 'degC',
  '°F': 'degF',
  K: 'K',
  'm/s': 'm/s',
  'mm/s': 'mm/s',
  'in/s': 'inch/s',
  'km/h': 'km/hour',
  mph: 'mile/hour',
  s: 's',
  min: 'minute',
  h: 'hour',
  '°': 'deg',
  rad: 'rad',
};
const CANONICAL: Record<string, string> = {
  length: 'mm',
  force: 'N',
  rate: 'N/mm',
  mass: 'kg',
  torque: 'N m',
  pressure: 'MPa',
  area: 'mm^2',
  volume: 'mm^3',
  viscosity: 'mm^2/s',
  temperature: 'degC',
  speed: 'm/s',
  time: 's',
  angle: 'deg',
};

test('every unit agrees with a general unit package', () => {
  for (const name of unitNames()) {
    const unit = unitNamed(name);
    if (unit.dimension === 'ratio') continue;
    const theirs = (
      evaluate(
        unit.dimension === 'temperature'
          ? `unit(37, "${MATH[name]}")`
          : `37 * (${/^\d/.test(MATH[name]!) ? MATH[name] : `1 ${MATH[name]}`})`,
      ) as MathUnit
    ).toNumber(CANONICAL[unit.dimension]!);
    const ours = toCanonical(37, unit);
    // The package keeps its own psi, stone and ounce to six or seven figures.
    expect(Math.abs(ours - theirs)).toBeLessThanOrEqual(Math.abs(theirs) * (name === 'psi' || name === 'st' ? 1e-6 : 1e-9));
  }
});

test('what is printed reads back to the same number, in any unit', () => {
  fc.assert(
    fc.property(fc.constantFrom(...unitNames()), fc.double({ min: -1e9, max: 1e9, noNaN: true }), (name, value) => {
      fc.pre(unitNamed(name).dimension !== 'temperature' || value > -200);
      const read = parseQuantity(printExact(value, name), { dimension: unitNamed(name).dimension, unit: name });
      // Adding zero makes minus zero plain.
      expect(read.ok && read.value.value + 0).toBe(value + 0);
      expect(fromCanonical(toCanonical(value, unitNamed(name)), unitNamed(name))).toBeCloseTo(value, 3);
    }),
    { seed: 7 },
  );
});

test('a workshop fraction is within half its step, and reads back', () => {
  fc.assert(
    fc.property(fc.double({ min: -2000, max: 2000, noNaN: true }), (mm) => {
      const printed = printInchFraction(mm);
      expect(Math.abs(canonical(printed) - mm)).toBeLessThanOrEqual(25.4 / 64 + 1e-9);
    }),
    { seed: 7 },
  );
  expect([printInchFraction(593.725), printInchFraction(0), printInchFraction(-12.7), printOther(92, 'kg')]).toEqual([
    '23 3/8 in',
    '0 in',
    '-1/2 in',
    '202.8 lb',
  ]);
});

test('no text, however odd, throws or reads as a number that is none', () => {
  fc.assert(
    fc.property(fc.string(), (text) => {
      const read = parseQuantity(text, MM);
      if (read.ok) expect(Number.isFinite(read.value.canonical)).toBe(true);
    }),
    { seed: 7, numRuns: 2000 },
  );
  expect(findUnit(' LBS ')?.name).toBe('lb');
});

describe('a sentence whose figures are data', () => {
  test.each<[Said, string, string]>([
    [said`Rear static sag is ${mm(39)}.`, 'Rear static sag is 39 mm.', 'Rear static sag is 1.54 in.'],
    [
      said`Rider sag ${mm(123, 'tenth', '±', 1.4)}; ${mm(93)} wanted.`,
      'Rider sag 123 ± 1.4 mm; 93 mm wanted.',
      'Rider sag 4.84 ± 0.06 in; 3.66 in wanted.',
    ],
    [
      said`They need ${rate(51.6, 1, '±', 4.3)}; marked ${rate(0.95, 2)}.`,
      'They need 51.6 ± 4.3 N/mm; marked 0.95 N/mm.',
      'They need 295 ± 25 lbf/in; marked 5.4 lbf/in.',
    ],
    [said`${mm(-5)} or ${signed(mm(3))}, ${signed(newtons(-40))}`, '−5 mm or +3 mm, −40 N', '−0.20 in or +0.12 in, −9.0 lbf'],
    [
      said`${km(6200)} since; ${bar(0.12, 1, '→', 0.15)} at ${kg(92)}`,
      '6\u202f200 km since; 1.2 → 1.5 bar at 92 kg',
      '3\u202f853 mi since; 17 → 22 psi at 203 lb',
    ],
    [
      said`${mPerS(0.1)}, ${mPa(900)}, ${celsius(90)}, a shim of ${mm(0.15, 2)}`,
      '0.1 m/s, 900 MPa, 90 °C, a shim of 0.15 mm',
      '3.9 in/s, 130\u202f534 psi, 194 °F, a shim of 0.006 in',
    ],
    ['24 × 0.20, 12 out of 22, 97 %.', '24 × 0.20, 12 out of 22, 97 %.', '24 × 0.20, 12 out of 22, 97 %.'],
  ])('%j', (sentence, metric, imperial) => {
    expect([say(sentence, 'metric'), say(sentence, 'imperial')]).toEqual([metric, imperial]);
  });

  test('each figure is the one a general package gives', () => {
    for (const [make, math, other, decimals] of [
      [(x: number) => mm(x), 'mm', 'in', 2],
      [(x: number) => kg(x), 'kg', 'lb', 0],
      [(x: number) => bar(x / 10), 'bar', 'psi', 0],
      [(x: number) => newtons(x), 'N', 'lbf', 0],
    ] as const)
      fc.assert(
        fc.property(fc.integer({ min: 300, max: 900 }), (x) => {
          const value = (evaluate(`${x} ${math}`) as MathUnit).toNumber(other);
          const [number, unit] = say(make(x), 'imperial').replace('\u202f', '').split(' ');
          expect([number, unit]).toEqual([value.toFixed(decimals), other]);
        }),
        { numRuns: 40 },
      );
  });

  test('sentences are put together with their figures, and the same one is said once', () => {
    const one = said`static ${mm(30)}`;
    expect(say(joined([one, 'rider', said`${mm(90)}`], '; '), 'imperial')).toBe('static 1.18 in; rider; 3.54 in');
    expect(eachOnce([one, said`static ${mm(30)}`, 'rider'])).toEqual([one, 'rider']);
    expect(said`none ${1} of them`).toBe('none 1 of them');
  });
});

test('one figure, one value: what a sentence says in inches and pounds is what a table says, and 480 lb stays 480 lb', () => {
  for (let i = 0; i < 2000; i += 1) {
    const value = (i * 37) / 211 + i / 97;
    expect(say(mm(value), 'imperial')).toBe(`${printIn(shownMm(value), 'in', 2)} in`);
  }
  for (const lb of [95, 180, 213, 480, 1022]) expect(say(kg(lb * 0.45359237), 'imperial').replace('\u202f', '')).toBe(`${lb} lb`);
  expect([mm(53.93), mm(54), mm(-0.04), mm(-3.25)].map(sayMetric)).toEqual(['53.9 mm', '54 mm', '0 mm', '−3.2 mm']);
});
