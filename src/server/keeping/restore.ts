import { type Holder, holderOf } from '@/db/lock';
import type { PGlite } from '@electric-sql/pglite';
import { closeSync, existsSync, mkdirSync, openSync, readdirSync, readSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { type ArchiveOpen, ArchiveRefused, everyChecksum, loadArchive, openArchive } from '@/db/archive/read';
import { writeArchive } from '@/db/archive/write';
import { backupName, keepBackup, unpacked } from '@/db/backups';
import { faultsOf } from '@/db/check';
import { type Sql, sqlOn } from '@/db/client';
import { openEmbedded } from '@/db/embedded';
import { openEngine } from '@/db/engine';
import { migrate, type Migrated } from '@/db/migrate';
import { intoEmptyServer, openServer } from '@/db/server';
import type { ArchiveManifest } from '@/schema/archive';
import { checkSeals, type SealCheck } from './seals';

/** Opens a backup apart from the shop: to prove it, or to bring it back. */

export interface Proof extends SealCheck {
  jobs: number;
}

async function proofOf(engine: PGlite): Promise<Proof> {
  const faults = await faultsOf(engine, 'whole');
  if (faults[0]) throw new Error(`${faults[0].of}: ${faults[0].wrong}`);
  return heldBySeals(sqlOn(engine));
}

async function heldBySeals(sql: Sql): Promise<Proof> {
  const { jobs } = await sql.one<{ jobs: number }>('SELECT count(*)::int AS jobs FROM job');
  const seals = await checkSeals(sql);
  if (seals.broken.length > 0) throw new Error(`${seals.broken.length} of ${seals.records} signed records are not as they were signed`);
  return { ...seals, jobs };
}

/** Throws, in words, where a file is no whole base or its seals do not hold. */
export async function prove(path: string): Promise<Proof> {
  const engine = await unpacked(path);
  return proofOf(engine).finally(() => engine.close());
}

/** A backup of a book that no shop has open. @returns its path */
export async function backUpClosed(directory: string): Promise<string> {
  const base = await openEmbedded(directory);
  try {
    return await keepBackup(directory, backupName('by-hand'), await base.dump!(), async (path) => void (await prove(path)));
  } finally {
    await base.close();
  }
}

/** Brings a backup or an archive, of this version or an older one, into a directory that is empty or not there; a file that is not whole leaves nothing behind. */
export async function restore(path: string, directory: string): Promise<Proof> {
  if (isPacked(path)) return intoEmpty(path, directory, 'backup', () => unpacked(path, directory));
  return intoEmpty(path, directory, 'archive', async () => {
    const archive = await openArchive(path);
    return loadedBase(archive, directory).finally(() => archive.close());
  });
}

/** A backup is packed as gzip (RFC 1952); whatever else a file is, the reader of archives says. */
const GZIP = [0x1f, 0x8b];
function isPacked(path: string): boolean {
  const file = openSync(path, 'r');
  const first = Buffer.alloc(GZIP.length);
  readSync(file, first);
  closeSync(file);
  return first.equals(Buffer.from(GZIP));
}

/** The rows of an archive in an engine that has no tables yet, carried on to the tables of this program. */
async function loaded(engine: Migrated, archive: ArchiveOpen): Promise<void> {
  await engine.exec('CREATE EXTENSION IF NOT EXISTS pg_trgm');
  const { tables_version: ofTables } = archive.manifest;
  await migrate(engine, undefined, undefined, ofTables);
  const { version } = await sqlOn(engine).one<{ version: number }>('SELECT max(version)::int AS version FROM migration');
  if (version < ofTables)
    throw new ArchiveRefused(
      `It was written by a newer Mavrin (version ${ofTables} of its tables; this program knows ${version}). Use the newer program.`,
    );
  await engine.transaction((tx) => loadArchive(sqlOn(tx), archive));
  await migrate(engine);
}

/** Brings an archive, of this version or an older one, into the empty base of a PostgreSQL server; one that is not whole leaves nothing behind. */
export async function restoreIntoServer(path: string, url: string): Promise<Proof> {
  if (isPacked(path))
    throw new Error(`${path} is a backup of the embedded engine. Make an archive of it: npm run archive -- --of ${path} FILE.zip`);
  const archive = await openArchive(path);
  try {
    return await intoEmptyServer(url, async (engine) => {
      await loaded(engine, archive);
      return heldBySeals(sqlOn(engine));
    });
  } finally {
    archive.close();
  }
}

/** A base beside the shop with an archive's rows in it. */
async function loadedBase(archive: ArchiveOpen, directory: string): Promise<PGlite> {
  const engine = await openEngine({ dataDir: join(directory, 'pg') });
  try {
    await loaded(engine, archive);
    return engine;
  } catch (failure) {
    await engine.close();
    throw failure;
  }
}

/** An archive of a backup, written beside the shop. */
export async function archiveOf(backup: string, path: string): Promise<ArchiveManifest> {
  const engine = await unpacked(backup);
  return archived(path, (to) => writeArchive(sqlOn(engine), to)).finally(() => engine.close());
}

/** An archive of the base a server holds, of one state of it, whatever is written meanwhile. */
/** The process that has a book open, and where its shop is reached from this computer; null where nobody has. */
export const whoHolds = (directory: string): Holder | null => holderOf(directory);

export async function archiveOfServer(path: string, url: string): Promise<ArchiveManifest> {
  const base = await openServer(url);
  return archived(path, (to) => base.snapshot((sql) => writeArchive(sql, to))).finally(() => base.close());
}

/** Written, read back to its last checksum, and only then given its name. */
async function archived(path: string, write: (path: string) => Promise<ArchiveManifest>): Promise<ArchiveManifest> {
  if (existsSync(path)) throw new Error(`${path} is there already: nothing is ever written over.`);
  const unproven = `${path}.unproven`;
  try {
    const manifest = await write(unproven);
    const archive = await openArchive(unproven);
    await everyChecksum(archive).finally(() => archive.close());
    renameSync(unproven, path);
    return manifest;
  } finally {
    rmSync(unproven, { force: true });
  }
}

async function intoEmpty(path: string, directory: string, kind: 'backup' | 'archive', open: () => Promise<PGlite>): Promise<Proof> {
  if (existsSync(directory) && readdirSync(directory).length > 0)
    throw new Error(`The directory ${directory} is not empty. Name a new one: nothing is ever written over.`);
  const was = existsSync(directory);
  mkdirSync(directory, { recursive: true });
  try {
    const engine = await open();
    return await proofOf(engine).finally(() => engine.close());
  } catch (failure) {
    rmSync(directory, { recursive: true, force: true });
    if (was) mkdirSync(directory);
    throw new Error(
      `${path} is not a whole ${kind} (${failure instanceof Error ? failure.message.split('\n')[0] : String(failure)}). Nothing was written.`,
      {
        cause: failure,
      },
    );
  }
}
