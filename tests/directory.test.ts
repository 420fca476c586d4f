import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { existsSync, readdirSync, rmSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { openEmbedded } from '@/db/embedded';
import { durableStore } from '@/db/durable';
import { DataDirectoryTaken, holderOf, takeLock } from '@/db/lock';
import { emptyBaseIn, scratch } from './onDisk';

/** The data directory: one process at a time, nothing acknowledged lost, no base newer than the program. */

const directory = scratch('dir');
const withBase = () => {
  const path = directory();
  emptyBaseIn(path);
  return path;
};

describe('the lock', () => {
  const lockOf = (path: string) => join(path, 'mavrin.lock');

  test('a second taker is refused with the holder’s number, and served once it is given back', () => {
    const path = directory();
    process.env.MAVRIN_LISTENS = 'http://127.0.0.1:4999';
    const giveBack = takeLock(path);
    // A command speaks to the shop that has this very book open, wherever it listens.
    expect(holderOf(path)).toMatchObject({ pid: process.pid, address: 'http://127.0.0.1:4999' });
    delete process.env.MAVRIN_LISTENS;
    expect(() => takeLock(path)).toThrow(DataDirectoryTaken);
    expect(() => takeLock(path)).toThrow(`in use by process ${process.pid}`);
    giveBack();
    expect(existsSync(lockOf(path))).toBe(false);
    takeLock(path)();
    expect(readdirSync(path)).toEqual([]);
  });

  test('a lock left behind by a process that is gone is taken over', () => {
    const path = directory();
    writeFileSync(lockOf(path), JSON.stringify({ pid: 2 ** 22 + 1, started: '1' }));
    takeLock(path)();
  });

  test('a process number used again by another process does not count as the holder', () => {
    const path = directory();
    // This very process, but with another start: somebody else had the number before.
    writeFileSync(lockOf(path), JSON.stringify({ pid: process.pid, started: 'long ago' }));
    takeLock(path)();
  });

  test('a torn lock file is taken over', () => {
    const path = directory();
    writeFileSync(lockOf(path), '{"pi');
    takeLock(path)();
  });

  test('giving back never removes another’s lock', () => {
    const path = directory();
    const giveBack = takeLock(path);
    writeFileSync(lockOf(path), JSON.stringify({ pid: process.ppid, started: '' }));
    giveBack();
    expect(existsSync(lockOf(path))).toBe(true);
  });
});

test('a place named wrongly begins no new book', () => {
  const { status, stderr } = spawnSync('node', ['scripts/start.mjs'], {
    encoding: 'utf8',
    env: { ...process.env, NODE_OPTIONS: '', MAVRIN_DATA: join(directory(), 'mistyped') },
  });
  expect([status, stderr]).toEqual([1, expect.stringMatching(/^There is no book in .*mistyped\. Is MAVRIN_DATA right\?/)]);
});

describe('durability', () => {
  test('every changed file and folder is made durable once, and only what changed since', async () => {
    const path = directory();
    const old = new Date(Date.now() - 60_000);
    for (const name of ['a', 'b', 'c']) writeFileSync(join(path, name), name);
    for (const name of ['a', 'b', 'c', '.']) utimesSync(join(path, name), old, old);
    const store = durableStore(path);
    // Three files and the folder itself.
    expect(await store()).toBe(4);
    expect(await store()).toBe(0);
    writeFileSync(join(path, 'b'), 'changed');
    expect(await store()).toBe(1);
    // Changed this very moment it may change again unseen: kept once more.
    expect(await store()).toBe(1);
    // The clock was turned back by a day: a change is a change.
    const yesterday = new Date(Date.now() - 86_400_000);
    writeFileSync(join(path, 'c'), 'changed');
    utimesSync(join(path, 'c'), yesterday, yesterday);
    utimesSync(join(path, 'b'), old, old);
    expect(await store()).toBe(2);
    expect(await store()).toBe(0);
  });

  test('a file that vanishes while being made durable does no harm', async () => {
    const path = directory();
    writeFileSync(join(path, 'a'), 'a');
    const store = durableStore(path);
    const running = store();
    rmSync(join(path, 'a'));
    await expect(running).resolves.toEqual(expect.any(Number));
  });

  test('a base answers makeDurable with the files it had to bring to disk', async () => {
    const path = withBase();
    const base = await openEmbedded(path);
    expect(await base.makeDurable()).toBeGreaterThan(10);
    await base.transaction((sql) => sql.none("INSERT INTO technician (name) VALUES ('Sunniva Holt')"));
    expect(await base.makeDurable()).toBeGreaterThan(0);
    await base.close();
    expect(statSync(join(path, 'pg', 'pg_wal')).isDirectory()).toBe(true);
    expect(existsSync(join(path, 'mavrin.lock'))).toBe(false);
  });
});

/** Lets the writer acknowledge `wanted` entries, kills it without warning, and says how many it had acknowledged. */
async function writeAndKill(path: string, wanted: number): Promise<number> {
  const child: ChildProcess = spawn('node', ['--conditions=react-server', '--import', 'tsx', 'tests/writer.ts', path], {
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...process.env, NODE_OPTIONS: '' },
  });
  const gone = new Promise((done) => child.once('exit', done));
  let acknowledged = 0;
  for await (const line of createInterface({ input: child.stdout! })) {
    acknowledged = Number(line);
    if (acknowledged === wanted) child.kill('SIGKILL');
  }
  await gone;
  return acknowledged;
}

test('what was acknowledged is there after kill -9, again and again', async () => {
  const path = withBase();
  let before = 0;
  for (const wanted of [3, 40]) {
    const acknowledged = await writeAndKill(path, wanted);
    expect(acknowledged).toBeGreaterThanOrEqual(wanted);
    const base = await openEmbedded(path);
    const { kept } = await base.one<{ kept: number }>('SELECT count(*)::int AS kept FROM entry');
    expect(kept - before).toBeGreaterThanOrEqual(acknowledged);
    const { newest } = await base.one<{ newest: number }>('SELECT value AS newest FROM entry ORDER BY id DESC LIMIT 1');
    expect(newest).toBeGreaterThanOrEqual(acknowledged);
    before = kept;
    await base.close();
  }
});

test('a base newer than the program is refused in words, and left alone', async () => {
  const path = withBase();
  const base = await openEmbedded(path);
  await base.none("INSERT INTO migration (version, name) VALUES (99, '0099_from_tomorrow.sql')");
  await base.close();
  await expect(openEmbedded(path)).rejects.toThrow(/written by a newer Mavrin \(version 99/);
  // The refusal gives the lock back, so that the newer program can open it.
  takeLock(path)();
});

test('a migration applied with another content than its file has is refused in words', async () => {
  const path = withBase();
  const base = await openEmbedded(path);
  await base.none("UPDATE migration SET sha256 = repeat('0', 64) WHERE version = 3");
  await base.close();
  await expect(openEmbedded(path)).rejects.toThrow(/^0003_.+ was applied to this base with another content/);
});

test('a failed transaction leaves nothing behind', async () => {
  const base = await openEmbedded(withBase());
  const failing = base.transaction(async (sql) => {
    await sql.none("INSERT INTO technician (name) VALUES ('Half Done')");
    throw new Error('stop');
  });
  await expect(failing).rejects.toThrow('stop');
  expect(await base.many('SELECT * FROM technician')).toEqual([]);
  await expect(base.one('SELECT * FROM technician')).rejects.toThrow('expected one row');
  await base.none("INSERT INTO technician (name) VALUES ('One'), ('Two')");
  await expect(base.maybeOne('SELECT * FROM technician')).rejects.toThrow('at most one row');
  await base.close();
});
