import type { Sql } from '../sql';

/** True when the base answers. */
export const oneAnswers = async (sql: Sql): Promise<boolean> => (await sql.one<{ yes: boolean }>('SELECT true AS yes')).yes;

/** Whether anybody signs, the hour has its price, any spring is on the list, any shim in the drawer, and any job was ever taken in. */
export const oneBegun = (sql: Sql): Promise<{ technicians: boolean; money: boolean; springs: boolean; shims: boolean; jobs: boolean }> =>
  sql.one(
    `SELECT EXISTS (SELECT 1 FROM technician) AS technicians, EXISTS (SELECT 1 FROM book_page WHERE kind = 'money') AS money, EXISTS (SELECT 1 FROM spring) AS springs, EXISTS (SELECT 1 FROM shim_move) AS shims, EXISTS (SELECT 1 FROM job WHERE id NOT IN (SELECT job_id FROM practice)) AS jobs`,
  );
