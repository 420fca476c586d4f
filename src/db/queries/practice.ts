import type { Sql } from '../sql';

export interface Practice {
  jobId: number;
  machineId: number;
  customerId: number;
  caseId: string;
}

const COLUMNS = 'job_id AS "jobId", machine_id AS "machineId", customer_id AS "customerId", case_id AS "caseId"';

/** The practice job there is; at most one. */
export const maybeOnePractice = (sql: Sql) => sql.maybeOne<Practice>(`SELECT ${COLUMNS} FROM practice LIMIT 1`);

export const maybeOnePracticeJob = (sql: Sql, jobId: number) =>
  sql.maybeOne<Practice>(`SELECT ${COLUMNS} FROM practice WHERE job_id = $1`, [jobId]);

export const noneNewPractice = (sql: Sql, { jobId, machineId, customerId, caseId }: Practice) =>
  sql.none('INSERT INTO practice (job_id, machine_id, customer_id, case_id) VALUES ($1, $2, $3, $4)', [
    jobId,
    machineId,
    customerId,
    caseId,
  ]);

/** The next number of a table is the one after its last again, so that the book shows no gap. */
const numberAgain = (sql: Sql, table: 'job' | 'machine' | 'customer', first: number) =>
  sql.none(
    `SELECT setval(pg_get_serial_sequence($1, 'id'), coalesce((SELECT max(id) FROM ${table}), $2), (SELECT max(id) IS NOT NULL FROM ${table}))`,
    [table, first],
  );

/** The number the first job of a book has. */
const FIRST_JOB = 101;

/** Deletes a practice job with its machine and its customer, and everything written of them. */
export async function noneLeftOfPractice(sql: Sql, { jobId, machineId, customerId }: Practice): Promise<void> {
  await sql.none('DELETE FROM likeness WHERE job_id = $1', [jobId]);
  await sql.none('DELETE FROM service_due WHERE machine_id = $1', [machineId]);
  await sql.none(`DELETE FROM findable WHERE (kind, id) IN (('job', $1::int), ('machine', $2::int), ('customer', $3::int))`, [
    jobId,
    machineId,
    customerId,
  ]);
  for (const [table, list] of [
    ['photo', 'photo'],
    ['voice_note', 'voice'],
  ])
    await sql.none(
      `DELETE FROM ${table} WHERE key IN (SELECT text FROM entry WHERE job_id = $1 AND field LIKE '${list}.%.key')
         AND key NOT IN (SELECT text FROM entry WHERE job_id <> $1 AND field LIKE '${list}.%.key')`,
      [jobId],
    );
  await sql.none('DELETE FROM job_procedure WHERE job_id = $1', [jobId]);
  await sql.none('DELETE FROM entry WHERE job_id = $1 OR machine_id = $2', [jobId, machineId]);
  await sql.none('DELETE FROM ownership WHERE machine_id = $1', [machineId]);
  await sql.none('DELETE FROM practice WHERE job_id = $1', [jobId]);
  await sql.none('DELETE FROM job WHERE id = $1', [jobId]);
  await sql.none('DELETE FROM machine WHERE id = $1', [machineId]);
  await sql.none('DELETE FROM customer WHERE id = $1', [customerId]);
  await numberAgain(sql, 'job', FIRST_JOB);
  await numberAgain(sql, 'machine', 1);
  await numberAgain(sql, 'customer', 1);
}
