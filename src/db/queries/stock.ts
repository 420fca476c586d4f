import type { StockItem } from '@/schema/stock';
import type { StockMove } from '@/schema/answers';
import { HERE } from '../branch';
import type { Sql } from '../sql';

const SELECT = `SELECT i.id, i.kind, i.name, i.unit, i.spring_id AS "springId", m.there, coalesce(m.held, 0) AS held,
  t.price_minor::float8 AS "priceMinor", t.currency, t.reorder_at AS "reorderAt", coalesce(t.supplier, '') AS supplier
  FROM stock_item i
  LEFT JOIN LATERAL (SELECT sum(moved) FILTER (WHERE kind NOT IN ('reserved', 'released')) AS there, sum(held) AS held FROM stock_move WHERE item_id = i.id AND branch = ${HERE}) m ON true
  LEFT JOIN LATERAL (SELECT * FROM stock_terms WHERE item_id = i.id ORDER BY id DESC LIMIT 1) t ON true`;

/** Every item with what lies there, what is set aside and its newest terms. */
export const manyStock = (sql: Sql) => sql.many<StockItem>(`${SELECT} ORDER BY i.kind, lower(i.name), i.id`);
export const maybeOneStock = (sql: Sql, id: number) => sql.maybeOne<StockItem>(`${SELECT} WHERE i.id = $1`, [id]);
export const maybeOneStockOfSpring = (sql: Sql, springId: number) =>
  sql.maybeOne<StockItem>(`${SELECT} WHERE i.spring_id = $1`, [springId]);
export const maybeOneStockNamed = (sql: Sql, kind: StockItem['kind'], name: string) =>
  sql.maybeOne<StockItem>(`${SELECT} WHERE i.kind = $1 AND lower(i.name) = lower($2) AND i.spring_id IS NULL`, [kind, name]);

export const oneNewStock = (sql: Sql, i: Pick<StockItem, 'kind' | 'name' | 'unit' | 'springId'>) =>
  sql.one<{ id: number }>('INSERT INTO stock_item (kind, name, unit, spring_id) VALUES ($1, $2, $3, $4) RETURNING id', [
    i.kind,
    i.name,
    i.unit,
    i.springId,
  ]);

export const noneNewTerms = (sql: Sql, itemId: number, t: Pick<StockItem, 'priceMinor' | 'currency' | 'reorderAt' | 'supplier'>) =>
  sql.none('INSERT INTO stock_terms (item_id, price_minor, currency, reorder_at, supplier) VALUES ($1, $2, $3, $4, $5)', [
    itemId,
    t.priceMinor,
    t.currency,
    t.reorderAt,
    t.supplier,
  ]);

export type NewStockMove = Omit<StockMove, 'id' | 'at'>;

export const oneNewStockMove = (sql: Sql, itemId: number, m: NewStockMove) =>
  sql.one<{ id: number }>(
    'INSERT INTO stock_move (item_id, kind, moved, held, job_id, batch, note) VALUES ($1, $2, $3, $4, $5, $6, $7) RETURNING id',
    [itemId, m.kind, m.moved, m.held, m.jobId, m.batch, m.note],
  );

/** An item's ledger, newest first. */
export const manyMovesOfItem = (sql: Sql, itemId: number, most: number) =>
  sql.many<StockMove>(
    `SELECT id, kind, moved, held, job_id AS "jobId", batch, note, recorded_at AS at FROM stock_move WHERE item_id = $1 AND branch = ${HERE} ORDER BY id DESC LIMIT $2`,
    [itemId, most],
  );

/** What is set aside of each item for one job. */
export const manyHeldByJob = (sql: Sql, jobId: number) =>
  sql.many<{ itemId: number; held: number }>(
    'SELECT item_id AS "itemId", sum(held) AS held FROM stock_move WHERE job_id = $1 GROUP BY 1 HAVING sum(held) <> 0',
    [jobId],
  );

export interface ShimStock {
  innerMm: number;
  diameterMm: number;
  thicknessMm: number;
  there: number;
  held: number;
}

/** Shims by size with what lies there and what is set aside; of one job, or of all. */
export const manyShimStock = (sql: Sql, jobId: number | null) =>
  sql.many<ShimStock>(
    `SELECT inner_mm AS "innerMm", diameter_mm AS "diameterMm", thickness_mm AS "thicknessMm", sum(moved)::int AS there, sum(held)::int AS held
     FROM shim_move WHERE CASE WHEN $1::int IS NULL THEN branch = ${HERE} ELSE job_id = $1 END GROUP BY 1, 2, 3`,
    [jobId],
  );

export const noneNewOrderTick = (sql: Sql, name: string, placed: boolean) =>
  sql.none('INSERT INTO order_tick (name, placed) VALUES ($1, $2)', [name, placed]);

/** What is on order: ticked, and not delivered since; of shims the caller looks at the deliveries. */
export const manyOrderTicks = (sql: Sql) =>
  sql.many<{ name: string; at: string }>(
    `SELECT name, recorded_at AS at FROM (SELECT DISTINCT ON (name) name, placed, recorded_at FROM order_tick WHERE branch = ${HERE} ORDER BY name, id DESC) t
     WHERE placed AND NOT EXISTS (
       SELECT 1 FROM stock_move m JOIN stock_item i ON i.id = m.item_id LEFT JOIN spring s ON s.id = i.spring_id
       WHERE m.kind = 'received' AND m.branch = ${HERE} AND m.recorded_at > t.recorded_at AND coalesce(s.name, i.name) = t.name)`,
  );
