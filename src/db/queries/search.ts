import type { Sql } from '../client';

export interface Found {
  kind: 'job' | 'machine' | 'customer';
  id: number;
  title: string;
}

export const noneMakeFindable = (sql: Sql, kind: Found['kind'], id: number, title: string, words: string) =>
  sql.none(
    'INSERT INTO findable (kind, id, title, words) VALUES ($1, $2, $3, $4) ON CONFLICT (kind, id) DO UPDATE SET title = excluded.title, words = excluded.words',
    [kind, id, title, words.toLowerCase()],
  );

/** Everything that holds all the words, nearest title first; where nothing does, what is spelt alike. */
export async function manyFound(sql: Sql, query: string, most: number): Promise<Found[]> {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean).slice(0, 8);
  if (words.length === 0) return [];
  const patterns = words.map((w) => `%${w.replace(/[\\%_]/g, (c) => `\\${c}`)}%`);
  const exact = await sql.many<Found>(
    `SELECT kind, id, title FROM findable WHERE words LIKE ALL ($1::text[]) ORDER BY similarity(lower(title), $2) DESC, kind, id DESC LIMIT $3`,
    [patterns, words.join(' '), most],
  );
  if (exact.length > 0) return exact;
  return sql.many<Found>(
    `SELECT kind, id, title FROM findable WHERE $1 <% words ORDER BY word_similarity($1, words) DESC, kind, id DESC LIMIT $2`,
    [words.join(' '), most],
  );
}
