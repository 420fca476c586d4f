import { createWriteStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import Papa from 'papaparse';
import { ARCHIVE_FORMAT, type ArchiveManifest } from '@/schema/archive';
import { photoOutside } from '../photoStore';
import type { Sql } from '../sql';
import { bytesPath, cellOf, type Column, columnsIn, csvPath, documentsPath, type Table, tablesOf } from './tables';
import { checkedZip } from './zip';

/** Writes a base as an archive, row by row: nothing is held as a whole, and the same base gives the same bytes. */

/** Rows read at a time: few enough that a batch of signed documents stays small. */
const BATCH = 1000;

/** A value as text, the same in every engine and zone. */
const asText = ({ name, type }: Column): string =>
  type === 'timestamp with time zone' ? `to_char(${name} AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"')` : `${name}::text`;
/** By its table, since a bare name would mean the text it is given as. */
const ordered = ({ name, columns }: Table, key: string): string =>
  columns.find((c) => c.name === key)!.type === 'text' ? `${name}.${key} COLLATE "C"` : `${name}.${key}`;

type Row = Record<string, string | null>;

/** The rows of a table in the order of its key. @param wanted expressions by the names they are given */
async function* rowsOf(sql: Sql, table: Table, wanted: Record<string, string>): AsyncGenerator<Row[]> {
  const key = table.key.map((k) => ordered(table, k)).join(', ');
  const types = table.key.map((k) => table.columns.find((c) => c.name === k)!.type);
  const columns = { ...wanted, ...Object.fromEntries(table.key.map((k, i) => [`key${i}`, `${k}::text`])) };
  const list = Object.entries(columns).map(([name, of]) => `${of} AS "${name}"`);
  let last: (string | null)[] | null = null;
  for (;;) {
    const after = last ? `WHERE (${key}) > (${types.map((t, i) => `$${i + 1}::${t}`).join(', ')})` : '';
    const rows: Row[] = await sql.many<Row>(
      `SELECT ${list.join(', ')} FROM ${table.name} ${after} ORDER BY ${key} LIMIT ${BATCH}`,
      last ?? [],
    );
    if (rows.length > 0) yield rows;
    if (rows.length < BATCH) return;
    last = table.key.map((_, i) => rows.at(-1)![`key${i}`]!);
  }
}

async function* csvOf(sql: Sql, table: Table, count: (rows: number) => void): AsyncGenerator<string> {
  const columns = columnsIn(table, 'table');
  const line = (cells: string[][]) => `${Papa.unparse(cells, { newline: '\r\n' })}\r\n`;
  yield line([columns.map((c) => c.name)]);
  for await (const rows of rowsOf(sql, table, Object.fromEntries(columns.map((c) => [c.name, asText(c)])))) {
    count(rows.length);
    yield line(rows.map((row) => columns.map((c) => cellOf(c, row[c.name]!))));
  }
}

/** One line a row: its key and the document, or an empty line where there is none. */
async function* documentsOf(sql: Sql, table: Table, column: Column): AsyncGenerator<string> {
  for await (const rows of rowsOf(sql, table, { document: `${column.name}::text` }))
    yield rows.map(({ document, ...row }) => (document === null ? '\n' : `${documentHead(row)}${document}}\n`)).join('');
}
export const documentHead = (row: Record<string, string | null | undefined>): string =>
  `{"key":${JSON.stringify(
    Object.keys(row)
      .filter((k) => k.startsWith('key'))
      .map((k) => row[k]),
  )},"document":`;

async function* bytesOf(sql: Sql, table: Table, column: Column, key: string): AsyncGenerator<Uint8Array> {
  const row = await sql.one<{ bytes: Uint8Array | null }>(`SELECT ${column.name} AS bytes FROM ${table.name} WHERE ${table.key[0]} = $1`, [
    key,
  ]);
  // Pictures alone may lie outside the base; in the archive they lie where they always do.
  const bytes = row.bytes ?? (await photoOutside(key, column.name === 'small_jpeg' ? 'small' : 'whole'));
  if (!bytes) throw new Error(`the picture ${key} is not in the store`);
  yield bytes;
}

/**
 * Writes the base as it stands into a file; the caller sees to it that nothing changes meanwhile.
 * @returns what the archive holds
 */
export async function writeArchive(sql: Sql, path: string): Promise<ArchiveManifest> {
  const { version } = await sql.one<{ version: number }>('SELECT max(version)::int AS version FROM migration');
  const tables = await tablesOf(sql);
  const counts = new Map<string, number>();
  const zip = checkedZip();
  const made = (): ArchiveManifest => ({
    format: ARCHIVE_FORMAT,
    tables_version: version,
    tables: tables.map((t) => ({
      name: t.name,
      rows: counts.get(t.name) ?? 0,
      columns: t.columns.map((c) => ({ name: c.name, type: c.type, in: c.in })),
    })),
    files: zip.files,
  });
  for (const table of tables) {
    zip.add(csvPath(table), () => csvOf(sql, table, (rows) => counts.set(table.name, (counts.get(table.name) ?? 0) + rows)));
    for (const column of columnsIn(table, 'documents')) zip.add(documentsPath(table, column), () => documentsOf(sql, table, column));
    const kept = columnsIn(table, 'file');
    if (kept.length === 0) continue;
    for await (const rows of rowsOf(sql, table, {}))
      for (const { key0 } of rows)
        for (const column of kept) zip.add(bytesPath(table, column, key0!), () => bytesOf(sql, table, column, key0!));
  }
  await pipeline(zip.finish(made), createWriteStream(path));
  return made();
}
