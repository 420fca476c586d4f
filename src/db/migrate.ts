import { createHash } from 'node:crypto';
import { readdir, readFile } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import type { Queryable } from './sql';

export class BaseIsNewer extends Error {
  constructor(base: number, program: number) {
    super(`This base was written by a newer Mavrin (version ${base} of its tables; this program knows ${program}). Use the newer program.`);
    this.name = 'BaseIsNewer';
  }
}

/** An applied migration is not what its file says now: nobody knows what the tables are any more. */
export class MigrationChanged extends Error {
  constructor(file: string) {
    super(
      `${file} was applied to this base with another content than it has in this program. Use the program that made the base, or restore a backup.`,
    );
    this.name = 'MigrationChanged';
  }
}

/** An engine whose tables are brought up to date: `exec` takes several statements at once. */
export interface Migrated extends Queryable {
  exec(text: string): Promise<unknown>;
  transaction(work: (tx: Omit<Migrated, 'transaction'>) => Promise<void>): Promise<unknown>;
}

const MIGRATIONS = resolve(/* turbopackIgnore: true */ process.cwd(), 'src/db/migrations');

const digestOf = (text: string): string => createHash('sha256').update(text).digest('hex');

/** What was applied must be what the files say; bases older than the checksums take them over as they are. */
async function checkApplied(engine: Migrated, texts: ReadonlyMap<string, string>): Promise<void> {
  const { rows } = await engine.query<{ name: string; sha256: string | null }>('SELECT name, sha256 FROM migration ORDER BY version');
  for (const { name, sha256 } of rows) {
    const text = texts.get(name);
    if (text === undefined) continue;
    if (sha256 === null) await engine.query('UPDATE migration SET sha256 = $2 WHERE name = $1', [name, digestOf(text)]);
    else if (sha256 !== digestOf(text)) throw new MigrationChanged(name);
  }
}

/** Numbered SQL files in order, one transaction each, the ledger's row first. A base newer than the program is refused. @param before what is done before a base that has something in it is changed @param upTo a version to stop at */
export async function migrate(
  engine: Migrated,
  directory = MIGRATIONS,
  before: (file: string) => Promise<void> = async () => undefined,
  upTo = Infinity,
): Promise<void> {
  await engine.exec(
    'CREATE TABLE IF NOT EXISTS migration (version integer PRIMARY KEY, name text NOT NULL, at timestamptz NOT NULL DEFAULT now())',
  );
  const files = (await readdir(directory)).filter((f) => /^\d{4}_.+\.sql$/.test(f)).sort();
  const done =
    (await engine.query<{ version: number }>('SELECT coalesce(max(version), 0)::int AS version FROM migration')).rows[0]?.version ?? 0;
  if (done > files.length) throw new BaseIsNewer(done, files.length);
  await engine.exec('ALTER TABLE migration ADD COLUMN IF NOT EXISTS sha256 text');
  const texts = new Map(await Promise.all(files.map(async (file) => [file, await readFile(join(directory, file), 'utf8')] as const)));
  await checkApplied(engine, texts);
  const first = files.find((file) => Number(file.slice(0, 4)) > done);
  if (done > 0 && first) await before(first);
  for (const file of files) {
    const version = Number(file.slice(0, 4));
    if (version <= done || version > upTo) continue;
    const text = texts.get(file)!;
    await engine.transaction(async (tx) => {
      await tx.query('INSERT INTO migration (version, name, sha256) VALUES ($1, $2, $3)', [version, file, digestOf(text)]);
      await tx.exec(text);
    });
  }
}
