import type { Sql } from '../client';

export const FINDABLE = ['job', 'machine', 'customer', 'spring', 'shim', 'stock'] as const;

export interface Found {
  kind: (typeof FINDABLE)[number];
  id: number;
  title: string;
}

export const noneMakeFindable = (sql: Sql, kind: Found['kind'], id: number, title: string, words: string) =>
  sql.none(
    'INSERT INTO findable (kind, id, title, words) VALUES ($1, $2, $3, $4) ON CONFLICT (kind, id) DO UPDATE SET title = excluded.title, words = excluded.words',
    [kind, id, title, words.toLowerCase()],
  );

export const noneMakeUnfindable = (sql: Sql, kind: Found['kind'], id: number) =>
  sql.none('DELETE FROM findable WHERE kind = $1 AND id = $2', [kind, id]);

export const noneMakeSpringsFindable = (sql: Sql, ids: number[]) =>
  sql.none(
    `INSERT INTO findable (kind, id, title, words)
     SELECT 'spring', s.id, 'Spring ' || s.name || ', ' || s.rate_text || coalesce(', ' || l.supplier, ''),
       lower(concat_ws(' ', 'spring', s.name, s.rate_text, s.wheel_end, l.supplier))
     FROM spring s LEFT JOIN spring_list l ON l.id = s.list_id WHERE s.id = ANY($1::int[])
     ON CONFLICT (kind, id) DO UPDATE SET title = excluded.title, words = excluded.words`,
    [ids],
  );

export const noneForgetRetiredSprings = (sql: Sql) =>
  sql.none("DELETE FROM findable f USING spring s WHERE f.kind = 'spring' AND f.id = s.id AND s.retired_at IS NOT NULL");

const MOST_WORDS = 8;

/** Everything that holds all the words, nearest title first; where nothing does, what is spelt alike. `kind` null looks among all. */
export async function manyFound(sql: Sql, query: string, kind: Found['kind'] | null, most: number): Promise<Found[]> {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean).slice(0, MOST_WORDS);
  if (words.length === 0) return [];
  const patterns = words.map((w) => `%${w.replace(/[\\%_]/g, (c) => `\\${c}`)}%`);
  const exact = await sql.many<Found>(
    `SELECT kind, id, title FROM findable WHERE words LIKE ALL ($1::text[]) AND ($4::text IS NULL OR kind = $4)
     ORDER BY similarity(lower(title), $2) DESC, kind, id DESC LIMIT $3`,
    [patterns, words.join(' '), most, kind],
  );
  if (exact.length > 0) return exact;
  return sql.many<Found>(
    `SELECT kind, id, title FROM findable WHERE $1 <% words AND ($3::text IS NULL OR kind = $3)
     ORDER BY word_similarity($1, words) DESC, kind, id DESC LIMIT $2`,
    [words.join(' '), most, kind],
  );
}
