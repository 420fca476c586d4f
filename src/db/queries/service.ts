import type { ServiceBasis } from '@/schema/service';
import type { End } from '@/catalogue/ends';
import { HERE } from '../branch';
import type { Sql } from '../sql';
import { branchOf } from './branches';

export interface DueRow {
  machineId: number;
  end: End;
  basis: ServiceBasis;
  rule: string;
  on: string | null;
  words: string;
}

export const noneSetDue = (sql: Sql, d: DueRow) =>
  sql.none(
    `INSERT INTO service_due (machine_id, wheel_end, basis, rule, due_on, words) VALUES ($1, $2, $3::jsonb, $4, $5, $6)
     ON CONFLICT (machine_id, wheel_end) DO UPDATE SET basis = excluded.basis, rule = excluded.rule, due_on = excluded.due_on, words = excluded.words`,
    [d.machineId, d.end, JSON.stringify(d.basis), d.rule, d.on, d.words],
  );

export const noneForgetDue = (sql: Sql, machineId: number, end: DueRow['end'] | null) =>
  sql.none('DELETE FROM service_due WHERE machine_id = $1 AND ($2::text IS NULL OR wheel_end = $2)', [machineId, end]);

export const manyBases = (sql: Sql) =>
  sql.many<{ machineId: number; basis: ServiceBasis }>(
    'SELECT machine_id AS "machineId", basis FROM service_due ORDER BY machine_id, wheel_end',
  );

export interface DueMachine extends Omit<DueRow, 'basis'> {
  make: string;
  model: string;
  year: number | null;
  registration: string;
  owner: string;
  phone: string;
  remindedAt: string | null;
}

/** Machines due by a day, the earliest first, that are not on the stands; `machineId` for one of them alone, whenever due. */
export const manyDue = (sql: Sql, until: string, machineId: number | null, most: number) =>
  sql.many<DueMachine>(
    `SELECT d.machine_id AS "machineId", d.wheel_end AS "end", d.rule, d.due_on AS "on", d.words, m.make, m.model, m.year, m.registration, c.name AS owner, c.phone,
       (SELECT reminded_at FROM service_reminder r WHERE r.machine_id = d.machine_id AND r.wheel_end = d.wheel_end ORDER BY r.id DESC LIMIT 1) AS "remindedAt"
     FROM service_due d JOIN machine m ON m.id = d.machine_id
     JOIN LATERAL (SELECT customer_id FROM ownership WHERE machine_id = m.id ORDER BY since DESC, id DESC LIMIT 1) o ON true
     JOIN customer c ON c.id = o.customer_id
     WHERE CASE WHEN $2::int IS NULL THEN d.due_on <= $1::date AND NOT EXISTS (SELECT 1 FROM job j WHERE j.machine_id = d.machine_id AND j.handed_back_at IS NULL)
         AND ${branchOf('d.machine_id')} = ${HERE}
       ELSE d.machine_id = $2 END
     ORDER BY d.due_on, d.machine_id, d.wheel_end DESC LIMIT $3`,
    [until, machineId, most],
  );

export const noneNewReminder = (sql: Sql, machineId: number, end: DueRow['end']) =>
  sql.none('INSERT INTO service_reminder (machine_id, wheel_end) VALUES ($1, $2)', [machineId, end]);
