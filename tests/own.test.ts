import { chmodSync, mkdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { sweepUnproven } from '@/db/backups';
import { keepToOwner, openToOthers } from '@/db/own';
import { scratch } from './onDisk';

/** Files of the book: nobody else's, and nothing half made left lying. */

const directory = scratch('own');
const mode = (path: string) => statSync(path).mode & 0o777;

test('the directory, what lies in it and what is written later belong to the account alone', () => {
  const book = join(directory(), 'book');
  mkdirSync(join(book, 'backups'), { recursive: true });
  for (const [path, of] of [
    [book, 0o755],
    [join(book, 'backups'), 0o755],
  ] as const)
    chmodSync(path, of);
  writeFileSync(join(book, 'backups', 'a.tar.gz'), 'x');
  chmodSync(join(book, 'backups', 'a.tar.gz'), 0o666);
  expect(openToOthers(book)).toBe(3);
  const before = process.umask();
  try {
    keepToOwner(book);
    writeFileSync(join(book, 'later'), 'x');
    mkdirSync(join(book, 'room'));
  } finally {
    process.umask(before);
  }
  expect(openToOthers(book)).toBe(0);
  expect([book, join(book, 'backups'), join(book, 'backups', 'a.tar.gz'), join(book, 'later'), join(book, 'room')].map(mode)).toEqual([
    0o700, 0o700, 0o600, 0o600, 0o700,
  ]);
});

test('a backup or a file that came, left half made by a process that was killed, is taken away at the next opening', () => {
  const book = join(directory(), 'swept');
  mkdirSync(join(book, 'backups'), { recursive: true });
  const lie = ['2026-12-01T10-00-00-daily.tar.gz', '2026-12-02T10-00-00-daily.tar.gz.unproven', 'mavrin-1.part'];
  for (const name of lie) writeFileSync(join(book, 'backups', name), 'x');
  expect(sweepUnproven(book)).toEqual([lie[1], lie[2]]);
  expect(sweepUnproven(book)).toEqual([]);
});
