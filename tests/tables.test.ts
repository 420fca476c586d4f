import Papa from 'papaparse';
import readSheet from 'read-excel-file/node';
import { parse } from 'vcard4';
import { tableFile } from '@/server/exchange/tables';
import { addStock } from '@/server/stock/stock';
import { takeIn } from '@/server/jobs/takeIn';
import { get, record } from './answers';
import { MACHINE } from './entries';
import { onDisk } from './onDisk';

/** Tables people take along: as CSV, as a spreadsheet, customers as vCards; each says what the page says. */

onDisk('tables');

const OWNER = 'Vell; Ann, “A”';
let job = 0;
const file = (name: string, filter = {}) => tableFile(name, new URLSearchParams(filter));
const rows = async (name: string, filter = {}) =>
  Papa.parse<Record<string, string>>((await file(`${name}.csv`, filter))!.body as string, { header: true }).data;

beforeAll(async () => {
  const figures = { ...MACHINE, 'machine.make': 'Halvik', 'machine.model': '=Moor', 'machine.type': 'trail' };
  const taken = await takeIn({
    customer: { name: OWNER, phone: '+1 555 01', email: 'ann@vell.example' },
    machine: { figures: Object.fromEntries(Object.entries(figures).map(([k, text]) => [k, { text }])) },
    promisedOn: '2026-12-01',
  });
  job = get(taken).jobId;
  get(await record(job, 'rider.mass', '82 kg'));
  get(await record(job, 'rider.mass', '83 kg'));
});

test('machines, owners and jobs, each line with what it says on the page; nothing runs as a formula', async () => {
  expect(await rows('machines')).toMatchObject([{ make: 'Halvik', model: "'=Moor", owner: OWNER }]);
  expect(await rows('customers')).toEqual([{ customer: '1', name: OWNER, phone: "'+1 555 01", email: 'ann@vell.example' }]);
  expect(await rows('jobs')).toMatchObject([{ machine: 'Halvik =Moor', promised: '2026-12-01', handed_back: '', signed: '' }]);
  expect(await rows('history', { job })).toMatchObject([
    { was: '82 kg', is: '83 kg' },
    { was: '', is: '82 kg' },
  ]);
  // A list of nothing has its heads all the same.
  expect((await file('history.csv', { job: 999 }))!.body).toMatch(/^at,who,what,was,is,device,took_back\s*$/);
});

test('the spreadsheet holds the same cells, numbers as numbers', async () => {
  const [sheet] = await readSheet((await file('machines.xlsx'))!.body as Buffer);
  const [heads, line] = sheet!.data;
  expect(heads).toEqual(['machine', 'make', 'model', 'year', 'registration', 'frame_number', 'owner']);
  expect(line!.slice(0, 3)).toEqual([1, 'Halvik', '=Moor']);
  expect(line!.at(-1)).toBe(OWNER);
  expect((await file('setups.xlsx', { machine: 1 }))!.body.length).toBeGreaterThan(1000);
});

test('customers as vCards, read back by a reader of RFC 6350', async () => {
  const card = parse((await file('customers.vcf'))!.body as string);
  const [one] = Array.isArray(card) ? card : [card];
  const of = (name: string) => one!.getProperty(name)[0]!.value;
  expect([of('FN'), of('TEL'), of('EMAIL')]).toEqual([OWNER, '+1 555 01', 'ann@vell.example']);
});

test('no table but those there are', async () => {
  for (const name of ['machines', 'machines.pdf', 'moon.csv', 'audit.csv.x', 'customers.csv.vcf', 'toString.csv'])
    expect(await file(name)).toBeNull();
});

test('a spreadsheet holds days as days and money as numbers, so that it can reckon with them', async () => {
  const [jobs] = await readSheet((await file('jobs.xlsx'))!.body as Buffer);
  const lines = jobs!.data as unknown[][];
  const at = (lines[0] as string[]).indexOf('promised');
  expect(lines[1]![at]).toEqual(new Date('2026-12-01T00:00:00Z'));
  get(await addStock({ kind: 'oil', name: 'Fork oil 15', unit: 'mL', price: '12.50', reorderAt: null, supplier: '' }));
  const [stock] = await readSheet((await file('stock.xlsx'))!.body as Buffer);
  const priced = stock!.data as unknown[][];
  expect(priced[1]![(priced[0] as string[]).indexOf('price')]).toBe(12.5);
});
