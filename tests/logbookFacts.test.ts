import { factsOf } from '@/judgement/model/facts';
import { differencesOf } from '@/judgement/findings/built';
import { wantedOf } from '@/judgement/job/needs';
import { dueOf, servicedIn, makerServiceOf } from '@/judgement/job/service';
import type { ServiceBasis } from '@/schema/service';
import { stageLines } from '@/judgement/job/stages';
import { isAside, photosOf } from '@/judgement/job/work';
import type { ListedSpring } from '@/schema/springs';
import { SERVICE_RULES } from '@/knowledge/service/service';
import { PROCEDURES } from '@/knowledge/procedures/shipped';
import { type Need, shortOf } from '@/schema/stock';

import { servicePage } from '@/knowledge/service/page';
import { entriesOf } from './entries';

/** What follows from the logbook's entries: the order of work, what a job wants, what is short, when it is due. */

/** In every procedure that has both steps, the first comes before the second. */
const ORDER: [before: string, after: string, why: string][] = [
  ['as-it-came', 'fork-off', 'clickers are counted before anything is turned'],
  ['as-it-came', 'shock-off', 'clickers are counted before anything is turned'],
  ['needle', 'fork-off', 'the needle is put before dismantling'],
  ['needle', 'shock-off', 'the needle is put before dismantling'],
  ['fork-off', 'spring-out', 'caps are loosened while clamped, opened on the bench'],
  ['air-out', 'spring-out', 'air is let out before the cap is touched'],
  ['spring-off', 'gas-out', 'the spring is off before the body is worked on'],
  ['gas-out', 'open', 'gas is released before anything is opened'],
  ['open', 'shims', 'the piston is reached by opening'],
  ['drain', 'inspect', 'parts are looked at clean'],
  ['inspect', 'seals', 'a bent tube gets no new seal'],
  ['shims', 'fill', 'the stack is in before the oil'],
  ['shims', 'bleed', 'the stack is in before the oil'],
  ['fill', 'charge', 'oil before gas'],
  ['charge', 'spring-on', 'the body is sealed before the spring presses on it'],
  ['bleed', 'oil-level', 'the level is set without air below it'],
  ['oil-level', 'spring-in', 'the level is read with the spring out'],
  ['spring-in', 'fork-on', 'torque in sequence comes when the leg is closed'],
  ['fork-on', 'clickers', 'clickers are set on the finished machine'],
  ['shock-on', 'clickers', 'clickers are set on the finished machine'],
];

test.each(ORDER)('%s stands before %s: %s', (before, after) => {
  const both = PROCEDURES.filter((p) => [before, after].every((id) => p.steps.some((s) => s.id === id)));
  expect(both.length).toBeGreaterThan(0);
  for (const { id, steps } of both) {
    const at = (step: string) => steps.findIndex((s) => s.id === step);
    expect(`${id} ${at(before) < at(after)}`).toBe(`${id} true`);
  }
});

/** Where the work can hurt somebody the usual caution stands at that step. */
const CAUTIONED: [step: string, caution: string][] = [
  ['fork-off', 'lifting'],
  ['fork-off', 'brakes'],
  ['spring-out', 'caps'],
  ['drain', 'oil'],
  ['open', 'oil'],
  ['gas-out', 'gas'],
  ['charge', 'gas'],
  ['air-out', 'gas'],
  ['cartridge-out', 'gas'],
  ['by-hand', 'gas'],
  ['spring-off', 'springs'],
  ['spring-on', 'springs'],
  ['shock-off', 'lifting'],
  ['shock-on', 'torque'],
  ['fork-on', 'torque'],
];

test.each(CAUTIONED)('the step %s carries the caution of %s', (step, caution) => {
  const steps = PROCEDURES.flatMap((p) => p.steps.filter((s) => s.id === step));
  expect(steps.length).toBeGreaterThan(0);
  for (const s of steps) expect(s.cautions).toContain(caution);
});

const spring = (id: number, end: 'rear' | 'front', rateNPerMm: number): ListedSpring => ({
  id,
  end,
  name: `${end}-${rateNPerMm}`,
  rateText: String(rateNPerMm),
  rateNPerMm,
  forceTable: null,
  freeLengthMm: null,
  solidLengthMm: null,
  place: 'drawer',
  origin: 'by hand',
  measured: null,
});
const LISTED = [spring(1, 'rear', 60), spring(2, 'front', 4.6), spring(3, 'front', 4.8)];

const WANTS: [what: string, texts: Record<string, string>, springs: [number, number][]][] = [
  ['nothing chosen, nothing wanted', {}, []],
  ['one rear spring', { 'springs.rear.choice': '1' }, [[1, 1]]],
  ['two of a fork', { 'springs.front.choice': '2' }, [[2, 2]]],
  [
    'one of each where legs are unlike',
    { 'springs.front.choice': '2', 'springs.front.choiceRight': '3' },
    [
      [2, 1],
      [3, 1],
    ],
  ],
  ['two where the right leg is the same', { 'springs.front.choice': '2', 'springs.front.choiceRight': '2' }, [[2, 2]]],
  ['none where that very spring came in', { 'springs.rear.choice': '1', 'found.rear.spring': '60' }, []],
  ['none in other units either', { 'springs.rear.choice': '1', 'found.rear.spring': '6.118 kgf/mm' }, []],
  ['one where a softer came in', { 'springs.rear.choice': '1', 'found.rear.spring': '58' }, [[1, 1]]],
  ['a spring no list knows is not wanted', { 'springs.rear.choice': '9' }, []],
];

test.each(WANTS)('springs wanted: %s', (_what, texts, springs) => {
  expect(wantedOf(factsOf(entriesOf(texts), {}), LISTED).springs.map((s) => [s.id, s.count])).toEqual(springs);
});

test('parts of the drawers are wanted by their count; shims by size, once the post is known', () => {
  const parts = entriesOf({
    'part.1.item': '4',
    'part.1.used': '350',
    'part.1.batch': 'TF-1',
    'part.2.item': '5',
    'part.2.used': '0',
    'part.3.name': 'washer',
    'part.3.used': '2',
  });
  expect(wantedOf(factsOf(parts, {}), []).stock).toEqual([{ id: 4, count: 350, batch: 'TF-1' }]);
  const stack = entriesOf({ 'valves.rear.found.rebound': '36 × 0.20 × 5', 'valves.rear.fit.rebound': '36 × 0.20 × 6, 30 × 0.25' });
  expect(wantedOf(factsOf(stack, {}), [])).toMatchObject({ shims: [], postUnknown: true });
  expect(wantedOf(factsOf(stack, entriesOf({ 'machine.damper.rear.post': '12' })), [])).toMatchObject({
    postUnknown: false,
    shims: [
      { innerMm: 12, diameterMm: 36, thicknessMm: 0.2, count: 1 },
      { innerMm: 12, diameterMm: 30, thicknessMm: 0.25, count: 1 },
    ],
  });
});

const need = (count: number, there: number | null, heldByOthers: number): Need => ({
  what: 'stock',
  id: 1,
  name: 'x',
  count,
  unit: 'piece',
  there,
  heldHere: 0,
  heldByOthers,
});
test.each([
  [2, 5, 0, 0],
  [2, 2, 0, 0],
  [2, 1, 0, 1],
  [2, 0, 0, 2],
  [2, 5, 4, 1],
  [2, 3, 9, 2],
  [2, null, 0, 0],
])('%d wanted, %p there, %d for others: %d short', (count, there, others, short) => {
  expect(shortOf(need(count, there, others))).toBe(short);
});

const basis = (change: Partial<ServiceBasis>): ServiceBasis => ({
  end: 'front',
  use: 'road',
  component: null,
  serviced: { on: '2026-01-01', km: 10_000, hours: 50 },
  kmPerDay: 20,
  hoursPerDay: 0.25,
  ...change,
});
/** By the rules the book begins with: the fork of a road machine after 8 000 km or two years, and so on. */
const DUE: [what: string, change: Partial<ServiceBasis>, rule: string | null, on: string | null, by: string | null][] = [
  ['a road fork by distance', {}, 'fork-oil-road', '2027-02-05', 'distance'],
  ['a road fork that stands, by months', { kmPerDay: 1 }, 'fork-oil-road', '2028-01-01', 'months'],
  ['an off-road fork by hours', { use: 'off-road' }, 'fork-off-road', '2026-06-10', 'hours'],
  ['a rally fork by hours', { use: 'rally' }, 'fork-rally', '2026-03-22', 'hours'],
  ['a rally fork without hours, by months', { use: 'rally', hoursPerDay: null }, 'fork-rally', '2027-01-01', 'months'],
  [
    'a sealed shock under luggage',
    { end: 'rear', use: 'touring', component: 'sealed-shock' },
    'shock-sealed-loaded',
    '2027-07-05',
    'distance',
  ],
  ['a sealed shock on the road', { end: 'rear', component: 'sealed-shock' }, 'shock-sealed-road', '2029-04-15', 'distance'],
  ['a road shock', { end: 'rear', component: 'shock' }, 'shock-road', '2028-09-27', 'distance'],
  ['an off-road shock', { end: 'rear', use: 'off-road', component: 'shock' }, 'shock-off-road', '2026-06-10', 'hours'],
  ['a rally shock', { end: 'rear', use: 'rally', component: 'shock' }, 'shock-rally', '2026-03-22', 'hours'],
  ['a rear of unknown kind', { end: 'rear' }, null, null, null],
  ['a sealed shock without pace', { end: 'rear', component: 'sealed-shock', kmPerDay: null }, 'shock-sealed-road', null, null],
];

test.each(DUE)('due: %s', (_what, change, rule, on, by) => {
  const due = dueOf(SERVICE_RULES, basis(change));
  expect([due?.rule.id ?? null, due?.on ?? null, due?.by ?? null]).toEqual([rule, on, by]);
});

test('the maker’s own limits stand before every rule of the shop', () => {
  const due = dueOf(SERVICE_RULES, basis({ maker: { distanceKm: 20_000, hours: null, months: 6 } }));
  expect([due!.rule.name, due!.on, due!.by]).toEqual(['Fork service by the maker’s book', '2026-07-01', 'months']);
  expect(makerServiceOf(entriesOf({ 'machine.service.front.km': '20000' }), 'front')).toEqual({
    distanceKm: 20_000,
    hours: null,
    months: null,
  });
  expect(makerServiceOf(entriesOf({ 'machine.service.front.km': '20000' }), 'rear')).toBeNull();
});

test('every rule the book begins with reads by its own schema and says where its figures are from', () => {
  for (const r of SERVICE_RULES) expect(servicePage.safeParse({ version: 'service/1', ...r }).success).toBe(true);
  for (const r of SERVICE_RULES) expect(r.origin).toMatch(/common practice, no source|from memory/);
});

const shock = PROCEDURES.find((p) => p.id === 'shock')!;
const SERVICED: [what: string, texts: Record<string, string>, end: 'rear' | 'front', found: string | null][] = [
  ['a procedure worked tells the component', { 'work.1.3.done': 'done' }, 'rear', 'shock'],
  ['of its own end only', { 'work.1.3.done': 'done' }, 'front', null],
  ['new oil is a service', { 'fitted.front.oil': '15 cSt' }, 'front', 'yes'],
  ['shims in are one', { 'built.rear.rebound': '36 × 0.20 × 5' }, 'rear', 'yes'],
  ['the other leg belongs to the front', { 'built.other.rebound': '20 × 0.10 × 5' }, 'front', 'yes'],
  ['turned clickers are none', { 'fitted.rear.rebound.out': '12' }, 'rear', null],
];

test.each(SERVICED)('%s', (_what, texts, end, found) => {
  expect(servicedIn(entriesOf(texts), [{ n: 1, procedure: shock }], end)).toBe(found);
});

test('laid aside, taken out: what is undone is not counted', () => {
  const entries = entriesOf({
    'work.2.aside': 'yes',
    'photo.1.key': 'a',
    'photo.1.step': '1.2',
    'photo.3.key': 'b',
    'photo.2.caption': 'no picture any more',
  });
  expect([isAside(entries, 1), isAside(entries, 2)]).toEqual([false, true]);
  expect(photosOf(entries).map((p) => [p.n, p.key, p.step])).toEqual([
    [1, 'a', '1.2'],
    [3, 'b', ''],
  ]);
});

test('a step worked begins the Rebuild; what was built as chosen is no difference', () => {
  const begun = stageLines({
    entries: entriesOf({ 'work.1.1.done': 'done' }),
    machine: {},
    signed: false,
    handedBack: false,
    rideOpen: false,
  });
  expect(begun.find((l) => l.stage === 'rebuild')).toMatchObject({ state: 'begun', line: 'not signed' });
  const chosen = { 'springs.rear.choice': '1', 'springs.rear.preload': '12' };
  expect(differencesOf(factsOf(entriesOf({ ...chosen, 'fitted.rear.spring': '60' }), {}), LISTED)).toEqual([]);
  expect(differencesOf(factsOf(entriesOf({ ...chosen, 'fitted.rear.spring': '58' }), {}), LISTED).map((d) => d.what)).toEqual([
    'Rear spring',
  ]);
});
