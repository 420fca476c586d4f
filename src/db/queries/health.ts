import type { Sql } from '../client';

/** True when the base answers. */
export const oneAnswers = async (sql: Sql): Promise<boolean> => (await sql.one<{ yes: boolean }>('SELECT true AS yes')).yes;
