import { readSetup, withDocument } from '@/schema/stored';
import type { End } from '@/catalogue/ends';
import type { Entry } from '@/catalogue/entry';
import type { SetupDocument } from '@/schema/documents';
import type { Sql } from '../sql';

/** What stayed in machines after other jobs. */
export interface LeftIn {
  jobId: number;
  machineId: number;
  machine: string;
  feel: string;
  at: string;
  id: number;
  document: SetupDocument;
}

/** What the newest jobs of these machines left in them, but for one job and what was recorded since a moment. */
export const manyLeftIn = async (
  sql: Sql,
  machineIds: number[],
  butJobId: number,
  before: string | null,
  most: number,
): Promise<LeftIn[]> =>
  (
    await sql.many<Omit<LeftIn, 'document'> & { document: unknown }>(
      `SELECT k.job_id AS "jobId", machine_root(k.machine_id) AS "machineId", concat_ws(' ', m.make, m.model, m.year) AS machine, k.feel, s.id, s.document, s.recorded_at AS at
       FROM likeness k JOIN setup s ON s.id = k.setup_id JOIN machine m ON m.id = machine_root(k.machine_id)
       WHERE k.machine_id = ANY($1::int[]) AND k.job_id <> $2 AND ($3::timestamptz IS NULL OR s.recorded_at < $3::timestamptz)
       ORDER BY k.job_id DESC LIMIT $4`,
      [machineIds, butJobId, before, most],
    )
  ).map((row) => withDocument(readSetup, row));

/** The newest entries of jobs, those whose field begins with one of these words. */
export const manyEntriesBeginning = (sql: Sql, jobIds: number[], words: readonly string[]) =>
  sql.many<Entry & { jobId: number }>(
    `SELECT * FROM (SELECT DISTINCT ON (job_id, field) job_id AS "jobId", field, text, unit, value, recorded_at AS at FROM entry
       WHERE job_id = ANY($1::int[]) AND split_part(field, '.', 1) = ANY($2::text[]) ORDER BY job_id, field, id DESC) newest WHERE text <> ''`,
    [jobIds, words],
  );

export interface ChoiceTold {
  end: End;
  fittedNPerMm: number;
  p05NPerMm: number;
  p50NPerMm: number;
  p95NPerMm: number;
}

/** Keeps what would have been chosen; a job signed once is told once. */
export const noneChoiceTold = (sql: Sql, jobId: number, c: ChoiceTold) =>
  sql.none(
    `INSERT INTO choice_told (job_id, at_end, fitted_n_per_mm, p05_n_per_mm, p50_n_per_mm, p95_n_per_mm) VALUES ($1, $2, $3, $4, $5, $6)
     ON CONFLICT DO NOTHING`,
    [jobId, c.end, c.fittedNPerMm, c.p05NPerMm, c.p50NPerMm, c.p95NPerMm],
  );

/** The choices told of the newest jobs, with the machine and how it rode. */
export const manyChoicesTold = (sql: Sql, most: number) =>
  sql.many<ChoiceTold & { jobId: number; machine: string; feel: string; at: string }>(
    `SELECT c.job_id AS "jobId", c.at_end AS "end", c.fitted_n_per_mm AS "fittedNPerMm", c.p05_n_per_mm AS "p05NPerMm", c.p50_n_per_mm AS "p50NPerMm", c.p95_n_per_mm AS "p95NPerMm",
       concat_ws(' ', m.make, m.model, m.year) AS machine, coalesce(k.feel, '') AS feel, r.signed_at AS at
     FROM (SELECT * FROM choice_told ORDER BY job_id DESC, at_end DESC LIMIT $1) c
     JOIN job j ON j.id = c.job_id JOIN machine m ON m.id = machine_root(j.machine_id)
     JOIN rebuild r ON r.job_id = c.job_id AND r.corrects IS NULL LEFT JOIN likeness k ON k.job_id = c.job_id
     ORDER BY c.job_id DESC, c.at_end DESC`,
    [most],
  );
