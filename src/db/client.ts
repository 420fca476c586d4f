import 'server-only';
import { mkdirSync } from 'node:fs';
import { readdir, readFile } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import type { PGlite } from '@electric-sql/pglite';
import { durableStore, syncToDisk } from './durable';
import { openEngine } from './engine';
import { backupName, keepBackup, unpacked } from './backups';
import { openedOrNamed, refuseFaulty, refuseToBeginOver } from './damage';
import { holdDirectory, takeLock } from './lock';

/** One way to ask: parameterised SQL, rows as plain objects. The name of the method says how many rows are expected. */
export interface Sql {
  many<Row>(text: string, parameters?: unknown[]): Promise<Row[]>;
  maybeOne<Row>(text: string, parameters?: unknown[]): Promise<Row | null>;
  one<Row>(text: string, parameters?: unknown[]): Promise<Row>;
  none(text: string, parameters?: unknown[]): Promise<void>;
}

export interface Db extends Sql {
  /** Runs `work` in one transaction; inside it only the handle given may be used. */
  transaction<T>(work: (sql: Sql) => Promise<T>): Promise<T>;
  /** Returns when everything acknowledged so far would outlive a power cut. */
  makeDurable(): Promise<number>;
  /** Everything acknowledged up to this moment of this computer's clock is on the disk, ms. */
  durableUpToMs(): number;
  /** The whole base, packed, as it stands now. */
  dump(): Promise<Uint8Array>;
  close(): Promise<void>;
}

export class BaseIsNewer extends Error {
  constructor(base: number, program: number) {
    super(`This base was written by a newer Mavrin (version ${base} of its tables; this program knows ${program}). Use the newer program.`);
    this.name = 'BaseIsNewer';
  }
}

const dumpOf = async (engine: PGlite): Promise<Uint8Array> => new Uint8Array(await (await engine.dumpDataDir('gzip')).arrayBuffer());

type Queryable = Pick<PGlite, 'query'>;

/** What an engine's failure tells beside its words. */
interface EngineFailure {
  code?: string;
  constraint?: string;
  message: string;
}

/** What the engine's codes mean (PostgreSQL, appendix A). */
const REFUSED_BY: Record<string, string> = { '23502': 'not null', '23503': 'foreign key', '23505': 'unique', '23514': 'check' };

/** Our own refusals, raised by triggers: they hold nothing that was typed. */
const OWN_WORDS = /MAVRIN_[A-Z_]+(: [^\n]*)?/;

/** A query the base refused. The engine's own words, details and parameters may hold what somebody typed: none of it goes on into logs or answers. */
export class QueryFailed extends Error {
  readonly code: string;
  constructor({ code = '', constraint, message }: EngineFailure, text: string) {
    const why =
      OWN_WORDS.exec(message)?.[0] ?? `the base refused it, it violates ${REFUSED_BY[code] ?? code}${constraint ? ` ${constraint}` : ''}`;
    super(`${why}: ${text.replace(/\s+/g, ' ').trim().slice(0, 80)}`);
    this.name = 'QueryFailed';
    this.code = code;
  }
}

const isEngineFailure = (failure: unknown): failure is EngineFailure & Error =>
  failure instanceof Error && 'code' in failure && !(failure instanceof QueryFailed);

/** The one way to ask, over an engine that is open. */
export function sqlOn(engine: Queryable): Sql {
  const asked = async <Row>(text: string, parameters: unknown[]) => {
    try {
      return await engine.query<Row>(text, parameters);
    } catch (failure) {
      throw isEngineFailure(failure) ? new QueryFailed(failure, text) : failure;
    }
  };
  const many = async <Row>(text: string, parameters: unknown[] = []) => (await asked<Row>(text, parameters)).rows;
  const maybeOne = async <Row>(text: string, parameters: unknown[] = []) => {
    const rows = await many<Row>(text, parameters);
    if (rows.length > 1) throw new Error(`expected at most one row, found ${rows.length}`);
    return rows[0] ?? null;
  };
  return {
    many,
    maybeOne,
    one: async <Row>(text: string, parameters: unknown[] = []) => {
      const row = await maybeOne<Row>(text, parameters);
      if (row === null) throw new Error('expected one row, found none');
      return row;
    },
    none: async (text, parameters = []) => {
      await asked(text, parameters);
    },
  };
}

const MIGRATIONS = resolve(/* turbopackIgnore: true */ process.cwd(), 'src/db/migrations');

/** Numbered SQL files in order, one transaction each, the ledger's row first. A base newer than the program is refused. @param before what is done before a base that has something in it is changed */
export async function migrate(
  engine: PGlite,
  directory = MIGRATIONS,
  before: (file: string) => Promise<void> = async () => undefined,
): Promise<void> {
  await engine.exec(
    'CREATE TABLE IF NOT EXISTS migration (version integer PRIMARY KEY, name text NOT NULL, at timestamptz NOT NULL DEFAULT now())',
  );
  const files = (await readdir(directory)).filter((f) => /^\d{4}_.+\.sql$/.test(f)).sort();
  const done =
    (await engine.query<{ version: number }>('SELECT coalesce(max(version), 0)::int AS version FROM migration')).rows[0]?.version ?? 0;
  if (done > files.length) throw new BaseIsNewer(done, files.length);
  const first = files.find((file) => Number(file.slice(0, 4)) > done);
  if (done > 0 && first) await before(first);
  for (const file of files) {
    const version = Number(file.slice(0, 4));
    if (version <= done) continue;
    const text = await readFile(join(directory, file), 'utf8');
    await engine.transaction(async (tx) => {
      await tx.query('INSERT INTO migration (version, name) VALUES ($1, $2)', [version, file]);
      await tx.exec(text);
    });
  }
}

/** How long after a change the files are made durable when nobody waits for it. */
const DURABLE_AFTER_MS = 600;

/** Share of letter triples two words must have in common to count as spelt alike: two letters changed places in a word of five. From memory. */
const ALIKE_FROM = 0.2;

/** Opens the base of a directory, making it where there is none. Throws DataDirectoryTaken or BaseIsNewer. @param keep how a file is brought to the disk; tried without a disk in tests */
export async function openDb(directory: string, keep = syncToDisk): Promise<Db> {
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
    await migrate(engine, MIGRATIONS, async (file) => {
      const bytes = await dumpOf(engine);
      await keepBackup(directory, backupName(`before-${file.slice(0, 4)}`), bytes, async (path) => (await unpacked(path)).close());
    });
    await engine.query('SELECT set_limit($1)', [ALIKE_FROM]);
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
    dump: () => dumpOf(engine),
    close: async () => {
      if (timer) clearTimeout(timer);
      await engine.close();
      await chain.then(store, store);
      giveBack();
    },
  };
}

/** The shop is closing: nothing is begun any more. */
export class ShopCloses extends Error {
  constructor() {
    super('The shop’s computer is closing. What was acknowledged is kept; send the rest again in a moment.');
    this.name = 'ShopCloses';
  }
}

const place = globalThis as typeof globalThis & { mavrinDb?: Promise<Db>; mavrinCloses?: boolean };

/** Where this process keeps its book. */
export const dataDirectory = (): string => resolve(/* turbopackIgnore: true */ process.env.MAVRIN_DATA ?? '.data/shop');

/** The process's one base, opened at the first call. Survives hot reload; a failed opening is forgotten so that it can be tried again. */
export function db(): Promise<Db> {
  if (place.mavrinCloses) return Promise.reject(new ShopCloses());
  place.mavrinDb ??= openDb(dataDirectory()).catch((failure: unknown) => {
    place.mavrinDb = undefined;
    throw failure;
  });
  return place.mavrinDb;
}

/** From here on nothing is begun; what is under way comes to its end before the base is closed. */
export const beginClosing = (): void => {
  place.mavrinCloses = true;
};

export async function closeDb(): Promise<void> {
  const open = place.mavrinDb;
  place.mavrinDb = undefined;
  await (await open)?.close();
}
