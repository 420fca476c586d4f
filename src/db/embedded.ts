import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import type { PGlite } from '@electric-sql/pglite';
import { backupName, keepBackup, unpacked } from './backups';
import { branchHere } from './branch';
import { openedOrNamed, refuseFaulty, refuseToBeginOver } from './damage';
import { durableStore, syncToDisk } from './durable';
import { openEngine } from './engine';
import { holdDirectory, takeLock } from './lock';
import { migrate } from './migrate';
import { ALIKE_FROM, type Db, sqlOn } from './sql';

/** The engine in this process, over a directory of this computer. */

const dumpOf = async (engine: PGlite): Promise<Uint8Array> => new Uint8Array(await (await engine.dumpDataDir('gzip')).arrayBuffer());

/** How long after a change the files are made durable when nobody waits for it. */
const DURABLE_AFTER_MS = 600;

/** Opens the base of a directory, making it where there is none. Throws DataDirectoryTaken or BaseIsNewer. @param keep how a file is brought to the disk; tried without a disk in tests */
export async function openEmbedded(directory: string, keep = syncToDisk): Promise<Db> {
  mkdirSync(directory, { recursive: true });
  const letGo = await holdDirectory(directory);
  let giveBack: () => void;
  try {
    const unlock = takeLock(directory);
    giveBack = () => (unlock(), letGo());
  } catch (failure) {
    letGo();
    throw failure;
  }
  const store = durableStore(join(directory, 'pg'), keep);
  let engine: PGlite;
  try {
    const begun = refuseToBeginOver(directory);
    engine = await openedOrNamed(directory, () => openEngine({ dataDir: join(directory, 'pg') }));
    await engine.exec('CREATE EXTENSION IF NOT EXISTS pg_trgm');
    await refuseFaulty(directory, engine);
    await migrate(engine, undefined, async (file) => {
      const bytes = await dumpOf(engine);
      await keepBackup(directory, backupName(`before-${file.slice(0, 4)}`), bytes, async (path) => (await unpacked(path)).close());
    });
    await engine.query('SELECT set_limit($1)', [ALIKE_FROM]);
    await engine.query("SELECT set_config('mavrin.branch', $1, false)", [branchHere()]);
    begun();
  } catch (failure) {
    giveBack();
    throw failure;
  }
  let chain: Promise<unknown> = Promise.resolve();
  let durableUpToMs = 0;
  // Alone with the files: a page must not reach the disk before the log that explains it.
  const storeAlone = () =>
    engine.runExclusive(async () => {
      const begunMs = Date.now();
      const count = await store();
      durableUpToMs = begunMs;
      return count;
    });
  const makeDurable = () => {
    const next = chain.then(storeAlone, storeAlone);
    chain = next.catch(() => undefined);
    return next;
  };
  let timer: NodeJS.Timeout | null = null;
  const durableSoon = () => {
    timer ??= setTimeout(() => {
      timer = null;
      makeDurable().catch((failure: unknown) => console.error('The base could not be made durable:', failure));
    }, DURABLE_AFTER_MS);
    timer.unref();
  };
  durableSoon();
  return {
    ...sqlOn(engine),
    transaction: async (work) => {
      const result = await engine.transaction((tx) => work(sqlOn(tx)));
      durableSoon();
      return result;
    },
    makeDurable,
    durableUpToMs: () => durableUpToMs,
    snapshot: (work) => engine.transaction((tx) => work(sqlOn(tx))),
    dump: () => dumpOf(engine),
    tellOthers: () => Promise.resolve(),
    hearOthers: () => undefined,
    close: async () => {
      if (timer) clearTimeout(timer);
      await engine.close();
      await chain.then(store, store);
      giveBack();
    },
  };
}
