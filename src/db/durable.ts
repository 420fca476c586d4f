import { readdirSync, statSync } from 'node:fs';
import { open } from 'node:fs/promises';
import { join } from 'node:path';

/**
 * The engine writes its files but never asks the disk to keep them: a killed process loses nothing, a power cut may.
 * This makes them durable in the order recovery relies on: the write-ahead log, then the data files, then the control file; last the folder of the log, out of which
 * parts go that the control file no longer needs. Nothing may be written meanwhile: pages must not reach the disk before the log that explains them.
 */
const orderOf = (path: string) => (path.endsWith('/pg_wal') ? 3 : path.includes('/pg_wal') ? 0 : path.includes('/pg_control') ? 2 : 1);

/** Every file and folder with its time. At one go: a thousand looks take ten milliseconds so, and seconds where each waits its turn between requests while the base is held. */
function filesBelow(directory: string): { path: string; mtimeMs: number }[] {
  const found = [{ path: directory, mtimeMs: statSync(directory).mtimeMs }];
  for (const item of readdirSync(directory, { withFileTypes: true })) {
    const path = join(directory, item.name);
    if (item.isDirectory()) found.push(...filesBelow(path));
    else if (item.isFile()) found.push({ path, mtimeMs: statSync(path).mtimeMs });
  }
  return found;
}

/** Asks the disk to keep one file or folder. */
export async function syncToDisk(path: string): Promise<void> {
  const handle = await open(path, 'r');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}

/** A second of slack: file times are coarser than the clock. */
const COARSE_MS = 1000;

const isGone = (failure: unknown) => (failure as NodeJS.ErrnoException).code === 'ENOENT';

/** Makes every file and folder changed since the last call durable. Returns how many it had to. @param keep how one is brought to the disk */
export function durableStore(directory: string, keep: (path: string) => Promise<void> = syncToDisk): () => Promise<number> {
  /** The time each carried when it was last kept; told by the files themselves, so that a clock turned back hides no change. */
  const keptAt = new Map<string, number>();
  return async () => {
    const begunMs = Date.now();
    const changed = filesBelow(directory).filter(({ path, mtimeMs }) => keptAt.get(path) !== mtimeMs);
    changed.sort((a, b) => orderOf(a.path) - orderOf(b.path));
    for (const { path, mtimeMs } of changed) {
      try {
        await keep(path);
        // File times are coarse: one that changed this very moment may change again under the same time, and is kept once more.
        if (Math.abs(begunMs - mtimeMs) > COARSE_MS) keptAt.set(path, mtimeMs);
        else keptAt.delete(path);
      } catch (failure) {
        if (!isGone(failure)) throw failure;
      }
    }
    return changed.length;
  };
}
