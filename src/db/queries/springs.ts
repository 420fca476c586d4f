import type { ListedSpring, MeasuredSpring } from '@/schema/springs';
import type { Sql } from '../sql';

export type Spring = ListedSpring;

/** A spring with the newest finding of the tester and where its line comes from. */
const SELECT = `SELECT s.id, s.wheel_end AS "end", s.name, s.rate_text AS "rateText", s.rate_n_per_mm AS "rateNPerMm", s.force_table AS "forceTable",
  s.free_length_mm AS "freeLengthMm", s.solid_length_mm AS "solidLengthMm", s.place,
  coalesce(l.supplier || ', list of ' || to_char(l.listed_on, 'YYYY-MM-DD'), 'by hand') AS origin,
  CASE WHEN m.id IS NULL THEN NULL ELSE jsonb_build_object('rateNPerMm', m.rate_n_per_mm, 'rateStandardError', m.rate_standard_error,
    'seatOffsetMm', m.seat_offset_mm, 'forceTable', m.force_table, 'at', m.measured_at) END AS measured
  FROM spring s
  LEFT JOIN spring_list l ON l.id = s.list_id
  LEFT JOIN LATERAL (SELECT * FROM spring_measurement WHERE spring_id = s.id ORDER BY id DESC LIMIT 1) m ON true`;

export const manyListedSprings = (sql: Sql) =>
  sql.many<Spring>(`${SELECT} WHERE s.retired_at IS NULL ORDER BY s.wheel_end DESC, s.rate_n_per_mm, s.id`);

export const maybeOneSpring = (sql: Sql, id: number) => sql.maybeOne<Spring>(`${SELECT} WHERE s.id = $1`, [id]);

export interface NewSpring {
  end: Spring['end'];
  name: string;
  rateText: string;
  rateNPerMm: number;
  forceTable: Spring['forceTable'];
  freeLengthMm: number | null;
  solidLengthMm: number | null;
  place: Spring['place'];
  listId: number | null;
}

export const oneNewSpring = (sql: Sql, s: NewSpring) =>
  sql.one<{ id: number }>(
    `INSERT INTO spring (wheel_end, name, rate_text, rate_n_per_mm, force_table, free_length_mm, solid_length_mm, place, list_id)
     VALUES ($1, $2, $3, $4, $5::jsonb, $6, $7, $8, $9) RETURNING id`,
    [
      s.end,
      s.name,
      s.rateText,
      s.rateNPerMm,
      s.forceTable && JSON.stringify(s.forceTable),
      s.freeLengthMm,
      s.solidLengthMm,
      s.place,
      s.listId,
    ],
  );

export const noneRetireSpring = (sql: Sql, id: number) =>
  sql.none('UPDATE spring SET retired_at = now() WHERE id = $1 AND retired_at IS NULL', [id]);

/** A supplier's older lines for these ends leave the list when a newer list comes; jobs that chose them keep them. */
export const noneRetireSupplier = (sql: Sql, supplier: string, ends: Spring['end'][]) =>
  sql.none(
    `UPDATE spring SET retired_at = now() WHERE retired_at IS NULL AND wheel_end = ANY($2::text[])
     AND list_id IN (SELECT id FROM spring_list WHERE lower(supplier) = lower($1))`,
    [supplier, ends],
  );

export const oneNewSpringList = (
  sql: Sql,
  list: { supplier: string; fileName: string; listedOn: string; mapping: Record<string, string> },
) =>
  sql.one<{ id: number }>('INSERT INTO spring_list (supplier, file_name, listed_on, mapping) VALUES ($1, $2, $3, $4::jsonb) RETURNING id', [
    list.supplier,
    list.fileName,
    list.listedOn,
    JSON.stringify(list.mapping),
  ]);

export interface NewMeasurement extends Omit<MeasuredSpring, 'at'> {
  springId: number;
  points: NonNullable<Spring['forceTable']>;
  model: 'linear' | 'progressive';
  device: string;
  technicianId: number | null;
}

export const noneNewMeasurement = (sql: Sql, m: NewMeasurement) =>
  sql.none(
    `INSERT INTO spring_measurement (spring_id, points, model, rate_n_per_mm, rate_standard_error, seat_offset_mm, force_table, device, technician_id)
     VALUES ($1, $2::jsonb, $3, $4, $5, $6, $7::jsonb, $8, $9)`,
    [
      m.springId,
      JSON.stringify(m.points),
      m.model,
      m.rateNPerMm,
      m.rateStandardError,
      m.seatOffsetMm,
      m.forceTable && JSON.stringify(m.forceTable),
      m.device,
      m.technicianId,
    ],
  );

/** Names of springs, those taken off the list too. */
export const manySpringNames = (sql: Sql, ids: readonly number[]) =>
  sql.many<{ id: number; name: string }>('SELECT id, name FROM spring WHERE id = ANY($1::int[])', [ids]);
