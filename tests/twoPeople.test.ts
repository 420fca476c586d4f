import { jobHistory } from '@/server/jobs/changes';
import { FieldStore } from '@/ui/fields/store';
import type { Send } from '@/ui/fields/fieldState';
import { recordJobEntry, recordMachineEntry, undo } from '@/server/jobs/record';
import { takeIn } from '@/server/jobs/takeIn';
import { addTechnician } from '@/server/door/people';
import { bench } from '@/server/views';
import { codeOf, get } from './answers';
import { onDisk } from './onDisk';

/** Two people on one job: nobody's figure is written over unseen, undoing takes back one's own, and a machine that is in is not taken in twice by mistake. */

onDisk('two-people');

let jobId: number;
let machineId: number;
beforeAll(async () => {
  const taken = get(
    await takeIn({
      customer: { name: 'Wenna Trask', phone: '' },
      machine: { figures: { 'machine.make': { text: 'Halvik' }, 'machine.model': { text: 'Moor 250' } } },
      promisedOn: '2026-12-20',
    }),
  );
  ({ jobId, machineId } = taken);
});
const common = { technicianId: null, device: 'by hand' };

test('a field changed elsewhere since it was shown is refused with what stands there, and left as it is', async () => {
  get(await recordJobEntry(jobId, { ...common, field: 'rider.mass', text: '84', seen: '' }));
  const late = await recordJobEntry(jobId, { ...common, field: 'rider.mass', text: '90', seen: '' });
  expect(codeOf(late)).toBe('changed-elsewhere');
  expect(late.ok ? null : late.problem.there).toMatchObject({ text: '84', value: 84 });
  expect((await bench(jobId))!.entries['rider.mass']!.text).toBe('84');
  // Seen now, or written alike by both, it is no quarrel; instruments and scripts say nothing of what they saw.
  get(await recordJobEntry(jobId, { ...common, field: 'rider.mass', text: '84', seen: '' }));
  get(await recordJobEntry(jobId, { ...common, field: 'rider.mass', text: '90', seen: '84' }));
  get(await recordJobEntry(jobId, { ...common, field: 'rider.mass', text: '91' }));
  get(await recordMachineEntry(machineId, { ...common, field: 'machine.wheelbase', text: '1490', seen: '' }));
  expect(codeOf(await recordMachineEntry(machineId, { ...common, field: 'machine.wheelbase', text: '1500', seen: '' }))).toBe(
    'changed-elsewhere',
  );
});

test('what is sent again because no answer came stands once, also when the field has moved on since; a key names one entry', async () => {
  const key = '7d9f0a52-2f7e-4c1b-9a55-0d3b6c1e8f21';
  const send = (text: string, more = {}) => recordJobEntry(jobId, { ...common, field: 'budget', text, seen: '', key, ...more });
  const first = get(await send('about 300'));
  expect(get(await send('about 300'))).toEqual(first);
  get(await recordJobEntry(jobId, { ...common, field: 'budget', text: 'none' }));
  // Answered as it was then; what stands there now stays.
  expect(get(await send('about 300'))).toEqual(first);
  expect((await bench(jobId))!.entries.budget!.text).toBe('none');
  expect(codeOf(await send('about 900'))).toBe('already-exists');
  expect(codeOf(await send('road', { field: 'use' }))).toBe('already-exists');
  expect(codeOf(await recordMachineEntry(machineId, { ...common, field: 'machine.wheelbase', text: '1490', key }))).toBe('already-exists');
  expect((await jobHistory(jobId, null))!.changes.filter((c) => c.now === 'about 300')).toHaveLength(1);
  get(await recordJobEntry(jobId, { ...common, field: 'budget', text: '' }));
});

/** A tablet whose entries go to the very use case. */
const tablet = () => {
  const send: Send = async (what) => {
    const answer = await recordJobEntry(jobId, { ...common, ...what });
    if (answer.ok) return { ok: true, entry: answer.value };
    return { ok: false, refused: answer.problem.message, ...(answer.problem.there ? { there: answer.problem.there } : {}) };
  };
  return new FieldStore({ entries: {}, send });
};

test('two tablets: the later one is shown both and chooses; two quick entries of one hand are no quarrel', async () => {
  const [one, other] = [tablet(), tablet()];
  one.put('budget', 'about 400');
  await one.flush();
  other.put('budget', 'no limit');
  await other.flush();
  expect(other.stateOf('budget')).toMatchObject({ text: 'no limit', theirs: { text: 'about 400' } });
  expect(other.stateOf('budget').problem).toMatch(/Somebody wrote “about 400” here/);
  // Keeps its own: it is left once more.
  other.commit('budget', true);
  await other.flush();
  expect((await bench(jobId))!.entries.budget!.text).toBe('no limit');
  // The first tablet has not seen that, and takes it.
  one.put('budget', 'about 500');
  await one.flush();
  one.takeTheirs('budget');
  expect(one.stateOf('budget')).toMatchObject({ text: 'no limit', theirs: null, problem: null });
  one.put('budget', 'a');
  one.put('budget', 'ab');
  await one.flush();
  expect([one.stateOf('budget').problem, (await bench(jobId))!.entries.budget!.text]).toEqual([null, 'ab']);
});

test('undoing takes back what one wrote oneself', async () => {
  const [anna, bram] = [
    get(await addTechnician('Anna Sedge', 'kelp and tar')).id,
    get(await addTechnician('Bram Oakes', 'kelp and tar')).id,
  ];
  get(await recordJobEntry(jobId, { ...common, technicianId: anna, field: 'terrain', text: 'hills' }));
  get(await recordJobEntry(jobId, { ...common, technicianId: bram, field: 'budget', text: 'none' }));
  expect(get(await undo(jobId, anna))).toMatchObject({ field: 'terrain', text: '' });
  expect((await bench(jobId))!.entries.budget!.text).toBe('none');
  expect(codeOf(await undo(jobId, anna))).toBe('nothing-to-undo');
});

test('a machine that is in is taken in again only where somebody says so', async () => {
  const again = { customer: { name: 'Wenna Trask', phone: '' }, machine: { id: machineId }, promisedOn: '2026-12-24' };
  expect(codeOf(await takeIn(again))).toBe('machine-is-in');
  expect(get(await takeIn({ ...again, anyway: true })).jobId).toBeGreaterThan(jobId);
});

test('the history of a job says who wrote what, what stood before, and what was taken back; older ones follow', async () => {
  const { changes, olderBefore } = (await jobHistory(jobId, null))!;
  const rider = changes.filter((c) => c.what === 'Rider in full gear');
  expect(rider.map((c) => [c.now, c.before]).slice(-4)).toEqual([
    ['91 kg', '90 kg'],
    ['90 kg', '84 kg'],
    ['84 kg', '84 kg'],
    ['84 kg', null],
  ]);
  expect(changes.some((c) => c.who === 'Anna Sedge' || c.who === 'Bram Oakes')).toBe(true);
  expect(changes.some((c) => c.isUndoing)).toBe(true);
  expect(olderBefore).toBeNull();
  expect((await jobHistory(jobId, changes[0]!.id))!.changes).toEqual(changes.slice(1));
  expect(await jobHistory(999_999, null)).toBeNull();
});
