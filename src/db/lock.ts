import { createServer } from 'node:net';
import { linkSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const LOCK_FILE = 'mavrin.lock';

/**
 * The lock on a data directory. The engine takes none of its own: a second process would open the same files and ruin them.
 * The lock names the process and when it started, so that a number used again by another process does not count as alive.
 */
export interface Holder {
  pid: number;
  started: string;
  /** Where its shop is reached from this computer; '' where it listens nowhere. */
  address: string;
}

export class DataDirectoryTaken extends Error {
  constructor(directory: string, pid: number) {
    super(
      `The data directory ${directory} is in use by ${pid > 0 ? `process ${pid}` : 'another process'}. Stop that one first, or set MAVRIN_DATA to another place.`,
    );
    this.name = 'DataDirectoryTaken';
  }
}

/** State letter and start time (clock ticks since boot) of a process, fields 3 and 22 of /proc/PID/stat; null where there is none to read. */
function statOf(pid: number): { state: string; started: string } | null {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
    return { state: fields[0] ?? '', started: fields[19] ?? '' };
  } catch {
    return null;
  }
}

function isAlive({ pid, started }: Holder): boolean {
  try {
    process.kill(pid, 0);
  } catch (failure) {
    if ((failure as NodeJS.ErrnoException).code === 'ESRCH') return false;
  }
  const stat = statOf(pid);
  // A killed process that nobody has waited for yet keeps its number but holds nothing open.
  if (stat?.state === 'Z' || stat?.state === 'X') return false;
  return started === '' || stat?.started === started;
}

function readHolder(path: string): Holder | null {
  try {
    const read = JSON.parse(readFileSync(path, 'utf8')) as Partial<Holder>;
    // No process has such a number: 0 and below mean groups to the system, a fraction nothing at all.
    return Number.isInteger(read.pid) && read.pid! > 0
      ? { pid: read.pid!, started: read.started ?? '', address: read.address ?? '' }
      : null;
  } catch {
    return null;
  }
}

/** Who holds a data directory; null where nobody does. */
export const holderOf = (directory: string): Holder | null => readHolder(join(directory, LOCK_FILE));

/**
 * Holds the directory by the operating system itself: a socket without a file, named by the directory's own number on its disk, which goes with the process
 * however it ends. What happens to the lock file meanwhile changes nothing. Where the system has no such sockets the lock file alone decides.
 * @returns the function that lets go
 */
export async function holdDirectory(directory: string): Promise<() => void> {
  if (process.platform !== 'linux') return () => undefined;
  const { dev, ino } = statSync(directory);
  const held = createServer();
  await new Promise<void>((done, refuse) => {
    held.once('error', (failure: NodeJS.ErrnoException) =>
      refuse(failure.code === 'EADDRINUSE' ? new DataDirectoryTaken(directory, readHolder(join(directory, LOCK_FILE))?.pid ?? 0) : failure),
    );
    held.listen(`\0mavrin-${dev}-${ino}`, done);
  });
  held.unref();
  return () => held.close();
}

/** Takes the lock or throws DataDirectoryTaken. Returns the function that gives it back. */
export function takeLock(directory: string): () => void {
  const path = join(directory, LOCK_FILE);
  const mine = `${path}.${process.pid}`;
  writeFileSync(
    mine,
    JSON.stringify({
      pid: process.pid,
      started: statOf(process.pid)?.started ?? '',
      address: process.env.MAVRIN_LISTENS ?? '',
    } satisfies Holder),
  );
  try {
    for (let attempt = 0; attempt < 3; attempt += 1) {
      try {
        linkSync(mine, path);
        return () => {
          if (readHolder(path)?.pid === process.pid) rmSync(path, { force: true });
        };
      } catch (failure) {
        if ((failure as NodeJS.ErrnoException).code !== 'EEXIST') throw failure;
      }
      const holder = readHolder(path);
      if (holder && isAlive(holder)) throw new DataDirectoryTaken(directory, holder.pid);
      // Left behind by a process that is gone. Renaming is atomic: of two that try, one fails and looks again.
      try {
        renameSync(path, `${mine}.stale`);
        rmSync(`${mine}.stale`, { force: true });
      } catch {
        /* the other one was quicker */
      }
    }
    throw new DataDirectoryTaken(directory, readHolder(path)?.pid ?? 0);
  } finally {
    rmSync(mine, { force: true });
  }
}
