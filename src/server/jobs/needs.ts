import { factsOf } from '@/judgement/model/facts';
import type { z } from 'zod';
import { type Db, db, type Sql } from '@/db/client';
import { maybeOneJob, manyJobsOnTheStands } from '@/db/queries/jobs';
import { manySignedOfJob } from '@/db/queries/rebuilds';
import { manyShimDeliveries, oneNewShimMove } from '@/db/queries/shims';
import {
  manyHeldByJob,
  manyOrderTicks,
  manyShimStock,
  manyStock,
  noneNewOrderTick,
  oneNewStockMove,
  type ShimStock,
} from '@/db/queries/stock';
import type { Entries } from '@/catalogue/entry';
import { type Wanted, wantedOf } from '@/judgement/job/needs';
import { type Need, type orderTickRequest, shortOf, type StockItem } from '@/schema/stock';
import { type Answer, conflict, missing, Refusal } from '../answer';
import { chosenSpringsOfJob } from '../stock/drawers';
import { currentEntries, currentEntriesOf } from '../entries';
import { lockJob, releaseJob, stockOfSpring, takeFrom } from '../stock/stock';
import { inTransaction } from '../transaction';

/** Sizes are told apart to a micrometre. */
const same = (a: number, b: number) => Math.abs(a - b) < 5e-4;
const isSize = (a: Pick<ShimStock, 'innerMm' | 'diameterMm' | 'thicknessMm'>, b: typeof a) =>
  same(a.innerMm, b.innerMm) && same(a.diameterMm, b.diameterMm) && same(a.thicknessMm, b.thicknessMm);

const shimName = (s: { innerMm: number; diameterMm: number; thicknessMm: number }) =>
  `Shim ${s.diameterMm} × ${s.thicknessMm}, post ${s.innerMm}`;

async function wantedBy(sql: Sql, entries: Entries, machineId: number) {
  return wantedOf(factsOf(entries, await currentEntries(sql, { machineId })), await chosenSpringsOfJob(sql, entries));
}

/** What lies in the drawers, read once for many jobs. */
interface Drawers {
  stock: StockItem[];
  shims: ShimStock[];
}

const drawersNow = async (sql: Sql): Promise<Drawers> => ({ stock: await manyStock(sql), shims: await manyShimStock(sql, null) });

/** What a job wants against what lies there, what is set aside for it, and what others hold. */
async function against(sql: Sql, jobId: number, wanted: Wanted, { stock, shims }: Drawers): Promise<Need[]> {
  const heldHere = new Map((await manyHeldByJob(sql, jobId)).map((h) => [h.itemId, h.held]));
  const of = (item: StockItem | undefined) => {
    const here = item ? (heldHere.get(item.id) ?? 0) : 0;
    return { there: item?.there ?? null, heldHere: here, heldByOthers: (item?.held ?? 0) - here };
  };
  const springs = wanted.springs.map(({ id, name, count }): Need => {
    const item = stock.find((i) => i.springId === id);
    return { what: 'spring', id, name, count, unit: 'piece', ...of(item) };
  });
  const parts = wanted.stock.flatMap(({ id, count }): Need[] => {
    const item = stock.find((i) => i.id === id);
    return item ? [{ what: 'stock', id, name: item.name, count, unit: item.unit, ...of(item) }] : [];
  });
  const mine = wanted.shims.length > 0 ? await manyShimStock(sql, jobId) : [];
  const pieces = wanted.shims.map((s): Need => {
    const [there, heldHere] = [shims.find((x) => isSize(x, s)), mine.find((x) => isSize(x, s))?.held ?? 0];
    const heldByOthers = (there?.held ?? 0) - heldHere;
    return { what: 'shim', id: 0, name: shimName(s), count: s.count, unit: 'piece', there: there?.there ?? 0, heldHere, heldByOthers };
  });
  return [...springs, ...parts, ...pieces];
}

const isNothing = (w: Wanted) => w.springs.length + w.stock.length + w.shims.length === 0;

/** What a job takes from the drawers, what lies there and what others hold. */
export async function needsOf(sql: Sql, jobId: number): Promise<{ needs: Need[]; postUnknown: boolean }> {
  const job = await maybeOneJob(sql, jobId);
  if (!job) return { needs: [], postUnknown: false };
  const wanted = await wantedBy(sql, await currentEntries(sql, { jobId }), job.machineId);
  return { needs: isNothing(wanted) ? [] : await against(sql, jobId, wanted, await drawersNow(sql)), postUnknown: wanted.postUnknown };
}

async function releaseShims(sql: Sql, jobId: number, note: string): Promise<void> {
  for (const { innerMm, diameterMm, thicknessMm, held } of await manyShimStock(sql, jobId))
    if (held !== 0) await oneNewShimMove(sql, { innerMm, diameterMm, thicknessMm, moved: 0, held: -held, kind: 'released', note, jobId });
}

/** Sets aside for a job what it needs and what is there, in place of what was set aside before. Refusals: not-found, sealed. */
export async function reserveFor(jobId: number): Promise<Answer<{ needs: Need[]; postUnknown: boolean }>> {
  return inTransaction(async (sql) => {
    const job = await lockJob(sql, jobId);
    if ((await manySignedOfJob(sql, jobId)).length > 0) throw new Refusal(conflict('sealed'));
    const note = 'set aside anew';
    await releaseJob(sql, jobId, note);
    await releaseShims(sql, jobId, note);
    const wanted = await wantedBy(sql, await currentEntries(sql, { jobId }), job.machineId);
    const aside = { kind: 'reserved' as const, moved: 0, jobId, note: '' };
    const stock = await manyStock(sql);
    const items = [
      ...wanted.stock.flatMap(({ id, count, batch }) => {
        const item = stock.find((i) => i.id === id);
        return item ? [{ item, count, batch }] : [];
      }),
    ];
    for (const { id, count } of wanted.springs) items.push({ item: await stockOfSpring(sql, id), count, batch: '' });
    for (const { item, count, batch } of items) {
      const held = Math.min(count, Math.max(0, (item.there ?? 0) - item.held));
      if (held > 0) await oneNewStockMove(sql, item.id, { ...aside, held, batch });
    }
    const shims = await manyShimStock(sql, null);
    for (const s of wanted.shims) {
      const there = shims.find((x) => isSize(x, s));
      const held = Math.min(s.count, Math.max(0, (there?.there ?? 0) - (there?.held ?? 0)));
      if (held > 0 && there)
        await oneNewShimMove(sql, { ...aside, innerMm: there.innerMm, diameterMm: there.diameterMm, thicknessMm: there.thicknessMm, held });
    }
    return needsOf(sql, jobId);
  });
}

/** On signing: what was set aside is let go, and springs and parts are taken from their drawers. Shims are settled by their stacks. */
export async function settleStock(sql: Sql, jobId: number, entries: Entries, machineId: number): Promise<void> {
  const note = 'signed';
  await releaseJob(sql, jobId, note);
  await releaseShims(sql, jobId, note);
  const wanted = await wantedBy(sql, entries, machineId);
  for (const { id, count } of wanted.springs) {
    const item = await stockOfSpring(sql, id);
    // A spring nobody ever counted is ordered for the job: it comes and goes without a drawer.
    if (item.there !== null) await takeFrom(sql, item, count, jobId);
  }
  const stock = await manyStock(sql);
  for (const { id, count, batch } of wanted.stock) {
    const item = stock.find((i) => i.id === id);
    if (item) await takeFrom(sql, item, count, jobId, batch);
  }
}

export interface Shortage {
  name: string;
  unit: Need['unit'];
  short: number;
  jobs: number[];
}

const MAX_ON_STANDS = 60;

/** What the jobs on the stands lack, served in order of the promised day: each missing thing with the jobs that wait for it. */
export async function shortages(base: Sql | Db): Promise<Shortage[]> {
  const found = new Map<string, Shortage>();
  const jobs = (await manyJobsOnTheStands(base, MAX_ON_STANDS)).filter((j) => !j.signed);
  const entries = await currentEntriesOf(
    base,
    'job_id',
    jobs.map((j) => j.id),
  );
  const figures = await currentEntriesOf(base, 'machine_id', [...new Set(jobs.map((j) => j.machineId))]);
  const drawers = await drawersNow(base);
  /** What earlier jobs will take beyond what is set aside for them. */
  const claimed = new Map<string, number>();
  for (const job of jobs) {
    const mine = entries.get(job.id)!;
    const wanted = wantedOf(factsOf(mine, figures.get(job.machineId)!), await chosenSpringsOfJob(base, mine));
    if (isNothing(wanted)) continue;
    for (const need of await against(base, job.id, wanted, drawers)) {
      if (need.there === null) continue;
      const before = claimed.get(need.name) ?? 0;
      const short = shortOf({ ...need, there: need.there - before });
      claimed.set(need.name, before + Math.max(0, need.count - short - need.heldHere));
      if (short === 0) continue;
      const known = found.get(need.name) ?? { name: need.name, unit: need.unit, short: 0, jobs: [] };
      found.set(need.name, { ...known, short: known.short + short, jobs: [...known.jobs, job.id] });
    }
  }
  return [...found.values()];
}

export interface OrderLine {
  name: string;
  supplier: string;
  there: number;
  held: number;
  reorderAt: number | null;
  unit: Need['unit'];
  /** Free of any job and below the mark, or wanted by a job and missing. */
  order: number;
}

/** What is on order, by its name on the list, with the moment it was ticked; a delivery ends it. */
export async function ordersPlaced(sql: Sql): Promise<Record<string, string>> {
  const ticks = await manyOrderTicks(sql);
  const delivered = ticks.length > 0 ? await manyShimDeliveries(sql) : [];
  const isHere = (name: string, at: string) => delivered.some((d) => shimName(d) === name && new Date(d.at) > new Date(at));
  return Object.fromEntries(ticks.filter((t) => !isHere(t.name, t.at)).map((t) => [t.name, new Date(t.at).toISOString()]));
}

/**
 * Ticks a line of the list to order as placed, or takes the tick back. Refusal: not-found where nothing of that name is to be ordered.
 */
export async function tickOrder({ name, placed }: z.output<typeof orderTickRequest>): Promise<Answer<{ name: string; placed: boolean }>> {
  const { lines, shortages: short } = await reorderList();
  if (![...lines, ...short].some((l) => l.name === name)) return missing('line of that name');
  await noneNewOrderTick(await db(), name, placed);
  return { ok: true, value: { name, placed } };
}

/** What to order: items fallen to their mark, what jobs on the stands lack, and what of it is on order. */
export async function reorderList(): Promise<{ lines: OrderLine[]; shortages: Shortage[]; placed: Record<string, string> }> {
  const base = await db();
  const lines = (await manyStock(base)).flatMap((i): OrderLine[] => {
    if (i.there === null || i.reorderAt === null || i.there - i.held > i.reorderAt) return [];
    const { name, supplier, there, held, reorderAt, unit } = i;
    // Up to twice the mark: common practice, no source.
    return [{ name, supplier, there, held, reorderAt, unit, order: Math.max(1, 2 * reorderAt - (there - held)) }];
  });
  return { lines, shortages: await shortages(base), placed: await ordersPlaced(base) };
}
