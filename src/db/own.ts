import { chmodSync, existsSync, lstatSync, mkdirSync, readdirSync } from 'node:fs';
import { join } from 'node:path';

/** The book's directory belongs to the account the shop runs under: no other account of the computer reads or writes it. */

const OTHERS = 0o077;
/** Windows keeps rights otherwise: there the directory lies where its account alone may go. */
const hasModes = process.platform !== 'win32';

function* within(directory: string): Generator<{ path: string; mode: number; isDirectory: boolean }> {
  for (const name of readdirSync(directory)) {
    const path = join(directory, name);
    const found = lstatSync(path, { throwIfNoEntry: false });
    if (!found || found.isSymbolicLink()) continue;
    yield { path, mode: found.mode, isDirectory: found.isDirectory() };
    if (found.isDirectory()) yield* within(path);
  }
}

/** Everything written from now on is of this account alone; what lies in the directory already is made so. */
export function keepToOwner(directory: string): void {
  if (!hasModes) return;
  process.umask(OTHERS);
  mkdirSync(directory, { recursive: true, mode: 0o700 });
  chmodSync(directory, 0o700);
  for (const { path, mode, isDirectory } of within(directory)) if (mode & OTHERS) chmodSync(path, isDirectory ? 0o700 : 0o600);
}

/** How many files and directories of the book other accounts may reach. */
export function openToOthers(directory: string): number {
  if (!hasModes || !existsSync(directory)) return 0;
  let count = lstatSync(directory).mode & OTHERS ? 1 : 0;
  for (const { mode } of within(directory)) if (mode & OTHERS) count += 1;
  return count;
}
