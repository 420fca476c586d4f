import { existsSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { PGlite } from '@electric-sql/pglite';
import { backupFiles, backupsOf } from './backups';
import { faultsOf } from './check';

/** A base that is not whole: what is wrong, what is safe, what to do. */
export class BaseDamaged extends Error {
  constructor(directory: string, wrong: string, cause?: unknown) {
    super(
      `The book in ${directory} is damaged: ${wrong} Nothing was written to it. Keep the directory as it is, and bring the newest good backup back into an empty one: ${newestBackup(directory)}.`,
      { cause },
    );
    this.name = 'BaseDamaged';
  }
}

function newestBackup(directory: string): string {
  const [newest] = backupFiles(directory);
  return newest ? `npm run restore -- ${join(backupsOf(directory), newest.name)} NEW_DIRECTORY` : 'there is none beside it';
}

/** Stands in the directory while a book is begun and never after: what it finds half made is made anew, for nothing can be in it yet. */
const FIRST_START = 'first-start';

/**
 * A directory that holds anything of a base is never begun over. Without the engine's own mark it is damaged, unless it is a first start that did not come to its end.
 * @returns to be called once the base is whole
 */
export function refuseToBeginOver(directory: string): () => void {
  const [pg, mark] = [join(directory, 'pg'), join(directory, FIRST_START)];
  const holds = existsSync(pg) && readdirSync(pg).length > 0;
  if (holds && existsSync(mark)) rmSync(pg, { recursive: true, force: true });
  else if (holds && !existsSync(join(pg, 'PG_VERSION'))) throw new BaseDamaged(directory, 'the file PG_VERSION is missing.');
  if (!existsSync(pg) || readdirSync(pg).length === 0) writeFileSync(mark, 'a book is being begun here\n');
  return () => rmSync(mark, { force: true });
}

/** The engine says little of what it trips over: what cannot be opened is named as damage, in words. */
export async function openedOrNamed<T>(directory: string, open: () => Promise<T>): Promise<T> {
  try {
    return await open();
  } catch (failure) {
    const words = failure instanceof Error ? failure.message : String(failure);
    throw new BaseDamaged(directory, `the engine cannot open it (${words.split('\n')[0]!.slice(0, 160)}).`, failure);
  }
}

/** Before anything is asked of a base: tables that lost part of their file, or that their index does not know, are no book to write in. */
export async function refuseFaulty(directory: string, engine: PGlite): Promise<void> {
  const faults = await faultsOf(engine, 'quick');
  if (faults.length === 0) return;
  await engine.close().catch(() => undefined);
  const [first] = faults;
  const more = faults.length > 1 ? ` ${faults.length - 1} more were found;` : '';
  throw new BaseDamaged(directory, `${first!.of}: ${first!.wrong}.${more} npm run check says all of it.`);
}
