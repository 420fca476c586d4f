import { db } from '@/db/client';
import { recordDigest } from '@/server/keeping/seals';
import { correctRebuild, signRebuild } from '@/server/jobs/sign';
import { addSpring } from '@/server/stock/drawers';
import { addTechnician } from '@/server/door/people';
import { recordMachineEntry, undo } from '@/server/jobs/record';
import { search } from '@/server/find';
import { handBack, takeIn } from '@/server/jobs/takeIn';
import { bench, floor, machineFile } from '@/server/views';
import { codeOf, get, record } from './answers';
import { onDisk } from './onDisk';

/** The rules of the base, on a real base on disk: nothing recorded is lost or silently changed. */

onDisk('base');

const FIGURES = {
  'machine.make': { text: 'Halvik' },
  'machine.model': { text: 'Trail 300' },
  'machine.travel.rear': { text: '12 3/16 in' },
};
const newJob = async (frame = '') =>
  get(
    await takeIn({
      customer: { name: 'Ingrith Vale', phone: '' },
      machine: { figures: { ...FIGURES, ...(frame ? { 'machine.frame': { text: frame } } : {}) } },
      promisedOn: '2026-12-01',
    }),
  );

test('a reading keeps the text as typed, its unit and the canonical value', async () => {
  const { jobId, machineId } = await newJob();
  get(await record(jobId, 'measure.rear.extended', '23 3/8', 'in'));
  const view = (await bench(jobId))!;
  expect(view.entries['measure.rear.extended']).toMatchObject({ text: '23 3/8', unit: 'in', value: 593.725 });
  expect(view.figures['machine.travel.rear']).toMatchObject({ text: '12 3/16 in', unit: 'in' });
  get(await recordMachineEntry(machineId, { field: 'machine.registration', text: 'OR 417', technicianId: null, device: 'by hand' }));
  expect((await machineFile(machineId))!.machine.registration).toBe('OR 417');
});

test('bad input is refused with a code and leaves the data as it was', async () => {
  const { jobId } = await newJob();
  get(await record(jobId, 'rider.mass', '92'));
  expect(codeOf(await record(jobId, 'rider.mass', 'heavy'))).toBe('unreadable');
  expect(codeOf(await record(jobId, 'rider.mass', '-92'))).toBe('out-of-range');
  expect(codeOf(await record(jobId, 'rider.mass', '92 mm'))).toBe('unit-mismatch');
  expect(codeOf(await record(jobId, 'rider.shoe', '43'))).toBe('field-unknown');
  expect(codeOf(await record(jobId, 'machine.rake', '26'))).toBe('field-unknown');
  expect(codeOf(await record(99_999, 'rider.mass', '92'))).toBe('not-found');
  expect((await bench(jobId))!.entries['rider.mass']).toMatchObject({ text: '92', value: 92 });
});

test('a machine without a name or with a frame number already in the book is refused whole', async () => {
  await newJob('HVK-0001');
  const before = (await floor()).jobs.length;
  const again = takeIn({
    customer: { name: 'Somebody Else', phone: '' },
    machine: { figures: { ...FIGURES, 'machine.frame': { text: 'hvk-0001' } } },
    promisedOn: '2026-12-01',
  });
  expect(codeOf(await again)).toBe('already-exists');
  const nameless = takeIn({ customer: { name: 'Somebody Else', phone: '' }, machine: { figures: {} }, promisedOn: '2026-12-01' });
  expect(codeOf(await nameless)).toBe('empty');
  expect((await floor()).jobs).toHaveLength(before);
  expect(await search('Somebody Else')).toEqual([]);
});

test('undo takes back entry by entry and keeps every one of them', async () => {
  const { jobId } = await newJob();
  get(await record(jobId, 'rider.mass', '90'));
  get(await record(jobId, 'rider.mass', '95'));
  get(await record(jobId, 'use', 'rally'));
  expect(get(await undo(jobId))).toMatchObject({ field: 'use', text: '' });
  expect(get(await undo(jobId))).toMatchObject({ field: 'rider.mass', text: '90', value: 90 });
  get(await record(jobId, 'pace', 'quick'));
  get(await undo(jobId));
  expect(get(await undo(jobId))).toMatchObject({ field: 'rider.mass', text: '' });
  expect(codeOf(await undo(jobId))).toBe('nothing-to-undo');
  const kept = await (await db()).one<{ n: number }>('SELECT count(*)::int AS n FROM entry WHERE job_id = $1', [jobId]);
  expect(kept.n).toBe(8);
});

test('a signed rebuild cannot be changed, by the use cases or by SQL; corrections are added and point at it', async () => {
  const technicianId = get(await addTechnician('Sunniva Holt', 'quay4')).id;
  const { jobId, machineId } = await newJob();
  expect(codeOf(await signRebuild(jobId, { technicianId, passcode: 'quay4' }))).toBe('nothing-recorded');
  get(await record(jobId, 'found.rear.spring', '0,70 kgf/mm'));
  get(await record(jobId, 'found.rear.rebound.out', '12'));
  get(await record(jobId, 'fitted.rear.spring', '78'));
  get(await record(jobId, 'fitted.rear.preload.way', 'length'));
  get(await record(jobId, 'fitted.rear.preload.reading', '238'));
  get(await record(jobId, 'fitted.rear.preload.reference', '250'));
  const { rebuildId } = get(await signRebuild(jobId, { technicianId, passcode: 'quay4' }));
  expect(codeOf(await signRebuild(jobId, { technicianId, passcode: 'quay4' }))).toBe('already-signed');
  expect(codeOf(await record(jobId, 'fitted.rear.spring', '80'))).toBe('sealed');
  expect(codeOf(await record(jobId, 'rider.mass', '80'))).toBe('sealed');
  expect(codeOf(await record(jobId, 'set.balance', 'both ends alike'))).toBe('accepted');
  const base = await db();
  for (const statement of [
    `UPDATE rebuild SET reason = 'other'`,
    'DELETE FROM rebuild',
    'TRUNCATE rebuild CASCADE',
    `UPDATE entry SET text = '80'`,
    'DELETE FROM entry',
    `UPDATE setup SET reason = 'other'`,
    'DELETE FROM setup',
    `INSERT INTO entry (job_id, field, text) VALUES (${jobId}, 'fitted.rear.spring', '80')`,
  ])
    await expect(base.none(statement)).rejects.toThrow(/MAVRIN_(RECORDED|SEALED)/);

  const changes = [{ field: 'fitted.rear.spring', text: '76' }];
  expect(
    codeOf(await correctRebuild(jobId, { technicianId, passcode: 'quay4', reason: 'r', changes: [{ field: 'rider.mass', text: '1' }] })),
  ).toBe('field-unknown');
  get(await correctRebuild(jobId, { technicianId, passcode: 'quay4', reason: 'the spring was stamped 76', changes }));
  const view = (await bench(jobId))!;
  expect(view.signed.map((s) => s.corrects)).toEqual([null, rebuildId]);
  expect(view.signed[0]!.entries['fitted.rear.spring']!.text).toBe('78');
  const [correction, rebuilt, found] = (await machineFile(machineId))!.setups;
  expect([found!.kind, rebuilt!.kind, correction!.kind]).toEqual(['as-found', 'rebuild', 'correction']);
  expect([rebuilt!.parentId, correction!.parentId]).toEqual([found!.id, rebuilt!.id]);
  expect(rebuilt!.document.values['rear.rebound.out']).toMatchObject({ value: 12, from: 'found' });
  expect(rebuilt!.document.preloadMm['rear.preload']).toBe(12);
  expect(correction!.document.values['rear.spring']).toMatchObject({ text: '76', from: 'corrected' });
  const stored = await base.one<{ document: unknown; digest: string }>('SELECT document, digest FROM rebuild WHERE id = $1', [rebuildId]);
  expect(recordDigest(stored.document)).toBe(stored.digest);
});

test('constraints refuse nonsense whatever code path tries', async () => {
  const base = await db();
  const { jobId } = await newJob();
  for (const value of ["'NaN'", "'Infinity'"])
    await expect(
      base.none(`INSERT INTO entry (job_id, field, text, value) VALUES (${jobId}, 'rider.mass', 'x', ${value})`),
    ).rejects.toThrow(/check/);
  await expect(base.none(`INSERT INTO entry (field, text) VALUES ('rider.mass', '90')`)).rejects.toThrow(/check/);
  await expect(base.none(`INSERT INTO job (machine_id, customer_id, promised_on) VALUES (99999, 1, '2026-12-01')`)).rejects.toThrow(
    /foreign key/,
  );
  const spring = get(
    await addSpring({ end: 'rear', name: 'Drawer 82', rate: '450 lbf/in', freeLength: '250', solidLength: '', place: 'drawer', table: '' }),
  );
  expect(spring.rateNPerMm).toBeCloseTo(450 * (4.4482216152605 / 25.4), 9);
  await expect(base.none('UPDATE spring SET rate_n_per_mm = 1')).rejects.toThrow(/MAVRIN_RECORDED/);
  expect(codeOf(await addSpring({ end: 'rear', name: 'x', rate: '0', freeLength: '', solidLength: '', place: 'drawer', table: '' }))).toBe(
    'out-of-range',
  );
  expect(
    codeOf(await addSpring({ end: 'rear', name: 'x', rate: '80', freeLength: '150', solidLength: '160', place: 'drawer', table: '' })),
  ).toBe('solid-longer-than-free');
});

test('a machine handed back leaves the Floor and its ride is awaited until it is told', async () => {
  const { jobId } = await newJob();
  get(await handBack(jobId));
  expect(codeOf(await handBack(jobId))).toBe('handed-back');
  const after = await floor();
  expect(after.jobs.some((j) => j.id === jobId)).toBe(false);
  expect(after.awaited.some((j) => j.id === jobId)).toBe(true);
  get(await record(jobId, 'ride.feel', 'better'));
  expect((await floor()).awaited.some((j) => j.id === jobId)).toBe(false);
});

test('search finds by name, registration, complaint and words in notes, misspelt too', async () => {
  const { jobId, machineId } = await newJob();
  get(await recordMachineEntry(machineId, { field: 'machine.registration', text: 'QX 99-7', technicianId: null, device: 'by hand' }));
  get(await record(jobId, 'complaint.1.words', 'clatters like a dropped toolbox'));
  get(await record(jobId, 'complaint.1.phrase', 'wallows'));
  const hit = { kind: 'job', id: jobId };
  expect(await search('toolbox')).toContainEqual(expect.objectContaining(hit));
  expect(await search('wallows toolbox')).toContainEqual(expect.objectContaining(hit));
  expect(await search('tolbox')).toContainEqual(expect.objectContaining(hit));
  expect(await search('qx 99')).toContainEqual(expect.objectContaining({ kind: 'machine', id: machineId }));
  expect(await search('100%_\\')).toEqual([]);
  // Quotes and operators are words too; a part of a word, and of a number; letters changed places; a number is never guessed at.
  expect(await search("o'hara & !(a | b):*")).toEqual([]);
  expect(await search('lbox')).toContainEqual(expect.objectContaining(hit));
  expect(await search('tooblox wallwos')).toContainEqual(expect.objectContaining(hit));
  expect(await search('qx 98')).toEqual([]);
});
