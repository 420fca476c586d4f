import { readyMessage } from '@/judgement/job/message';
import { TURNS } from '@/knowledge/turns';
import { legsTogether, turnsOf } from '@/judgement/job/card';
import { db } from '@/db/client';
import { manyHistory } from '@/db/queries/entries';
import { compareSetups, type SetupLine } from '@/judgement/model/setups';
import { addSpring, listSprings, retireSpring } from '@/server/stock/drawers';
import { addTechnician } from '@/server/door/people';
import { search } from '@/server/find';
import { recordMachineEntry } from '@/server/jobs/record';
import { signRebuild } from '@/server/jobs/sign';
import { handBack, takeIn } from '@/server/jobs/takeIn';
import { cardFacts } from '@/server/machines/card';
import { bench, customerFile, floor, machineFile } from '@/server/views';
import { get, record as recordOne } from './answers';
import { onDisk } from './onDisk';

/** A machine over the years: two owners, two rebuilds, and everything that was said in between still there. */

onDisk('history');

async function record(jobId: number, texts: Record<string, string>): Promise<void> {
  for (const [field, text] of Object.entries(texts)) get(await recordOne(jobId, field, text));
}

const WALK = {
  'measure.rear.extended': '612',
  'measure.rear.unladen.1.lifted': '577',
  'measure.rear.unladen.1.pressed': '573',
  'measure.rear.laden.1.lifted': '512',
  'measure.rear.laden.1.pressed': '506',
};

let technicianId: number;
let machineId: number;
let first: number;
let second: number;

test('the first owner’s job: found, fitted, signed, handed back, ridden', async () => {
  technicianId = get(await addTechnician('Aldous Merrow', 'quay4')).id;
  const taken = get(
    await takeIn(
      {
        customer: { name: 'Coll Ashby', phone: '0417 11' },
        machine: {
          figures: {
            'machine.make': { text: 'Halvik' },
            'machine.model': { text: 'Trail 300' },
            'machine.travel.rear': { text: '310' },
            'machine.distance': { text: '1 200 km' },
          },
        },
        promisedOn: '2025-12-01',
      },
      '2025-11-20T09:00:00.000Z',
    ),
  );
  machineId = taken.machineId;
  first = taken.jobId;
  await record(first, {
    ...WALK,
    'found.rear.spring': '52',
    'found.rear.rebound.out': '19',
    'fitted.rear.rebound.out': '13',
    'fitted.front.oilLevel.left': '110',
  });
  get(await signRebuild(first, { technicianId, passcode: 'quay4' }, '2025-11-25T15:00:00.000Z'));
  get(await handBack(first, '2025-11-26T10:00:00.000Z'));
  await record(first, { 'ride.feel': 'better' });
  const { setups } = (await machineFile(machineId))!;
  expect(setups.map((s) => [s.kind, s.recordedAt])).toEqual([
    ['rebuild', '2025-11-25T15:00:00.000Z'],
    ['as-found', '2025-11-25T15:00:00.000Z'],
  ]);
  expect(setups[1]!.document.sag.rear).toEqual({ staticMm: 37, riderMm: 103 });
  expect(setups[0]!.document.sag.rear).toEqual({ staticMm: null, riderMm: null });
});

test('a year later it comes back with another owner: both owners stand, and the last readings are at hand', async () => {
  const taken = get(await takeIn({ customer: { name: 'Ingrith Vale', phone: '' }, machine: { id: machineId }, promisedOn: '2026-12-01' }));
  second = taken.jobId;
  const file = (await machineFile(machineId))!;
  expect(file.owners.map((o) => o.name)).toEqual(['Ingrith Vale', 'Coll Ashby']);
  const view = (await bench(second))!;
  expect(view.entries).toEqual({});
  expect(view.lastKnown['measure.rear.extended']).toMatchObject({ text: '612', value: 612 });
  expect(view.lastKnown['ride.feel']?.text).toBe('better');
  expect((await bench(first))!.customer.name).toBe('Coll Ashby');
  // The same owner again adds no line to the owners.
  get(await takeIn({ customer: { id: view.customer.id }, machine: { id: machineId }, promisedOn: '2026-12-02', anyway: true }));
  expect((await machineFile(machineId))!.owners).toHaveLength(2);
});

test('figures of the machine have versions, and the newest serves', async () => {
  for (const text of ['6 350 km', '6 400 km'])
    get(await recordMachineEntry(machineId, { field: 'machine.distance', text, technicianId: null, device: 'by hand' }));
  const history = (await manyHistory(await db(), { machineId })).filter((e) => e.field === 'machine.distance');
  expect(history.map((e) => e.text)).toEqual(['6 400 km', '6 350 km', '1 200 km']);
  expect((await machineFile(machineId))!.figures['machine.distance']).toMatchObject({ text: '6 400 km', value: 6.4e9 });
});

test('the second rebuild hangs on the first, carries on what nobody noted, and differs only in what was changed', async () => {
  await record(second, {
    'found.rear.rebound.out': '13',
    'fitted.rear.spring': '60',
    'fitted.rear.rebound.out': '11',
    'springs.rear.reason': 'Heavier rider.',
  });
  get(await signRebuild(second, { technicianId, passcode: 'quay4' }));
  const { setups } = (await machineFile(machineId))!;
  const [left, cameIn, before] = setups;
  expect([left!.parentId, cameIn!.parentId]).toEqual([cameIn!.id, before!.id]);
  expect(left!.reason).toBe('Heavier rider.');
  expect(cameIn!.document.values['front.oilLevel.left']).toMatchObject({ text: '110', from: 'carried' });
  const differs = compareSetups(before!.document, left!.document, 'metric').filter((d) => d.differs);
  expect(differs.map((d) => [d.key, d.left, d.right])).toEqual([
    ['rear.spring', '52 N/mm', '60 N/mm'],
    ['rear.rebound.out', '13 out', '11 out'],
  ]);
});

test('the card of any set-up names its own customer, technician and figures', async () => {
  const { setups } = (await machineFile(machineId))!;
  const old = (await cardFacts(setups.find((s) => s.jobId === first && s.kind === 'rebuild')!.id))!;
  expect([old.customer, old.technician]).toEqual(['Coll Ashby', 'Aldous Merrow']);
  expect(old.lines.find((l) => l.key === 'rear.spring')?.text).toBe('52 N/mm (297 lbf/in)');
  expect(await cardFacts(9999)).toBeNull();
  // What is measured, counted or decided afterwards changes nothing of a card that was sealed, on the screen or on paper.
  get(await recordMachineEntry(machineId, { field: 'machine.travel.rear', text: '280', technicianId: null, device: 'bench' }));
  get(await recordOne(first, 'set.rear.laden.1.lifted', '480'));
  expect(await cardFacts(old.id)).toEqual(old);
});

test('on a card both legs stand in one line where they are alike, and each adjuster on it says once what it does', () => {
  const line = (key: string, label: string, text: string): SetupLine => ({ key, label, end: 'front', text, number: null });
  const lines = legsTogether([
    line('front.rebound.left.out', 'Left rebound', '10 out'),
    line('front.oilLevel.left', 'Left oil level', '120 mm'),
    line('front.rebound.right.out', 'Right rebound', '10 out'),
    line('front.oilLevel.right', 'Right oil level', '118 mm'),
  ]);
  expect(lines.map((l) => [l.label, l.text])).toEqual([
    ['Rebound, both legs', '10 out'],
    ['Left oil level', '120 mm'],
    ['Right oil level', '118 mm'],
  ]);
  expect(turnsOf(lines)).toEqual([TURNS.rebound]);
  expect(turnsOf([line('rear.highCompression.out', 'High-speed compression', '1 out')])).toEqual([TURNS.highCompression]);
});

test('the message that it is ready names machine, load and shop, and goes the ways the book knows', () => {
  const card = {
    machine: 'Trail 300',
    customer: 'Coll Ashby',
    shop: { name: 'The Slate Yard', address: '', phone: '0200 4711', email: '' },
    load: ['Rider in gear 84 kg'],
  };
  const known = readyMessage(
    { ...card, reach: { phone: '+44 20 / 123 45', email: 'coll@quay.example' } },
    'http://10.0.0.5:4170/setups/1/card',
  );
  expect(known.text).toContain('your Trail 300 is set and ready. It is set for: Rider in gear 84 kg.');
  expect(known.text).toContain('http://10.0.0.5:4170/setups/1/card');
  expect(known.sms).toMatch(/^sms:\+442012345\?body=Dear%20Coll/);
  expect(decodeURIComponent(known.mail!)).toContain('coll@quay.example?subject=Trail 300: set and ready');
  const unknown = readyMessage({ ...card, reach: { phone: '', email: '' } }, null);
  expect([unknown.mail, unknown.sms, unknown.text.includes('The set-up card goes with it.')]).toEqual([null, null, true]);
});

test('each customer’s file shows that customer’s jobs, and search follows the new owner', async () => {
  const coll = (await bench(first))!.customer.id;
  expect((await customerFile(coll))!.jobs.map((j) => [j.id, j.signed])).toEqual([[first, true]]);
  expect(await customerFile(9999)).toBeNull();
  const machine = (await search('Trail 300')).find((f) => f.kind === 'machine');
  expect(machine?.title).toContain('Ingrith Vale');
  expect((await search('Coll Ashby')).map((f) => f.kind)).toEqual(expect.arrayContaining(['job', 'customer']));
});

test('a spring taken off the list is not offered again, but the job that chose it still shows it', async () => {
  const spring = get(
    await addSpring({ end: 'rear', name: 'R-60', rate: '60', freeLength: '', solidLength: '', place: 'drawer', table: '' }),
  );
  const { jobId } = get(
    await takeIn({ customer: { name: 'Hale Morrow', phone: '' }, machine: { id: machineId }, promisedOn: '2026-12-05', anyway: true }),
  );
  await record(jobId, { 'springs.rear.choice': String(spring.id) });
  get(await retireSpring(spring.id));
  expect((await listSprings()).map((s) => s.name)).toEqual([]);
  expect((await bench(jobId))!.springs.map((s) => s.name)).toEqual(['R-60']);
  expect((await bench(second))!.springs).toEqual([]);
});

test('the Floor says where each job stands and what it waits for', async () => {
  const { jobs } = await floor();
  expect(jobs.map((j) => j.promisedOn)).toEqual([...jobs.map((j) => j.promisedOn)].sort());
  const mine = jobs.find((j) => j.id === second)!;
  expect(mine.next).toEqual({ stage: 'set', action: 'Set it and hand it back' });
  await record(second, { 'job.waits': 'a torque wrench' });
  expect((await floor()).jobs.find((j) => j.id === second)!.waitsFor).toBe('a torque wrench');
});
