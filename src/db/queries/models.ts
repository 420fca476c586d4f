import type { Sql } from '../sql';
import type { Machine } from './machines';

/** Machines that may be of the same model: of that name, or ever said to count as it. Newest first; the caller looks at what counts now. */
export const manyPerhapsOfModel = (sql: Sql, name: string, most: number) =>
  sql.many<Machine>(
    `SELECT id, make, model, year, registration, frame_number AS "frameNumber" FROM machine m
     WHERE (lower(make || ' ' || model) = lower($1) OR id IN (SELECT machine_id FROM entry WHERE field = 'machine.family' AND lower(text) = lower($1)))
       AND NOT EXISTS (SELECT 1 FROM machine_merged x WHERE x.machine_id = m.id)
     ORDER BY id DESC LIMIT $2`,
    [name, most],
  );

/** Where the figures of a machine that were taken from its model come from; one that was typed over since is not among them. */
export const manyOriginsOf = (sql: Sql, machineIds: number[]) =>
  sql.many<{ machineId: number; field: string; text: string; origin: string }>(
    `SELECT machine_id AS "machineId", field, text, substr(device, 8) AS origin FROM entry e
     WHERE machine_id = ANY($1::int[]) AND device LIKE 'model, %'
       AND NOT EXISTS (SELECT 1 FROM entry later WHERE later.machine_id = e.machine_id AND later.field = e.field AND later.id > e.id)`,
    [machineIds],
  );

/** The jobs of these machines, oldest first. */
export const manyJobTimes = (sql: Sql, machineIds: number[]) =>
  sql.many<{ id: number; machineId: number; takenInAt: string }>(
    'SELECT id, machine_id AS "machineId", taken_in_at AS "takenInAt" FROM job WHERE machine_id = ANY($1::int[]) ORDER BY id',
    [machineIds],
  );
