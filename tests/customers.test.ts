import { manyPromisesOf } from '@/db/queries/customers';
import { db } from '@/db/client';
import { changeCustomer, customerPast, eraseCustomer, mergeCustomer, promiseAnother } from '@/server/machines/customers';
import { search } from '@/server/find';
import { addTechnician } from '@/server/door/people';
import { recordedOf } from '@/judgement/job/standing';
import { checkSeals, digestOf } from '@/server/keeping/seals';
import { signRebuild } from '@/server/jobs/sign';
import { takeIn } from '@/server/jobs/takeIn';
import { bench, customerFile, floor, known, machineFile } from '@/server/views';
import { codeOf, get, record } from './answers';
import { onDisk } from './onDisk';

/** Customers put right, made one, erased; promised days moved: nothing recorded is lost, no seal breaks. */

onDisk('customers');

let technicianId = 0;
beforeAll(async () => {
  technicianId = get(await addTechnician('Tove Linnell', 'quay4 46')).id;
});

async function newJob(name: string, phone = '', model = 'Moor 250'): Promise<{ jobId: number; machineId: number; customerId: number }> {
  const figures = { 'machine.make': { text: 'Halvik' }, 'machine.model': { text: model } };
  const taken = get(await takeIn({ customer: { name, phone }, machine: { figures }, promisedOn: '2026-12-04' }));
  return { ...taken, customerId: (await bench(taken.jobId))!.customer.id };
}
async function signed(name: string, phone = '') {
  const job = await newJob(name, phone);
  get(await record(job.jobId, 'fitted.rear.rebound.out', '12'));
  get(await signRebuild(job.jobId, { technicianId, passcode: 'quay4 46' }));
  return job;
}
const titles = async (words: string) => (await search(words)).map((f) => f.title);

test('a name is put right everywhere but in what was signed, and what it was stays on record', async () => {
  const { jobId, customerId } = await signed('Wena Trask', '0417 22');
  get(await changeCustomer(customerId, { name: 'Wenna Trask', phone: '0417 22', email: 'wenna@harbour.example', reason: 'misheard' }));
  expect((await customerFile(customerId))!.customer).toMatchObject({ name: 'Wenna Trask', email: 'wenna@harbour.example' });
  expect((await bench(jobId))!.customer.name).toBe('Wenna Trask');
  expect(await titles('wenna')).toHaveLength(3);
  expect(await titles('wena trask')).not.toContain('Wena Trask');
  const { changes } = await customerPast((await customerFile(customerId))!.customer);
  expect(changes).toMatchObject([{ kind: 'edited', before: { name: 'Wena Trask', email: '' }, reason: 'misheard' }]);
  const { document } = await (
    await db()
  ).one<{ document: { customer: { name: string } } }>('SELECT document FROM rebuild WHERE job_id = $1', [jobId]);
  expect(document.customer.name).toBe('Wena Trask');
  expect(
    codeOf(await changeCustomer(customerId, { name: 'Wenna Trask', phone: '0417 22', email: 'wenna@harbour.example', reason: '' })),
  ).toBe('no-change');
  expect(codeOf(await changeCustomer(9999, { name: 'x', phone: '', email: '', reason: '' }))).toBe('not-found');
  await expect((await db()).none("UPDATE customer_change SET reason = 'x'")).rejects.toThrow(/MAVRIN_RECORDED/);
  await expect((await db()).none('DELETE FROM customer_change')).rejects.toThrow(/MAVRIN_RECORDED/);
});

test('two entries of one person become one: jobs and machines together, nothing found twice, what is missing filled in', async () => {
  const one = await signed('Odd Brann', '0417 30');
  const two = await newJob('Odd Bran', '', 'Trail 300');
  const file = (await customerFile(two.customerId))!;
  expect((await customerPast(file.customer)).doubles.map((d) => d.id)).toContain(one.customerId);
  expect(codeOf(await mergeCustomer(two.customerId, { intoId: two.customerId, reason: '' }))).toBe('merge-with-itself');
  get(await mergeCustomer(one.customerId, { intoId: two.customerId, reason: 'the same man' }));
  const merged = (await customerFile(two.customerId))!;
  expect(merged.customer).toMatchObject({ name: 'Odd Bran', phone: '0417 30' });
  expect(merged.jobs.map((j) => j.id).sort()).toEqual([one.jobId, two.jobId].sort());
  expect((await machineFile(one.machineId))!.owners[0]!.customerId).toBe(two.customerId);
  expect((await known(null)).customers.map((c) => c.id)).not.toContain(one.customerId);
  expect(codeOf(await changeCustomer(one.customerId, { name: 'x', phone: '', email: '', reason: '' }))).toBe('customer-merged');
  const { changes } = await customerPast(merged.customer);
  expect(changes[0]).toMatchObject({ kind: 'merged', before: { name: 'Odd Brann' }, intoId: two.customerId });
  // By SQL nobody moves an owner otherwise.
  await expect((await db()).none('UPDATE ownership SET customer_id = 1')).rejects.toThrow(/MAVRIN_RECORDED/);
  expect((await checkSeals(await db())).broken).toEqual([]);
});

test('erased on request: the person is gone from every place, jobs and seals stand', async () => {
  const { jobId, machineId, customerId } = await signed('Ingrith Vale', '0417 44');
  // A record signed before names had a key.
  const base = await db();
  const old = await signed('Ingrith Vale', '0417 44');
  await base.none('ALTER TABLE rebuild DISABLE TRIGGER rebuild_recorded');
  const row = await base.one<{ document: { customer: { id: number; name: string } } }>('SELECT document FROM rebuild WHERE job_id = $1', [
    old.jobId,
  ]);
  const before = { ...row.document, version: 'rebuild/3', customer: { id: row.document.customer.id, name: row.document.customer.name } };
  const seals = await base.one<{ seal: string }>(
    'SELECT seal FROM rebuild WHERE id < (SELECT id FROM rebuild WHERE job_id = $1) ORDER BY id DESC LIMIT 1',
    [old.jobId],
  );
  await base.none(
    `UPDATE rebuild SET document = $2::jsonb, digest = $3, seal = encode(sha256(convert_to($4 || $3, 'UTF8')), 'hex') WHERE job_id = $1`,
    [old.jobId, JSON.stringify(before), digestOf(before), seals.seal],
  );
  await base.none('ALTER TABLE rebuild ENABLE TRIGGER rebuild_recorded');
  get(await mergeCustomer(old.customerId, { intoId: customerId, reason: '' }));
  get(await changeCustomer(customerId, { name: 'Ingrith Vale', phone: '0417 45', email: '', reason: '' }));
  expect((await checkSeals(base)).broken).toEqual([]);
  const { lastSeal } = await checkSeals(base);

  expect(codeOf(await eraseCustomer(customerId, { name: 'Ingrith', reason: '' }))).toBe('erasure-unsure');
  expect(get(await eraseCustomer(customerId, { name: 'Ingrith Vale', reason: 'asked by letter' })).records).toBe(2);
  const everything = JSON.stringify([
    await base.many('SELECT * FROM customer'),
    await base.many('SELECT * FROM customer_change'),
    await base.many('SELECT * FROM findable'),
    await base.many('SELECT * FROM rebuild'),
    await bench(jobId),
    await machineFile(machineId),
    await floor(),
  ]);
  expect(everything).not.toMatch(/Ingrith|0417 4[45]/i);
  expect((await bench(jobId))!.customer.name).toBe(`Erased customer ${customerId}`);
  expect(recordedOf((await machineFile(machineId))!.setups, jobId)).not.toBeNull();
  const after = await checkSeals(base);
  expect([after.broken, after.lastSeal]).toEqual([[], lastSeal]);
  expect(codeOf(await eraseCustomer(customerId, { name: `Erased customer ${customerId}`, reason: '' }))).toBe('customer-erased');

  // An erasure is no licence to change anything else, nor to write another name in.
  await expect(
    base.none(`UPDATE rebuild SET document = jsonb_set(document, '{technician}', '"x"') WHERE job_id = ${jobId}`),
  ).rejects.toThrow(/MAVRIN_RECORDED/);
  await expect(
    base.none(`UPDATE rebuild SET document = jsonb_set(document, '{customer,name}', '"x"') WHERE job_id = ${jobId}`),
  ).rejects.toThrow(/MAVRIN_RECORDED/);
  await expect(base.none("UPDATE rebuild SET reason = 'x'")).rejects.toThrow(/MAVRIN_RECORDED/);
});

test('a name exchanged in a record of today breaks its seal, though the digest does not cover the name itself', async () => {
  const { jobId } = await signed('Marit Oldacre');
  const base = await db();
  await base
    .transaction(async (sql) => {
      await sql.none('ALTER TABLE rebuild DISABLE TRIGGER rebuild_recorded');
      await sql.none(`UPDATE rebuild SET document = jsonb_set(document, '{customer,name}', '"Somebody Else"') WHERE job_id = $1`, [jobId]);
      expect((await checkSeals(sql)).broken).toMatchObject([{ jobId, what: 'content' }]);
      throw new Error('put back');
    })
    .catch((e: Error) => expect(e.message).toBe('put back'));
});

test('another day is promised: the Floor has it, the days before stay, a machine handed back has none', async () => {
  const { jobId } = await newJob('Nils Harrowgate');
  expect(codeOf(await promiseAnother(jobId, { day: '2026-12-04', reason: '' }))).toBe('no-change');
  get(await promiseAnother(jobId, { day: '2026-12-11', reason: 'the spring is late' }));
  expect((await floor()).jobs.find((j) => j.id === jobId)!.promisedOn).toBe('2026-12-11');
  expect(await manyPromisesOf(await db(), jobId)).toMatchObject([
    { before: '2026-12-04', after: '2026-12-11', reason: 'the spring is late' },
  ]);
  expect(codeOf(await promiseAnother(9999, { day: '2026-12-11', reason: '' }))).toBe('not-found');
  await expect((await db()).none('DELETE FROM promise_change')).rejects.toThrow(/MAVRIN_RECORDED/);
});
