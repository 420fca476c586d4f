// An empty base takes seconds to make and no time to copy: the tests make one for each state of its tables, and work on copies.
import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { resolve } from 'node:path';
import pg from 'pg';

const MIGRATIONS = 'src/db/migrations';

const make = (directory, environment = {}) =>
  execFileSync('node', ['--conditions=react-server', '--import', 'tsx', 'tests/newBase.ts', directory], {
    stdio: 'inherit',
    env: { ...process.env, NODE_OPTIONS: '', DATABASE_URL: '', ...environment },
  });

/** Where an empty base of these tables lies; made at the first call. Nobody opens it there. */
export function emptyBase() {
  const state = createHash('sha256').update(readFileSync('node_modules/@electric-sql/pglite/package.json'));
  for (const file of readdirSync(MIGRATIONS).sort()) state.update(readFileSync(`${MIGRATIONS}/${file}`));
  const directory = resolve('.cache', `empty-base-${state.digest('hex').slice(0, 12)}`);
  if (existsSync(directory)) return directory;
  const making = `${directory}.making`;
  rmSync(making, { recursive: true, force: true });
  make(making);
  renameSync(making, directory);
  return directory;
}

/** Asks a server of the tests beside its bases. */
export async function askServer(text) {
  const client = new pg.Client({ connectionString: `${process.env.MAVRIN_TEST_SERVER}/postgres` });
  await client.connect();
  await client.query(text).finally(() => client.end());
}

/** The base that others are made after. */
export const EMPTY = 'mavrin_empty';

/** Jest calls this once before all test files; they find the empty base by its name in the environment, or on the server that is named there. */
export default async function setup() {
  process.env.MAVRIN_EMPTY_BASE = emptyBase();
  if (!process.env.MAVRIN_TEST_SERVER) return;
  await askServer(`CREATE DATABASE ${EMPTY}`);
  make(resolve('.cache'), { DATABASE_URL: `${process.env.MAVRIN_TEST_SERVER}/${EMPTY}` });
}
