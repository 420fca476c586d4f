import type { Sql } from '../sql';

export interface BookPage {
  key: string;
  document: unknown;
  reason: string;
  at: string;
  /** How many versions this page has had in this book. */
  versions: number;
}

/** The newest version of every page of a kind. */
export const manyPages = (sql: Sql, kind: string) =>
  sql.many<BookPage>(
    `SELECT DISTINCT ON (key) key, document, reason, recorded_at AS at, count(*) OVER (PARTITION BY key)::int AS versions
     FROM book_page WHERE kind = $1 ORDER BY key, id DESC`,
    [kind],
  );

export const noneNewPage = (sql: Sql, kind: string, key: string, document: unknown, reason: string) =>
  sql.none('INSERT INTO book_page (kind, key, document, reason) VALUES ($1, $2, $3::jsonb, $4)', [
    kind,
    key,
    JSON.stringify(document),
    reason,
  ]);

/** Every version of the pages whose key begins so, the newest first. */
export const manyVersions = (sql: Sql, kind: string, keyBegins: string) =>
  sql.many<{ key: string; document: unknown; at: string }>(
    'SELECT key, document, recorded_at AS at FROM book_page WHERE kind = $1 AND starts_with(key, $2) ORDER BY id DESC',
    [kind, keyBegins],
  );
