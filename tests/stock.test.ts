import Papa from 'papaparse';
import { db } from '@/db/client';
import { oneNewShimMove } from '@/db/queries/shims';
import { oneNewStockMove } from '@/db/queries/stock';
import { stockListRequest, stockMoveRequest, shortOf } from '@/schema/stock';
import { tableFile } from '@/server/exchange/tables';
import { addSpring, listSprings } from '@/server/stock/drawers';
import { addTechnician } from '@/server/door/people';
import { needsOf, ordersPlaced, reorderList, reserveFor, tickOrder } from '@/server/jobs/needs';
import { recordMachineEntry } from '@/server/jobs/record';
import { returnSpring } from '@/server/stock/returned';
import { listShims, moveShims } from '@/server/stock/shims';
import { signRebuild } from '@/server/jobs/sign';
import { addStock, changeTerms, importStock, listStock, movesOf, moveSpring, moveStock } from '@/server/stock/stock';
import { takeIn } from '@/server/jobs/takeIn';
import { codeOf, get, record } from './answers';
import { onDisk } from './onDisk';

/** The drawers as ledgers: received, set aside by a job, used by its signature, returned, counted; what is short and what to order. */

onDisk('stock');

const move = (kind: 'received' | 'counted' | 'used' | 'returned', count: number) => stockMoveRequest.parse({ kind, count });
const itemOf = async (id: number) => (await listStock()).find((i) => i.id === id)!;
const exportCsv = async (what: string) => (await tableFile(`${what}.csv`, new URLSearchParams()))!.body as string;
let [kit, oil, spring, technicianId] = [0, 0, 0, 0];
const jobs: number[] = [];

test('an item is known by its ledger: never counted is not none, and nothing is taken that is not there', async () => {
  kit = get(
    await addStock({ kind: 'kit', name: 'Seal kit 48', unit: 'piece', price: '42,50', reorderAt: 2, supplier: 'Harbour Seals' }),
  ).id;
  expect(await itemOf(kit)).toMatchObject({ there: null, held: 0, priceMinor: 4250, currency: 'EUR', reorderAt: 2 });
  expect(codeOf(await addStock({ kind: 'kit', name: 'seal KIT 48', unit: 'piece', price: '', reorderAt: null, supplier: '' }))).toBe(
    'already-exists',
  );
  expect(codeOf(await addStock({ kind: 'oil', name: 'x', unit: 'mL', price: '4.255', reorderAt: null, supplier: '' }))).toBe('too-fine');
  expect(codeOf(await moveStock(kit, move('used', 1)))).toBe('too-few-in-drawer');
  expect(get(await moveStock(kit, move('counted', 0))).there).toBe(0);
  get(await moveStock(kit, move('received', 5)));
  get(await moveStock(kit, move('used', 2)));
  expect(get(await moveStock(kit, move('counted', 4))).there).toBe(4);
  expect((await movesOf(kit)).map((m) => [m.kind, m.moved])).toEqual([
    ['counted', 1],
    ['used', -2],
    ['received', 5],
    ['counted', 0],
  ]);
  expect(stockMoveRequest.safeParse({ kind: 'used', count: 0 }).success).toBe(false);
  expect(stockMoveRequest.safeParse({ kind: 'used', count: -1 }).success).toBe(false);
  await expect((await db()).none('UPDATE stock_move SET moved = 9')).rejects.toThrow(/MAVRIN_RECORDED/);
  await expect((await db()).none("INSERT INTO stock_move (item_id, kind, moved) VALUES ($1, 'used', 3)", [kit])).rejects.toThrow();
});

test('new terms leave the old on record', async () => {
  get(await changeTerms(kit, { price: '44', reorderAt: 3, supplier: 'Harbour Seals' }));
  expect(await itemOf(kit)).toMatchObject({ priceMinor: 4400, reorderAt: 3 });
  expect((await (await db()).one<{ n: number }>('SELECT count(*)::int AS n FROM stock_terms WHERE item_id = $1', [kit])).n).toBe(2);
});

test('two jobs want the same spring and shims: what one set aside is not the other’s', async () => {
  technicianId = get(await addTechnician('Sunniva Holt', 'quay4')).id;
  spring = get(await addSpring({ end: 'rear', name: 'R-60', rate: '60', freeLength: '', solidLength: '', place: 'drawer', table: '' })).id;
  get(await moveSpring(spring, move('counted', 1)));
  get(await moveShims({ inner: 12, diameter: 32, thickness: 0.15, count: 3, kind: 'counted', note: '', jobId: null }));
  for (const n of [1, 2]) {
    const figures = { 'machine.make': { text: 'Halvik' }, 'machine.model': { text: `Trail ${n}` } };
    const taken = get(await takeIn({ customer: { name: `Owner ${n}`, phone: '' }, machine: { figures }, promisedOn: `2026-12-0${n}` }));
    jobs.push(taken.jobId);
    get(
      await recordMachineEntry(taken.machineId, { field: 'machine.damper.rear.post', text: '12', technicianId: null, device: 'by hand' }),
    );
    for (const [field, text] of Object.entries({
      'springs.rear.choice': String(spring),
      'found.rear.spring': '55',
      'valves.rear.found.rebound': '36 × 0.20 × 5',
      'valves.rear.fit.rebound': '36 × 0.20 × 5, 32 × 0.15 × 2',
      'part.1.name': 'Seal kit 48',
      'part.1.item': String(kit),
      'part.1.used': '3',
    }))
      get(await record(taken.jobId, field, text));
  }
  const first = get(await reserveFor(jobs[0]!));
  expect(first.needs.map((n) => [n.what, n.count, n.there, n.heldHere, shortOf(n)])).toEqual([
    ['spring', 1, 1, 1, 0],
    ['stock', 3, 4, 3, 0],
    ['shim', 2, 3, 2, 0],
  ]);
  const second = (await needsOf(await db(), jobs[1]!)).needs;
  expect(second.map((n) => [n.what, n.heldByOthers, shortOf(n)])).toEqual([
    ['spring', 1, 1],
    ['stock', 3, 2],
    ['shim', 2, 1],
  ]);
  // Set aside once more: nothing is held twice.
  expect(get(await reserveFor(jobs[0]!)).needs.map((n) => n.heldHere)).toEqual([1, 3, 2]);
  expect((await itemOf(kit)).held).toBe(3);
});

test('what runs short is told by what is left after the earlier promise; what is down to its mark is to be ordered', async () => {
  const { lines, shortages } = await reorderList();
  expect(shortages.map((s) => [s.name, s.short, s.jobs])).toEqual([
    ['R-60', 1, [jobs[1]]],
    ['Seal kit 48', 2, [jobs[1]]],
    ['Shim 32 × 0.15, post 12', 1, [jobs[1]]],
  ]);
  expect(lines).toEqual([{ name: 'Seal kit 48', supplier: 'Harbour Seals', there: 4, held: 3, reorderAt: 3, unit: 'piece', order: 5 }]);
});

test('an order is ticked as placed until its delivery is recorded, or the tick is taken back; only what is to be ordered can be', async () => {
  const placed = async () => Object.keys((await reorderList()).placed).sort();
  for (const name of ['Seal kit 48', 'R-60', 'Shim 32 × 0.15, post 12']) get(await tickOrder({ name, placed: true }));
  expect(await placed()).toEqual(['R-60', 'Seal kit 48', 'Shim 32 × 0.15, post 12']);
  get(await tickOrder({ name: 'R-60', placed: false }));
  expect(await placed()).toEqual(['Seal kit 48', 'Shim 32 × 0.15, post 12']);
  expect(codeOf(await tickOrder({ name: 'Seal kit 49', placed: true }))).toBe('not-found');
  // The list that goes to a supplier says what is on its way already.
  const listed = Papa.parse<Record<string, string>>(await exportCsv('order'), { header: true }).data;
  expect(listed.filter((l) => l.placed !== '').map((l) => l.item)).toEqual(['Seal kit 48', 'Seal kit 48', 'Shim 32 × 0.15, post 12']);
  const base = await db();
  await base
    .transaction(async (sql) => {
      await oneNewShimMove(sql, { innerMm: 12, diameterMm: 32, thicknessMm: 0.15, moved: 1, kind: 'received', note: '', jobId: null });
      expect(Object.keys(await ordersPlaced(sql))).toEqual(['Seal kit 48']);
      await oneNewStockMove(sql, kit, { kind: 'received', moved: 1, held: 0, jobId: null, batch: '', note: '' });
      expect(await ordersPlaced(sql)).toEqual({});
      throw new Error('undone');
    })
    .catch((failure: Error) => expect(failure.message).toBe('undone'));
});

test('the signature takes what was used and lets go of what was set aside', async () => {
  get(await record(jobs[0]!, 'fitted.rear.spring', '60'));
  get(await record(jobs[0]!, 'built.rear.rebound', '36 × 0.20 × 5, 32 × 0.15 × 2'));
  get(await signRebuild(jobs[0]!, { technicianId, passcode: 'quay4' }));
  expect(await itemOf(kit)).toMatchObject({ there: 1, held: 0 });
  expect((await listStock()).find((i) => i.springId === spring)).toMatchObject({ there: 0, held: 0 });
  expect((await listShims()).find((s) => s.diameterMm === 32)?.count).toBe(1);
  expect(codeOf(await reserveFor(jobs[0]!))).toBe('sealed');
  // The second takes three of one: the ledger says first that the count was wrong.
  get(await record(jobs[1]!, 'fitted.rear.spring', '55'));
  get(await record(jobs[1]!, 'springs.rear.choice', ''));
  get(await record(jobs[1]!, 'built.rear.rebound', '36 × 0.20 × 5, 32 × 0.15 × 2'));
  get(await signRebuild(jobs[1]!, { technicianId, passcode: 'quay4' }));
  expect((await movesOf(kit)).slice(0, 2).map((m) => [m.kind, m.moved, m.jobId])).toEqual([
    ['used', -3, jobs[1]],
    ['counted', 2, jobs[1]],
  ]);
});

test('a spring that came out is the customer’s; left with the shop, it goes into the drawer at its measured rate, once', async () => {
  const leftByCustomer = true;
  const mine = { end: 'rear' as const, name: 'Used', rate: '54', leftByCustomer: false };
  expect(codeOf(await returnSpring(jobs[0]!, mine))).toBe('customers-own');
  expect(codeOf(await returnSpring(jobs[0]!, { end: 'rear', name: 'Used, out of job', rate: '54 kg', leftByCustomer }))).toBe(
    'unit-mismatch',
  );
  const { springId } = get(await returnSpring(jobs[0]!, { end: 'rear', name: 'Used, out of job', rate: '5.4 kgf/mm', leftByCustomer }));
  const listed = (await listSprings()).find((s) => s.id === springId)!;
  expect([listed.rateNPerMm, listed.place, listed.rateText]).toEqual([expect.closeTo(52.956, 3), 'drawer', '5.4 kgf/mm']);
  expect((await listStock()).find((i) => i.springId === springId)?.there).toBe(1);
  expect(codeOf(await returnSpring(jobs[0]!, { end: 'rear', name: 'Used', rate: '54', leftByCustomer }))).toBe('already-returned');
});

test('springs, shims and what to order leave as tables anyone can read, each line with what it says on the page', async () => {
  const table = async (what: string) => Papa.parse<Record<string, string>>(await exportCsv(what), { header: true });
  const springs = await table('springs');
  expect(springs.errors).toEqual([]);
  const listed = await listSprings();
  expect(springs.data.map((r) => r.name)).toEqual(listed.map((s) => s.name));
  const used = springs.data.find((r) => r.marked === '5.4 kgf/mm')!;
  // 5.4 kgf/mm at 9.80665 N, as it goes out and as it is listed.
  expect([used.rate_n_per_mm, used.place, used.there]).toEqual([(5.4 * 9.80665).toFixed(3), 'drawer', '1']);
  const shims = (await table('shims')).data;
  const counted = await listShims();
  for (const row of shims) {
    const shim = counted.find(
      (s) => s.innerMm === Number(row.post_mm) && s.diameterMm === Number(row.diameter_mm) && s.thicknessMm === Number(row.thickness_mm),
    );
    expect([row.diameter_mm, shim?.count]).toEqual([row.diameter_mm, Number(row.there)]);
  }
  expect(shims.length).toBe(counted.length);
  const order = (await table('order')).data;
  const { lines, shortages } = await reorderList();
  expect(order.map((r) => [r.item, Number(r.order), r.unit])).toEqual([
    ...lines.map((l) => [l.name, l.order, l.unit]),
    ...shortages.map((s) => [s.name, s.short, s.unit]),
  ]);
  for (const row of order) expect(row.because).toMatch(/^(down to \d+, mark \d+|jobs \d+)/);
});

test('a list is taken whole or not at all, and what goes out comes in again', async () => {
  const line = {
    kind: 'oil' as const,
    name: 'Fork oil, 15 cSt',
    unit: 'mL' as const,
    count: 4000,
    price: '0.02',
    reorderAt: 2000,
    supplier: '',
  };
  const list = (lines: object[]) => stockListRequest.parse({ fileName: 'a.csv', lines });
  const refused = await importStock(list([line, { ...line, name: 'Other', price: 'dear' }]));
  expect(refused.ok ? null : refused.problem.path).toEqual(['lines', 1, 'price']);
  expect((await listStock()).some((i) => i.kind === 'oil')).toBe(false);
  expect(get(await importStock(list([line])))).toEqual({ added: 1, counted: 0 });
  oil = (await listStock()).find((i) => i.kind === 'oil')!.id;
  const out = Papa.parse<Record<string, string>>(await exportCsv('stock'), { header: true }).data;
  const again = out
    .filter((r) => r.count !== '')
    .map((r) => ({
      kind: r.kind,
      name: r.name,
      unit: r.unit,
      count: Number(r.count) + 1,
      price: r.price,
      reorderAt: r.order_at ? Number(r.order_at) : null,
      supplier: r.supplier,
    }));
  expect(get(await importStock(list(again)))).toEqual({ added: 0, counted: 2 });
  expect((await itemOf(oil)).there).toBe(4001);
  expect(codeOf(await importStock(list([{ ...line, unit: 'piece' }])))).toBe('stock-unit');
  // A name that begins like a formula leaves as words.
  get(await addStock({ kind: 'other', name: '=1+1', unit: 'piece', price: '', reorderAt: null, supplier: '' }));
  expect(await exportCsv('stock')).toContain("'=1+1");
});
