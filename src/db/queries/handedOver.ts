import type { Sql } from '../sql';

export interface StoredHandedOver {
  id: number;
  shop: string;
  document: unknown;
  receivedAt: string;
}

/** What other shops handed over with a machine, or with one merged into it, oldest first. */
export const manyHandedOver = (sql: Sql, machineId: number) =>
  sql.many<StoredHandedOver>(
    `SELECT id, shop, document, received_at AS "receivedAt" FROM handed_over WHERE machine_id IN (SELECT machine_family($1)) ORDER BY id`,
    [machineId],
  );

export const maybeOneHandedOver = (sql: Sql, machineId: number, digest: string) =>
  sql.maybeOne<{ id: number }>('SELECT id FROM handed_over WHERE machine_id = $1 AND digest = $2', [machineId, digest]);

export const oneNewHandedOver = (sql: Sql, machineId: number, shop: string, document: string, digest: string) =>
  sql.one<{ id: number }>('INSERT INTO handed_over (machine_id, shop, document, digest) VALUES ($1, $2, $3::jsonb, $4) RETURNING id', [
    machineId,
    shop,
    document,
    digest,
  ]);

/** Signed records of a machine with the seal each followed, in the order they were signed. */
export const manySealedOfMachine = (sql: Sql, machineId: number) =>
  sql.many<{
    id: number;
    jobId: number;
    corrects: number | null;
    reason: string;
    technician: string;
    signedAt: string;
    document: unknown;
    digest: string;
    seal: string;
    before: string | null;
  }>(
    `SELECT r.id, r.job_id AS "jobId", r.corrects, r.reason, t.name AS technician, r.signed_at AS "signedAt", r.document, r.digest, r.seal,
       (SELECT b.seal FROM rebuild b WHERE b.id < r.id ORDER BY b.id DESC LIMIT 1) AS before
     FROM rebuild r JOIN technician t ON t.id = r.technician_id JOIN job j ON j.id = r.job_id
     WHERE j.machine_id IN (SELECT machine_family($1)) ORDER BY r.id`,
    [machineId],
  );

/** The digest a signature made of the set-ups it left (queries/seals.ts), of set-ups that came in a file. */
export const manySetupDigests = (
  sql: Sql,
  setups: readonly {
    id: number;
    machineId?: number | undefined;
    parentId: number | null;
    kind: string;
    reason: string;
    document: unknown;
    recordedAt: string;
  }[],
) =>
  sql.many<{ digest: string }>(
    `SELECT encode(sha256(convert_to(coalesce(string_agg(
       jsonb_build_array(x.id, x."machineId", x."parentId", x.kind, x.reason, x.document, extract(epoch FROM x."recordedAt"))::text, E'\\n' ORDER BY x.id), ''), 'UTF8')), 'hex') AS digest
     FROM jsonb_to_recordset($1::jsonb) AS x(id int, "machineId" int, "parentId" int, kind text, reason text, document jsonb, "recordedAt" timestamptz)`,
    [JSON.stringify(setups)],
  );
