import { setTimeout as wait } from 'node:timers/promises';
import { Client, type ClientConfig, Pool, type PoolClient, TypeOverrides } from 'pg';
import { branchHere } from './branch';
import { PARSERS } from './engine';
import { breaker } from './breaker';
import { openLine } from './line';
import { migrate, type Migrated } from './migrate';
import { ALIKE_FROM, BaseAway, type Db, isAway, type Sql, sqlOn } from './sql';

/** A PostgreSQL server (version 15 and later) in place of the engine in this process: the same SQL, several processes of the program over one base (decision 0031). */

/** Connections of one process; the server's own limit is shared by all. MAVRIN_POOL names another count. From memory. */
const POOL = 10;
/** A server that does not answer by then is away. */
const CONNECTS_WITHIN_MS = 5000;
const OLDEST = 15;

export class ServerAway extends Error {
  constructor(cause: unknown) {
    // The words of the driver name the place and the user, never the secret.
    super(
      `The PostgreSQL server of DATABASE_URL cannot be used (${cause instanceof Error ? cause.message || (cause as { code?: string }).code : String(cause)}).`,
    );
    this.name = 'ServerAway';
  }
}

/** What the engine sends as text, read as the embedded engine's is: lists of it element by element. */
function parsers(): TypeOverrides {
  const types = new TypeOverrides();
  const texts = types.getTypeParser(1009, 'text') as unknown as (list: string) => (string | null)[];
  const LISTS = { 20: 1016, 1700: 1231, 1082: 1182, 1184: 1185 } as const;
  for (const [of, list] of Object.entries(LISTS)) {
    const read = PARSERS[Number(of) as keyof typeof PARSERS] as (text: string) => unknown;
    types.setTypeParser(Number(of), read);
    types.setTypeParser(list, (text: string) => texts(text).map((one) => (one === null ? null : read(one))));
  }
  return types;
}

/**
 * What no statement of the shop takes, ms: one that hangs, waits for a lock, or forgets its transaction gives its connection back and is answered 503. The longest
 * statement there is packs a table of an archive.
 */
const LIMITS = '-c statement_timeout=60000 -c lock_timeout=10000 -c idle_in_transaction_session_timeout=120000';

/** Times in one zone, and words spelt alike from the same share on, in every session. */
const configOf = (connectionString: string): ClientConfig => ({
  connectionString,
  types: parsers(),
  connectionTimeoutMillis: CONNECTS_WITHIN_MS,
  // A space in a name is written with a backslash before it (libpq, options).
  options: `${LIMITS} -c mavrin.branch=${branchHere().replace(/ /g, '\\ ')} -c TimeZone=UTC -c DateStyle=ISO -c pg_trgm.similarity_threshold=${ALIKE_FROM}`,
  application_name: 'mavrin',
});

/** Two writers in each other's way (serialization failure, deadlock): the one that lost begins anew. */
const IN_THE_WAY = ['40001', '40P01'];
/** Longest a change is begun anew before its caller is told to come back, ms. */
const TRIES_FOR_MS = 8000;
const isInTheWay = (failure: unknown) => IN_THE_WAY.includes((failure as { code?: string }).code ?? '');

type Begun = 'SERIALIZABLE' | 'REPEATABLE READ, READ ONLY';

/** A pool behind its breaker. */
interface Reached {
  pool: Pool;
  through: ReturnType<typeof breaker>;
}

async function once<T>({ pool, through }: Reached, begun: Begun, work: (client: PoolClient) => Promise<T>): Promise<T> {
  const client = await through(() => pool.connect());
  let isLost = false;
  try {
    await client.query(`BEGIN ISOLATION LEVEL ${begun}`);
    const made = await work(client);
    await client.query('COMMIT').catch((failure: unknown) => Promise.reject(isAway(failure) ? new BaseAway(failure, false) : failure));
    return made;
  } catch (failure) {
    isLost = isAway(failure) || failure instanceof BaseAway;
    if (!isLost) await client.query('ROLLBACK').catch(() => (isLost = true));
    throw failure;
  } finally {
    client.release(isLost);
  }
}

/** Transactions come out as if they were one after the other, as in the embedded engine; one that cannot is done anew from its beginning. */
async function inTurn<T>(reached: Reached, work: (client: PoolClient) => Promise<T>): Promise<T> {
  const until = Date.now() + TRIES_FOR_MS;
  for (let tried = 1; ; tried += 1) {
    try {
      return await once(reached, 'SERIALIZABLE', work);
    } catch (failure) {
      if (!isInTheWay(failure)) throw failure;
      // Rolled back every time: nothing was written, and the caller may send it again.
      if (Date.now() > until) throw new BaseAway(failure);
      await wait(Math.random() * 5 * 2 ** Math.min(tried, 6));
    }
  }
}

/** One migration at a time over all processes: any number that nobody else uses. */
const MIGRATING = 4_170_001;

/** A connection as the numbered files are run by. */
export const migratedBy = (client: Pick<PoolClient, 'query'>): Migrated => {
  const one = {
    query: <Row>(text: string, parameters?: unknown[]) => client.query(text, parameters) as unknown as Promise<{ rows: Row[] }>,
    exec: (text: string) => client.query(text),
  };
  return {
    ...one,
    transaction: async (work) => {
      await client.query('BEGIN');
      try {
        await work(one);
        await client.query('COMMIT');
      } catch (failure) {
        await client.query('ROLLBACK');
        throw failure;
      }
    },
  };
};

/** Brings the tables up to date; processes that start together wait for the first. */
async function migrated(pool: Pool): Promise<void> {
  const client = await pool.connect();
  try {
    const { rows } = await client.query<{ v: number }>("SELECT current_setting('server_version_num')::int / 10000 AS v");
    if (rows[0]!.v < OLDEST) throw new Error(`version ${rows[0]!.v} is too old: ${OLDEST} or later`);
    // Migrations, and waiting for those of another process, take as long as they take.
    await client.query('SET statement_timeout = 0; SET lock_timeout = 0');
    await client.query('SELECT pg_advisory_lock($1)', [MIGRATING]);
    try {
      await client.query('CREATE EXTENSION IF NOT EXISTS pg_trgm');
      await migrate(migratedBy(client));
    } finally {
      await client.query('SELECT pg_advisory_unlock($1)', [MIGRATING]);
      await client.query('RESET statement_timeout; RESET lock_timeout');
    }
  } finally {
    client.release();
  }
}

const CHANNEL = 'mavrin';

/** Works on a server's base that has no tables yet, in one transaction: what fails leaves it as empty as it was. Throws ServerAway, or in words where it is not empty. */
export async function intoEmptyServer<T>(url: string, work: (engine: Migrated) => Promise<T>): Promise<T> {
  const client = new Client(configOf(url));
  await client.connect().catch((failure: unknown) => Promise.reject(new ServerAway(failure)));
  try {
    await client.query('BEGIN');
    const { rows } = await client.query<{ n: number }>("SELECT count(*)::int AS n FROM pg_tables WHERE schemaname = 'public'");
    if (rows[0]!.n > 0) throw new Error('The base of DATABASE_URL is not empty. Name a new one: nothing is ever written over.');
    const engine = migratedBy(client);
    const made = await work({ ...engine, transaction: (inner) => inner(engine) });
    await client.query('COMMIT');
    return made;
  } finally {
    // Closing what is not committed undoes it.
    await client.end();
  }
}

/** Opens the base of a PostgreSQL server, making its tables where there are none. Throws ServerAway, BaseIsNewer or MigrationChanged. @param url as DATABASE_URL has it */
export async function openServer(url: string): Promise<Db> {
  const config = configOf(url);
  const pool = new Pool({ ...config, max: Number(process.env.MAVRIN_POOL) || POOL });
  // A connection that breaks while nobody uses it is replaced by the pool; whoever uses one is told by its own query.
  pool.on('error', () => undefined);
  pool.on('connect', (client) => client.on('error', () => undefined));
  try {
    await migrated(pool);
  } catch (failure) {
    await pool.end();
    throw failure instanceof Error && ['BaseIsNewer', 'MigrationChanged'].includes(failure.name) ? failure : new ServerAway(failure);
  }
  const reached: Reached = { pool, through: breaker() };
  const others = await openLine(() => new Client({ ...config, keepAlive: true }), CHANNEL);
  const through = (client: PoolClient): Sql => sqlOn(client);
  return {
    ...sqlOn({ query: (text, parameters) => reached.through(() => pool.query(text, parameters)) as never }),
    transaction: (work) => inTurn(reached, (client) => work(through(client))),
    snapshot: (work) => once(reached, 'REPEATABLE READ, READ ONLY', (client) => work(through(client))),
    // What a server acknowledges it has brought to its disk.
    makeDurable: () => Promise.resolve(0),
    durableUpToMs: () => Date.now(),
    dump: null,
    tellOthers: async (words) => void (await reached.through(() => pool.query('SELECT pg_notify($1, $2)', [CHANNEL, words]))),
    hearOthers: (hear) => others.hear(hear),
    close: async () => {
      await others.close();
      await pool.end();
    },
  };
}
