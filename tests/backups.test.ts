import { copyFileSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { backupFiles, backupsOf, rotate } from '@/db/backups';
import { closeDb } from '@/db/client';
import { openEmbedded } from '@/db/embedded';
import { BaseDamaged } from '@/db/damage';
import { holdDirectory } from '@/db/lock';
import { bringBack } from '@/server/keeping/backups';
import { backUpClosed, prove, restore } from '@/server/keeping/restore';
import { codeOf, get } from './answers';
import { emptyBaseIn, scratch } from './onDisk';

/** Backups that were proven, damage that is seen and named, and a directory only one process holds. */

const directory = scratch('backup');

let shop: string;
let file: string;
beforeAll(async () => {
  shop = join(directory(), 'shop');
  emptyBaseIn(shop);
  const base = await openEmbedded(shop);
  await base.none("INSERT INTO customer (name) VALUES ('Wenna Trask')");
  await base.none("INSERT INTO machine (make, model) VALUES ('Halvik', 'Moor 250')");
  await base.none("INSERT INTO job (machine_id, customer_id, promised_on) VALUES (1, 1, '2026-12-01')");
  await base.close();
  file = await backUpClosed(shop);
});

test('a backup is brought back whole into an empty directory, and opens as a shop', async () => {
  expect(backupFiles(shop)).toMatchObject([{ name: expect.stringMatching(/-by-hand\.tar\.gz$/) }]);
  expect(await prove(file)).toMatchObject({ jobs: 1, records: 0, broken: [] });
  const place = join(directory(), 'new');
  expect(await restore(file, place)).toMatchObject({ jobs: 1 });
  const base = await openEmbedded(place);
  expect(await base.many('SELECT name FROM customer')).toEqual([{ name: 'Wenna Trask' }]);
  await base.close();
});

test('never over a book, and of a damaged file nothing is left', async () => {
  const there = directory();
  writeFileSync(join(there, 'notes.txt'), 'mine');
  await expect(restore(file, there)).rejects.toThrow(/is not empty/);
  expect(readdirSync(there)).toEqual(['notes.txt']);
  const torn = join(directory(), 'torn.tar.gz');
  copyFileSync(file, torn);
  truncateSync(torn, Math.floor(readFileSync(torn).length / 2));
  const place = directory();
  await expect(restore(torn, place)).rejects.toThrow(/is not a whole backup/);
  expect(readdirSync(place)).toEqual([]);
  await expect(prove(torn)).rejects.toThrow();
});

test('the last ten stay, and of each earlier month the last', () => {
  const place = directory();
  mkdirSync(backupsOf(place));
  const days = ['2026-08-03', '2026-08-30', '2026-09-12', ...Array.from({ length: 12 }, (_, i) => `2026-11-${10 + i}`)];
  for (const day of days) writeFileSync(join(backupsOf(place), `${day}T03-00-00-daily.tar.gz`), '');
  writeFileSync(join(backupsOf(place), 'notes.txt'), '');
  rotate(place);
  expect(backupFiles(place).map((b) => b.name.slice(0, 10))).toEqual([
    ...Array.from({ length: 10 }, (_, i) => `2026-11-${21 - i}`),
    '2026-09-12',
    '2026-08-30',
  ]);
  expect(existsSync(join(backupsOf(place), 'notes.txt'))).toBe(true);
});

test('a book without the engine’s mark is never begun over; what cannot be opened says what is wrong and what to do', async () => {
  const place = directory();
  emptyBaseIn(place);
  mkdirSync(backupsOf(place));
  copyFileSync(file, join(backupsOf(place), '2026-11-20T03-00-00-daily.tar.gz'));
  rmSync(join(place, 'pg', 'PG_VERSION'));
  const files = readdirSync(join(place, 'pg')).length;
  const opening = openEmbedded(place);
  await expect(opening).rejects.toThrow(BaseDamaged);
  await expect(opening).rejects.toThrow(/PG_VERSION is missing.*Nothing was written.*npm run restore -- .*2026-11-20T03-00-00-daily/);
  expect(readdirSync(join(place, 'pg')).length).toBe(files);
  const other = directory();
  emptyBaseIn(other);
  writeFileSync(join(other, 'pg', 'global', 'pg_control'), '');
  await expect(openEmbedded(other)).rejects.toThrow(/is damaged: the engine cannot open it .*there is none beside it/);
});

test('a first start that did not come to its end is begun anew', async () => {
  const place = directory();
  mkdirSync(join(place, 'pg', 'base'), { recursive: true });
  writeFileSync(join(place, 'first-start'), '');
  const base = await openEmbedded(place);
  expect(await base.one('SELECT count(*)::int AS n FROM job')).toEqual({ n: 0 });
  await base.close();
  expect(existsSync(join(place, 'first-start'))).toBe(false);
});

test('the system holds the directory, whatever becomes of the lock file', async () => {
  const place = directory();
  const letGo = await holdDirectory(place);
  writeFileSync(join(place, 'mavrin.lock'), '');
  await expect(holdDirectory(place)).rejects.toThrow(/is in use by another process/);
  for (const pid of [0, -1, 1.5]) {
    writeFileSync(join(place, 'mavrin.lock'), JSON.stringify({ pid, started: '' }));
    await expect(holdDirectory(place)).rejects.toThrow(/another process/);
  }
  letGo();
  (await holdDirectory(place))();
});

test('from the screen one is brought back beside the book, which is backed up first and stays as it is; never twice over the same place', async () => {
  process.env.MAVRIN_DATA = shop;
  const { name } = backupFiles(shop)[0]!;
  const { directory: beside, found } = get(await bringBack(name));
  expect([beside, found]).toEqual([`${shop}-restored-${name.slice(0, 19)}`, '1 jobs, 0 signed records, every seal holds']);
  expect(backupFiles(shop).map((f) => f.name.replace(/^.{19}-|\.tar\.gz$/g, ''))).toEqual(['before-restore', 'by-hand']);
  expect(codeOf(await bringBack(name))).toBe('already-exists');
  expect(codeOf(await bringBack('../../notes.tar.gz'))).toBe('not-found');
  await closeDb();
  const base = await openEmbedded(beside);
  expect(await base.many('SELECT name FROM customer')).toEqual([{ name: 'Wenna Trask' }]);
  await base.close();
});
