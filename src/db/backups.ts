import { existsSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { open, readFile, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { gunzip } from 'node:zlib';
import type { PGlite } from '@electric-sql/pglite';
import { openEngine } from './engine';

/** Backups: one file each, the whole base as the engine writes it, packed. A name begins with its time, so that they sort. */

/** Where the backups of a base lie, beside it. */
export const backupsOf = (directory: string): string => join(directory, 'backups');

export interface BackupFile {
  name: string;
  at: string;
  bytes: number;
}

const unzip = promisify(gunzip);

const NAMED = /^(\d{4}-\d\d-\d\d)T(\d\d)-(\d\d)-(\d\d)[a-z0-9-]*\.(tar\.gz|zip)$/;

/** The files there are, the newest first. Each was proven before it got its name. */
export const backupFiles = (directory: string): BackupFile[] => filesOf(directory, 'tar.gz');
/** The archives made of the book, beside its backups; they are kept until somebody takes them away. */
export const archiveFiles = (directory: string): BackupFile[] => filesOf(directory, 'zip');

function filesOf(directory: string, kind: 'tar.gz' | 'zip'): BackupFile[] {
  const place = backupsOf(directory);
  if (!existsSync(place)) return [];
  return readdirSync(place)
    .flatMap((name): BackupFile[] => {
      const read = NAMED.exec(name);
      return read?.[5] === kind
        ? [{ name, at: `${read[1]}T${read[2]}:${read[3]}:${read[4]}Z`, bytes: statSync(join(place, name)).size }]
        : [];
    })
    .sort((a, b) => b.name.localeCompare(a.name));
}

/** The name of a backup made now. @param why daily, by-hand, before-0009 … */
export const backupName = (why: string): string => `${new Date().toISOString().slice(0, 19).replaceAll(':', '-')}-${why}.tar.gz`;

/** Writes the bytes as far as the disk under a name of their own, has them proven, and only then gives them the name of a backup. Throws what the proof throws. */
export async function keepBackup(
  directory: string,
  name: string,
  bytes: Uint8Array,
  prove: (path: string) => Promise<void>,
): Promise<string> {
  mkdirSync(backupsOf(directory), { recursive: true });
  const path = join(backupsOf(directory), name);
  const unproven = `${path}.unproven`;
  try {
    const file = await open(unproven, 'w');
    await file.writeFile(bytes);
    await file.sync();
    await file.close();
    await prove(unproven);
    await rename(unproven, path);
  } catch (failure) {
    await rm(unproven, { force: true });
    throw failure;
  }
  return path;
}

/** Takes away what a process that was killed left half made: no backup yet, and no file any more. @returns their names */
export function sweepUnproven(directory: string): string[] {
  const place = backupsOf(directory);
  if (!existsSync(place)) return [];
  const left = readdirSync(place)
    .filter((name) => /\.(unproven|part)$/.test(name))
    .sort();
  for (const name of left) rmSync(join(place, name), { force: true });
  return left;
}

/** The last so many, and of each earlier month the last. From memory. */
const KEPT = 10;

/** Takes away what is older than needed; the last of each month stays. @param spared the one that is being brought back */
export function rotate(directory: string, spared = ''): void {
  const months = new Set<string>();
  backupFiles(directory).forEach(({ name }, i) => {
    const month = name.slice(0, 7);
    if (i >= KEPT && months.has(month) && name !== spared) rmSync(join(backupsOf(directory), name));
    months.add(month);
  });
}

/** Opens the base packed in a file: in memory, or, with a directory, as the base of that directory. The caller closes it. Throws where the file is no whole base. */
export async function unpacked(path: string, directory?: string): Promise<PGlite> {
  // Unpacked here: its check sum is looked at before the engine sees a byte.
  const loadDataDir = new Blob([new Uint8Array(await unzip(await readFile(path)))], { type: 'application/x-tar' });
  return openEngine({ ...(directory ? { dataDir: join(directory, 'pg') } : {}), loadDataDir });
}
