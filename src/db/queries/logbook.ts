import type { Sql } from '../client';

export interface JobProcedure {
  n: number;
  pageVersions: number;
  document: unknown;
}

/** The procedures a job took, in its order. */
export const manyProceduresOfJob = (sql: Sql, jobId: number) =>
  sql.many<JobProcedure>('SELECT n, page_versions AS "pageVersions", document FROM job_procedure WHERE job_id = $1 ORDER BY n', [jobId]);

export const noneNewJobProcedure = (sql: Sql, jobId: number, p: JobProcedure) =>
  sql.none('INSERT INTO job_procedure (job_id, n, page_versions, document) VALUES ($1, $2, $3, $4::jsonb)', [
    jobId,
    p.n,
    p.pageVersions,
    JSON.stringify(p.document),
  ]);

export interface Photo {
  key: string;
  widthPx: number;
  heightPx: number;
  jpeg: Uint8Array;
  small: Uint8Array;
}

/** The same picture a second time is the same row. */
export const noneNewPhoto = (sql: Sql, p: Photo) =>
  sql.none('INSERT INTO photo (key, width_px, height_px, jpeg, small_jpeg) VALUES ($1, $2, $3, $4, $5) ON CONFLICT (key) DO NOTHING', [
    p.key,
    p.widthPx,
    p.heightPx,
    p.jpeg,
    p.small,
  ]);

export const maybeOnePhoto = (sql: Sql, key: string, size: 'whole' | 'small') =>
  sql.maybeOne<{ jpeg: Uint8Array }>(`SELECT ${size === 'whole' ? 'jpeg' : 'small_jpeg AS jpeg'} FROM photo WHERE key = $1`, [key]);

export interface VoiceNote {
  key: string;
  kind: string;
  sound: Uint8Array;
}

/** The same recording a second time is the same row. */
export const noneNewVoiceNote = (sql: Sql, v: VoiceNote) =>
  sql.none('INSERT INTO voice_note (key, kind, sound) VALUES ($1, $2, $3) ON CONFLICT (key) DO NOTHING', [v.key, v.kind, v.sound]);

export const maybeOneVoiceNote = (sql: Sql, key: string) =>
  sql.maybeOne<{ kind: string; sound: Uint8Array }>('SELECT kind, sound FROM voice_note WHERE key = $1', [key]);
