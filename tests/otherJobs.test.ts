import { factsOf } from '@/judgement/model/facts';
import { db } from '@/db/client';
import { wantedFigures } from '@/judgement/findings/built';
import { takenOver, takenOverName } from '@/judgement/job/takeOver';
import { torqueTable } from '@/judgement/model/torqueTable';
import { addTechnician } from '@/server/door/people';
import { currentEntries } from '@/server/entries';
import { duplicateJob, leftByJob, torquesOfModel } from '@/server/jobs/otherJobs';
import { correctRebuild, signRebuild } from '@/server/jobs/sign';
import { takeIn } from '@/server/jobs/takeIn';
import { codeOf, get, record } from './answers';
import { onDisk } from './onDisk';

/** What other jobs of the book give to this one: torques of the model, a specification to aim at, a job to begin like. */

onDisk('other-jobs');

const machineOf = async (owner: string, model = 'Moor 250') =>
  get(
    await takeIn({
      customer: { name: owner, phone: '' },
      machine: { figures: { 'machine.make': { text: 'Halvik' }, 'machine.model': { text: model } } },
      promisedOn: '2026-12-20',
    }),
  );

let old: { jobId: number; machineId: number };
let fresh: { jobId: number; machineId: number };
let technicianId: number;
const STACK = '40 × 0.15 × 4\n20 × 0.2';

beforeAll(async () => {
  old = await machineOf('Coll Ashby');
  fresh = await machineOf('Wenna Trask');
  for (const [field, text] of Object.entries({
    'rider.mass': '92',
    'luggage.1.mass': '12',
    'ground.rocks': '40',
    'complaint.1.phrase': 'harsh-small',
    'measure.rear.extended': '612',
    'found.rear.rebound.out': '9',
    'fitted.rear.spring': '52 N/mm',
    'fitted.rear.rebound.out': '13',
    'fitted.rear.preload.way': 'length',
    'fitted.rear.preload.reading': '241',
    'fitted.rear.preload.reference': '255',
    'fitted.rear.oil': 'SY 14',
    'fitted.front.oilLevel.left': '110 mm',
    'valves.rear.fit.rebound': '40 × 0.15 × 5\n20 × 0.2',
    'built.rear.rebound': STACK,
    'built.differs': 'one face shim was bent',
    'torque.1.place': 'Fork cap',
    'torque.1.value': '30',
    'torque.1.origin': 'maker’s manual',
    'torque.2.place': 'Axle',
    'torque.2.value': '45',
  }))
    get(await record(old.jobId, field, text));
});

test('nothing is left by a job that is not signed, nor a torque known from it', async () => {
  expect(codeOf(await leftByJob(old.jobId))).toBe('not-found');
  expect(codeOf(await leftByJob(9_999))).toBe('not-found');
  expect(get(await torquesOfModel(fresh.machineId))).toEqual({ jobs: 0, rows: [] });
  technicianId = get(await addTechnician('Aldous Merrow', 'tarn 46')).id;
  get(await signRebuild(old.jobId, { technicianId, passcode: 'tarn 46' }));
  expect(get(await leftByJob(old.jobId)).machine).toContain('Moor 250');
});

test('torques of a model come from every machine of it, with how often and from where, and from no other', async () => {
  const { jobs, rows } = get(await torquesOfModel(fresh.machineId));
  expect(jobs).toBe(1);
  expect(rows).toEqual([
    { place: 'Fork cap', leastNm: 30, mostNm: 30, count: 1, origins: ['maker’s manual'], jobId: old.jobId },
    { place: 'Axle', leastNm: 45, mostNm: 45, count: 1, origins: [], jobId: old.jobId },
  ]);
  const other = await machineOf('Joss Pennaby', 'Lane 500');
  expect(get(await torquesOfModel(other.machineId)).rows).toEqual([]);
  expect(codeOf(await torquesOfModel(9_999))).toBe('not-found');
});

test('one fastener under one name however it is written; the newest job is named, the range kept', () => {
  const torque = (i: number, place: string, value: number, origin = '') => ({
    i,
    place,
    origin,
    entry: { field: 'torque.1.value' as const, text: String(value), unit: 'N·m', value, at: null },
  });
  expect(
    torqueTable([
      { jobId: 9, torques: [torque(1, 'Fork cap', 32, 'manual')] },
      { jobId: 4, torques: [torque(1, 'fork cap ', 28, 'manual'), torque(2, 'Axle', 45)] },
    ]),
  ).toEqual([
    { place: 'Fork cap', leastNm: 28, mostNm: 32, count: 2, origins: ['manual'], jobId: 9 },
    { place: 'Axle', leastNm: 45, mostNm: 45, count: 1, origins: [], jobId: 4 },
  ]);
});

test('another job’s set-up becomes what is wanted: springs, preload in mm, clickers, level and the stack as it was built; no words', async () => {
  const rows = takenOver(get(await leftByJob(old.jobId)), 'metric');
  expect(rows.map((r) => [takenOverName(r), r.field, r.text])).toEqual([
    ['Rear spring rate as marked', 'wanted.rear.spring', '52 N/mm'],
    ['Rear preload', 'wanted.rear.preload.reading', '14.0'],
    ['Rear rebound', 'wanted.rear.rebound.out', '13'],
    ['Front left oil level', 'wanted.front.oilLevel.left', '110 mm'],
    [expect.stringMatching(/^Rear .*rebound/), 'valves.rear.fit.rebound', STACK],
  ]);
  // Shown in the units of the page; written here as it was written there.
  const inches = takenOver(get(await leftByJob(old.jobId)), 'imperial');
  expect(inches.map((r) => r.text)).toEqual(rows.map((r) => r.text));
  expect(inches.find((r) => r.field === 'wanted.rear.preload.reading')!.there).toMatch(/^0\.55 in/);
  expect(inches.find((r) => r.field === 'valves.rear.fit.rebound')!.there).toMatch(/^1\.575 × 0\.0059 × 4/);
  for (const { field, text } of rows) get(await record(fresh.jobId, field, text));
  const sql = await db();
  const [entries, machine] = [await currentEntries(sql, { jobId: fresh.jobId }), await currentEntries(sql, { machineId: fresh.machineId })];
  const wanted = wantedFigures(factsOf(entries, machine), []);
  expect(wanted.map((w) => [w.key, w.text, w.value])).toEqual(
    expect.arrayContaining([
      ['rear.spring', '52 N/mm', 52],
      ['rear.rebound.out', '13 out', 13],
      ['rear.preload.reading', '14.0 mm', 14],
    ]),
  );
  // A rate is the same within half a per cent of it, not within a share of a millimetre.
  expect(wanted.find((w) => w.key === 'rear.spring')!.tolerance).toBeCloseTo(0.26, 9);
});

test('what was corrected after signing is what it left and what it recorded', async () => {
  const changes = [
    { field: 'torque.1.value', text: '31' },
    { field: 'built.rear.rebound', text: '40 × 0.2 × 3' },
    { field: 'torque.2.value', text: '' },
  ];
  get(await correctRebuild(old.jobId, { technicianId, passcode: 'tarn 46', reason: 'misread', changes }));
  expect(get(await torquesOfModel(fresh.machineId)).rows.map((r) => [r.place, r.mostNm])).toEqual([['Fork cap', 31]]);
  expect(get(await leftByJob(old.jobId)).stacks).toEqual([{ damper: 'rear', valve: 'rebound', text: '40 × 0.2 × 3' }]);
  // The job's own entries stand as they were signed.
  expect((await currentEntries(await db(), { jobId: old.jobId }))['torque.1.value']!.text).toBe('30');
});

test('a job like another begins with who rides with what and where; nothing measured, found, fitted or signed', async () => {
  const { jobId } = get(await duplicateJob(old.jobId));
  const entries = await currentEntries(await db(), { jobId });
  expect(Object.values(entries).map((e) => [e!.field, e!.text])).toEqual(
    expect.arrayContaining([
      ['rider.mass', '92'],
      ['luggage.1.mass', '12'],
      ['ground.rocks', '40'],
      ['complaint.1.phrase', 'harsh-small'],
    ]),
  );
  expect(Object.keys(entries)).toHaveLength(4);
  expect(codeOf(await duplicateJob(9_999))).toBe('not-found');
});
