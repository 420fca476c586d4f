import type { Sql } from '../sql';

export interface Delivered {
  author: string;
  path: string;
  answer: unknown;
}

/** Takes a key for what is being done; false where it was taken before. */
export const isNewDelivery = async (sql: Sql, key: string, author: string, path: string): Promise<boolean> =>
  (await sql.maybeOne('INSERT INTO delivered (key, author, path) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING RETURNING key', [
    key,
    author,
    path,
  ])) !== null;

export const maybeOneDelivery = (sql: Sql, key: string) =>
  sql.maybeOne<Delivered>('SELECT author, path, answer FROM delivered WHERE key = $1', [key]);

export const noneAnswered = (sql: Sql, key: string, answer: string) =>
  sql.none('UPDATE delivered SET answer = $2::jsonb WHERE key = $1', [key, answer]);

/** Forgets what nobody sends again. */
export const noneForgetDelivered = (sql: Sql, days: number) =>
  sql.none(`DELETE FROM delivered WHERE at < now() - make_interval(days => $1)`, [days]);
