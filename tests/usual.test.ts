import { factsOf } from '@/judgement/model/facts';
import { dampingShare } from '@/judgement/aims/ground';
import { choiceAt, isEstimate } from '@/judgement/aims/estimates';
import { BOOK_IS_WORTH, narrowed, ownOfKinds } from '@/judgement/model/ownKinds';
import { pistonOf } from '@/judgement/model/piston';
import { kindOf, putInForce, usual } from '@/knowledge/inForce';
import { MACHINE_KINDS } from '@/knowledge/kinds';
import { SCHOOLS } from '@/knowledge/schools';
import { groundRequest, kindRequest, pistonRequest } from '@/schema/usualPages';
import { bookInForce, changedUsual, changeGround, changeKind, changePiston, kindVersions, ownKinds } from '@/server/book/usual';
import { db } from '@/db/client';
import { manyMachines } from '@/db/queries/machines';
import { takeFromModel } from '@/server/machines/model';
import { recordMachineEntry } from '@/server/jobs/record';
import { takeIn } from '@/server/jobs/takeIn';
import { get } from './answers';
import { entriesOf } from './entries';
import { onDisk } from './onDisk';

/** What is usual is the shop's own to change: kinds of machine, pistons and ground are pages of the book, and what they say is in force at once. */

onDisk('usual');
afterAll(() => putInForce({}));

const machine = { 'machine.type': 'tourer', 'machine.travel.rear': '110', 'machine.travel.front': '130' };
const rate = () => {
  const found = choiceAt(factsOf(entriesOf({ 'rider.mass': '90' }), entriesOf(machine), SCHOOLS), 'rear');
  if (!isEstimate(found)) throw new Error(JSON.stringify(found));
  return found.estimate.rateNPerMm;
};
const tourer = () => ({ version: 'kind/1' as const, ...structuredClone(kindOf('tourer')) });

test('a kind changed in the book moves the first answer at once and after a restart; the old version stays', async () => {
  const before = rate();
  const begun = tourer();
  const page = { ...begun, figures: { ...begun.figures, leverageRatio: { mean: 2.6, sd: 0.05 } }, origin: 'our own' };
  get(await changeKind(kindRequest.parse({ page, reason: 'linkages drawn' })));
  const after = rate();
  // k is about proportional to the square of the ratio: (2.6/1.8)² = 2.1; and less is unknown.
  expect(after.p50 / before.p50).toBeGreaterThan(1.6);
  expect((after.p95 - after.p05) / after.p50).toBeLessThan((before.p95 - before.p05) / before.p50);
  putInForce({});
  expect(rate()).toEqual(before);
  await bookInForce();
  expect(rate()).toEqual(after);
  expect((await kindVersions()).find((v) => v.page.id === 'tourer')).toMatchObject({ versions: 1, reason: 'linkages drawn' });
  expect((await changedUsual())?.kinds?.map((k) => k.id)).toEqual(['tourer']);
});

test('a piston and a ground changed in the book are what stands in and what is asked for', async () => {
  const found = { 'machine.damper.rear.piston': '46' };
  const piston = { version: 'piston/1' as const, ...structuredClone(pistonOf(entriesOf(found), 'rear')!) };
  piston.valves.rebound.portMm2 = 155;
  get(await changePiston(pistonRequest.parse({ page: piston, reason: 'measured three' })));
  expect(pistonOf(entriesOf(found), 'rear')!.valves.rebound.portMm2).toBe(155);
  const rocks = entriesOf({ 'ground.rocks': '100', pace: 'quick' });
  const ground = { version: 'ground/1' as const, ...structuredClone(usual().grounds.find((g) => g.id === 'rocks')!) };
  expect(dampingShare(rocks, 'compression', 'high')).toBeCloseTo(-0.15, 12);
  ground.compression.high = -0.25;
  get(await changeGround(groundRequest.parse({ page: ground, reason: 'our hills' })));
  expect(dampingShare(rocks, 'compression', 'high')).toBeCloseTo(-0.25, 12);
});

test('what could not be a machine is refused at its field', () => {
  const refusedAt = (page: object, schema: typeof kindRequest | typeof pistonRequest) =>
    schema.safeParse({ page, reason: 'try' }).error?.issues[0]?.path.join('.');
  const wide = { ...tourer(), figures: { ...tourer().figures, machineKg: { mean: 370, sd: 300 } } };
  expect(refusedAt(wide, kindRequest)).toBe('page.figures.machineKg.sd');
  expect(refusedAt({ ...tourer(), id: 'hovercraft' }, kindRequest)).toBe('page.id');
  const piston = { version: 'piston/1', ...pistonOf(entriesOf({ 'machine.damper.rear.piston': '40' }), 'rear')!, rodMm: 40 };
  expect(refusedAt(piston, pistonRequest)).toBe('page.rodMm');
});

test('the shop’s own machines are counted figure by figure and weighed in by their number', async () => {
  // Mean and spread by hand: four of 100 ± 10 and two of 120 and 124.
  const both = narrowed({ mean: 100, sd: 10 }, [120, 124]);
  expect(BOOK_IS_WORTH).toBe(4);
  expect(both.mean).toBeCloseTo((4 * 100 + 244) / 6, 12);
  expect(both.sd).toBeCloseTo(Math.sqrt((4 * (100 + (100 - both.mean) ** 2) + (120 - both.mean) ** 2 + (124 - both.mean) ** 2) / 6), 12);
  expect(
    narrowed(
      { mean: 100, sd: 10 },
      Array.from({ length: 40 }, () => 110),
    ).sd,
  ).toBeLessThan(5);
  expect(ownOfKinds([], MACHINE_KINDS).every((k) => k.machines === 0 && Object.keys(k.figures).length === 0)).toBe(true);
  for (const [owner, front, rear] of [
    ['Ebba Thorn', '150', '160'],
    ['Odo Vane', '160', '170'],
  ] as const) {
    const figures = {
      'machine.make': 'Halvik',
      'machine.model': 'Fell',
      'machine.type': 'racer',
      'machine.weighed.front': front,
      'machine.weighed.rear': rear,
    };
    const texts = Object.fromEntries(Object.entries(figures).map(([field, text]) => [field, { text }]));
    get(await takeIn({ customer: { name: owner, phone: '' }, machine: { figures: texts }, promisedOn: '2026-12-01' }));
  }
  const racer = async () => (await ownKinds()).find((k) => k.id === 'racer')!;
  expect(await racer()).toMatchObject({ machines: 2, figures: { machineKg: { count: 2, mean: 320 } } });
  expect((await racer()).figures.wheelbaseMm).toBeUndefined();
  // A wheelbase measured on one and taken over by the other of its model was measured once.
  const [one, other] = (await manyMachines(await db(), 2)).map((m) => m.id) as [number, number];
  get(await recordMachineEntry(one, { field: 'machine.wheelbase', text: '1412', technicianId: null, device: 'by hand' }));
  get(await takeFromModel(other, { from: one, fields: ['machine.wheelbase'] }));
  expect((await racer()).figures.wheelbaseMm).toMatchObject({ count: 1, mean: 1412 });
});
