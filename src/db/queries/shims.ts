import type { DrawerShim } from '@/schema/answers';
import { HERE } from '../branch';
import type { Sql } from '../sql';

/** Sizes ever had, with how many lie in the drawer: the sum of their moves. */
export const manyShims = (sql: Sql) =>
  sql.many<DrawerShim>(
    `SELECT inner_mm AS "innerMm", diameter_mm AS "diameterMm", thickness_mm AS "thicknessMm", sum(moved)::int AS count
     FROM shim_move WHERE branch = ${HERE} GROUP BY 1, 2, 3 ORDER BY 1, 2 DESC, 3`,
  );

export interface ShimMove extends Omit<DrawerShim, 'count'> {
  moved: number;
  kind: 'received' | 'reserved' | 'released' | 'used' | 'returned' | 'counted';
  /** Set aside for a job; nothing else moves it. */
  held?: number;
  note: string;
  jobId: number | null;
}

export const oneNewShimMove = (sql: Sql, m: ShimMove) =>
  sql.one<{ id: number }>(
    `INSERT INTO shim_move (inner_mm, diameter_mm, thickness_mm, moved, kind, note, job_id, held) VALUES ($1, $2, $3, $4, $5, $6, $7, $8) RETURNING id`,
    [m.innerMm, m.diameterMm, m.thicknessMm, m.moved, m.kind, m.note, m.jobId, m.held ?? 0],
  );

/** The first move of a size: its number names the size where things are found. */
export const maybeOneFirstShimMove = (sql: Sql, s: Omit<DrawerShim, 'count'>) =>
  sql.maybeOne<{ id: number }>('SELECT min(id) AS id FROM shim_move WHERE inner_mm = $1 AND diameter_mm = $2 AND thickness_mm = $3', [
    s.innerMm,
    s.diameterMm,
    s.thicknessMm,
  ]);

/** When each size was last delivered. */
export const manyShimDeliveries = (sql: Sql) =>
  sql.many<{ innerMm: number; diameterMm: number; thicknessMm: number; at: string }>(
    `SELECT inner_mm AS "innerMm", diameter_mm AS "diameterMm", thickness_mm AS "thicknessMm", max(recorded_at) AS at
     FROM shim_move WHERE kind = 'received' AND branch = ${HERE} GROUP BY inner_mm, diameter_mm, thickness_mm`,
  );
