import type { Feel, RideDocument, TrialDocument } from '@/schema/documents';
import { readRide, readTrial, withDocument } from '@/schema/stored';
import type { Sql } from '../sql';
import type { Decision } from '@/schema/retune';

export interface StoredTrial {
  id: number;
  jobId: number;
  n: number;
  fromSetupId: number;
  setupId: number;
  document: TrialDocument;
  token: string;
  plannedAt: string;
  decision: { decision: Decision; note: string; at: string } | null;
}

export interface StoredRide {
  id: number;
  trialId: number;
  document: RideDocument;
  source: 'bench' | 'phone';
  at: string;
}

const TRIAL = `SELECT t.id, t.job_id AS "jobId", t.n, t.from_setup_id AS "fromSetupId", t.setup_id AS "setupId", t.document, t.token, t.planned_at AS "plannedAt",
  CASE WHEN d.trial_id IS NULL THEN NULL ELSE jsonb_build_object('decision', d.decision, 'note', d.note, 'at', d.decided_at) END AS decision
  FROM trial t LEFT JOIN trial_decision d ON d.trial_id = t.id`;
const RIDE = 'SELECT id, trial_id AS "trialId", document, source, recorded_at AS at FROM trial_ride';

type Unread<T> = Omit<T, 'document'> & { document: unknown };
const trialIn = (row: Unread<StoredTrial>): StoredTrial => withDocument(readTrial, row);
const maybe = (row: Unread<StoredTrial> | null) => row && trialIn(row);

export const manyTrialsOfJob = async (sql: Sql, jobId: number) =>
  (await sql.many<Unread<StoredTrial>>(`${TRIAL} WHERE t.job_id = $1 ORDER BY t.n`, [jobId])).map(trialIn);
export const maybeOneTrial = async (sql: Sql, id: number) =>
  maybe(await sql.maybeOne<Unread<StoredTrial>>(`${TRIAL} WHERE t.id = $1`, [id]));
export const maybeOneTrialByToken = async (sql: Sql, token: string) =>
  maybe(await sql.maybeOne<Unread<StoredTrial>>(`${TRIAL} WHERE t.token = $1`, [token]));

/** Newest first. */
export const manyRidesOfTrials = async (sql: Sql, trialIds: number[]): Promise<StoredRide[]> =>
  (await sql.many<Unread<StoredRide>>(`${RIDE} WHERE trial_id = ANY($1::int[]) ORDER BY id DESC`, [trialIds])).map((row) =>
    withDocument(readRide, row),
  );

/** What was said of each set-up of a machine, the newest ride of each. */
export const manyFeelsOfMachine = (sql: Sql, machineId: number) =>
  sql.many<{ setupId: number; feels: Record<string, Feel> }>(
    `SELECT DISTINCT ON (t.setup_id) t.setup_id AS "setupId", r.document -> 'feels' AS feels
     FROM trial t JOIN trial_ride r ON r.trial_id = t.id JOIN job j ON j.id = t.job_id
     WHERE j.machine_id IN (SELECT machine_family($1)) ORDER BY t.setup_id, r.id DESC`,
    [machineId],
  );

export const oneNewTrial = (
  sql: Sql,
  t: Pick<StoredTrial, 'jobId' | 'n' | 'fromSetupId' | 'setupId' | 'document' | 'token'>,
  at: string | null,
) =>
  sql.one<{ id: number }>(
    `INSERT INTO trial (job_id, n, from_setup_id, setup_id, document, token, planned_at)
     VALUES ($1, $2, $3, $4, $5::jsonb, $6, coalesce($7::timestamptz, now())) RETURNING id`,
    [t.jobId, t.n, t.fromSetupId, t.setupId, JSON.stringify(t.document), t.token, at],
  );

export const oneNewRide = (sql: Sql, trialId: number, document: RideDocument, source: StoredRide['source'], at: string | null) =>
  sql.one<{ id: number }>(
    'INSERT INTO trial_ride (trial_id, document, source, recorded_at) VALUES ($1, $2::jsonb, $3, coalesce($4::timestamptz, now())) RETURNING id',
    [trialId, JSON.stringify(document), source, at],
  );

export const noneDecide = (sql: Sql, trialId: number, decision: Decision, note: string, at: string | null) =>
  sql.none('INSERT INTO trial_decision (trial_id, decision, note, decided_at) VALUES ($1, $2, $3, coalesce($4::timestamptz, now()))', [
    trialId,
    decision,
    note,
    at,
  ]);
