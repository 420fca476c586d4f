import type { Sql } from '../sql';

/** The tables of a base as an archive sees them. */

export interface Column {
  name: string;
  type: string;
  isNullable: boolean;
  /** Where its values are written: a cell of the table's CSV, a line of documents, or a file of their own. */
  in: 'table' | 'documents' | 'file';
}

export interface Table {
  name: string;
  /** Columns of its primary key, in order. */
  key: string[];
  columns: Column[];
}

/** Which tables stay behind: the ledger of the tables themselves, and who is signed in at which device. */
const LEFT_OUT = ['migration', 'session', 'delivered'];

const TABLES = `
  SELECT c.relname AS name,
    (SELECT jsonb_agg(jsonb_build_object('name', a.attname, 'type', format_type(a.atttypid, a.atttypmod), 'isNullable', NOT a.attnotnull) ORDER BY a.attnum)
      FROM pg_attribute a WHERE a.attrelid = c.oid AND a.attnum > 0 AND NOT a.attisdropped AND a.attgenerated = '') AS columns,
    (SELECT jsonb_agg(a.attname ORDER BY k.place) FROM pg_index i, unnest(i.indkey::int2[]) WITH ORDINALITY AS k(attnum, place)
      JOIN pg_attribute a ON a.attnum = k.attnum WHERE a.attrelid = c.oid AND i.indrelid = c.oid AND i.indisprimary) AS key,
    (SELECT coalesce(jsonb_agg(DISTINCT p.relname), '[]') FROM pg_constraint k JOIN pg_class p ON p.oid = k.confrelid
      WHERE k.conrelid = c.oid AND k.contype = 'f' AND p.oid <> c.oid) AS parents
  FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
  WHERE n.nspname = 'public' AND c.relkind = 'r' AND NOT c.relname = ANY($1::text[]) ORDER BY c.relname COLLATE "C"`;

interface Found {
  name: string;
  columns: Omit<Column, 'in'>[];
  key: string[];
  parents: string[];
}

const placeOf = (type: string): Column['in'] => (type === 'jsonb' ? 'documents' : type === 'bytea' ? 'file' : 'table');

/** Every table with what it refers to before it, else by name: the same order wherever the same base stands. */
export async function tablesOf(sql: Sql): Promise<Table[]> {
  const found = await sql.many<Found>(TABLES, [LEFT_OUT]);
  const placed: Found[] = [];
  const isPlaced = (name: string) => placed.some((p) => p.name === name);
  while (placed.length < found.length) {
    const next = found.find((t) => !isPlaced(t.name) && t.parents.every((p) => isPlaced(p) || !found.some((f) => f.name === p)));
    if (!next) throw new Error('tables that refer to each other in a circle cannot be archived');
    placed.push(next);
  }
  return placed.map(({ name, key, columns }) => ({ name, key, columns: columns.map((c) => ({ ...c, in: placeOf(c.type) })) }));
}

export const columnsIn = (table: Table, place: Column['in']): Column[] => table.columns.filter((c) => c.in === place);

/** Where an archive keeps what of a table. */
export const csvPath = ({ name }: Table): string => `tables/${name}.csv`;
export const documentsPath = ({ name }: Table, column: Column): string => `documents/${name}.${column.name}.ndjson`;
const SUFFIX: Record<string, string> = { 'photo.jpeg': '.jpg', 'photo.small_jpeg': '.small.jpg' };
/** @param key of the row, its only key column */
export const bytesPath = ({ name }: Table, column: Column, key: string): string =>
  `files/${name}/${key}${SUFFIX[`${name}.${column.name}`] ?? `.${column.name}`}`;

/** What stands for no value in a text that may have none; a text that begins with a backslash has it doubled. Elsewhere an empty cell is no value. */
const NONE = '\\N';
export const cellOf = ({ type, isNullable }: Column, text: string | null): string =>
  type !== 'text' || !isNullable ? (text ?? '') : text === null ? NONE : text.startsWith('\\') ? `\\${text}` : text;
export function fromCell({ type, isNullable }: Column, cell: string): string | null {
  if (type === 'text' && !isNullable) return cell;
  if (type === 'text') return cell === NONE ? null : cell.replace(/^\\\\/, '\\');
  return cell === '' ? null : cell;
}
