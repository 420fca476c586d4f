// A PostgreSQL server of its own for the tests, from the system's packages: begun in a scratch directory, gone with the process that asked.
// node scripts/postgres.mjs COMMAND …   runs the command with MAVRIN_TEST_SERVER naming the server; where none is installed, says so, and the command skips what needs it.
import { execFileSync, spawnSync } from 'node:child_process';
import { chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const PLACE = '/usr/lib/postgresql';

/** Where the newest server's programs are; null where none is installed. */
export function serverPrograms() {
  const versions = existsSync(PLACE) ? readdirSync(PLACE).sort((a, b) => Number(b) - Number(a)) : [];
  const found = versions.map((v) => join(PLACE, v, 'bin')).find((bin) => existsSync(join(bin, 'postgres')));
  return found ?? null;
}

const freePort = () =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });

/** The server refuses to be root's: then it is its own user's. */
function asWhom() {
  if (process.getuid?.() !== 0) return {};
  const id = (which) => Number(execFileSync('id', [which, 'postgres'], { encoding: 'utf8' }));
  return { uid: id('-u'), gid: id('-g') };
}

/** Begins a server; its roles need no password and nobody but this computer reaches it. @returns its address without a base, and how it is ended */
export async function beginServer() {
  const bin = serverPrograms();
  if (!bin) return null;
  const who = asWhom();
  const directory = mkdtempSync(join(tmpdir(), 'mavrin-postgres-'));
  if (who.uid !== undefined) chownSync(directory, who.uid, who.gid);
  const port = await freePort();
  const run = (program, ...words) => execFileSync(join(bin, program), words, { ...who, cwd: directory, stdio: 'ignore' });
  const data = join(directory, 'data');
  // Nothing of a test outlives it: the disk need not be waited for.
  const quick = '-c fsync=off -c synchronous_commit=off -c full_page_writes=off -c max_connections=200';
  run('initdb', '-D', data, '-U', 'mavrin', '-A', 'trust', '-E', 'UTF8', '--locale=C.UTF-8');
  run(
    'pg_ctl',
    '-D',
    data,
    '-w',
    '-l',
    join(directory, 'log'),
    '-o',
    `-p ${port} -k ${directory} -c listen_addresses=127.0.0.1 ${quick}`,
    'start',
  );
  return {
    url: `postgres://mavrin@127.0.0.1:${port}`,
    end: () => {
      run('pg_ctl', '-D', data, '-m', 'immediate', 'stop');
      rmSync(directory, { recursive: true, force: true });
    },
  };
}

if (process.argv[1]?.endsWith('postgres.mjs')) {
  const server = await beginServer();
  if (!server) console.log('No PostgreSQL server is installed (Debian’s package postgresql): what needs one is skipped.');
  process.on('SIGINT', () => undefined);
  const [command, ...words] = process.argv.slice(2);
  const { status } = spawnSync(command, words, { stdio: 'inherit', env: { ...process.env, MAVRIN_TEST_SERVER: server?.url ?? '' } });
  server?.end();
  process.exit(status ?? 1);
}
