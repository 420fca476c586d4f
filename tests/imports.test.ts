import { db } from '@/db/client';
import { importRequest } from '@/schema/imports';
import { askedFor, auditLines } from '@/server/keeping/audit';
import { importList } from '@/server/exchange/imports';
import { listShims } from '@/server/stock/shims';
import { machineFile } from '@/server/views';
import { askingFor, codeOf, get } from './answers';
import { onDisk } from './onDisk';

/** Lists of an older book: tried out without a trace, taken whole or not at all, nothing known added twice, each refusal at its line and cell. */

onDisk('imports');

const list = (kind: string, rows: Record<string, string>[], dry = false) =>
  importList(importRequest.parse({ kind, fileName: 'old.csv', dry, rows }));
const refused = async (kind: string, rows: Record<string, string>[]) => {
  const answer = await list(kind, rows);
  if (answer.ok) throw new Error('it was taken');
  return [answer.problem.code, answer.problem.path.join(' ')];
};
const counts = async () =>
  (await db()).one<Record<string, number>>(
    `SELECT (SELECT count(*) FROM customer)::int AS customers, (SELECT count(*) FROM machine)::int AS machines, (SELECT count(*) FROM job)::int AS jobs,
       (SELECT count(*) FROM entry)::int AS entries, (SELECT count(*) FROM findable)::int AS findable`,
  );

/** Numbers of what was only tried out are not given again. */
const fileOf = async (model: string) =>
  machineFile((await (await db()).one<{ id: number }>('SELECT id FROM machine WHERE model = $1', [model])).id);

const MOOR = { owner: 'Wenna Trask', phone: '555 01', 'machine.make': 'Halvik', 'machine.model': 'Moor 250', 'machine.year': '2019' };
const FELL = {
  ...MOOR,
  owner: 'Oona Vellgate',
  phone: '',
  'machine.model': 'Fell 400',
  'machine.frame': 'HV-400-7',
  'machine.travel.rear': '12 in',
};

test('tried out, it is said what would be new and nothing is kept', async () => {
  const before = await counts();
  expect(get(await list('machines', [MOOR, FELL], true))).toEqual({ added: { customers: 2, machines: 2 }, known: {} });
  expect(await counts()).toEqual(before);
});

test('taken in, then once more: what is known is not added twice; a figure is read as people write it', async () => {
  expect(get(await list('customers', [{ name: 'Wenna Trask', phone: '555-01', email: 'w@t.example' }]))).toEqual({
    added: { customers: 1 },
    known: {},
  });
  const first = get(await list('machines', [MOOR, FELL]));
  expect(first).toEqual({ added: { customers: 1, machines: 2 }, known: { customers: 1 } });
  const after = await counts();
  expect(get(await list('machines', [MOOR, { ...FELL, owner: 'OONA vellgate' }]))).toEqual({
    added: {},
    known: { customers: 2, machines: 2 },
  });
  expect(await counts()).toEqual(after);
  const file = await fileOf('Fell 400');
  expect(file!.figures['machine.travel.rear']).toMatchObject({ text: '12 in', value: expect.closeTo(304.8, 9) as number });
});

test('jobs of years ago stand in the machine’s file with what was left in it, handed back on their day', async () => {
  const row = { ...MOOR, day: '31.5.2021', 'rider.mass': '82', 'fitted.rear.spring': '5,4 kgf/mm', 'job.notes': 'oil and seals' };
  expect(get(await list('jobs', [{ ...row, day: '2022-06-01' }, row]))).toEqual({
    added: { jobs: 2 },
    known: { customers: 1, machines: 1 },
  });
  const { jobs } = (await fileOf('Moor 250'))!;
  expect(jobs.map((j) => j.handedBackAt?.slice(0, 10))).toEqual(['2022-06-01', '2021-05-31']);
  const entries = await (await db()).many('SELECT field, value, device FROM entry WHERE job_id = $1 ORDER BY field', [jobs[1]!.id]);
  expect(entries).toEqual([
    { field: 'fitted.rear.spring', value: expect.closeTo(52.956, 3) as number, device: 'list old.csv' },
    { field: 'job.notes', value: null, device: 'list old.csv' },
    { field: 'rider.mass', value: 82, device: 'list old.csv' },
  ]);
});

test('a list taken in twice adds nothing; a job older than one that is there comes too late', async () => {
  const before = await counts();
  const row = { ...MOOR, day: '31.5.2021' };
  expect(get(await list('jobs', [row, { ...row, day: '2022-06-01' }]))).toEqual({
    added: {},
    known: { customers: 1, machines: 1, jobs: 2 },
  });
  expect(await refused('jobs', [row, { ...row, day: '2020-06-01' }])).toEqual(['later-job-there', 'rows 1 day']);
  expect(await counts()).toEqual(before);
});

test('a trial is nobody’s act; a list taken in is', async () => {
  const act = { words: 'took in a list', jobId: null, machineId: null, isOfField: false };
  const as = (dry: boolean) => askedFor(askingFor(act), () => list('customers', [{ name: 'Bram Oakes' }], dry));
  get(await as(true));
  expect(await auditLines('took in a list', 0)).toEqual([]);
  get(await as(false));
  expect(await auditLines('took in a list', 0)).toHaveLength(1);
});

test('one bad cell refuses the whole list by its line and cell', async () => {
  const before = await counts();
  const good = { ...MOOR, owner: 'Somebody New', day: '2020-01-31' };
  const bad: [string, Record<string, string>, string, string][] = [
    ['machines', { ...MOOR, 'machine.make': ' ' }, 'empty', 'rows 1 machine.make'],
    ['machines', { ...MOOR, owner: '' }, 'empty', 'rows 1 owner'],
    ['machines', { ...MOOR, owner: 'Else', 'machine.year': 'new' }, 'count-unreadable', 'rows 1 machine.year'],
    ['machines', { ...FELL, 'machine.model': 'Other' }, 'already-exists', 'rows 1 machine.frame'],
    ['jobs', { ...good, day: '04/05/2021' }, 'day-two-ways', 'rows 1 day'],
    ['jobs', { ...good, day: '2999-01-01' }, 'day-unreadable', 'rows 1 day'],
    ...['30.2.2021', '2021-13-01', '45.45.2021', 'May'].map((day): [string, Record<string, string>, string, string] => [
      'jobs',
      { ...good, day },
      'day-unreadable',
      'rows 1 day',
    ]),
    ['jobs', { ...good, 'rider.mass': '82 mm' }, 'unit-mismatch', 'rows 1 rider.mass'],
    ['customers', { name: 'x'.repeat(121) }, 'out-of-range', 'rows 1 name'],
  ];
  for (const [kind, row, code, path] of bad) expect(await refused(kind, [{ ...good, name: 'Somebody New' }, row])).toEqual([code, path]);
  expect(await counts()).toEqual(before);
});

test('shims of a list are counted, not added to what is there', async () => {
  const row = { post: '12', diameter: '32', thickness: '0,15', count: '7' };
  for (let i = 0; i < 2; i += 1) expect(get(await list('shims', [row]))).toEqual({ added: { 'sizes of shims': 1 }, known: {} });
  expect(await listShims()).toEqual([expect.objectContaining({ innerMm: 12, diameterMm: 32, thicknessMm: 0.15, count: 7 })]);
  expect(await refused('shims', [row, { ...row, post: '40' }])).toEqual(['shim-no-ring', 'rows 1 diameter']);
  expect(await refused('shims', [{ ...row, count: 'many' }])).toEqual([expect.any(String), 'rows 0 count']);
  expect(codeOf(await list('shims', [{ ...row, thickness: '' }]))).toBe('empty');
});

test('every fault of a list is named at once, in its order', async () => {
  const answer = await list('jobs', [
    { ...MOOR, day: '31.2.2024' },
    { ...MOOR, day: '2024-05-31', 'rider.mass': 'heavy' },
    { ...MOOR, day: '2024-05-31', 'machine.make': '' },
  ]);
  if (answer.ok) throw new Error('it was taken');
  expect(answer.problem.all!.map((p) => [p.code, p.path.join(' ')])).toEqual([
    ['day-unreadable', 'rows 0 day'],
    ['unreadable', 'rows 1 rider.mass'],
    ['empty', 'rows 2 machine.make'],
  ]);
  expect(answer.problem.code).toBe('day-unreadable');
});

test('days with slashes are read in the order the list shows or somebody says, and asked about where neither does', async () => {
  const of = (days: string[], dates?: 'day-first' | 'month-first') =>
    importList(
      importRequest.parse({
        kind: 'jobs',
        fileName: 'old.csv',
        dry: true,
        rows: days.map((day, i) => ({ ...MOOR, 'machine.model': `Moor ${i}`, day })),
        ...(dates ? { dates } : {}),
      }),
    );
  const asked = await of(['3/4/2021', '5/6/2021']);
  expect(asked).toMatchObject({ ok: false, problem: { code: 'day-two-ways', data: { text: '3/4/2021' } } });
  for (const days of [
    ['3/4/2021', '5/31/2021'],
    ['3/4/2021', '31/5/2021'],
  ])
    expect(codeOf(await of(days))).toBe('accepted');
  expect(codeOf(await of(['3/4/2021', '5/6/2021'], 'month-first'))).toBe('accepted');
  expect(codeOf(await of(['31/5/2021'], 'month-first'))).toBe('day-unreadable');
  get(
    await importList(
      importRequest.parse({
        kind: 'jobs',
        fileName: 'old.csv',
        dry: false,
        dates: 'month-first',
        rows: [{ ...MOOR, owner: 'Abe Quill', 'machine.model': 'Slash', day: '3/4/2021' }],
      }),
    ),
  );
  const { day } = await (
    await db()
  ).one<{ day: string }>("SELECT promised_on AS day FROM job j JOIN machine m ON m.id = j.machine_id WHERE m.model = 'Slash'");
  expect(day).toBe('2021-03-04');
});

test('letters lost on the way are refused, not taken in', async () => {
  expect(await refused('customers', [{ name: 'J\ufffdrg Tallis' }])).toEqual(['letters-lost', 'rows 0 name']);
});
