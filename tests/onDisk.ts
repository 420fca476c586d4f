import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { closeDb, db } from '@/db/client';

/** Fills a directory with a base without records. */
export const emptyBaseIn = (directory: string) => cpSync(process.env.MAVRIN_EMPTY_BASE!, directory, { recursive: true });

/** A real base on disk for one test file, opened before its tests and removed after them. */
export function onDisk(name: string): void {
  const directory = mkdtempSync(join(tmpdir(), `mavrin-${name}-`));
  beforeAll(async () => {
    emptyBaseIn(directory);
    process.env.MAVRIN_DATA = directory;
    await db();
  });
  afterAll(async () => {
    await closeDb();
    rmSync(directory, { recursive: true, force: true });
  });
}
