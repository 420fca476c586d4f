import { execFile } from 'node:child_process';
import { existsSync } from 'node:fs';
import { statfs } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import { promisify } from 'node:util';
import { dataDirectory, db } from '@/db/client';
import { type BackupFile, backupFiles, backupName, backupsOf, keepBackup, rotate } from '@/db/backups';
import { type Answer, conflict, done, missing, refused } from './answer';

/** Backups of the running shop: made daily and by hand, each proven by opening it in a scratch base and walking its seals. */

const run = promisify(execFile);
const DAY_MS = 86_400_000;
const LOOK_EVERY_MS = 3_600_000;
/** The shop is open and served before its first backup is looked after. */
const FIRST_LOOK_MS = 60_000;
/** Older than this the Floor warns. */
const OLD_MS = 2 * DAY_MS;
/** Less room than this and the Floor warns: a base and some backups of it. From memory. */
const LEAST_FREE_BYTES = 500e6;

/** One of the shop's own commands in a process of its own, so that nobody waits. @returns what it said; throws with its words where it failed */
async function aside(command: string, ...words: string[]): Promise<string> {
  const path = resolve(/* turbopackIgnore: true */ process.cwd(), 'src/cli', command);
  return (await run('node', ['--conditions=react-server', '--import', 'tsx', path, ...words])).stdout;
}

/** Opens the file, counts, looks at every page, walks the seals. */
const proven = async (path: string): Promise<void> => void (await aside('prove.ts', path));

let making: Promise<string> | null = null;

/** Makes a backup now, or waits for the one being made. @returns its path */
export function backUp(why: string, spared = ''): Promise<string> {
  making ??= (async () => {
    const path = await keepBackup(dataDirectory(), backupName(why), await (await db()).dump(), proven);
    rotate(dataDirectory(), spared);
    return path;
  })().finally(() => (making = null));
  return making;
}

export async function backUpByHand(why = 'by-hand', spared = ''): Promise<Answer<{ path: string }>> {
  try {
    return done({ path: await backUp(why, spared) });
  } catch (failure) {
    console.error('The backup failed:', failure);
    return refused('backup-failed');
  }
}

/**
 * Brings a backup back beside the book, into a directory of its own, proven there; the book that is open is not touched, and a backup of it is made first.
 * Refusals: not-found, already-exists, backup-failed, restore-failed.
 */
export async function bringBack(name: string): Promise<Answer<{ directory: string; found: string }>> {
  const here = dataDirectory();
  const file = backupFiles(here).find((f) => f.name === name);
  if (!file) return missing('backup of that name');
  const directory = `${here}-restored-${name.slice(0, 19)}`;
  if (existsSync(directory)) return conflict('already-exists', ['name'], { what: `The directory ${directory}` });
  const before = await backUpByHand('before-restore', name);
  if (!before.ok) return before;
  try {
    const [found = ''] = (await aside('restore.ts', join(backupsOf(here), name), directory)).split('\n');
    return done({ directory, found });
  } catch (failure) {
    console.error('The backup could not be brought back:', failure);
    return refused('restore-failed');
  }
}

/** Looks now and then whether the newest backup is a day old, and makes the next. MAVRIN_BACKUP=off leaves it to the shop. */
export function keepBackingUp(): void {
  if (process.env.MAVRIN_BACKUP === 'off') return;
  const look = () => {
    const [newest] = backupFiles(dataDirectory());
    if (newest && Date.now() - Date.parse(newest.at) < DAY_MS) return;
    backUp('daily').catch((failure: unknown) => console.error('The daily backup failed:', failure));
  };
  setTimeout(look, FIRST_LOOK_MS).unref();
  setInterval(look, LOOK_EVERY_MS).unref();
}

export interface BackupState {
  place: string;
  files: BackupFile[];
  /** What the Floor warns of; null where all is well. */
  warning: string | null;
}

export async function backupState(): Promise<BackupState> {
  const directory = dataDirectory();
  const files = backupFiles(directory);
  const [newest] = files;
  const free = await statfs(directory).then(
    ({ bavail, bsize }) => bavail * bsize,
    () => Infinity,
  );
  const isOff = process.env.MAVRIN_BACKUP === 'off';
  const isOld = newest ? Date.now() - Date.parse(newest.at) > OLD_MS : process.uptime() * 1000 > 2 * LOOK_EVERY_MS;
  const warning =
    free < LEAST_FREE_BYTES
      ? `The disk is nearly full: ${(free / 1e6).toFixed(0)} MB are free.`
      : isOld && !isOff
        ? newest
          ? `The last good backup is from ${newest.at.slice(0, 10)}.`
          : 'There is no backup yet.'
        : null;
  return { place: backupsOf(directory), files, warning };
}
