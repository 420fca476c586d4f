import { randomUUID } from 'node:crypto';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { closeDb, db } from '@/db/client';
import { askServer, EMPTY } from './emptyBase.mjs';

/** Fills a directory with a base without records. */
export const emptyBaseIn = (directory: string) => cpSync(process.env.MAVRIN_EMPTY_BASE!, directory, { recursive: true });

/** Directories of one test file, each made when it is asked for, all removed after its tests. */
export function scratch(name: string): () => string {
  const made: string[] = [];
  afterAll(() => made.forEach((path) => rmSync(path, { recursive: true, force: true })));
  return () => {
    const path = mkdtempSync(join(tmpdir(), `mavrin-${name}-`));
    made.push(path);
    return path;
  };
}

/** A base of its own on the server the tests were given. @returns its name */
export async function emptyBaseOnServer(): Promise<string> {
  const name = `t_${randomUUID().replaceAll('-', '')}`;
  await askServer(`CREATE DATABASE ${name} TEMPLATE ${EMPTY}`);
  return name;
}

/** A real base for one test file, opened before its tests and removed after them: on disk, or on the server that MAVRIN_TEST_SERVER names. */
export function onDisk(name: string): void {
  const directory = mkdtempSync(join(tmpdir(), `mavrin-${name}-`));
  const server = process.env.MAVRIN_TEST_SERVER;
  let base = '';
  beforeAll(async () => {
    process.env.MAVRIN_DATA = directory;
    if (server) {
      base = await emptyBaseOnServer();
      process.env.DATABASE_URL = `${server}/${base}`;
    } else emptyBaseIn(directory);
    await db();
  });
  afterAll(async () => {
    await closeDb();
    rmSync(directory, { recursive: true, force: true });
    if (base) await askServer(`DROP DATABASE ${base}`);
  });
}
