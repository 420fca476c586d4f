import type { Sql } from '../sql';
import type { Customer } from './people';

/** What was changed of a customer, and what belongs to one. */

export interface CustomerChange {
  id: number;
  customerId: number;
  kind: 'edited' | 'merged' | 'erased';
  /** As it stood before; null where the customer was erased since. */
  before: { name: string; phone: string; email: string } | null;
  intoId: number | null;
  reason: string;
  who: string | null;
  changedAt: string;
}

/** Everything changed of a customer and of those made one with it, the newest first. */
export const manyChangesOf = (sql: Sql, customerId: number) =>
  sql.many<CustomerChange>(
    `SELECT c.id, c.customer_id AS "customerId", c.kind, c.before, c.into_id AS "intoId", c.reason, t.name AS who, c.changed_at AS "changedAt"
     FROM customer_change c LEFT JOIN technician t ON t.id = c.technician_id
     WHERE c.customer_id = $1 OR c.customer_id IN (SELECT customer_id FROM customer_change WHERE kind = 'merged' AND into_id = $1) ORDER BY c.id DESC`,
    [customerId],
  );

export const noneNewChange = (
  sql: Sql,
  c: {
    customerId: number;
    kind: CustomerChange['kind'];
    before: object | null;
    intoId: number | null;
    moved: object | null;
    reason: string;
    technicianId: number | null;
  },
) =>
  sql.none(
    `INSERT INTO customer_change (customer_id, kind, before, into_id, moved, reason, technician_id) VALUES ($1, $2, $3::jsonb, $4, $5::jsonb, $6, $7)`,
    [c.customerId, c.kind, c.before && JSON.stringify(c.before), c.intoId, c.moved && JSON.stringify(c.moved), c.reason, c.technicianId],
  );

export const noneChangeCustomer = (sql: Sql, { id, name, phone, email }: Customer) =>
  sql.none('UPDATE customer SET name = $2, phone = $3, email = $4 WHERE id = $1', [id, name, phone, email]);

export const manyJobIdsOf = (sql: Sql, customerId: number) =>
  sql.many<{ id: number }>('SELECT id FROM job WHERE customer_id = $1 ORDER BY id', [customerId]);
export const manyOwnershipsOf = (sql: Sql, customerId: number) =>
  sql.many<{ id: number; machineId: number }>('SELECT id, machine_id AS "machineId" FROM ownership WHERE customer_id = $1 ORDER BY id', [
    customerId,
  ]);

/** Jobs and machines of one entry stand under the other from now on. */
export async function noneMoveTo(sql: Sql, from: number, to: number): Promise<void> {
  await sql.none('UPDATE job SET customer_id = $2 WHERE customer_id = $1', [from, to]);
  await sql.none('UPDATE ownership SET customer_id = $2 WHERE customer_id = $1', [from, to]);
}

/** What is told of the person in every place outside signed records. */
export async function noneErase(sql: Sql, id: number, name: string): Promise<void> {
  await sql.none("UPDATE customer SET name = $2, phone = '', email = '', erased_at = now() WHERE id = $1", [id, name]);
  await sql.none('UPDATE customer_change SET before = NULL WHERE customer_id = $1 AND before IS NOT NULL', [id]);
}

/** The entries made one with this, itself among them. */
export const manyOfPerson = (sql: Sql, id: number) =>
  sql.many<{ id: number }>(
    `WITH RECURSIVE person(id) AS (SELECT $1::int UNION SELECT c.customer_id FROM customer_change c JOIN person p ON c.into_id = p.id WHERE c.kind = 'merged')
     SELECT id FROM person ORDER BY id`,
    [id],
  );

/** Signed records that name one of these customers. */
export const manyRecordsNaming = (sql: Sql, customerIds: number[]) =>
  sql.many<{ id: number; document: unknown }>(
    `SELECT id, document FROM rebuild WHERE (document #>> '{customer,id}')::int = ANY($1::int[]) AND document #>> '{customer,name}' <> '' ORDER BY id`,
    [customerIds],
  );

/** The name goes from a signed record, with the digest of what is left. */
export async function noneEraseFromRecord(sql: Sql, recordId: number, digest: string): Promise<void> {
  await sql.none('INSERT INTO record_erasure (rebuild_id, digest) VALUES ($1, $2)', [recordId, digest]);
  await sql.none(
    `UPDATE rebuild SET document = jsonb_set(document, '{customer}', ((document -> 'customer') - 'salt') || '{"name": ""}') WHERE id = $1`,
    [recordId],
  );
}

/** Others that may be the same person: the same name, telephone or mail. */
export const manyDoublesOf = (sql: Sql, { id, name, phone, email }: Customer, most: number) =>
  sql.many<Customer>(
    `SELECT id, name, phone, email FROM customer
     WHERE id <> $1 AND erased_at IS NULL AND NOT EXISTS (SELECT 1 FROM customer_change c WHERE c.customer_id = customer.id AND c.kind = 'merged')
       AND (similarity(lower(name), lower($2)) > 0.5
         OR ($3 <> '' AND regexp_replace(phone, '[^0-9]', '', 'g') = regexp_replace($3, '[^0-9]', '', 'g'))
         OR ($4 <> '' AND lower(email) = lower($4)))
     ORDER BY similarity(lower(name), lower($2)) DESC, id LIMIT $5`,
    [id, name, phone, email, most],
  );

export interface Promise_ {
  before: string;
  after: string;
  reason: string;
  changedAt: string;
}

/** Promised days a job had before, the newest change first. */
export const manyPromisesOf = (sql: Sql, jobId: number) =>
  sql.many<Promise_>('SELECT before, after, reason, changed_at AS "changedAt" FROM promise_change WHERE job_id = $1 ORDER BY id DESC', [
    jobId,
  ]);

export async function nonePromise(
  sql: Sql,
  jobId: number,
  before: string,
  after: string,
  reason: string,
  technicianId: number | null,
): Promise<void> {
  await sql.none('INSERT INTO promise_change (job_id, before, after, reason, technician_id) VALUES ($1, $2, $3, $4, $5)', [
    jobId,
    before,
    after,
    reason,
    technicianId,
  ]);
  await sql.none('UPDATE job SET promised_on = $2 WHERE id = $1', [jobId, after]);
}
