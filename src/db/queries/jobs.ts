import { shopZone } from '@/catalogue/days';
import { HERE } from '../branch';
import type { Sql } from '../sql';

export interface Job {
  id: number;
  machineId: number;
  customerId: number;
  promisedOn: string;
  takenInAt: string;
  handedBackAt: string | null;
  /** A ride was planned and is not decided. */
  rideOpen: boolean;
  /** The branch of a chain it was taken in at; '' where there are none. */
  branch: string;
}

export interface JobLine extends Job {
  customer: string;
  make: string;
  model: string;
  year: number | null;
  signed: boolean;
}

const COLUMNS = `j.id, machine_root(j.machine_id) AS "machineId", j.customer_id AS "customerId", j.promised_on AS "promisedOn",
  j.taken_in_at AS "takenInAt", j.handed_back_at AS "handedBackAt", j.branch,
  EXISTS (SELECT 1 FROM trial t WHERE t.job_id = j.id AND NOT EXISTS (SELECT 1 FROM trial_decision d WHERE d.trial_id = t.id)) AS "rideOpen"`;
const LINE = `SELECT ${COLUMNS}, c.name AS customer, m.make, m.model, m.year,
  EXISTS (SELECT 1 FROM rebuild r WHERE r.job_id = j.id) AS signed
  FROM job j JOIN customer c ON c.id = j.customer_id JOIN machine m ON m.id = machine_root(j.machine_id)`;

export const maybeOneJob = (sql: Sql, id: number) => sql.maybeOne<Job>(`SELECT ${COLUMNS} FROM job j WHERE j.id = $1`, [id]);

/** Takes the job's row for the rest of the transaction, so that a signature and an entry cannot pass each other. */
export const maybeOneJobLocked = (sql: Sql, id: number) =>
  sql.maybeOne<Job>(`SELECT ${COLUMNS} FROM job j WHERE j.id = $1 FOR UPDATE`, [id]);

/** The same where nothing of the job is asked but that it is there. */
export const maybeOneJobRowLocked = (sql: Sql, id: number) =>
  sql.maybeOne<{ id: number }>('SELECT id FROM job WHERE id = $1 FOR UPDATE', [id]);

export const oneNewJob = (sql: Sql, machineId: number, customerId: number, promisedOn: string, takenInAt: string | null) =>
  sql.one<{ id: number }>(
    'INSERT INTO job (machine_id, customer_id, promised_on, taken_in_at) VALUES ($1, $2, $3, coalesce($4::timestamptz, now())) RETURNING id',
    [machineId, customerId, promisedOn, takenInAt],
  );

export const manyJobsOnTheStands = (sql: Sql, most: number) =>
  sql.many<JobLine>(`${LINE} WHERE j.handed_back_at IS NULL AND j.branch = ${HERE} ORDER BY j.promised_on, j.id LIMIT $1`, [most]);

/** A ride nobody told of within so long is not waited for any more. From memory. */
const AWAITED_DAYS = 365;

/** Handed back without a word on how it rode, newest first; each is looked at in turn, so that the newest are found without reading the whole book. */
export const manyRidesAwaited = (sql: Sql, most: number) =>
  sql.many<JobLine>(
    `${LINE} WHERE j.handed_back_at IS NOT NULL AND j.branch = ${HERE} AND j.handed_back_at > now() - interval '${AWAITED_DAYS} days'
       AND (SELECT e.id FROM entry e WHERE e.job_id = j.id AND e.field = 'ride.feel' LIMIT 1) IS NULL
     ORDER BY j.handed_back_at DESC LIMIT $1`,
    [most],
  );

export const manyJobsOfMachine = (sql: Sql, machineId: number) =>
  sql.many<JobLine>(`${LINE} WHERE j.machine_id IN (SELECT machine_family($1)) ORDER BY j.id DESC`, [machineId]);

export const noneHandBack = (sql: Sql, id: number, at: string | null) =>
  sql.none('UPDATE job SET handed_back_at = coalesce($2::timestamptz, now()) WHERE id = $1 AND handed_back_at IS NULL', [id, at]);

export const manyJobsOfCustomer = (sql: Sql, customerId: number) =>
  sql.many<JobLine>(`${LINE} WHERE j.customer_id = $1 ORDER BY j.id DESC`, [customerId]);

/** Days from taking in to the promised day, the middle one of the last jobs; null while there is none. */
export const maybeUsualDays = async (sql: Sql): Promise<number | null> =>
  (
    await sql.one<{ days: number | null }>(
      `SELECT percentile_disc(0.5) WITHIN GROUP (ORDER BY days) AS days
       FROM (SELECT promised_on - (taken_in_at AT TIME ZONE $1)::date AS days FROM job ORDER BY id DESC LIMIT 40) AS latest WHERE days >= 0`,
      [shopZone()],
    )
  ).days;
