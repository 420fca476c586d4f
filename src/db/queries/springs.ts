import type { ListedSpring } from '@/schema/facts/springs';
import type { Sql } from '../client';

export type Spring = ListedSpring;

const COLUMNS = `id, wheel_end AS "end", name, rate_text AS "rateText", rate_n_per_mm AS "rateNPerMm", free_length_mm AS "freeLengthMm",
  solid_length_mm AS "solidLengthMm", place`;

export const manyListedSprings = (sql: Sql) =>
  sql.many<Spring>(`SELECT ${COLUMNS} FROM spring WHERE retired_at IS NULL ORDER BY wheel_end DESC, rate_n_per_mm, id`);

export const maybeOneSpring = (sql: Sql, id: number) => sql.maybeOne<Spring>(`SELECT ${COLUMNS} FROM spring WHERE id = $1`, [id]);

export const oneNewSpring = (sql: Sql, s: Omit<Spring, 'id'>) =>
  sql.one<Spring>(
    `INSERT INTO spring (wheel_end, name, rate_text, rate_n_per_mm, free_length_mm, solid_length_mm, place)
     VALUES ($1, $2, $3, $4, $5, $6, $7) RETURNING ${COLUMNS}`,
    [s.end, s.name, s.rateText, s.rateNPerMm, s.freeLengthMm, s.solidLengthMm, s.place],
  );

export const noneRetireSpring = (sql: Sql, id: number) =>
  sql.none('UPDATE spring SET retired_at = now() WHERE id = $1 AND retired_at IS NULL', [id]);
