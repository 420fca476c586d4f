import { sayMetric } from '@/core/units/say';
import type { WarningCode } from '@/core/result';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { CAUTIONS } from '@/knowledge/cautions';
import { problemOfZod } from '@/schema/problem';
import { takeInRequest } from '@/schema/requests';
import { isProblemCode, issueWords, warningWords } from '@/schema/words';

/** Every code that can be raised has a sentence, and the sentences are plain. */

const sources = (directory: string): string[] =>
  readdirSync(directory, { withFileTypes: true }).flatMap((item) => {
    const path = join(directory, item.name);
    if (item.isDirectory()) return sources(path);
    return /\.tsx?$/.test(item.name) && !/\.test\./.test(item.name) ? [readFileSync(path, 'utf8')] : [];
  });
const text = sources('src').join('\n');
const DATA = {
  decimal: '8.9',
  thousands: '8900',
  cause: 'Rear: rebound too quick',
  port: 4171,
  time: 'ms',
  zero: 'extended',
  shim: 45,
  hangsOn: 'bleed',
  target: 900,
  softest: 100,
  stiffest: 800,
  branch: 'Harbour',
  job: 104,
  there: 3,
  coils: 6,
  bore: 46,
  speed: 1.5,
  clamp: 12,
  face: 30,
  stress: 950,
  line: 2,
  pair: 2,
  level: 20,
  first: 'this',
  second: 'that',
  wire: 9,
  part: 'rod',
  at: 120,
  index: 25,
  short: 4,
  pressure: 13,
  limit: 12,
  text: 'x',
  unit: 'mm',
  wanted: 'mm',
  min: 1,
  max: 2,
  reading: 1,
  extended: 1,
  sag: 1,
  travel: 1,
  weighed: 1,
  end: 'front',
  field: 'x',
  options: 'a, b',
  what: 'Frame 1',
  operation: 'x',
  expected: 'a number',
  band: 9,
  usual: 8,
  preload: -3,
  most: 12,
  load: 900,
  entry: 3,
  places: 4,
  forces: 3,
  start: 10,
  reach: 2,
  seconds: 3,
  hz: 20,
  name: 'Fork oil',
  currency: 'EUR',
  decimals: 2,
  one: 'F-1',
  other: 'F-2',
  times: 4,
  statement: 'it tops out',
  travels: 3,
  kg: 120,
  over: 12,
  count: 2,
  words: 'The zip is not whole.',
  day: '2021-05-31',
};

const raised = [...text.matchAll(/\b(?:err|refused|conflict|problem|fail)\(\s*(?:ctx,\s*)?'([a-z-]+)'/g)].map(([, code]) => code!);
const remarked = [...text.matchAll(/warnings\.push\(\{\s*code: '([a-z-]+)'/g)].map(([, code]) => code!);

test('the codes found in the source are many, so that this test sees them', () => {
  expect(new Set(raised).size).toBeGreaterThan(25);
  expect(new Set(remarked).size).toBeGreaterThan(6);
});

test.each([...new Set(raised)].sort())('%s has a sentence of its own', (code) => {
  if (!isProblemCode(code)) throw new Error(`${code} has no words`);
  const words = sayMetric(issueWords({ code, data: DATA }));
  expect(words).not.toMatch(/undefined|NaN|!/);
  expect(words).toMatch(/^[A-Z“].*\.$/);
});

test.each([...new Set(remarked)].sort())('the remark %s has a sentence', (code) => {
  const words = sayMetric(warningWords({ code: code as WarningCode, data: DATA }));
  expect(words).toMatch(/^[A-Z\d].*[.?]$/);
  expect(words).not.toMatch(/undefined|NaN|!/);
});

test('cautions say what to do, without shouting', () => {
  for (const caution of Object.values(CAUTIONS)) expect(caution).toMatch(/^[A-Z][^!]*\.$/);
});

describe('refusals of a request', () => {
  const problem = (schema: z.ZodType, request: unknown) => {
    const checked = schema.safeParse(request);
    if (checked.success) throw new Error('accepted');
    const { code, path, message } = problemOfZod(checked.error.issues, request);
    expect(message).toMatch(/[.”]$/);
    return `${code} ${path.join('.')}`;
  };

  test.each([
    [{}, 'missing customer'],
    [{ customer: { id: 1 }, machine: { id: 1 } }, 'missing promisedOn'],
    [{ customer: { id: 1 }, machine: { id: 1 }, promisedOn: 'soon' }, 'wrong-type promisedOn'],
    [{ customer: { id: 1.5 }, machine: { id: 1 }, promisedOn: '2026-12-01' }, 'wrong-type customer.id'],
    [{ customer: { id: 1 }, machine: { id: 1 }, promisedOn: '2026-12-01', price: 1 }, 'unknown-field price'],
  ])('%j is refused with %s', (request, wanted) => {
    expect(problem(takeInRequest, request)).toBe(wanted);
  });

  test('of two ways to say a thing, the one that got furthest speaks', () => {
    expect(
      problem(takeInRequest, { customer: { id: 1 }, machine: { figures: { 'machine.make': { text: 7 } } }, promisedOn: '2026-12-01' }),
    ).toBe('wrong-type machine.figures.machine.make.text');
    expect(problem(z.strictObject({ a: z.array(z.number()).min(1) }), { a: [] })).toBe('too-few a');
    expect(problem(z.strictObject({ a: z.number() }), { a: Number.NaN })).toBe('not-finite a');
    expect(problem(z.strictObject({ a: z.enum(['x', 'y']) }), { a: 'z' })).toBe('not-listed a');
  });
});
