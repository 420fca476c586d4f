import { branchHere } from '@/db/branch';
import { closeDb, db } from '@/db/client';
import { stockMoveRequest } from '@/schema/stock';
import { shimMoveRequest } from '@/schema/shims';
import { branchesOf, moveMachine } from '@/server/branches';
import { handBack, takeIn } from '@/server/jobs/takeIn';
import { addStock, listStock, moveStock } from '@/server/stock/stock';
import { moveShims } from '@/server/stock/shims';
import { search } from '@/server/find';
import { importList } from '@/server/exchange/imports';
import { addInstrument, closeInstruments, instrumentsShown } from '@/server/instruments/instruments';
import { reserveFor } from '@/server/jobs/needs';
import { addTechnician } from '@/server/door/people';
import { beginPractice, endPractice } from '@/server/jobs/practice';
import { signRebuild } from '@/server/jobs/sign';
import { floor, machineFile } from '@/server/views';
import { noneBranchOpened } from '@/db/queries/branches';
import { manyShims } from '@/db/queries/shims';
import { codeOf, get, record } from './answers';
import { onDisk } from './onDisk';

/** A chain of shops in one book: each branch has its own Floor and drawers, every record is read at each, and a machine moves with its history. */

onDisk('branches');
afterAll(() => delete process.env.MAVRIN_BRANCH);

/** The program of another branch over the same base. */
async function at(branch: string): Promise<void> {
  await closeDb();
  process.env.MAVRIN_BRANCH = branch;
  await db();
}

const machine = (registration: string) => ({
  figures: { 'machine.make': { text: 'Halvik' }, 'machine.model': { text: 'Moor 250' }, 'machine.registration': { text: registration } },
});
const take = (of: { id: number } | ReturnType<typeof machine>) =>
  takeIn({ customer: { name: 'Wenna Trask', phone: '' }, machine: of, promisedOn: '2026-12-04', anyway: true }).then(get);
const onStands = async () => (await floor()).jobs.map((j) => j.id);

let old = 0;
let moor = { jobId: 0, machineId: 0 };
test('a shop that is alone has no branches, and nothing says so', async () => {
  old = (await take(machine('OR 1'))).jobId;
  const [line] = (await floor()).jobs;
  expect([line!.branch, (await floor()).branch]).toEqual(['', '']);
  expect(await branchesOf((await machineFile(1))!.machine.id)).toBeNull();
});

test('each branch has its own Floor; a job, a machine and what was written of them are read at every one', async () => {
  await at('Harbour');
  moor = await take(machine('OR 2'));
  get(await record(moor.jobId, 'rider.mass', '84 kg'));
  expect([await onStands(), (await floor()).branch]).toEqual([[moor.jobId], 'Harbour']);
  await at('Stone Quay');
  expect(await onStands()).toEqual([]);
  expect((await search('OR 2', null)).map((f) => f.kind)).toEqual(expect.arrayContaining(['job', 'machine']));
  const file = (await machineFile(moor.machineId))!;
  expect(file.jobs.map((j) => [j.id, j.branch])).toEqual([[moor.jobId, 'Harbour']]);
  expect(file.branches).toMatchObject({ here: 'Stone Quay', all: ['', 'Harbour', 'Stone Quay'], moves: [{ branch: 'Harbour' }] });
  await at('');
  expect(await onStands()).toEqual([old]);
});

test('what lies in the drawers of one branch does not lie in those of another', async () => {
  await at('Harbour');
  const kit = get(await addStock({ kind: 'kit', name: 'Seal kit 48', unit: 'piece', price: '', reorderAt: null, supplier: '' })).id;
  get(await moveStock(kit, stockMoveRequest.parse({ kind: 'received', count: 5 })));
  get(await moveShims(shimMoveRequest.parse({ inner: '8 mm', diameter: '24 mm', thickness: '0.15 mm', kind: 'received', count: 10 })));
  await at('Stone Quay');
  const there = async () => (await listStock()).find((i) => i.id === kit)!.there;
  expect([await there(), await manyShims(await db())]).toEqual([null, []]);
  expect(codeOf(await moveStock(kit, stockMoveRequest.parse({ kind: 'used', count: 1 })))).toBe('too-few-in-drawer');
  get(await moveStock(kit, stockMoveRequest.parse({ kind: 'counted', count: 2 })));
  expect(await there()).toBe(2);
  await at('Harbour');
  expect([await there(), (await manyShims(await db())).map((s) => s.count)]).toEqual([5, [10]]);
});

test('a machine moves by being taken in elsewhere, or by a word with its reason; its history goes along, and each move stays', async () => {
  await at('Harbour');
  get(await handBack(moor.jobId));
  await at('Stone Quay');
  const second = await take({ id: moor.machineId });
  expect((await branchesOf(moor.machineId))!.moves.map((m) => m.branch)).toEqual(['Stone Quay', 'Harbour']);
  expect((await machineFile(moor.machineId))!.jobs.map((j) => [j.id, j.branch])).toEqual([
    [second.jobId, 'Stone Quay'],
    [moor.jobId, 'Harbour'],
  ]);
  get(await moveMachine(moor.machineId, { branch: 'Harbour', reason: 'its owner moved' }));
  expect((await branchesOf(moor.machineId))!.moves[0]).toMatchObject({ branch: 'Harbour', reason: 'its owner moved' });
  expect(codeOf(await moveMachine(moor.machineId, { branch: 'Harbour', reason: '' }))).toBe('already-exists');
  expect(codeOf(await moveMachine(moor.machineId, { branch: 'Nowhere', reason: '' }))).toBe('not-found');
  await expect((await db()).none('DELETE FROM machine_branch')).rejects.toThrow(/MAVRIN_RECORDED/);
});

test('a job is signed, and its parts are set aside, at its own branch alone; everything else is written at every one', async () => {
  await at('Harbour');
  const { jobId } = await take(machine('OR 3'));
  get(await record(jobId, 'fitted.rear.spring', '61 N/mm'));
  const technicianId = get(await addTechnician('Sunniva Holt', 'slate yard')).id;
  await at('Stone Quay');
  const word = { technicianId, passcode: 'slate yard' };
  const refused = await signRebuild(jobId, word);
  expect(refused.ok ? '' : refused.problem.message).toMatch(/This job belongs to Harbour: there it is signed/);
  expect(codeOf(await reserveFor(jobId))).toBe('of-another-branch');
  get(await record(jobId, 'job.waits', 'a spring'));
  await at('');
  expect((await signRebuild(jobId, word)).ok).toBe(false);
  await at('Harbour');
  get(await reserveFor(jobId));
  get(await signRebuild(jobId, word));
});

test('what a list of an older book brings belongs where it was taken in; a practice machine belongs nowhere and goes without a trace', async () => {
  await at('Stone Quay');
  const rows = [{ owner: 'Odd Brann', 'machine.make': 'Osmund', 'machine.model': '350 Single' }];
  get(await importList({ kind: 'machines', fileName: 'old.csv', dry: false, rows }));
  const osmund = (await search('Osmund', 'machine'))[0]!.id;
  expect((await branchesOf(osmund))!.moves.map((m) => m.branch)).toEqual(['Stone Quay']);
  const { jobId } = get(await beginPractice());
  expect((await onStands()).includes(jobId)).toBe(true);
  get(await endPractice({ jobId }));
  expect(await search('practice', null)).toEqual([]);
});

test('instruments are called by the branch they stand at', async () => {
  const scales = { name: 'Scales', kind: 'scale' as const, address: 'tcp://127.0.0.1:9' };
  get(await addInstrument(scales));
  await at('Harbour');
  expect(await instrumentsShown()).toEqual([]);
  get(await addInstrument(scales));
  expect((await instrumentsShown()).map((i) => i.name)).toEqual(['Scales']);
  closeInstruments();
  await expect((await db()).none("UPDATE instrument SET address = 'x'")).rejects.toThrow(/of instrument rows are retired, not changed/);
});

test('a name that is none is refused before anything is opened', () => {
  for (const name of ['Harbour; x', '-c all=off', 'a'.repeat(41), 'a\\b', "'"]) {
    const read = () => branchHere({ MAVRIN_BRANCH: name });
    if (name.startsWith('-c')) expect(read).toThrow(/MAVRIN_BRANCH/);
    else expect(read).toThrow(/MAVRIN_BRANCH names/);
  }
  expect(branchHere({ MAVRIN_BRANCH: ' Großer Hof 2 ' })).toBe('Großer Hof 2');
});

test('a branch that was opened and has done nothing yet can receive a machine', async () => {
  await at('New Quay');
  await noneBranchOpened(await db());
  await at('Harbour');
  expect((await branchesOf(moor.machineId))!.all).toContain('New Quay');
  expect(codeOf(await moveMachine(moor.machineId, { branch: 'New Quay', reason: 'the new shop is nearer' }))).toBe('accepted');
});
