import type { z } from 'zod';
import { db, type Sql } from '@/db/client';
import { maybeOneJobLocked } from '@/db/queries/jobs';
import { noneMakeFindable } from '@/db/queries/search';
import { maybeOneSpring } from '@/db/queries/springs';
import {
  manyHeldByJob,
  manyMovesOfItem,
  manyStock,
  maybeOneStock,
  maybeOneStockNamed,
  maybeOneStockOfSpring,
  noneNewTerms,
  oneNewStock,
  oneNewStockMove,
} from '@/db/queries/stock';
import { readMoney } from '@/catalogue/money';
import type { newStockRequest, StockItem, stockListRequest, stockMoveRequest, stockTermsRequest } from '@/schema/stock';
import type { StockMove } from '@/schema/answers';
import { refuseElsewhere } from '../branches';
import { type Answer, conflict, missing, Refusal, refused, refusedIssue } from '../answer';
import { moneyOfShop } from '../book/book';
import { inTransaction } from '../transaction';

const MAX_MOVES = 60;

export const listStock = async (): Promise<StockItem[]> => manyStock(await db());
export const movesOf = async (itemId: number): Promise<StockMove[]> => manyMovesOfItem(await db(), itemId, MAX_MOVES);

async function priced(sql: Sql, text: string): Promise<Pick<StockItem, 'priceMinor' | 'currency'>> {
  if (text.trim() === '') return { priceMinor: null, currency: null };
  const { currency } = await moneyOfShop(sql);
  const read = readMoney(text, currency);
  if (!read.ok) throw new Refusal(refusedIssue(read.issue, ['price']));
  return { priceMinor: read.value.minor, currency };
}

async function newItem(sql: Sql, request: z.output<typeof newStockRequest>): Promise<number> {
  const { kind, name, unit, reorderAt, supplier } = request;
  if (await maybeOneStockNamed(sql, kind, name)) throw new Refusal(conflict('already-exists', ['name'], { what: name }));
  const { id } = await oneNewStock(sql, { kind, name, unit, springId: null });
  await noneNewTerms(sql, id, { ...(await priced(sql, request.price)), reorderAt, supplier });
  await noneMakeFindable(sql, 'stock', id, name, `${kind} ${name} ${supplier}`);
  return id;
}

/** Adds an item to the drawers. Refusals: already-exists, the price's own. */
export async function addStock(request: z.output<typeof newStockRequest>): Promise<Answer<StockItem>> {
  return inTransaction(async (sql) => (await maybeOneStock(sql, await newItem(sql, request)))!);
}

/** Writes a move into an item's ledger. More used than was counted means the count was wrong: refused here, counted first by `takeFrom`. */
async function move(sql: Sql, item: StockItem, m: z.output<typeof stockMoveRequest>): Promise<void> {
  const there = item.there ?? 0;
  const moved = m.kind === 'counted' ? m.count - there : m.kind === 'used' ? -m.count : m.count;
  if (there + moved < 0) throw new Refusal(refused('too-few-in-drawer', ['count'], { there }));
  await oneNewStockMove(sql, item.id, { kind: m.kind, moved, held: 0, jobId: m.jobId, batch: m.batch, note: m.note });
}

/** Moves an item in or out of its drawer, or counts it; never below none. */
export async function moveStock(itemId: number, request: z.output<typeof stockMoveRequest>): Promise<Answer<StockItem>> {
  return inTransaction(async (sql) => {
    const item = await maybeOneStock(sql, itemId);
    if (!item) throw new Refusal(missing('stock item'));
    await move(sql, item, request);
    return (await maybeOneStock(sql, itemId))!;
  });
}

/** The stock item of a listed spring, made when first moved. */
export async function stockOfSpring(sql: Sql, springId: number): Promise<StockItem> {
  const known = await maybeOneStockOfSpring(sql, springId);
  if (known) return known;
  const spring = await maybeOneSpring(sql, springId);
  if (!spring) throw new Refusal(missing('spring'));
  await oneNewStock(sql, { kind: 'spring', name: spring.name, unit: 'piece', springId });
  return (await maybeOneStockOfSpring(sql, springId))!;
}

export async function moveSpring(springId: number, request: z.output<typeof stockMoveRequest>): Promise<Answer<StockItem>> {
  return inTransaction(async (sql) => {
    const item = await stockOfSpring(sql, springId);
    await move(sql, item, request);
    return (await maybeOneStock(sql, item.id))!;
  });
}

/** Writes down new terms of an item: price, when to order more, from whom. */
export async function changeTerms(
  itemId: number,
  { price, reorderAt, supplier }: z.output<typeof stockTermsRequest>,
): Promise<Answer<StockItem>> {
  return inTransaction(async (sql) => {
    if (!(await maybeOneStock(sql, itemId))) throw new Refusal(missing('stock item'));
    await noneNewTerms(sql, itemId, { ...(await priced(sql, price)), reorderAt, supplier });
    return (await maybeOneStock(sql, itemId))!;
  });
}

/** Takes in a list whole: new items are added, known ones counted and their terms renewed. One line refused refuses it all, by its number. */
export async function importStock({
  lines,
  fileName,
}: z.output<typeof stockListRequest>): Promise<Answer<{ added: number; counted: number }>> {
  return inTransaction(async (sql) => {
    const done = { added: 0, counted: 0 };
    for (const [i, line] of lines.entries()) {
      const { count, ...terms } = line;
      try {
        const known = await maybeOneStockNamed(sql, line.kind, line.name);
        if (known && known.unit !== line.unit) throw new Refusal(refused('stock-unit', ['unit'], { name: line.name, unit: known.unit }));
        if (known)
          await noneNewTerms(sql, known.id, { ...(await priced(sql, line.price)), reorderAt: line.reorderAt, supplier: line.supplier });
        const id = known?.id ?? (await newItem(sql, terms));
        const item = (await maybeOneStock(sql, id))!;
        await move(sql, item, { kind: 'counted', count, jobId: null, batch: '', note: `list ${fileName}` });
        done[known ? 'counted' : 'added'] += 1;
      } catch (failure) {
        if (!(failure instanceof Refusal)) throw failure;
        const { problem } = failure.answer;
        throw new Refusal({ ...failure.answer, problem: { ...problem, path: ['lines', i, ...problem.path] } });
      }
    }
    return done;
  });
}

/** Takes from the drawer what a signed job used, counting first where more was taken than was counted. */
export async function takeFrom(sql: Sql, item: StockItem, count: number, jobId: number, batch = ''): Promise<void> {
  const there = item.there ?? 0;
  const note = 'by the signed rebuild';
  if (count > there)
    await oneNewStockMove(sql, item.id, {
      kind: 'counted',
      moved: count - there,
      held: 0,
      jobId,
      batch,
      note: 'more were taken than were counted',
    });
  await oneNewStockMove(sql, item.id, { kind: 'used', moved: -count, held: 0, jobId, batch, note });
}

/** Lets go of everything set aside for a job. */
export async function releaseJob(sql: Sql, jobId: number, note: string): Promise<void> {
  for (const { itemId, held } of await manyHeldByJob(sql, jobId))
    await oneNewStockMove(sql, itemId, { kind: 'released', moved: 0, held: -held, jobId, batch: '', note });
}

/** Takes a job's row for what moves its parts. Refusals: not-found, of-another-branch. */
export async function lockJob(sql: Sql, jobId: number) {
  const job = await maybeOneJobLocked(sql, jobId);
  if (!job) throw new Refusal(missing('job'));
  refuseElsewhere(job);
  return job;
}
