import { execFile } from 'node:child_process';
import { statfs } from 'node:fs/promises';
import { resolve } from 'node:path';
import { promisify } from 'node:util';
import { dataDirectory, db } from '@/db/client';
import { type BackupFile, backupFiles, backupName, backupsOf, keepBackup, rotate } from '@/db/backups';
import { type Answer, done, refused } from './answer';

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

/** In a process of its own, so that nobody waits: opens the file, counts, walks the seals. Throws with its words where it is not whole. */
async function proven(path: string): Promise<void> {
  const prove = resolve(/* turbopackIgnore: true */ process.cwd(), 'src/cli/prove.ts');
  await run('node', ['--conditions=react-server', '--import', 'tsx', prove, path]);
}

let making: Promise<string> | null = null;

/** Makes a backup now, or waits for the one being made. @returns its path */
export function backUp(why: string): Promise<string> {
  making ??= (async () => {
    const path = await keepBackup(dataDirectory(), backupName(why), await (await db()).dump(), proven);
    rotate(dataDirectory());
    return path;
  })().finally(() => (making = null));
  return making;
}

export async function backUpByHand(): Promise<Answer<{ path: string }>> {
  try {
    return done({ path: await backUp('by-hand') });
  } catch (failure) {
    console.error('The backup failed:', failure);
    return refused('backup-failed');
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
