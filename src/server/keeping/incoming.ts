import { createWriteStream, mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { v4 } from 'uuid';
import { backupsOf } from '@/db/backups';
import { dataDirectory } from '@/db/client';

/** Files that come over the network: written as they come, no further than they may be long, and taken away again. */

export class TooLarge extends Error {}

async function* limited(parts: AsyncIterable<Uint8Array>, most: number): AsyncGenerator<Uint8Array> {
  let bytes = 0;
  for await (const part of parts) {
    bytes += part.byteLength;
    if (bytes > most) throw new TooLarge();
    yield part;
  }
}

/** Works on a file that came; it is there meanwhile alone. Throws TooLarge. @param directory where it lies meanwhile: beside the book, where no other account looks */
export async function whileKept<T>(
  parts: AsyncIterable<Uint8Array>,
  most: number,
  work: (path: string) => Promise<T>,
  directory = backupsOf(dataDirectory()),
): Promise<T> {
  mkdirSync(directory, { recursive: true });
  const path = join(directory, `mavrin-${v4()}.part`);
  try {
    await pipeline(limited(parts, most), createWriteStream(path));
    return await work(path);
  } finally {
    rmSync(path, { force: true });
  }
}
