import type { Role } from '@/catalogue/roles';
import type { Sql } from '../sql';

export interface Technician {
  id: number;
  name: string;
  role: Role;
  hasPasscode: boolean;
}

export interface Customer {
  id: number;
  name: string;
  phone: string;
  email: string;
}

/** SQL for the role of a technician: the newest given, else a technician. */
export const roleOf = (id: string): string =>
  `coalesce((SELECT role FROM technician_role r WHERE r.technician_id = ${id} ORDER BY r.id DESC LIMIT 1), 'technician')`;

const TECHNICIAN = `SELECT id, name, ${roleOf('technician.id')} AS role,
  EXISTS (SELECT 1 FROM passcode p WHERE p.technician_id = technician.id) AS "hasPasscode" FROM technician`;

export const manyTechnicians = (sql: Sql) => sql.many<Technician>(`${TECHNICIAN} ORDER BY name`);

export const maybeOneTechnician = (sql: Sql, id: number) => sql.maybeOne<Technician>(`${TECHNICIAN} WHERE id = $1`, [id]);

export const maybeOneTechnicianByName = (sql: Sql, name: string) =>
  sql.maybeOne<Technician>(`${TECHNICIAN} WHERE lower(name) = lower($1)`, [name]);

/** A new name; its role is a row of its own. */
export const oneNewTechnician = (sql: Sql, name: string) =>
  sql.one<{ id: number; name: string }>('INSERT INTO technician (name) VALUES ($1) RETURNING id, name', [name]);

export const noneNewRole = (sql: Sql, technicianId: number, role: Role) =>
  sql.none('INSERT INTO technician_role (technician_id, role) VALUES ($1, $2)', [technicianId, role]);

/** One entry a person: those made one with another are that one. */
const HERE = `erased_at IS NULL AND NOT EXISTS (SELECT 1 FROM customer_change c WHERE c.customer_id = customer.id AND c.kind = 'merged')`;

/** The newest customers, by name. */
export const manyNewestCustomers = (sql: Sql, most: number) =>
  sql.many<Customer>(
    `SELECT * FROM (SELECT id, name, phone, email FROM customer WHERE ${HERE} ORDER BY id DESC LIMIT $1) newest ORDER BY name, id`,
    [most],
  );

export const manyCustomers = (sql: Sql) =>
  sql.many<Customer>(`SELECT id, name, phone, email FROM customer WHERE ${HERE} ORDER BY name, id`);

export const maybeOneCustomer = (sql: Sql, id: number) =>
  sql.maybeOne<Customer>('SELECT id, name, phone, email FROM customer WHERE id = $1', [id]);

/** The same, held until the transaction ends. */
export const maybeOneCustomerLocked = (sql: Sql, id: number) =>
  sql.maybeOne<Customer & { erasedAt: string | null; intoId: number | null }>(
    `SELECT id, name, phone, email, erased_at AS "erasedAt",
       (SELECT into_id FROM customer_change c WHERE c.customer_id = customer.id AND c.kind = 'merged') AS "intoId"
     FROM customer WHERE id = $1 FOR UPDATE`,
    [id],
  );

/** The customer of that name, letters large or small; where both have a telephone it is the same. The oldest of several. */
export const maybeOneCustomerLike = (sql: Sql, name: string, phone: string) =>
  sql.maybeOne<Customer>(
    `SELECT id, name, phone, email FROM customer
     WHERE ${HERE} AND lower(btrim(name)) = lower(btrim($1)) AND ($2 = '' OR phone = '' OR regexp_replace(phone, '[^0-9+]', '', 'g') = regexp_replace($2, '[^0-9+]', '', 'g'))
     ORDER BY id LIMIT 1`,
    [name, phone],
  );

export const oneNewCustomer = (sql: Sql, customer: Omit<Customer, 'id'>) =>
  sql.one<Customer>('INSERT INTO customer (name, phone, email) VALUES ($1, $2, $3) RETURNING id, name, phone, email', [
    customer.name,
    customer.phone,
    customer.email,
  ]);

/** The newest passcode of a technician, salted and hashed. */
export const maybeOnePasscode = (sql: Sql, technicianId: number) =>
  sql.maybeOne<{ salt: string; hash: string }>('SELECT salt, hash FROM passcode WHERE technician_id = $1 ORDER BY id DESC LIMIT 1', [
    technicianId,
  ]);

export const noneNewPasscode = (sql: Sql, technicianId: number, salt: string, hash: string) =>
  sql.none('INSERT INTO passcode (technician_id, salt, hash) VALUES ($1, $2, $3)', [technicianId, salt, hash]);
