import { db } from '@/db/client';
import { addSpring } from '@/server/stock/drawers';
import { addStock } from '@/server/stock/stock';
import { takeIn } from '@/server/jobs/takeIn';
import { get } from './answers';
import { onDisk } from './onDisk';

/** The base's own rules of the logbook: no code path can store nonsense, and nothing recorded is rewritten. */

onDisk('logbook-rules');

let [jobId, machineId, otherMachineId, item] = [0, 0, 0, 0];

test('a shop with two machines, a spring and an item', async () => {
  const figures = { 'machine.make': { text: 'Halvik' }, 'machine.model': { text: 'Pony 125' } };
  const first = get(await takeIn({ customer: { name: 'Tove Linnell', phone: '' }, machine: { figures }, promisedOn: '2026-12-01' }));
  const second = get(await takeIn({ customer: { name: 'Eskil Barrow', phone: '' }, machine: { figures }, promisedOn: '2026-12-01' }));
  [jobId, machineId, otherMachineId] = [first.jobId, first.machineId, second.machineId];
  get(await addSpring({ end: 'rear', name: 'R-60', rate: '60', freeLength: '', solidLength: '', place: 'drawer', table: '' }));
  item = get(await addStock({ kind: 'oil', name: 'Fork oil', unit: 'mL', price: '', reorderAt: null, supplier: '' })).id;
});

/** Each statement says what must not be storable; `$1` is the job, `$2` the machine, `$3` the other machine, `$4` the item. */
const REFUSED: [why: string, sql: string][] = [
  [
    'a procedure of no known version',
    `INSERT INTO job_procedure (job_id, n, page_versions, document) VALUES ($1, 1, 0, '{"version": "recipe/1"}')`,
  ],
  [
    'a procedure without a place in the job',
    `INSERT INTO job_procedure (job_id, n, page_versions, document) VALUES ($1, 0, 0, '{"version": "procedure/1"}')`,
  ],
  [
    'a hundredth procedure',
    `INSERT INTO job_procedure (job_id, n, page_versions, document) VALUES ($1, 100, 0, '{"version": "procedure/1"}')`,
  ],
  [
    'a photo whose name is not its fingerprint',
    `INSERT INTO photo (key, width_px, height_px, jpeg, small_jpeg) VALUES (repeat('a', 64), 10, 10, 'x', 'x')`,
  ],
  [
    'a photo without extent',
    `INSERT INTO photo (key, width_px, height_px, jpeg, small_jpeg) VALUES (encode(sha256('x'), 'hex'), 0, 10, 'x', 'x')`,
  ],
  ['stock of an unknown kind', `INSERT INTO stock_item (kind, name, unit) VALUES ('tyre', 'x', 'piece')`],
  ['stock without a name', `INSERT INTO stock_item (kind, name, unit) VALUES ('oil', '  ', 'mL')`],
  ['a spring in the drawers that is no spring of the list', `INSERT INTO stock_item (kind, name, unit) VALUES ('spring', 'x', 'piece')`],
  ['oil that is a spring', `INSERT INTO stock_item (kind, name, unit, spring_id) VALUES ('oil', 'x', 'mL', 1)`],
  ['the same name twice, however it is written', `INSERT INTO stock_item (kind, name, unit) VALUES ('oil', 'FORK OIL', 'mL')`],
  ['a price without its currency', `INSERT INTO stock_terms (item_id, price_minor) VALUES ($4, 100)`],
  ['a price below nothing', `INSERT INTO stock_terms (item_id, price_minor, currency) VALUES ($4, -1, 'EUR')`],
  ['a currency that is none', `INSERT INTO stock_terms (item_id, price_minor, currency) VALUES ($4, 1, 'euro')`],
  ['receiving less than nothing', `INSERT INTO stock_move (item_id, kind, moved) VALUES ($4, 'received', -1)`],
  ['receiving nothing', `INSERT INTO stock_move (item_id, kind, moved) VALUES ($4, 'received', 0)`],
  ['using more into the drawer', `INSERT INTO stock_move (item_id, kind, moved) VALUES ($4, 'used', 1)`],
  ['setting aside for nobody', `INSERT INTO stock_move (item_id, kind, held) VALUES ($4, 'reserved', 1)`],
  ['setting aside that also moves', `INSERT INTO stock_move (item_id, kind, moved, held, job_id) VALUES ($4, 'reserved', 1, 1, $1)`],
  ['letting go of less than nothing', `INSERT INTO stock_move (item_id, kind, held, job_id) VALUES ($4, 'released', 1, $1)`],
  ['a count that is no number', `INSERT INTO stock_move (item_id, kind, moved) VALUES ($4, 'counted', 'NaN')`],
  ['a move without end', `INSERT INTO stock_move (item_id, kind, moved) VALUES ($4, 'received', 'Infinity')`],
  [
    'shims set aside that leave the drawer',
    `INSERT INTO shim_move (inner_mm, diameter_mm, thickness_mm, moved, held, kind, job_id) VALUES (12, 30, 0.2, -1, 1, 'reserved', $1)`,
  ],
  ['shims moved by nothing', `INSERT INTO shim_move (inner_mm, diameter_mm, thickness_mm, moved, kind) VALUES (12, 30, 0.2, 0, 'used')`],
  ['a quote of no known version', `INSERT INTO quote (job_id, document) VALUES ($1, '{"version": "offer/1"}')`],
  ['an answer to no quote', `INSERT INTO quote_answer (quote_id, accepted) VALUES (99, true)`],
  ['a machine merged into itself', `INSERT INTO machine_merge (machine_id, into_id, reason) VALUES ($2, $2, 'x')`],
  ['a merge without a reason', `INSERT INTO machine_merge (machine_id, into_id, reason) VALUES ($2, $3, ' ')`],
  [
    'a set-up of an unknown kind',
    `INSERT INTO setup (machine_id, job_id, kind, document) VALUES ($2, $1, 'dreamt', '{"version": "setup/1"}')`,
  ],
  ['a due day of no end', `INSERT INTO service_due (machine_id, wheel_end, basis, rule, words) VALUES ($2, 'middle', '{}', 'x', 'x')`],
];

test.each(REFUSED)('the base refuses %s', async (_why, sql) => {
  const known = [jobId, machineId, otherMachineId, item];
  const used = [...new Set([...sql.matchAll(/\$(\d)/g)].map((m) => Number(m[1])))].sort();
  const numbered = used.reduce((text, n, i) => text.replaceAll(`$${n}`, `$${i + 1}::int`), sql);
  await expect(
    (await db()).none(
      numbered,
      used.map((n) => known[n - 1]),
    ),
  ).rejects.toThrow(/violates|invalid|MAVRIN|check/i);
});

test('a set-up comes from one of the same machine, merged entries counted as one', async () => {
  const base = await db();
  const setup = (machine: number, parent: number | null) =>
    base.one<{ id: number }>(
      `INSERT INTO setup (machine_id, job_id, parent_id, kind, document) VALUES ($1, $2, $3, 'as-found', '{"version": "setup/1"}') RETURNING id`,
      [machine, jobId, parent],
    );
  const first = await setup(machineId, null);
  await expect(setup(otherMachineId, first.id)).rejects.toThrow(/MAVRIN_PARENT/);
  await base.none('INSERT INTO machine_merge (machine_id, into_id, reason) VALUES ($1, $2, $3)', [otherMachineId, machineId, 'the same']);
  expect((await setup(otherMachineId, first.id)).id).toBeGreaterThan(first.id);
});

test('a chain of merges has one root and one family; taken apart in the middle it is two', async () => {
  const base = await db();
  const figures = { 'machine.make': { text: 'Halvik' }, 'machine.model': { text: 'Pony 125' } };
  const third = get(
    await takeIn({ customer: { name: 'Tove Linnell', phone: '' }, machine: { figures }, promisedOn: '2026-12-01' }),
  ).machineId;
  await base.none('INSERT INTO machine_merge (machine_id, into_id, reason) VALUES ($1, $2, $3)', [machineId, third, 'the same']);
  const rootOf = async (id: number) => (await base.one<{ root: number }>('SELECT machine_root($1) AS root', [id])).root;
  const familyOf = async (id: number) =>
    (await base.many<{ id: number }>('SELECT machine_family($1) AS id', [id])).map((r) => r.id).sort((a, b) => a - b);
  expect([await rootOf(otherMachineId), await rootOf(machineId), await rootOf(third)]).toEqual([third, third, third]);
  expect(await familyOf(third)).toEqual([machineId, otherMachineId, third]);
  expect(await familyOf(otherMachineId)).toEqual([otherMachineId]);
  await base.none('INSERT INTO machine_merge (machine_id, into_id, reason) VALUES ($1, NULL, $2)', [machineId, 'two after all']);
  expect([await rootOf(otherMachineId), await rootOf(machineId), await rootOf(third)]).toEqual([machineId, machineId, third]);
  expect(await familyOf(third)).toEqual([third]);
});

const KEPT = ['stock_move', 'photo', 'job_procedure', 'machine_merge'] as const;

test.each(KEPT)('%s is only ever added to', async (table) => {
  await expect((await db()).none(`TRUNCATE ${table} CASCADE`)).rejects.toThrow(/MAVRIN_RECORDED/);
});
