// An empty base takes seconds to make and no time to copy: the tests make one for each state of its tables, and work on copies.
import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { resolve } from 'node:path';

const MIGRATIONS = 'src/db/migrations';

/** Where an empty base of these tables lies; made at the first call. Nobody opens it there. */
export function emptyBase() {
  const state = createHash('sha256').update(readFileSync('node_modules/@electric-sql/pglite/package.json'));
  for (const file of readdirSync(MIGRATIONS).sort()) state.update(readFileSync(`${MIGRATIONS}/${file}`));
  const directory = resolve('.cache', `empty-base-${state.digest('hex').slice(0, 12)}`);
  if (existsSync(directory)) return directory;
  const making = `${directory}.making`;
  rmSync(making, { recursive: true, force: true });
  execFileSync('node', ['--conditions=react-server', '--import', 'tsx', 'tests/newBase.ts', making], {
    stdio: 'inherit',
    env: { ...process.env, NODE_OPTIONS: '' },
  });
  renameSync(making, directory);
  return directory;
}

/** Jest calls this once before all test files; they find the base by its name in the environment. */
export default function setup() {
  process.env.MAVRIN_EMPTY_BASE = emptyBase();
}
