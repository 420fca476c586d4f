import { machinesOfModel, takeFromModel } from '@/server/machines/model';
import { recordMachineEntry } from '@/server/jobs/record';
import { takeIn } from '@/server/jobs/takeIn';
import { machineFile } from '@/server/views';
import { codeOf, get } from './answers';
import { onDisk } from './onDisk';

/** Figures measured once on one machine serve the next of its model, each with whose it is; the book offers and never guesses. */

onDisk('model');

const DAY = '2026-03-12T10:00:00.000Z';
async function machine(owner: string, year: string, figures: Record<string, string>, make = 'Halvik'): Promise<number> {
  const all = { 'machine.make': make, 'machine.model': 'Moor 250', 'machine.year': year, ...figures };
  const texts = Object.fromEntries(Object.entries(all).map(([field, text]) => [field, { text }]));
  return get(await takeIn({ customer: { name: owner, phone: '' }, machine: { figures: texts }, promisedOn: '2026-04-01' }, DAY)).machineId;
}
const put = async (id: number, field: string, text: string) =>
  get(await recordMachineEntry(id, { field, text, technicianId: null, device: 'by hand' }));
const textsOf = async (id: number) => Object.fromEntries(Object.values((await machineFile(id))!.figures).map((e) => [e.field, e.text]));

let known: number;
let fresh: number;
beforeAll(async () => {
  known = await machine('Coll Ashby', '2021', {
    'machine.wheelbase': '1490 mm',
    'machine.leverage': '2.9',
    'machine.plated': '300',
    'machine.distance': '9000 km',
    'standard.rear.rebound.out': '12',
  });
  fresh = await machine('Wenna Trask', '2023', { 'machine.wheelbase': '1478' }, 'HALVIK');
});

test('the next of the model is offered its figures with job and day; what belongs to one machine alone is not among them', async () => {
  const [other, ...more] = get(await machinesOfModel(fresh));
  expect(more).toEqual([]);
  expect(other).toMatchObject({ id: known, year: 2021 });
  expect(other!.figures.map((f) => f.field).sort()).toEqual(['machine.leverage', 'machine.wheelbase', 'standard.rear.rebound.out']);
  expect(other!.figures[0]!.origin).toBe('Halvik Moor 250 2021, job 0101, 2026-03-12');
});

test('taken are those that lack; what was typed stays, and a figure typed over is this machine’s own again', async () => {
  const taken = get(await takeFromModel(fresh, { from: known }));
  expect(taken.entries.map((e) => e.field).sort()).toEqual(['machine.leverage', 'standard.rear.rebound.out']);
  expect(await textsOf(fresh)).toMatchObject({ 'machine.wheelbase': '1478', 'machine.leverage': '2.9' });
  expect((await machineFile(fresh))!.origins['machine.leverage']).toEqual({
    text: '2.9',
    origin: 'Halvik Moor 250 2021, job 0101, 2026-03-12',
  });
  await put(fresh, 'machine.leverage', '2.85');
  expect((await machineFile(fresh))!.origins).not.toHaveProperty('machine.leverage');
});

test('a figure measured better goes back to the model, one at a time; a third machine learns where it was really measured', async () => {
  get(await takeFromModel(known, { from: fresh, fields: ['machine.leverage'] }));
  expect(await textsOf(known)).toMatchObject({ 'machine.leverage': '2.85', 'machine.wheelbase': '1490 mm' });
  const third = await machine('Piran Holloway', '2021', {});
  const fromKnown = get(await machinesOfModel(third)).find((m) => m.id === known)!;
  expect(fromKnown.figures.find((f) => f.field === 'machine.leverage')!.origin).toMatch(/^HALVIK Moor 250 2023, job 0102, /);
});

test('a machine that stands apart shares nothing; one written otherwise counts as the model it is said to be', async () => {
  await put(fresh, 'machine.alone', 'yes');
  expect(get(await machinesOfModel(fresh))).toEqual([]);
  expect(get(await machinesOfModel(known)).map((m) => m.id)).not.toContain(fresh);
  const other = await machine('Oona Vellgate', '2022', { 'machine.rake': '27' }, 'Halvick');
  expect(get(await machinesOfModel(other))).toEqual([]);
  await put(other, 'machine.family', 'Halvik Moor 250');
  expect(get(await machinesOfModel(other)).map((m) => m.id)).toContain(known);
  expect(get(await machinesOfModel(known)).map((m) => m.id)).toContain(other);
});

test('what is not of the model, or not known there, is refused and writes nothing', async () => {
  const before = await textsOf(known);
  expect(codeOf(await takeFromModel(known, { from: fresh }))).toBe('not-found');
  const other = get(await machinesOfModel(known))[0]!;
  expect(codeOf(await takeFromModel(known, { from: other.id, fields: ['machine.plated'] }))).toBe('field-unknown');
  expect(await textsOf(known)).toEqual(before);
});
