import { photoOutside, type PhotoSize, photoStore } from '../photoStore';
import type { Sql } from '../sql';

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

/** The same picture a second time is the same row. Where there is a store it lies there before its row names it. */
export async function noneNewPhoto(sql: Sql, p: Photo): Promise<void> {
  const store = photoStore();
  await store?.put(p.key, 'whole', p.jpeg);
  await store?.put(p.key, 'small', p.small);
  await sql.none(
    'INSERT INTO photo (key, width_px, height_px, jpeg, small_jpeg) VALUES ($1, $2, $3, $4, $5) ON CONFLICT (key) DO NOTHING',
    [p.key, p.widthPx, p.heightPx, store ? null : p.jpeg, store ? null : p.small],
  );
}

/** The bytes of a picture, from the base or from the store. */
export async function maybeOnePhoto(sql: Sql, key: string, size: PhotoSize): Promise<Uint8Array | null> {
  const row = await sql.maybeOne<{ jpeg: Uint8Array | null }>(
    `SELECT ${size === 'whole' ? 'jpeg' : 'small_jpeg AS jpeg'} FROM photo WHERE key = $1`,
    [key],
  );
  return row && (row.jpeg ?? (await photoOutside(key, size)));
}

export async function maybeOnePhotoWhole(sql: Sql, key: string): Promise<Photo | null> {
  const row = await sql.maybeOne<Pick<Photo, 'widthPx' | 'heightPx'>>(
    'SELECT width_px AS "widthPx", height_px AS "heightPx" FROM photo WHERE key = $1',
    [key],
  );
  const [jpeg, small] = row ? [await maybeOnePhoto(sql, key, 'whole'), await maybeOnePhoto(sql, key, 'small')] : [null, null];
  return row && jpeg && small ? { key, ...row, jpeg, small } : null;
}

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
