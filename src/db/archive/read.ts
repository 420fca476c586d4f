import { createHash } from 'node:crypto';
import { once } from 'node:events';
import type { Readable } from 'node:stream';
import Papa from 'papaparse';
import { type Entry, open, type ZipFile } from 'yauzl';
import { archiveManifest, type ArchiveManifest } from '@/schema/archive';
import type { Sql } from '../sql';
import { BOOK_LIMITS, isTooDeep, type ZipLimits } from './limits';
import { bytesPath, type Column, columnsIn, csvPath, documentsPath, fromCell, type Table, tablesOf } from './tables';
import { documentHead } from './write';

/** Reads an archive into an empty base, row by row; every file is held to its checksum. */

/** An archive that is not whole, or not one: in words, with the place. */
export class ArchiveRefused extends Error {
  constructor(words: string) {
    super(`${words} Nothing was taken in.`);
    this.name = 'ArchiveRefused';
  }
}

/** Rows written at a time, and bytes of pictures. */
const BATCH = 500;
const BATCH_BYTES = 8_000_000;

export interface Checked<M> {
  manifest: M;
  /** The bytes of a file as they come; throws at the end where they are not those of the manifest. */
  parts(path: string): AsyncGenerator<Buffer>;
  close(): void;
}

export type ArchiveOpen = Checked<ArchiveManifest>;

type WithFiles = Pick<ArchiveManifest, 'files'>;

const zipOf = (path: string) =>
  new Promise<ZipFile>((resolve, reject) =>
    open(path, { lazyEntries: true, autoClose: false }, (failure, zip) =>
      failure ? reject(new ArchiveRefused(`This is no zip that can be read (${failure.message}).`)) : resolve(zip),
    ),
  );

const streamOf = (zip: ZipFile, entry: Entry) =>
  new Promise<Readable>((resolve, reject) => zip.openReadStream(entry, (failure, stream) => (failure ? reject(failure) : resolve(stream))));

async function entriesOf(zip: ZipFile, limits: ZipLimits): Promise<Map<string, Entry>> {
  if (zip.entryCount > limits.files) throw new ArchiveRefused(`The zip names ${zip.entryCount} files, more than such an archive has.`);
  const entries = new Map<string, Entry>();
  let bytes = 0;
  zip.on('entry', (entry: Entry) => {
    entries.set(entry.fileName, entry);
    bytes += entry.uncompressedSize;
    zip.readEntry();
  });
  zip.readEntry();
  await once(zip, 'end').catch((failure: unknown) => {
    throw new ArchiveRefused(`The zip is not whole (${failure instanceof Error ? failure.message : String(failure)}).`);
  });
  if (bytes > limits.inflatedBytes) throw new ArchiveRefused('What is in the zip is larger than such an archive is.');
  return entries;
}

/** Opens an archive and reads what it says it holds. Throws ArchiveRefused. */
export const openArchive = (path: string): Promise<ArchiveOpen> =>
  openChecked(path, (manifest) => archiveManifest.parse(manifest), BOOK_LIMITS);

/** Opens a zip whose manifest names every file in it with its checksum. Throws ArchiveRefused. @param read throws where it is no such manifest */
export async function openChecked<M extends WithFiles>(
  path: string,
  read: (manifest: unknown) => M,
  limits: ZipLimits,
): Promise<Checked<M>> {
  const zip = await zipOf(path);
  try {
    const entries = await entriesOf(zip, limits);
    const manifest = await manifestIn(zip, entries.get('manifest.json'), read, limits.manifestBytes);
    const unknown = [...entries.keys()].find((name) => name !== 'manifest.json' && !Object.hasOwn(manifest.files, name));
    if (unknown) throw new ArchiveRefused(`The file ${unknown} is not in the manifest.`);
    const absent = Object.keys(manifest.files).find((name) => !entries.has(name));
    if (absent) throw new ArchiveRefused(`The file ${absent} is missing.`);
    return { manifest, parts: (name) => checked(zip, entries.get(name), name, manifest), close: () => zip.close() };
  } catch (failure) {
    zip.close();
    throw failure;
  }
}

/** Reads every file to its last byte. Throws ArchiveRefused, naming the first that is not the one archived. */
export async function everyChecksum({ manifest, parts }: Checked<WithFiles>): Promise<void> {
  for (const name of Object.keys(manifest.files)) for await (const _part of parts(name));
}

async function manifestIn<M>(zip: ZipFile, entry: Entry | undefined, read: (manifest: unknown) => M, mostBytes: number): Promise<M> {
  if (!entry || entry.uncompressedSize > mostBytes) throw new ArchiveRefused('There is no manifest.json: this is no archive of Mavrin.');
  const parts: Buffer[] = [];
  for await (const part of await streamOf(zip, entry)) parts.push(part as Buffer);
  const json = Buffer.concat(parts);
  if (isTooDeep(json)) throw new ArchiveRefused('manifest.json is not that of an archive this program knows.');
  try {
    return read(JSON.parse(json.toString()));
  } catch {
    throw new ArchiveRefused('manifest.json is not that of an archive this program knows.');
  }
}

async function* checked(zip: ZipFile, entry: Entry | undefined, name: string, { files }: WithFiles): AsyncGenerator<Buffer> {
  const wanted = files[name];
  if (!entry || !wanted) throw new ArchiveRefused(`The file ${name} is missing.`);
  const changed = new ArchiveRefused(`The file ${name} is not the one that was archived: its checksum differs.`);
  const hash = createHash('sha256');
  let bytes = 0;
  const stream = await streamOf(zip, entry).catch(() => Promise.reject(changed));
  try {
    for await (const part of stream) {
      bytes += (part as Buffer).byteLength;
      if (bytes > wanted.bytes) throw changed;
      hash.update(part as Buffer);
      yield part as Buffer;
    }
  } catch (failure) {
    throw failure instanceof ArchiveRefused ? failure : changed;
  }
  if (bytes !== wanted.bytes || hash.digest('hex') !== wanted.sha256) throw changed;
}

/** Cells of a CSV, line by line. */
async function* csvRows(parts: AsyncGenerator<Buffer>): AsyncGenerator<string[]> {
  const parser = Papa.parse(Papa.NODE_STREAM_INPUT, { delimiter: ',', newline: '\r\n', skipEmptyLines: true });
  const decoder = new TextDecoder();
  const fed = (async () => {
    for await (const part of parts) if (!parser.write(decoder.decode(part, { stream: true }))) await once(parser, 'drain');
    parser.end(decoder.decode());
  })();
  fed.catch((failure: unknown) => parser.destroy(failure instanceof Error ? failure : new Error(String(failure))));
  for await (const row of parser) yield row as string[];
  await fed;
}

/** Lines of a file of documents, by line feeds alone: a document may hold what other readers take for the end of a line. */
async function* linesOf(parts: AsyncGenerator<Buffer>): AsyncGenerator<string> {
  const decoder = new TextDecoder();
  let rest = '';
  for await (const part of parts) {
    const lines = (rest + decoder.decode(part, { stream: true })).split('\n');
    rest = lines.pop()!;
    yield* lines;
  }
  if (rest !== '') yield rest;
}

/** A file as a whole. */
export const bytesIn = async (parts: AsyncGenerator<Buffer>): Promise<Buffer> => {
  const all: Buffer[] = [];
  for await (const part of parts) all.push(part);
  return Buffer.concat(all);
};

const castOf = ({ type, in: place }: Column, i: number): string => (place === 'file' ? `decode(c${i}, 'hex')` : `c${i}::${type}`);

async function insert(sql: Sql, table: Table, columns: readonly Column[], rows: readonly (string | null)[][]): Promise<void> {
  const names = columns.map((c) => c.name).join(', ');
  const given = columns.map((_, i) => `$${i + 1}::text[]`).join(', ');
  await sql.none(
    `INSERT INTO ${table.name} (${names}) OVERRIDING SYSTEM VALUE SELECT ${columns.map(castOf).join(', ')}
     FROM unnest(${given}) AS given(${columns.map((_, i) => `c${i}`).join(', ')})`,
    columns.map((_, i) => rows.map((row) => row[i] ?? null)),
  );
}

/** One table: its CSV, with documents and files beside each row. @returns how many rows */
async function loadTable(sql: Sql, archive: ArchiveOpen, table: Table): Promise<number> {
  const cells = columnsIn(table, 'table');
  const documents = columnsIn(table, 'documents').map((column) => ({
    column,
    lines: linesOf(archive.parts(documentsPath(table, column))),
  }));
  const kept = columnsIn(table, 'file');
  const columns = [...cells, ...documents.map((d) => d.column), ...kept];
  const path = csvPath(table);
  let [n, bytes] = [0, 0];
  let batch: (string | null)[][] = [];
  const flush = async () => {
    if (batch.length > 0)
      await insert(sql, table, columns, batch).catch((failure: unknown) => {
        throw new ArchiveRefused(
          `${path}, rows ${n - batch.length + 1} to ${n}: ${failure instanceof Error ? failure.message : String(failure)}.`,
        );
      });
    [batch, bytes] = [[], 0];
  };
  const lines = csvRows(archive.parts(path));
  const head = (await lines.next()).value as string[] | undefined;
  if (head?.join() !== cells.map((c) => c.name).join()) throw new ArchiveRefused(`${path}: the columns are not those of this table.`);
  for await (const line of lines) {
    n += 1;
    if (line.length !== cells.length) throw new ArchiveRefused(`${path}, row ${n}: ${line.length} cells where ${cells.length} are.`);
    const row: (string | null)[] = cells.map((c, i) => fromCell(c, line[i]!));
    const key = Object.fromEntries(table.key.map((k, i) => [`key${i}`, row[cells.findIndex((c) => c.name === k)]]));
    for (const { column, lines: of } of documents)
      row.push(documentIn((await of.next()).value as string | undefined, key, documentsPath(table, column), n));
    for (const column of kept) row.push((await bytesIn(archive.parts(bytesPath(table, column, key.key0!)))).toString('hex'));
    bytes += row.reduce((sum, cell) => sum + (cell?.length ?? 0), 0);
    batch.push(row);
    if (batch.length >= BATCH || bytes > BATCH_BYTES) await flush();
  }
  await flush();
  for (const { column, lines: of } of documents)
    if (!(await of.next()).done) throw new ArchiveRefused(`${documentsPath(table, column)} has more lines than the table rows.`);
  return n;
}

/** The document of a line, as it was written. */
function documentIn(line: string | undefined, key: Record<string, string | null | undefined>, path: string, n: number): string | null {
  if (line === '') return null;
  const head = documentHead(key);
  if (!line?.startsWith(head) || !line.endsWith('}')) throw new ArchiveRefused(`${path}, line ${n} is not the document of its row.`);
  return line.slice(head.length, -1);
}

/**
 * Puts an archive's rows into a base whose tables are those of its version and empty. What the tables refuse in daily use (entries of a sealed job) was refused when it was
 * written: those rules rest meanwhile; keys, references and checks hold. Throws ArchiveRefused.
 */
export async function loadArchive(sql: Sql, archive: ArchiveOpen): Promise<void> {
  // Before a row of it is believed: what is changed is named as that, not as what follows from it.
  await everyChecksum(archive);
  const tables = await tablesOf(sql);
  const { manifest } = archive;
  const strange = manifest.tables.find((t) => !tables.some((own) => own.name === t.name));
  if (strange) throw new ArchiveRefused(`The table ${strange.name} is not known.`);
  for (const { name } of tables) await sql.none(`ALTER TABLE ${name} DISABLE TRIGGER USER`);
  for (const table of tables) {
    const said = manifest.tables.find((t) => t.name === table.name);
    if (!said) throw new ArchiveRefused(`The table ${table.name} is missing.`);
    const rows = await loadTable(sql, archive, table);
    if (rows !== said.rows) throw new ArchiveRefused(`The table ${table.name} has ${rows} rows, the manifest says ${said.rows}.`);
  }
  await sql.none('SET CONSTRAINTS ALL IMMEDIATE');
  for (const { name, columns } of tables) {
    await sql.none(`ALTER TABLE ${name} ENABLE TRIGGER USER`);
    if (columns.some((c) => c.name === 'id'))
      await sql.none(
        `SELECT setval(s.of::regclass, m.newest) FROM (SELECT pg_get_serial_sequence($1, 'id') AS of) s, (SELECT max(id) AS newest FROM ${name}) m
         WHERE s.of IS NOT NULL AND m.newest IS NOT NULL`,
        [name],
      );
  }
}
