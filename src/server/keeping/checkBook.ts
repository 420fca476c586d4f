import type { PGlite } from '@electric-sql/pglite';
import { cpSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { backupFiles, backupsOf, unpacked } from '@/db/backups';
import { faultsOf } from '@/db/check';
import { sqlOn } from '@/db/client';
import { openEngine } from '@/db/engine';
import { holdDirectory } from '@/db/lock';
import { openToOthers } from '@/db/own';
import { openServer } from '@/db/server';
import { BROKEN_WORDS } from '@/schema/sealWords';
import { checkSeals } from './seals';

/** Looks at a whole book, or at a backup, and says what is wrong with it. A book is looked at in a copy: opening its own files could change what is to be kept as it is. */

export interface BookCheck {
  jobs: number;
  records: number;
  lastSeal: string | null;
  /** A sentence each. */
  wrong: string[];
  /** To be brought back if anything is; null where there is none. */
  newestBackup: string | null;
}

async function look(engine: PGlite): Promise<Omit<BookCheck, 'newestBackup'>> {
  const wrong = (await faultsOf(engine, 'whole')).map(({ of, wrong: what }) => `${of}: ${what}.`);
  const sql = sqlOn(engine);
  try {
    const { jobs } = await sql.one<{ jobs: number }>('SELECT count(*)::int AS jobs FROM job');
    const { records, broken, lastSeal } = await checkSeals(sql);
    return {
      jobs,
      records,
      lastSeal,
      wrong: [...wrong, ...broken.map((b) => `record ${b.id} of job ${b.jobId}: ${BROKEN_WORDS[b.what]}.`)],
    };
  } catch (failure) {
    const words = failure instanceof Error ? failure.message : String(failure);
    return { jobs: 0, records: 0, lastSeal: null, wrong: [...wrong, `the seals could not be walked (${words.slice(0, 160)}).`] };
  }
}

/** @param path a data directory, which no shop may have open, or a backup */
export async function checkBook(path: string): Promise<BookCheck> {
  if (path.endsWith('.tar.gz')) {
    const engine = await unpacked(path);
    return { ...(await look(engine).finally(() => engine.close())), newestBackup: null };
  }
  const [newest] = backupFiles(path);
  const newestBackup = newest ? join(backupsOf(path), newest.name) : null;
  const none = { jobs: 0, records: 0, lastSeal: null, newestBackup };
  if (!existsSync(join(path, 'pg', 'PG_VERSION'))) return { ...none, wrong: ['the file PG_VERSION is missing: this is no whole book.'] };
  const letGo = await holdDirectory(path);
  const copy = mkdtempSync(join(tmpdir(), 'mavrin-check-'));
  try {
    cpSync(join(path, 'pg'), join(copy, 'pg'), { recursive: true });
    const engine = await openEngine({ dataDir: join(copy, 'pg') });
    const found = await look(engine).finally(() => engine.close());
    const open = openToOthers(path);
    const wrong =
      open === 0
        ? found.wrong
        : [
            ...found.wrong,
            `${open} of its files and directories are open to other accounts of this computer; opening the shop puts that right.`,
          ];
    return { ...found, wrong, newestBackup };
  } catch (failure) {
    const words = failure instanceof Error ? failure.message.split('\n')[0]!.slice(0, 160) : String(failure);
    return { ...none, wrong: [`the engine cannot open it (${words}).`] };
  } finally {
    letGo();
    rmSync(copy, { recursive: true, force: true });
  }
}

/** The book on a PostgreSQL server: every seal is walked; pages and indexes are the server's own, and its tools look at them. */
export async function checkServerBook(url: string): Promise<BookCheck> {
  const base = await openServer(url);
  try {
    const { jobs } = await base.one<{ jobs: number }>('SELECT count(*)::int AS jobs FROM job');
    const { records, broken, lastSeal } = await base.snapshot(checkSeals);
    return {
      jobs,
      records,
      lastSeal,
      wrong: broken.map((b) => `record ${b.id} of job ${b.jobId}: ${BROKEN_WORDS[b.what]}.`),
      newestBackup: null,
    };
  } finally {
    await base.close();
  }
}
