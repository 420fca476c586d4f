import type { DrawerShim } from '@/schema/shims';
import type { Sql } from '../client';

/** Sizes ever had, with how many lie in the drawer: the sum of their moves. */
export const manyShims = (sql: Sql) =>
  sql.many<DrawerShim>(
    `SELECT inner_mm AS "innerMm", diameter_mm AS "diameterMm", thickness_mm AS "thicknessMm", sum(moved)::int AS count
     FROM shim_move GROUP BY 1, 2, 3 ORDER BY 1, 2 DESC, 3`,
  );

export interface ShimMove extends Omit<DrawerShim, 'count'> {
  moved: number;
  kind: 'received' | 'used' | 'returned' | 'counted';
  note: string;
  jobId: number | null;
}

export const oneNewShimMove = (sql: Sql, m: ShimMove) =>
  sql.one<{ id: number }>(
    `INSERT INTO shim_move (inner_mm, diameter_mm, thickness_mm, moved, kind, note, job_id) VALUES ($1, $2, $3, $4, $5, $6, $7) RETURNING id`,
    [m.innerMm, m.diameterMm, m.thicknessMm, m.moved, m.kind, m.note, m.jobId],
  );
