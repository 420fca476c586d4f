import { FINDABLE, type Found } from '@/schema/answers';
import type { Sql } from '../sql';

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

const MAX_WORDS = 8;
/** Of each kind so many of the newest are looked at more closely: nearest title first. */
const LOOKED_AT = 40;
/** A misspelt word stands for so many of the book's words at most. */
const MAX_ALIKE = 4;

/** A word as a lexeme to begin with; quotes doubled, so that nothing in it is an operator. */
const beginning = (word: string) => `'${word.replace(/[\\']/g, (c) => c + c)}':*`;

/** Few rows hold it: all of them are read, and the newest of each kind kept. */
const ofFew = (where: string) => `
  SELECT f.kind, f.id, f.title, row_number() OVER (PARTITION BY f.kind ORDER BY f.id DESC) AS place
  FROM findable f WHERE f.kind = ANY ($4::text[]) AND ${where}`;
/** Most rows hold it, as they do two letters: each kind is read from its newest on, until there are enough. */
const ofMost = (where: string) => `
  SELECT f.kind, f.id, f.title, 1 AS place FROM unnest($4::text[]) AS kinds(kind) CROSS JOIN LATERAL
    (SELECT f.kind, f.id, f.title FROM findable f WHERE f.kind = kinds.kind AND ${where} ORDER BY f.id DESC LIMIT ${LOOKED_AT}) f`;
const nearest = (found: string) => `
  SELECT kind, id, title FROM (${found}) found WHERE place <= ${LOOKED_AT}
  ORDER BY similarity(lower(title), $2) DESC, kind, id DESC LIMIT $3`;
const BEGUN = "lexemes @@ to_tsquery('simple', $1)";
/** From so many rows on, reading from the newest finds enough sooner than reading all of them. */
const MANY = 400;
/** So many rows are counted at most: a kind that has none among them all need not be read through in vain. */
const COUNTED = 3000;

/** Rows by the words they begin with, the nearest title first. @param query of the word index */
async function manyBegun(sql: Sql, query: string, title: string, most: number, kinds: readonly string[]): Promise<Found[]> {
  const held = await sql.one<{ n: number; kinds: string[] }>(
    `SELECT count(*)::int AS n, coalesce(array_agg(DISTINCT kind), '{}') AS kinds
     FROM (SELECT kind FROM findable WHERE ${BEGUN} AND kind = ANY ($2::text[]) LIMIT ${COUNTED}) held`,
    [query, kinds],
  );
  if (held.n === 0) return [];
  const within = held.n < COUNTED ? held.kinds : kinds;
  return sql.many<Found>(nearest((held.n < MANY ? ofFew : ofMost)(BEGUN)), [query, title, most, within]);
}

const hasDigit = (word: string) => /[0-9]/.test(word);
const escaped = (word: string) => `%${word.replace(/[\\%_]/g, (c) => `\\${c}`)}%`;

/** The book's own words that hold this one, or that it may be a misspelling of, as alternatives; null where none is like it. Numbers stand for themselves. */
async function maybeAlike(sql: Sql, word: string): Promise<string | null> {
  if (hasDigit(word)) return beginning(word);
  const alike = await sql.many<{ word: string }>(
    `SELECT word FROM findable_word WHERE word % $1 OR word LIKE $2 ORDER BY similarity(word, $1) DESC, word LIMIT ${MAX_ALIKE}`,
    [word, escaped(word)],
  );
  return alike.length === 0 ? null : `(${alike.map((a) => beginning(a.word)).join(' | ')})`;
}

/**
 * Everything that holds all the words by their beginnings, nearest title first. Where nothing does: plates and numbers by what stands inside them, words
 * by the book's words spelt alike. `kind` null looks among all.
 */
export async function manyFound(sql: Sql, query: string, kind: Found['kind'] | null, most: number): Promise<Found[]> {
  const all = query.toLowerCase().split(/[\s×]+/);
  // A sign alone, or the x between two figures, is no word.
  const words = all.filter((w) => /[\p{L}\p{N}]/u.test(w) && (w !== 'x' || all.length === 1)).slice(0, MAX_WORDS);
  if (words.length === 0) return [];
  const said = [words.join(' '), most, kind === null ? FINDABLE : [kind]] as const;
  const exact = await manyBegun(sql, words.map(beginning).join(' & '), ...said);
  if (exact.length > 0) return exact;
  if (words.some(hasDigit)) {
    const inside = await sql.many<Found>(nearest(ofFew(words.map((_, i) => `words LIKE ($1::text[])[${i + 1}]`).join(' AND '))), [
      words.map(escaped),
      ...said,
    ]);
    if (inside.length > 0) return inside;
  }
  const alike: string[] = [];
  for (const word of words) {
    const one = await maybeAlike(sql, word);
    if (one === null) return [];
    alike.push(one);
  }
  return manyBegun(sql, alike.join(' & '), ...said);
}
