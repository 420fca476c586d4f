import { dayOf, timeWords } from '@/catalogue/days';
import Papa from 'papaparse';
import { EmailProperty, FNProperty, TelProperty, TextType, VCARD } from 'vcard4';
import writeSheet from 'write-excel-file/node';
import { jobNumber } from '@/catalogue/jobs';
import { decimalsOf } from '@/catalogue/money';
import { db } from '@/db/client';
import { manyMachines } from '@/db/queries/machines';
import { manyCustomers } from '@/db/queries/people';
import { manySetups } from '@/db/queries/rebuilds';
import { manyShimStock, manyStock } from '@/db/queries/stock';
import { manyJobRows } from '@/db/queries/tables';
import { rateOf } from '@/judgement/model/offers';
import { setupLines } from '@/judgement/model/setups';
import { onPaper } from '@/judgement/model/bothUnits';
import { auditLines } from '../keeping/audit';
import { systemOfShop } from '../book/book';
import { jobHistory } from '../jobs/changes';
import { listSprings } from '../stock/drawers';
import { reorderList } from '../jobs/needs';

/** The tables people take along: as they are shown, with their filter, as CSV (RFC 4180) or a spreadsheet; customers as vCards. */

type Cell = string | number | null;
type Filter = URLSearchParams;

/** A list with what stands in each of its columns: the heads stand over an empty one too. */
interface Table<T> {
  rows(filter: Filter): Promise<T[]>;
  columns: Record<string, (row: T) => Cell>;
}
interface Shown {
  heads: string[];
  lines: Cell[][];
}
const table =
  <T>({ rows, columns }: Table<T>) =>
  async (filter: Filter): Promise<Shown> => ({
    heads: Object.keys(columns),
    lines: (await rows(filter)).map((row) => Object.values(columns).map((of) => of(row))),
  });

/** No list is longer: a table of more is no table any more, the archive has it all. From memory. */
const MAX_ROWS = 100_000;

const plainMoney = (minor: number | null, currency: string | null) =>
  minor === null || currency === null ? '' : (minor / 10 ** decimalsOf(currency)).toFixed(decimalsOf(currency));
const idIn = (filter: Filter, name: string): number => (/^\d{1,9}$/.test(filter.get(name) ?? '') ? Number(filter.get(name)) : 0);

/** Page after page of a list, the newest first. @param next the page before a line of this number; with no number the newest */
async function allPages<T>(next: (before: number | null) => Promise<{ lines: T[]; olderBefore: number | null }>): Promise<T[]> {
  const all: T[] = [];
  for (let before: number | null = null; ;) {
    const { lines, olderBefore }: { lines: T[]; olderBefore: number | null } = await next(before);
    all.push(...lines);
    if (olderBefore === null || all.length >= MAX_ROWS) return all;
    before = olderBefore;
  }
}

interface ToOrder {
  item: string;
  supplier: string;
  order: number;
  unit: string;
  because: string;
  placed: string;
}
async function toOrder(): Promise<ToOrder[]> {
  const { lines, shortages, placed } = await reorderList();
  const line = (item: string, supplier: string, order: number, unit: string, because: string): ToOrder => ({
    ...{ item, supplier, order, unit, because },
    placed: placed[item] ? dayOf(placed[item]) : '',
  });
  return [
    ...lines.map((l) => line(l.name, l.supplier, l.order, l.unit, `down to ${l.there}, mark ${l.reorderAt}`)),
    ...shortages.map((s) => line(s.name, '', s.short, s.unit, `jobs ${s.jobs.join(' ')}`)),
  ];
}

async function springsCounted() {
  const stock = await manyStock(await db());
  return (await listSprings()).map((spring) => ({ spring, item: stock.find((i) => i.springId === spring.id) }));
}

/** The lineage of one machine: a line for each figure of each set-up. */
async function setupFigures(filter: Filter) {
  const base = await db();
  const print = onPaper(await systemOfShop(base));
  const setups = await manySetups(base, idIn(filter, 'machine'));
  return setups.flatMap((setup) => setupLines(setup.document, print).map((line) => ({ setup, line })));
}

const historyOf = (filter: Filter) =>
  allPages(async (before) => {
    const page = await jobHistory(idIn(filter, 'job'), before);
    return { lines: page?.changes ?? [], olderBefore: page?.olderBefore ?? null };
  });

const auditOf = (filter: Filter) =>
  allPages(async (before) => {
    const lines = await auditLines(filter.get('q') ?? '', before ?? 0);
    return { lines, olderBefore: lines.at(-1)?.id ?? null };
  });

const TABLES = {
  stock: table({
    rows: async () => (await manyStock(await db())).filter((i) => i.kind !== 'spring'),
    columns: {
      kind: (i) => i.kind,
      name: (i) => i.name,
      unit: (i) => i.unit,
      count: (i) => i.there,
      set_aside: (i) => i.held,
      price: (i) => plainMoney(i.priceMinor, i.currency),
      currency: (i) => i.currency,
      order_at: (i) => i.reorderAt,
      supplier: (i) => i.supplier,
    },
  }),
  springs: table({
    rows: springsCounted,
    columns: {
      end: ({ spring }) => spring.end,
      name: ({ spring }) => spring.name,
      marked: ({ spring }) => spring.rateText,
      rate_n_per_mm: ({ spring }) => Number(rateOf(spring).toFixed(3)),
      free_length_mm: ({ spring }) => spring.freeLengthMm ?? null,
      solid_length_mm: ({ spring }) => spring.solidLengthMm ?? null,
      place: ({ spring }) => spring.place,
      there: ({ item }) => item?.there ?? null,
      set_aside: ({ item }) => item?.held ?? null,
    },
  }),
  shims: table({
    rows: async () => manyShimStock(await db(), null),
    columns: {
      post_mm: (s) => s.innerMm,
      diameter_mm: (s) => s.diameterMm,
      thickness_mm: (s) => s.thicknessMm,
      there: (s) => s.there,
      set_aside: (s) => s.held,
    },
  }),
  order: table({
    rows: toOrder,
    columns: {
      item: (o) => o.item,
      supplier: (o) => o.supplier,
      order: (o) => o.order,
      unit: (o) => o.unit,
      because: (o) => o.because,
      placed: (o) => o.placed,
    },
  }),
  machines: table({
    rows: async () => manyMachines(await db(), MAX_ROWS),
    columns: {
      machine: (m) => m.id,
      make: (m) => m.make,
      model: (m) => m.model,
      year: (m) => m.year,
      registration: (m) => m.registration,
      frame_number: (m) => m.frameNumber,
      owner: (m) => m.owner,
    },
  }),
  customers: table({
    rows: async () => manyCustomers(await db()),
    columns: { customer: (c) => c.id, name: (c) => c.name, phone: (c) => c.phone, email: (c) => c.email },
  }),
  jobs: table({
    rows: async () => manyJobRows(await db()),
    columns: {
      job: (j) => jobNumber(j.id),
      machine: (j) => j.machine,
      customer: (j) => j.customer,
      taken_in: (j) => j.takenInOn,
      promised: (j) => j.promisedOn,
      handed_back: (j) => j.handedBackOn,
      signed: (j) => j.signedOn,
      signed_by: (j) => j.signedBy,
    },
  }),
  setups: table({
    rows: setupFigures,
    columns: {
      set_up: ({ setup }) => setup.id,
      job: ({ setup }) => jobNumber(setup.jobId),
      recorded: ({ setup }) => setup.recordedAt,
      kind: ({ setup }) => setup.kind,
      reason: ({ setup }) => setup.reason,
      end: ({ line }) => line.end,
      what: ({ line }) => line.label,
      figure: ({ line }) => line.text,
    },
  }),
  history: table({
    rows: historyOf,
    columns: {
      at: (c) => c.at,
      who: (c) => c.who,
      what: (c) => c.what,
      was: (c) => c.before,
      is: (c) => c.now,
      device: (c) => c.device,
      took_back: (c) => (c.isUndoing ? 'yes' : ''),
    },
  }),
  audit: table({
    rows: auditOf,
    columns: {
      at: (l) => l.at,
      who: (l) => (l.who === '' ? 'this computer' : l.who),
      address: (l) => l.address,
      what: (l) => l.act,
    },
  }),
};
const isTable = (name: string): name is keyof typeof TABLES => Object.hasOwn(TABLES, name);

/** A cell that begins like a formula is led by an apostrophe, so that no table program runs it. */
const csv = ({ heads, lines }: Shown): string => Papa.unparse({ fields: heads, data: lines }, { newline: '\r\n', escapeFormulae: true });

/** Columns of days, of moments and of money, by their heads: a spreadsheet reckons with them, and texts it cannot. */
const DAYS = new Set(['taken_in', 'promised', 'handed_back', 'signed', 'placed']);
const MOMENTS = new Set(['recorded', 'at']);
const MONEY = new Set(['price']);

/** A cell as a spreadsheet holds it: its days have no zone, so a moment stands as the clock in the shop said. */
function sheetCell(head: string, value: Cell) {
  if (typeof value !== 'string' || value === '') return value;
  if (DAYS.has(head)) return { value: new Date(`${value.slice(0, 10)}T00:00:00Z`), type: Date, format: 'yyyy-mm-dd' };
  if (MOMENTS.has(head)) return { value: new Date(`${dayOf(value)}T${timeWords(value)}:00Z`), type: Date, format: 'yyyy-mm-dd hh:mm' };
  if (MONEY.has(head))
    return { value: Number(value), type: Number, format: `0.${'0'.repeat(value.split('.')[1]?.length ?? 0)}`.replace(/\.$/, '') };
  return value;
}

const sheet = ({ heads, lines }: Shown, name: string): Promise<Buffer> =>
  writeSheet(
    [
      heads.map((value) => ({ value, fontWeight: 'bold' as const })),
      ...lines.map((line) => line.map((value, i) => sheetCell(heads[i] ?? '', value))),
    ],
    { sheet: name, stickyRowsCount: 1 },
  ).toBuffer();

/** Customers as vCards (version 4.0, RFC 6350), one after the other. */
async function vcards(): Promise<string> {
  return (await manyCustomers(await db()))
    .map(({ name, phone, email }) =>
      new VCARD([
        new FNProperty([], new TextType(name)),
        ...(phone ? [new TelProperty([], new TextType(phone))] : []),
        ...(email ? [new EmailProperty([], new TextType(email))] : []),
      ]).repr(),
    )
    .join('');
}

export interface TableFile {
  body: string | Buffer;
  type: string;
}

/** A table as a file: NAME.csv, NAME.xlsx, customers.vcf; null where there is none of that name. @param filter as the table is shown with */
export async function tableFile(file: string, filter: URLSearchParams): Promise<TableFile | null> {
  const [, name = '', kind] = /^([a-z]+)\.(csv|xlsx)$/.exec(file) ?? [];
  if (file === 'customers.vcf') return { body: await vcards(), type: 'text/vcard; charset=utf-8' };
  if (!isTable(name)) return null;
  const shown = await TABLES[name](filter);
  return kind === 'csv'
    ? { body: csv(shown), type: 'text/csv; charset=utf-8' }
    : { body: await sheet(shown, name), type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet' };
}
