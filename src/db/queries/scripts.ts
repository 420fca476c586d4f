import type { Sql } from '../sql';

export interface ScriptToken {
  id: number;
  name: string;
  digest: string;
  madeAt: string;
}

/** Tokens that still open, the newest first. */
export const manyOpenScripts = (sql: Sql) =>
  sql.many<ScriptToken>(
    `SELECT id, name, digest, made_at AS "madeAt" FROM script_token t
     WHERE NOT EXISTS (SELECT 1 FROM script_token_end e WHERE e.token_id = t.id) ORDER BY id DESC`,
  );

export const oneNewScript = (sql: Sql, name: string, digest: string) =>
  sql.one<{ id: number }>('INSERT INTO script_token (name, digest) VALUES ($1, $2) RETURNING id', [name, digest]);

export const noneEndScript = (sql: Sql, id: number) => sql.none('INSERT INTO script_token_end (token_id) VALUES ($1)', [id]);
