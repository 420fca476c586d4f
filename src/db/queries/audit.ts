import type { AuditLine } from '@/schema/answers';
import type { Sql } from '../sql';

export const noneNewAudit = (
  sql: Sql,
  a: { technicianId: number | null; address: string; act: string; jobId: number | null; machineId: number | null; request: string },
) =>
  sql.none(
    `INSERT INTO audit (technician_id, who, address, act, job_id, machine_id, request)
     VALUES ($1, coalesce((SELECT name FROM technician WHERE id = $1), ''), $2, $3, $4, $5, $6)`,
    [a.technicianId, a.address, a.act, a.jobId, a.machineId, a.request],
  );

const LINE = `SELECT id, at, who, address, act, job_id AS "jobId", machine_id AS "machineId" FROM audit`;

const escaped = (word: string): string => word.replace(/[\\%_]/g, (sign) => `\\${sign}`);

/** What was done, the newest first. @param words each of them stands in the name or the act @param before lines older than this one, 0 for all */
export const manyAudit = (sql: Sql, words: string[], before: number, most: number) =>
  sql.many<AuditLine>(
    `${LINE} WHERE ($1::bigint = 0 OR id < $1::bigint)${words.map((_, i) => ` AND (who || ' ' || act) ILIKE $${i + 3}`).join('')} ORDER BY id DESC LIMIT $2`,
    [before, most, ...words.map((word) => `%${escaped(word)}%`)],
  );
