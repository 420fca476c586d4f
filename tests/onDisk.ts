import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { closeDb, db } from '@/db/client';

/** A real base on disk for one test file, opened before its tests and removed after them. */
export function onDisk(name: string): void {
  const directory = mkdtempSync(join(tmpdir(), `mavrin-${name}-`));
  beforeAll(async () => {
    process.env.MAVRIN_DATA = directory;
    await db();
  });
  afterAll(async () => {
    await closeDb();
    rmSync(directory, { recursive: true, force: true });
  });
}
