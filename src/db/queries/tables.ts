import { shopZone } from '@/catalogue/days';
import type { Sql } from '../sql';

/** Whole lists, for the tables people take along; each as it is shown. */

export interface JobRow {
  id: number;
  machine: string;
  customer: string;
  takenInOn: string;
  promisedOn: string;
  handedBackOn: string | null;
  signedOn: string | null;
  signedBy: string | null;
}

/** Every job, the newest first. */
export const manyJobRows = (sql: Sql) =>
  sql.many<JobRow>(
    `SELECT j.id, concat_ws(' ', m.make, m.model, m.year) AS machine, c.name AS customer, (j.taken_in_at AT TIME ZONE $1)::date AS "takenInOn",
       j.promised_on AS "promisedOn", (j.handed_back_at AT TIME ZONE $1)::date AS "handedBackOn", (r.signed_at AT TIME ZONE $1)::date AS "signedOn", t.name AS "signedBy"
     FROM job j JOIN machine m ON m.id = machine_root(j.machine_id) JOIN customer c ON c.id = j.customer_id
     LEFT JOIN rebuild r ON r.job_id = j.id AND r.corrects IS NULL LEFT JOIN technician t ON t.id = r.technician_id
     WHERE NOT EXISTS (SELECT 1 FROM practice p WHERE p.job_id = j.id) ORDER BY j.id DESC`,
    [shopZone()],
  );
