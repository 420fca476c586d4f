import { createHash } from 'node:crypto';
import { photoOutside } from '../photoStore';
import type { Sql } from '../sql';

/** Rows that belong to a signed record, as one digest with the newest of them: later rows of the job are not its own. */
export interface Attached {
  upTo: number;
  count: number;
  digest: string;
}

export const KINDS = ['entries', 'setups', 'stock', 'shims'] as const;
export type AttachedKind = (typeof KINDS)[number];

/** What of each kind is covered, as text: columns by name, so that a column added later changes no digest, and times as numbers, so that no setting does. */
const ROWS: Record<AttachedKind, { from: string; of: 'job' | 'record'; columns: string }> = {
  entries: {
    from: 'entry',
    of: 'job',
    columns: `x.id, x.field, x.text, x.unit, x.value, extract(epoch FROM x.recorded_at), x.technician_id, x.device, x.undoes`,
  },
  setups: {
    from: 'setup',
    of: 'record',
    columns: `x.id, x.machine_id, x.parent_id, x.kind, x.reason, x.document, extract(epoch FROM x.recorded_at)`,
  },
  stock: {
    from: 'stock_move',
    of: 'job',
    columns: `x.id, x.item_id, x.kind, x.moved, x.held, x.batch, x.note, extract(epoch FROM x.recorded_at)`,
  },
  shims: {
    from: 'shim_move',
    of: 'job',
    columns: `x.id, x.inner_mm, x.diameter_mm, x.thickness_mm, x.moved, x.held, x.kind, x.note, extract(epoch FROM x.recorded_at)`,
  },
};

/** @param job, record, upTo SQL for the job, the record, and the newest row that counts */
const attachedSql = (kind: AttachedKind, job: string, record: string, upTo: string): string => {
  const { from, of, columns } = ROWS[kind];
  return `(SELECT jsonb_build_object('upTo', coalesce(max(x.id), 0), 'count', count(*)::int,
      'digest', encode(sha256(convert_to(coalesce(string_agg(jsonb_build_array(${columns})::text, E'\\n' ORDER BY x.id), ''), 'UTF8')), 'hex'))
    FROM ${from} x WHERE ${of === 'job' ? `x.job_id = ${job}` : `x.rebuild_id = ${record}`} AND x.id <= ${upTo})`;
};

/** Everything a record leaves, as it stands now in the transaction that signs it. */
export const oneAttached = (sql: Sql, jobId: number, recordId: number) =>
  sql.one<Record<AttachedKind, Attached>>(
    `SELECT ${KINDS.map((kind) => `${attachedSql(kind, '$1::int', '$2::int', '9223372036854775807')} AS "${kind}"`).join(', ')}`,
    [jobId, recordId],
  );

/** For each record that says what it left: the same made anew from the rows there are. */
export const manyAttachedNow = (sql: Sql) =>
  sql.many<{ id: number } & Record<AttachedKind, Attached>>(
    `SELECT r.id, ${KINDS.map(
      (kind) => `${attachedSql(kind, 'r.job_id', 'r.id', `(r.document #>> '{attached,${kind},upTo}')::bigint`)} AS "${kind}"`,
    ).join(', ')}
     FROM rebuild r WHERE r.document ? 'attached' ORDER BY r.id`,
  );

/** Pictures and recordings whose bytes are not those their name was made of, with the jobs that show them; and names that lead to none. */
export async function manyTornBytes(sql: Sql): Promise<{ jobId: number; key: string }[]> {
  const found = await sql.many<{ jobId: number; key: string; isOutside: boolean }>(
    `SELECT DISTINCT e.job_id AS "jobId", e.text AS key, p.key IS NOT NULL AND p.jpeg IS NULL AS "isOutside" FROM entry e
     LEFT JOIN photo p ON p.key = e.text LEFT JOIN voice_note v ON v.key = e.text
     WHERE e.job_id IS NOT NULL AND e.field ~ '^(photo|voice)\\.[0-9]+\\.key$' AND e.text <> ''
       AND coalesce(encode(sha256(p.jpeg), 'hex') = p.key, encode(sha256(v.sound), 'hex') = v.key, false) IS NOT TRUE`,
  );
  const torn: { jobId: number; key: string }[] = [];
  for (const { jobId, key, isOutside } of found) if (!isOutside || !(await isWholeOutside(key))) torn.push({ jobId, key });
  return torn;
}

async function isWholeOutside(key: string): Promise<boolean> {
  const bytes = await photoOutside(key, 'whole');
  return bytes !== null && createHash('sha256').update(bytes).digest('hex') === key;
}

/** The number the next record will have: its set-ups name it before it is there. */
export const oneNextRecordId = (sql: Sql) => sql.one<{ id: number }>(`SELECT nextval(pg_get_serial_sequence('rebuild', 'id'))::int AS id`);

/** Records from which the customer's name was erased, with the digest of what was left. */
export const manyErasures = (sql: Sql) => sql.many<{ id: number; digest: string }>('SELECT rebuild_id AS id, digest FROM record_erasure');
