import { HERE } from '../branch';
import type { Sql } from '../sql';

export interface MachineMove {
  branch: string;
  reason: string;
  at: string;
}

/** Where a machine belongs, as an expression over its id. */
export const branchOf = (machine: string): string =>
  `coalesce((SELECT b.branch FROM machine_branch b WHERE b.machine_id = ${machine} ORDER BY b.id DESC LIMIT 1), '')`;

/** Where a machine belonged, the newest first. */
export const manyMovesOfMachine = (sql: Sql, machineId: number) =>
  sql.many<MachineMove>('SELECT branch, reason, moved_at AS at FROM machine_branch WHERE machine_id = $1 ORDER BY id DESC', [machineId]);

/** Branches that have, or had, a machine or a job; '' among them where some belong to none. */
export const manyBranches = async (sql: Sql): Promise<string[]> =>
  (
    await sql.many<{ branch: string }>(
      `SELECT branch FROM (SELECT DISTINCT branch FROM machine_branch UNION SELECT DISTINCT branch FROM job UNION SELECT name FROM branch UNION SELECT ${HERE}) known ORDER BY branch COLLATE "C"`,
    )
  ).map((b) => b.branch);

/** The branch this process stands at is one of the shop's from now on; none where it stands at none. */
export const noneBranchOpened = (sql: Sql) =>
  sql.none(`INSERT INTO branch (name) SELECT ${HERE} WHERE ${HERE} <> '' ON CONFLICT DO NOTHING`);

export const noneNewMachineMove = (sql: Sql, machineId: number, branch: string, reason: string) =>
  sql.none('INSERT INTO machine_branch (machine_id, branch, reason) VALUES ($1, $2, $3)', [machineId, branch, reason]);

/** Taken in here, it belongs here from now on, with everything recorded of it. */
export const noneMachineHere = (sql: Sql, machineId: number) =>
  sql.none(
    `INSERT INTO machine_branch (machine_id, branch, reason) SELECT $1::int, ${HERE}, 'taken in' WHERE ${branchOf('$1::int')} <> ${HERE}`,
    [machineId],
  );
