import { readdir, readFile } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import type { Queryable } from './sql';

export class BaseIsNewer extends Error {
  constructor(base: number, program: number) {
    super(`This base was written by a newer Mavrin (version ${base} of its tables; this program knows ${program}). Use the newer program.`);
    this.name = 'BaseIsNewer';
  }
}

/** An engine whose tables are brought up to date: `exec` takes several statements at once. */
export interface Migrated extends Queryable {
  exec(text: string): Promise<unknown>;
  transaction(work: (tx: Omit<Migrated, 'transaction'>) => Promise<void>): Promise<unknown>;
}

const MIGRATIONS = resolve(/* turbopackIgnore: true */ process.cwd(), 'src/db/migrations');

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
  const first = files.find((file) => Number(file.slice(0, 4)) > done);
  if (done > 0 && first) await before(first);
  for (const file of files) {
    const version = Number(file.slice(0, 4));
    if (version <= done || version > upTo) continue;
    const text = await readFile(join(directory, file), 'utf8');
    await engine.transaction(async (tx) => {
      await tx.query('INSERT INTO migration (version, name) VALUES ($1, $2)', [version, file]);
      await tx.exec(text);
    });
  }
}
