import type { Sql } from '@/db/client';
import { manyCurrentEntries, manyCurrentEntriesOf, type Subject } from '@/db/queries/entries';
import type { Entries, Entry } from '@/catalogue/entry';

/** The newest entries of a subject by field. */
export async function currentEntries(sql: Sql, subject: Subject): Promise<Record<string, Entry>> {
  const rows = await manyCurrentEntries(sql, subject);
  return Object.fromEntries(rows.map(({ field, text, unit, value, at }) => [field, { field, text, unit, value, at }]));
}

/** The newest entries of many jobs or machines, each by field. */
export async function currentEntriesOf(sql: Sql, column: 'job_id' | 'machine_id', ids: number[]): Promise<Map<number, Entries>> {
  const found = await manyCurrentEntriesOf(sql, column, ids);
  return new Map(found.map(({ of, entries }) => [of, Object.fromEntries(entries.map((e) => [e.field, e]))]));
}
