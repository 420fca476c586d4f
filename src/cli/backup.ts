import { copyFileSync, existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { backUpClosed } from '@/server/restore';

/** `npm run backup -- FILE`: asks the shop that is open, else opens the book itself; the file is proven before it is given its name. */
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

async function main([file]: string[]): Promise<void> {
  if (!file) throw new Error('Name the file: npm run backup -- FILE');
  if (existsSync(file)) throw new Error(`${file} is there already: nothing is ever written over.`);
  if (!existsSync(directory)) throw new Error(`There is no book in ${directory}. Name its place: MAVRIN_DATA=… npm run backup -- FILE`);
  const path = await backUpClosed(directory).catch((failure: unknown) => {
    if (failure instanceof Error && failure.name === 'DataDirectoryTaken') return ofOpenShop();
    throw failure;
  });
  copyFileSync(path, file);
  console.log(`${file} holds the book as it stands now; it was opened and its seals hold.`);
}

main(process.argv.slice(2)).catch((failure: unknown) => {
  console.error(failure instanceof Error ? failure.message : failure);
  process.exitCode = 1;
});
