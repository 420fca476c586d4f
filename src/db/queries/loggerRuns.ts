import type { LoggedRun } from '@/schema/pages';
import { readLog, withDocument } from '@/schema/stored';
import type { Sql } from '../sql';

/** Newest first; the file itself is left where it is. */
export const manyRunsOfJob = async (sql: Sql, jobId: number): Promise<LoggedRun[]> => {
  const rows = await sql.many<Omit<LoggedRun, 'document'> & { document: unknown }>(
    'SELECT id, moment, name, device, document, recorded_at AS at FROM logger_run WHERE job_id = $1 ORDER BY id DESC',
    [jobId],
  );
  return rows.map((row) => withDocument(readLog, row));
};

export const maybeOneRunFile = (sql: Sql, id: number) =>
  sql.maybeOne<{ name: string; csv: string }>('SELECT name, csv FROM logger_run WHERE id = $1', [id]);

export const oneNewRun = (sql: Sql, jobId: number, r: Omit<LoggedRun, 'id' | 'at'> & { csv: string }, at: string | null) =>
  sql.one<{ id: number }>(
    `INSERT INTO logger_run (job_id, moment, name, device, csv, document, recorded_at)
     VALUES ($1, $2, $3, $4, $5, $6::jsonb, coalesce($7::timestamptz, now())) RETURNING id`,
    [jobId, r.moment, r.name, r.device, r.csv, JSON.stringify(r.document), at],
  );
