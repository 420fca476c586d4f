import type { Role } from '@/catalogue/roles';
import type { Sql } from '../sql';
import { roleOf } from './people';

export interface StoredSession {
  id: number;
  technicianId: number;
  name: string;
  role: Role;
  digest: string;
  device: string;
  address: string;
  begunAt: string;
  endsAt: string;
}

/** Sessions that have not ended, the newest first. */
export const manyOpenSessions = (sql: Sql) =>
  sql.many<StoredSession>(
    `SELECT s.id, s.technician_id AS "technicianId", t.name, s.digest, s.device, s.address, s.begun_at AS "begunAt", s.ends_at AS "endsAt",
       ${roleOf('t.id')} AS role
     FROM session s JOIN technician t ON t.id = s.technician_id WHERE s.ended_at IS NULL AND s.ends_at > now() ORDER BY s.id DESC`,
  );

export const oneNewSession = (sql: Sql, s: { technicianId: number; digest: string; device: string; address: string; endsAt: string }) =>
  sql.one<{ id: number }>(
    'INSERT INTO session (technician_id, digest, device, address, ends_at) VALUES ($1, $2, $3, $4, $5) RETURNING id',
    [s.technicianId, s.digest, s.device, s.address, s.endsAt],
  );

export const noneEndSession = (sql: Sql, id: number) =>
  sql.none('UPDATE session SET ended_at = now() WHERE id = $1 AND ended_at IS NULL', [id]);

/** Ends every session of somebody but one. @param but 0 for none */
export const noneEndSessionsOf = (sql: Sql, technicianId: number, but = 0) =>
  sql.none('UPDATE session SET ended_at = now() WHERE technician_id = $1 AND id <> $2 AND ended_at IS NULL', [technicianId, but]);
