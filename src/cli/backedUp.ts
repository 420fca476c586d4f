import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { backUpClosed } from '@/server/restore';

const directory = process.env.MAVRIN_DATA ?? '.data/shop';
const port = process.env.PORT ?? '4170';

async function ofOpenShop(): Promise<string> {
  const answer = await fetch(`http://127.0.0.1:${port}/api/backups`, {
    method: 'POST',
    // A program of this computer shows it by the secret that lies in the book's directory.
    headers: {
      'content-type': 'application/json',
      authorization: `Bearer ${process.env.MAVRIN_TOKEN ?? readFileSync(join(directory, 'token'), 'utf8').trim()}`,
    },
    body: '{}',
  });
  const said = (await answer.json()) as { path?: string; error?: { message: string } };
  if (!said.path) throw new Error(said.error?.message ?? 'The shop’s computer made no backup.');
  return said.path;
}

/** A backup made now: by the shop where it is open, else of the book itself. @returns its path, proven */
export async function backedUp(): Promise<string> {
  if (process.env.DATABASE_URL)
    throw new Error(
      'The book stands on a PostgreSQL server: pg_dump or a base backup backs it up (docs/scale.md); npm run archive writes an archive of it.',
    );
  if (!existsSync(directory)) throw new Error(`There is no book in ${directory}. Name its place with MAVRIN_DATA=…`);
  return backUpClosed(directory).catch((failure: unknown) => {
    if (failure instanceof Error && failure.name === 'DataDirectoryTaken') return ofOpenShop();
    throw failure;
  });
}
