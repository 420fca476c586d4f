import type { Entry } from '@/catalogue/entry';
import type { Sql } from '../sql';

export type Subject = { jobId: number } | { machineId: number };

export interface NewEntry {
  field: string;
  text: string;
  unit: string | null;
  value: number | null;
  technicianId: number | null;
  device: string;
  at: string | null;
  undoes: number | null;
  /** The key a page sent it by; null where it came otherwise. */
  delivery?: string | null;
}

interface StoredEntry extends Entry {
  id: number;
  at: string;
}

const COLUMNS = 'id::int, field, text, unit, value, recorded_at AS at';
const whose = (subject: Subject): [string, number] => ('jobId' in subject ? ['job_id', subject.jobId] : ['machine_id', subject.machineId]);

/** The newest entry of each field; emptied fields are left out. */
export const manyCurrentEntries = (sql: Sql, subject: Subject) => {
  const [column, id] = whose(subject);
  return sql.many<StoredEntry>(
    `SELECT * FROM (SELECT DISTINCT ON (field) ${COLUMNS} FROM entry WHERE ${column} = $1 ORDER BY field, id DESC) newest WHERE text <> ''`,
    [id],
  );
};

/** The same of many jobs or machines at once; each subject's in one value, since the engine hands over hundreds of rows slower than it reads them. */
export const manyCurrentEntriesOf = async (
  sql: Sql,
  column: 'job_id' | 'machine_id',
  ids: number[],
): Promise<{ of: number; entries: Entry[] }[]> => {
  const rows = await sql.many<{ of: number; entries: Entry[] | null }>(
    `SELECT wanted.subject AS of, (
       SELECT json_agg(newest) FROM (
         SELECT DISTINCT ON (field) field, text, unit, value, recorded_at AS at FROM entry WHERE ${column} = wanted.subject ORDER BY field, id DESC
       ) newest WHERE text <> '') AS entries
     FROM unnest($1::int[]) AS wanted(subject)`,
    [ids],
  );
  return rows.map(({ of, entries }) => ({ of, entries: (entries ?? []).map((e) => ({ ...e, at: new Date(e.at!).toISOString() })) }));
};

/** What each field read on this machine's earlier jobs, newest first: the last known value beside a questioned one. */
export const manyLastKnown = (sql: Sql, machineId: number, beforeJobId: number) =>
  sql.many<StoredEntry>(
    `SELECT * FROM (SELECT DISTINCT ON (e.field) e.id::int, e.field, e.text, e.unit, e.value, e.recorded_at AS at
       FROM entry e JOIN job j ON j.id = e.job_id WHERE j.machine_id IN (SELECT machine_family($1)) AND j.id < $2 ORDER BY e.field, e.id DESC) newest WHERE text <> ''`,
    [machineId, beforeJobId],
  );

export const manyHistory = (sql: Sql, subject: Subject) => {
  const [column, id] = whose(subject);
  return sql.many<StoredEntry>(`SELECT ${COLUMNS} FROM entry WHERE ${column} = $1 ORDER BY id DESC`, [id]);
};

export const oneNewEntry = (sql: Sql, subject: Subject, e: NewEntry) => {
  const [column, id] = whose(subject);
  return sql.one<StoredEntry>(
    `INSERT INTO entry (${column}, field, text, unit, value, technician_id, device, recorded_at, undoes, delivery)
     VALUES ($1, $2, $3, $4, $5, $6, $7, coalesce($8::timestamptz, now()), $9, $10) RETURNING ${COLUMNS}`,
    [id, e.field, e.text, e.unit, e.value, e.technicianId, e.device, e.at, e.undoes, e.delivery ?? null],
  );
};

/** The entry a key was sent by, with whose it is; null where none was. */
export const maybeOneDelivered = (sql: Sql, key: string) =>
  sql.maybeOne<StoredEntry & { jobId: number | null; machineId: number | null }>(
    `SELECT ${COLUMNS}, job_id AS "jobId", machine_id AS "machineId" FROM entry WHERE delivery = $1`,
    [key],
  );

/** What stands in one field now, emptied or not; null where nothing was ever written. */
export const maybeOneCurrent = (sql: Sql, subject: Subject, field: string) => {
  const [column, id] = whose(subject);
  return sql.maybeOne<StoredEntry>(`SELECT ${COLUMNS} FROM entry WHERE ${column} = $1 AND field = $2 ORDER BY id DESC LIMIT 1`, [
    id,
    field,
  ]);
};

/** The newest entry of whoever undoes that is not itself an undoing and has not been undone; of somebody unnamed, what nobody put a name to. */
/** With the device it was written by: what one step wrote together carries the same. */
export type EntryToUndo = StoredEntry & { device: string };

export const maybeOneToUndo = (sql: Sql, jobId: number, fields: 'any' | 'unsealed', technicianId: number | null) =>
  sql.maybeOne<EntryToUndo>(
    `SELECT ${COLUMNS}, device FROM entry e WHERE job_id = $1 AND undoes IS NULL AND NOT EXISTS (SELECT 1 FROM entry u WHERE u.undoes = e.id)
       AND ($2 = 'any' OR field ~ '^(set|ride|job)\\.') AND technician_id IS NOT DISTINCT FROM $3
     ORDER BY id DESC LIMIT 1`,
    [jobId, fields, technicianId],
  );

/** What the field held before entry `id`, leaving out everything undone. */
export const maybeOneBefore = (sql: Sql, jobId: number, field: string, id: number) =>
  sql.maybeOne<StoredEntry>(
    `SELECT ${COLUMNS} FROM entry e WHERE job_id = $1 AND field = $2 AND id < $3 AND undoes IS NULL
       AND NOT EXISTS (SELECT 1 FROM entry u WHERE u.undoes = e.id) ORDER BY id DESC LIMIT 1`,
    [jobId, field, id],
  );

export interface StoredChange {
  id: number;
  field: string;
  text: string;
  unit: string | null;
  /** What stood there before; null where nothing was ever written. */
  before: { text: string; unit: string | null } | null;
  at: string;
  who: string | null;
  device: string;
  isUndoing: boolean;
}

/** What was written in a job, newest first, each with what it replaced and who wrote it. @param beforeId only older ones */
export const manyChanges = (sql: Sql, jobId: number, beforeId: number | null, most: number) =>
  sql.many<StoredChange>(
    `SELECT e.id::int, e.field, e.text, e.unit, e.recorded_at AS at, t.name AS who, e.device, e.undoes IS NOT NULL AS "isUndoing",
       (SELECT json_build_object('text', b.text, 'unit', b.unit) FROM entry b WHERE b.job_id = $1 AND b.field = e.field AND b.id < e.id ORDER BY b.id DESC LIMIT 1) AS before
     FROM entry e LEFT JOIN technician t ON t.id = e.technician_id
     WHERE e.job_id = $1 AND ($2::bigint IS NULL OR e.id < $2) ORDER BY e.id DESC LIMIT $3`,
    [jobId, beforeId, most],
  );
