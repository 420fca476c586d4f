import { existsSync, readFileSync } from 'node:fs';
import { request as plain } from 'node:http';
import { request as encrypted } from 'node:https';
import { join } from 'node:path';
import { text } from 'node:stream/consumers';
import { backUpClosed, whoHolds } from '@/server/keeping/restore';

const directory = process.env.MAVRIN_DATA ?? '.data/shop';

/** Asks the shop that has this very book open, by the address in its lock. A program of this computer shows it by the secret that lies in the book's directory. */
function asked(address: string): Promise<string> {
  const token = process.env.MAVRIN_TOKEN ?? readFileSync(join(directory, 'token'), 'utf8').trim();
  return new Promise((done, refuse) => {
    const headers = { 'content-type': 'application/json', authorization: `Bearer ${token}` };
    const url = new URL('/api/backups', address);
    // The line does not leave this computer; the certificate is made out to the shop's name, not to this address.
    const request =
      url.protocol === 'https:'
        ? encrypted(url, { method: 'POST', headers, rejectUnauthorized: false })
        : plain(url, { method: 'POST', headers });
    request.once('error', refuse);
    request.once('response', (answer) => void text(answer).then(done, refuse));
    request.end('{}');
  });
}

async function ofOpenShop(): Promise<string> {
  const holder = whoHolds(directory);
  if (!holder?.address)
    throw new Error(
      `The book in ${directory} is held by process ${holder?.pid ?? 'unknown'}, which is no open shop. Try again when it has ended.`,
    );
  const answer = await asked(holder.address).catch(() => {
    throw new Error(`The shop at ${holder.address} (process ${holder.pid}) has the book open and does not answer.`);
  });
  const said = JSON.parse(answer) as { path?: string; error?: { message: string } };
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
