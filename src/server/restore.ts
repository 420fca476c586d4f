import type { PGlite } from '@electric-sql/pglite';
import { existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { backupName, keepBackup, unpacked } from '@/db/backups';
import { faultsOf } from '@/db/check';
import { openDb, sqlOn } from '@/db/client';
import { checkSeals, type SealCheck } from './seals';

/** Opens a backup apart from the shop: to prove it, or to bring it back. */

export interface Proof extends SealCheck {
  jobs: number;
}

async function proofOf(engine: PGlite): Promise<Proof> {
  const faults = await faultsOf(engine, 'whole');
  if (faults[0]) throw new Error(`${faults[0].of}: ${faults[0].wrong}`);
  const sql = sqlOn(engine);
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
  const base = await openDb(directory);
  try {
    return await keepBackup(directory, backupName('by-hand'), await base.dump(), async (path) => void (await prove(path)));
  } finally {
    await base.close();
  }
}

/** Brings a backup back into a directory that is empty or not there; a file that is not whole leaves nothing behind. */
export async function restore(path: string, directory: string): Promise<Proof> {
  if (existsSync(directory) && readdirSync(directory).length > 0)
    throw new Error(`The directory ${directory} is not empty. Name a new one: nothing is ever written over.`);
  const was = existsSync(directory);
  mkdirSync(directory, { recursive: true });
  try {
    const engine = await unpacked(path, directory);
    return await proofOf(engine).finally(() => engine.close());
  } catch (failure) {
    rmSync(directory, { recursive: true, force: true });
    if (was) mkdirSync(directory);
    throw new Error(
      `${path} is not a whole backup (${failure instanceof Error ? failure.message.split('\n')[0] : String(failure)}). Nothing was written.`,
      {
        cause: failure,
      },
    );
  }
}
