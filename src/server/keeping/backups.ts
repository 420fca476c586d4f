import { dayOf } from '@/catalogue/days';
import { execFile } from 'node:child_process';
import { existsSync, mkdirSync } from 'node:fs';
import { statfs } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import { promisify } from 'node:util';
import { dataDirectory, db } from '@/db/client';
import { archiveFiles, type BackupFile, backupFiles, backupName, backupsOf, keepBackup, rotate, sweepUnproven } from '@/db/backups';
import { type Answer, conflict, done, missing, refused } from '../answer';
import { TooLarge, whileKept } from './incoming';

/** Backups of the running shop: made daily and by hand, each proven by opening it in a scratch base and walking its seals. */

const run = promisify(execFile);
const DAY_MS = 86_400_000;
const LOOK_EVERY_MS = 3_600_000;
/** The shop is open and served before its first backup is looked after. */
const FIRST_LOOK_MS = 60_000;
/** Older than this the Floor warns. */
const OLD_MS = 2 * DAY_MS;
/** Less room than this and the Floor warns: a base and some backups of it. From memory. */
const MIN_FREE_BYTES = 500e6;

/** One of the shop's own commands in a process of its own, so that nobody waits. @returns what it said; throws with its words where it failed */
async function ownCommand(command: string, ...words: string[]): Promise<string> {
  const path = resolve(/* turbopackIgnore: true */ process.cwd(), 'src/cli', command);
  return (await run('node', ['--conditions=react-server', '--import', 'tsx', path, ...words])).stdout;
}

/** Opens the file, counts, looks at every page, walks the seals. */
const proven = async (path: string): Promise<void> => void (await ownCommand('prove.ts', path));

/** A server is backed up by its own means. */
class OnServer extends Error {}
const isOnServer = async (): Promise<boolean> => (await db()).dump === null;

let making: Promise<string> | null = null;

/** Makes a backup now, or waits for the one being made. @returns its path */
export function backUp(why: string, spared = ''): Promise<string> {
  making ??= (async () => {
    const { dump } = await db();
    if (!dump) throw new OnServer();
    const path = await keepBackup(dataDirectory(), backupName(why), await dump(), proven);
    rotate(dataDirectory(), spared);
    return path;
  })().finally(() => (making = null));
  return making;
}

export async function backUpByHand(why = 'by-hand', spared = ''): Promise<Answer<{ path: string }>> {
  try {
    return done({ path: await backUp(why, spared) });
  } catch (failure) {
    if (failure instanceof OnServer) return refused('backup-on-server');
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
    const [found = ''] = (await ownCommand('restore.ts', join(backupsOf(here), name), directory)).split('\n');
    return done({ directory, found });
  } catch (failure) {
    console.error('The backup could not be brought back:', failure);
    return refused('restore-failed');
  }
}

/** Makes an archive of the book as it stands: from a backup proven now, beside the shop, so that nobody waits. Refusals: backup-failed, archive-failed. */
export async function makeArchive(): Promise<Answer<{ name: string; found: string }>> {
  const backup = (await isOnServer()) ? null : await backUpByHand('before-archive');
  if (backup && !backup.ok) return backup;
  mkdirSync(backupsOf(dataDirectory()), { recursive: true });
  const of = backup ? ['--of', backup.value.path] : [];
  const name = backupName('archive').replace(/\.tar\.gz$/, '.zip');
  try {
    return done({ name, found: (await ownCommand('archive.ts', ...of, join(backupsOf(dataDirectory()), name))).trim() });
  } catch (failure) {
    console.error('The archive could not be made:', failure);
    return refused('archive-failed');
  }
}

/** An archive as it lies beside the book, to be handed on; null where there is none of that name. */
export function archiveFile(name: string): { path: string; bytes: number } | null {
  const file = archiveFiles(dataDirectory()).find((f) => f.name === name);
  return file ? { path: join(backupsOf(dataDirectory()), file.name), bytes: file.bytes } : null;
}

/**
 * Takes an archive in beside the book, into a directory of its own; the book that is open is not touched. Refusals: archive-too-large, archive-refused with the reader's own words.
 * @param parts the file as it comes
 */
export async function takeArchiveIn(parts: AsyncIterable<Uint8Array>): Promise<Answer<{ directory: string; found: string }>> {
  const here = dataDirectory();
  const stamp = backupName('').slice(0, 19);
  const directory = `${here}-archive-${stamp}`;
  mkdirSync(backupsOf(here), { recursive: true });
  try {
    const said = await whileKept(parts, MAX_ARCHIVE_BYTES, (file) => ownCommand('restore.ts', file, directory), backupsOf(here));
    return done({ directory, found: said.split('\n')[0] ?? '' });
  } catch (failure) {
    if (failure instanceof TooLarge) return refused('archive-too-large', [], { most: MAX_ARCHIVE_BYTES / 1e9 });
    const said = (failure as { stderr?: string }).stderr?.trim().split('\n')[0];
    // Without the name it had on its way in, which nobody gave it.
    const words = said?.replace(/^.* is not a whole \w+ \((.*)\)\. Nothing was written\.$/, '$1');
    console.error('The archive could not be taken in:', failure);
    return refused('archive-refused', [], { words: words || 'The file cannot be read.' });
  }
}

/** The most an archive taken in over the network may hold; a larger one is brought in at the computer itself. From memory. */
const MAX_ARCHIVE_BYTES = 4e9;

/** Looks now and then whether the newest backup is a day old, and makes the next. MAVRIN_BACKUP=off leaves it to the shop. */
export function keepBackingUp(): void {
  sweepUnproven(dataDirectory());
  if (process.env.MAVRIN_BACKUP === 'off') return;
  const look = async () => {
    if (await isOnServer()) return;
    const [newest] = backupFiles(dataDirectory());
    if (newest && Date.now() - Date.parse(newest.at) < DAY_MS) return;
    await backUp('daily');
  };
  const looked = () => void look().catch((failure: unknown) => console.error('The daily backup failed:', failure));
  setTimeout(looked, FIRST_LOOK_MS).unref();
  setInterval(looked, LOOK_EVERY_MS).unref();
}

export interface BackupState {
  place: string;
  /** The book stands on a PostgreSQL server, whose own means back it up. */
  isOnServer: boolean;
  files: BackupFile[];
  archives: BackupFile[];
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
  const onServer = await isOnServer();
  const isOff = process.env.MAVRIN_BACKUP === 'off' || onServer;
  const isOld = newest ? Date.now() - Date.parse(newest.at) > OLD_MS : process.uptime() * 1000 > 2 * LOOK_EVERY_MS;
  const warning =
    free < MIN_FREE_BYTES
      ? `The disk is nearly full: ${(free / 1e6).toFixed(0)} MB are free.`
      : isOld && !isOff
        ? newest
          ? `The last good backup is from ${dayOf(newest.at)}.`
          : 'There is no backup yet.'
        : null;
  return { place: backupsOf(directory), isOnServer: onServer, files, archives: archiveFiles(directory), warning };
}
