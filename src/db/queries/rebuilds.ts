import type { RebuildDocument, SetupDocument } from '@/schema/documents';
import { readRebuild, readSetup, withDocument } from '@/schema/stored';
import type { Sql } from '../sql';

export interface SignedRecord {
  id: number;
  jobId: number;
  corrects: number | null;
  reason: string;
  document: RebuildDocument;
  digest: string;
  seal: string;
  technicianId: number;
  technician: string;
  signedAt: string;
}

export type SetupKind = 'as-found' | 'rebuild' | 'correction' | 'as-set' | 'ride';

export interface Setup {
  id: number;
  machineId: number;
  jobId: number;
  rebuildId: number | null;
  parentId: number | null;
  kind: SetupKind;
  reason: string;
  document: SetupDocument;
  recordedAt: string;
  /** A change that was ridden and taken back: the machine stands as before it. */
  takenBack: boolean;
}

const SIGNED = `SELECT r.id, r.job_id AS "jobId", r.corrects, r.reason, r.document, r.digest, r.seal, r.technician_id AS "technicianId", t.name AS technician, r.signed_at AS "signedAt"
  FROM rebuild r JOIN technician t ON t.id = r.technician_id`;
const SETUP = `SELECT id, machine_id AS "machineId", job_id AS "jobId", rebuild_id AS "rebuildId", parent_id AS "parentId", kind, reason, document,
  recorded_at AS "recordedAt", EXISTS (SELECT 1 FROM trial t JOIN trial_decision d ON d.trial_id = t.id
    WHERE t.setup_id = setup.id AND t.from_setup_id <> t.setup_id AND d.decision <> 'keep') AS "takenBack" FROM setup`;

/** As the base holds it: the document is what the digest was made of, whatever its version. */
export type StoredRecord = Omit<SignedRecord, 'document'> & { document: unknown };
type StoredSetup = Omit<Setup, 'document'> & { document: unknown };

const signed = (rows: StoredRecord[]): SignedRecord[] => rows.map((row) => withDocument(readRebuild, row));
const setups = (rows: StoredSetup[]): Setup[] => rows.map((row) => withDocument(readSetup, row));

/** The rebuild first, then its corrections in order. */
export const manySignedOfJob = async (sql: Sql, jobId: number) =>
  signed(await sql.many<StoredRecord>(`${SIGNED} WHERE r.job_id = $1 ORDER BY r.id`, [jobId]));

/** The same of several jobs: each rebuild before its corrections. */
export const manySignedOfJobs = async (sql: Sql, jobIds: number[]) =>
  signed(await sql.many<StoredRecord>(`${SIGNED} WHERE r.job_id = ANY($1::int[]) ORDER BY r.id`, [jobIds]));

export const manySignedOfMachine = async (sql: Sql, machineId: number) =>
  signed(
    await sql.many<StoredRecord>(
      `${SIGNED} JOIN job j ON j.id = r.job_id WHERE j.machine_id IN (SELECT machine_family($1)) ORDER BY r.id DESC`,
      [machineId],
    ),
  );

export const oneNewSigned = (
  sql: Sql,
  r: {
    id: number;
    jobId: number;
    corrects: number | null;
    reason: string;
    document: RebuildDocument;
    digest: string;
    seal: string;
    technicianId: number;
    signedAt: string;
  },
) =>
  sql.one<{ id: number }>(
    'INSERT INTO rebuild (id, job_id, corrects, reason, document, digest, seal, technician_id, signed_at) OVERRIDING SYSTEM VALUE VALUES ($9, $1, $2, $3, $4::jsonb, $5, $6, $7, $8) RETURNING id',
    [r.jobId, r.corrects, r.reason, JSON.stringify(r.document), r.digest, r.seal, r.technicianId, r.signedAt, r.id],
  );

/** Every signed record in the order it was signed, each as it is stored. */
export const manyStoredRecords = (sql: Sql) => sql.many<StoredRecord>(`${SIGNED} ORDER BY r.id`);

/** The seal of the newest signed record; null before the first. */
export const maybeOneLastSeal = (sql: Sql) => sql.maybeOne<{ seal: string }>('SELECT seal FROM rebuild ORDER BY id DESC LIMIT 1');

/** The record whose seal begins so. */
export const maybeOneRecordSealed = (sql: Sql, signs: string) =>
  sql.maybeOne<{ id: number; jobId: number }>(`SELECT id, job_id AS "jobId" FROM rebuild WHERE left(seal, $2) = $1 ORDER BY id LIMIT 1`, [
    signs,
    signs.length,
  ]);

export const manySetups = async (sql: Sql, machineId: number) =>
  setups(await sql.many<StoredSetup>(`${SETUP} WHERE machine_id IN (SELECT machine_family($1)) ORDER BY id DESC`, [machineId]));

export const maybeOneSetup = async (sql: Sql, id: number) => setups(await sql.many<StoredSetup>(`${SETUP} WHERE id = $1`, [id]))[0] ?? null;

export const oneNewSetup = (sql: Sql, s: Omit<Setup, 'id' | 'takenBack'>) =>
  sql.one<{ id: number }>(
    `INSERT INTO setup (machine_id, job_id, rebuild_id, parent_id, kind, reason, document, recorded_at)
     VALUES ($1, $2, $3, $4, $5, $6, $7::jsonb, $8) RETURNING id`,
    [s.machineId, s.jobId, s.rebuildId, s.parentId, s.kind, s.reason, JSON.stringify(s.document), s.recordedAt],
  );
