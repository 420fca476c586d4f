import { createWriteStream, existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';
import { openArchive } from '@/db/archive/read';
import { cellOf, fromCell } from '@/db/archive/tables';
import { openEmbedded } from '@/db/embedded';
import { formatFiles } from '@/server/exchange/formats';
import { digestOf, sealAfter } from '@/server/keeping/seals';
import { archiveOf, backUpClosed, restore } from '@/server/keeping/restore';
import { fillOdd, ODD, sha } from './oddBook';
import { emptyBaseIn, scratch } from './onDisk';

/** The book as an archive: out, into an empty base, and out again is the same file; what is not whole is refused and leaves nothing. */

const directory = scratch('archive');
let shop: string;
let archive: string;
let place: string;
beforeAll(async () => {
  shop = directory();
  emptyBaseIn(shop);
  const base = await openEmbedded(shop);
  await fillOdd(base);
  await base.close();
  archive = join(shop, 'book.zip');
  await archiveOf(await backUpClosed(shop), archive);
  place = join(directory(), 'new');
  await restore(archive, place);
});

test('what may be empty and what may be unknown are told apart in a cell', () => {
  const unit = { name: 'unit', type: 'text', isNullable: true, in: 'table' } as const;
  for (const text of [null, '', '\\N', '\\', '\\\\N', 'mm']) expect(fromCell(unit, cellOf(unit, text))).toBe(text);
  expect(fromCell({ ...unit, type: 'integer' }, '')).toBeNull();
  expect(fromCell({ ...unit, isNullable: false }, '\\N')).toBe('\\N');
});

test('a record that is not as it was signed is found when its archive is taken in, and leaves nothing', async () => {
  const home = directory();
  emptyBaseIn(home);
  const base = await openEmbedded(home);
  await base.none("INSERT INTO technician (name) VALUES ('Sunniva Holt')");
  await base.none("INSERT INTO customer (name) VALUES ('Wenna Trask')");
  await base.none("INSERT INTO machine (make, model) VALUES ('Halvik', 'Moor 250')");
  await base.none("INSERT INTO job (machine_id, customer_id, promised_on) VALUES (1, 1, '2026-12-01')");
  const digest = digestOf({ version: 'rebuild/3', entries: {} });
  await base.none(
    `INSERT INTO rebuild (job_id, document, digest, seal, technician_id) VALUES (101, '{"version": "rebuild/3", "entries": {"other": 1}}', $1, $2, 1)`,
    [digest, sealAfter(null, digest)],
  );
  const [backup, forged] = [join(home, 'b.tar.gz'), join(home, 'forged.zip')];
  writeFileSync(backup, await base.dump!());
  await base.close();
  await archiveOf(backup, forged);
  await expect(restore(forged, join(home, 'new'))).rejects.toThrow(
    /1 of 1 signed records are not as they were signed.*Nothing was written/s,
  );
  expect(existsSync(join(home, 'new'))).toBe(false);
});

test('out, in and out again is the same file to the last byte, and the rows are what they were', async () => {
  const again = join(directory(), 'again.zip');
  await archiveOf(await backUpClosed(place), again);
  expect(sha(readFileSync(again))).toBe(sha(readFileSync(archive)));
  const base = await openEmbedded(place);
  expect(await base.many('SELECT name, phone FROM customer')).toEqual([{ name: ODD, phone: '\\N' }]);
  expect(await base.many('SELECT text, unit, value, undoes FROM entry ORDER BY id')).toEqual([
    { text: ODD, unit: '\\', value: 1e-7, undoes: null },
    { text: '', unit: null, value: null, undoes: 1 },
  ]);
  // Rules rest while it is taken in, and stand again after it; numbers go on from where they were.
  await expect(base.none('DELETE FROM entry')).rejects.toThrow(/MAVRIN_RECORDED/);
  await base.none("INSERT INTO job (machine_id, customer_id, promised_on) VALUES (1, 1, '2026-12-02')");
  expect(await base.many('SELECT max(id) AS newest FROM job')).toEqual([{ newest: 102 }]);
  await base.close();
});

test('one byte changed, a file cut off, something that is no archive: each refused by its place, and nothing is left', async () => {
  const bytes = readFileSync(archive);
  const at = bytes.indexOf('tables/customer.csv');
  const changed = Buffer.from(bytes);
  changed[at + 'tables/customer.csv'.length + 30]! ^= 1;
  for (const [name, wrong, words] of [
    ['changed', changed, /tables\/customer\.csv is not the one that was archived/],
    ['cut', bytes.subarray(0, bytes.length - 400), /zip/],
    ['none', Buffer.from('a letter'), /zip/],
  ] as const) {
    const home = directory();
    const path = join(home, `${name}.zip`);
    writeFileSync(path, wrong);
    await expect(restore(path, join(home, 'new'))).rejects.toThrow(words);
    expect(readdirSync(home)).toEqual([`${name}.zip`]);
  }
  await expect(restore(archive, place)).rejects.toThrow(/is not empty/);
});

test('the manifest says what is in it, and sign-ins of devices are not', async () => {
  const { manifest, close, parts } = await openArchive(archive);
  const names = manifest.tables.map((t) => t.name);
  expect(names).not.toContain('session');
  expect(names.indexOf('job')).toBeGreaterThan(names.indexOf('machine'));
  expect(manifest.tables.find((t) => t.name === 'entry')!.rows).toBe(2);
  const parts_: Buffer[] = [];
  for await (const part of parts('tables/customer.csv')) parts_.push(part);
  expect(Buffer.concat(parts_).toString()).toMatch(/^id,name,phone,added_at,email,erased_at\r\n1,"says “=1\+1”,\r\nthen/);
  close();
});

test.each(readdirSync('tests/archives'))('%s, written by an earlier program, is read as well as on its day', async (name) => {
  const into = join(directory(), 'new');
  expect(await restore(join('tests/archives', name), into)).toMatchObject({ jobs: 1, records: 1, broken: [] });
  const base = await openEmbedded(into);
  expect(await base.many('SELECT c.name, e.text, e.unit FROM customer c, entry e WHERE e.id = 1')).toEqual([
    { name: ODD, text: ODD, unit: '\\' },
  ]);
  await base.close();
});

test('what docs/formats says is what the schemas say: run npm run formats after a change', () => {
  for (const [name, file] of Object.entries(formatFiles()))
    expect(JSON.parse(readFileSync(join('docs/formats', name), 'utf8'))).toEqual(JSON.parse(JSON.stringify(file)));
});

test('an archive of newer tables, or of another format, is refused in words', async () => {
  const home = directory();
  const of = async (name: string, manifest: object) => {
    const zip = new ZipFile();
    zip.addBuffer(Buffer.from(JSON.stringify(manifest)), 'manifest.json');
    zip.end();
    await pipeline(zip.outputStream, createWriteStream(join(home, name)));
    return restore(join(home, name), join(home, 'new'));
  };
  const empty = { tables: [], files: {} };
  await expect(of('newer.zip', { format: 'mavrin-archive/1', tables_version: 9999, ...empty })).rejects.toThrow(
    /written by a newer Mavrin/,
  );
  await expect(of('other.zip', { format: 'mavrin-archive/2', tables_version: 1, ...empty })).rejects.toThrow(
    /not that of an archive this program knows/,
  );
  expect(existsSync(join(home, 'new'))).toBe(false);
});
