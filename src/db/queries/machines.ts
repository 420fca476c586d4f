import type { Sql } from '../sql';
import { branchOf } from './branches';

export interface Machine {
  id: number;
  make: string;
  model: string;
  year: number | null;
  registration: string;
  frameNumber: string;
}

export interface Owned {
  customerId: number;
  name: string;
  phone: string;
  since: string;
}

const COLUMNS = 'id, make, model, year, registration, frame_number AS "frameNumber"';

export const maybeOneMachine = (sql: Sql, id: number) => sql.maybeOne<Machine>(`SELECT ${COLUMNS} FROM machine WHERE id = $1`, [id]);

export interface MachineWithOwner extends Machine {
  ownerId: number;
  owner: string;
  /** Of the chain it belongs to; '' where there are none. */
  branch: string;
}

/** How many machines the book has, those merged into another not counted. */
export const oneMachineCount = async (sql: Sql): Promise<number> =>
  (
    await sql.one<{ n: number }>(
      'SELECT count(*)::int AS n FROM machine m WHERE NOT EXISTS (SELECT 1 FROM machine_merged x WHERE x.machine_id = m.id)',
    )
  ).n;

/** In the order they are shown; `only` one of them. */
export const manyMachines = (sql: Sql, most: number, only: number | null = null) =>
  sql.many<MachineWithOwner>(
    `SELECT m.id, m.make, m.model, m.year, m.registration, m.frame_number AS "frameNumber", o.customer_id AS "ownerId", c.name AS owner, ${branchOf('m.id')} AS branch
     FROM machine m
     JOIN LATERAL (SELECT customer_id FROM ownership WHERE machine_id = m.id ORDER BY id DESC LIMIT 1) o ON true
     JOIN customer c ON c.id = o.customer_id
     WHERE ($2::int IS NULL OR m.id = $2) AND NOT EXISTS (SELECT 1 FROM machine_merged x WHERE x.machine_id = m.id)
     ORDER BY m.make, m.model, m.id LIMIT $1`,
    [most, only],
  );

export const maybeOneMachineByFrame = (sql: Sql, frameNumber: string) =>
  sql.maybeOne<Machine>(`SELECT ${COLUMNS} FROM machine WHERE lower(frame_number) = lower($1)`, [frameNumber]);

/** A machine of that make, model and year that this customer owns, or owned; one with another frame number is another. The oldest of several. */
export const maybeOneMachineLike = (sql: Sql, of: { make: string; model: string; year: number | null; frame: string; ownerId: number }) =>
  sql.maybeOne<Machine>(
    `SELECT ${COLUMNS} FROM machine WHERE lower(make) = lower($1) AND lower(model) = lower($2) AND ($3::int IS NULL OR year IS NULL OR year = $3)
       AND ($4 = '' OR frame_number = '') AND EXISTS (SELECT 1 FROM ownership o WHERE o.machine_id = machine.id AND o.customer_id = $5)
     ORDER BY id LIMIT 1`,
    [of.make, of.model, of.year, of.frame, of.ownerId],
  );

export const oneNewMachine = (sql: Sql, m: Omit<Machine, 'id'>) =>
  sql.one<Machine>(`INSERT INTO machine (make, model, year, registration, frame_number) VALUES ($1, $2, $3, $4, $5) RETURNING ${COLUMNS}`, [
    m.make,
    m.model,
    m.year,
    m.registration,
    m.frameNumber,
  ]);

/** The mirror of the newest identity entries. */
export const updateMachine = (sql: Sql, m: Machine) =>
  sql.none('UPDATE machine SET make = $2, model = $3, year = $4, registration = $5, frame_number = $6 WHERE id = $1', [
    m.id,
    m.make,
    m.model,
    m.year,
    m.registration,
    m.frameNumber,
  ]);

export const noneNewOwner = (sql: Sql, machineId: number, customerId: number, since: string | null) =>
  sql.none('INSERT INTO ownership (machine_id, customer_id, since) VALUES ($1, $2, coalesce($3::timestamptz, now()))', [
    machineId,
    customerId,
    since,
  ]);

/** Owners, newest first. */
export const manyOwners = (sql: Sql, machineId: number) =>
  sql.many<Owned>(
    `SELECT o.customer_id AS "customerId", c.name, c.phone, o.since
     FROM ownership o JOIN customer c ON c.id = o.customer_id WHERE o.machine_id IN (SELECT machine_family($1)) ORDER BY o.since DESC, o.id DESC`,
    [machineId],
  );

/** The machine that stands for this one: itself unless it was merged into another; null where there is none. */
export const maybeOneRoot = (sql: Sql, machineId: number) =>
  sql.maybeOne<{ id: number }>('SELECT machine_root(id) AS id FROM machine WHERE id = $1', [machineId]);

/** Merges a machine into another, or with null takes it out again. */
export const noneNewMerge = (sql: Sql, machineId: number, intoId: number | null, reason: string) =>
  sql.none('INSERT INTO machine_merge (machine_id, into_id, reason) VALUES ($1, $2, $3)', [machineId, intoId, reason]);

export interface MergedMachine extends Machine {
  reason: string;
  mergedAt: string;
}

/** The machines merged straight into this one. */
export const manyMergedInto = (sql: Sql, machineId: number) =>
  sql.many<MergedMachine>(
    `SELECT m.id, m.make, m.model, m.year, m.registration, m.frame_number AS "frameNumber", g.reason, g.merged_at AS "mergedAt"
     FROM machine_merged x JOIN machine m ON m.id = x.machine_id
     JOIN LATERAL (SELECT reason, merged_at FROM machine_merge WHERE machine_id = m.id ORDER BY id DESC LIMIT 1) g ON true
     WHERE x.into_id = $1 ORDER BY m.id`,
    [machineId],
  );
