import type { Sql } from '@/db/client';
import { manyCurrentEntries, type Subject } from '@/db/queries/entries';
import type { Entry } from '@/schema/entry';

/** The newest entries of a subject by field. */
export async function currentEntries(sql: Sql, subject: Subject): Promise<Record<string, Entry>> {
  const rows = await manyCurrentEntries(sql, subject);
  return Object.fromEntries(rows.map(({ field, text, unit, value, at }) => [field, { field, text, unit, value, at }]));
}
