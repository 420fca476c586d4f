import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { keepOpen, waitMs } from '../scripts/keepOpen.mjs';
import { scratch } from './onDisk';

/** What starts the program starts it again when it dies, and leaves it where it ended on purpose. */

const directory = scratch('keepOpen');
/** A program that counts its starts in a file and then does what it is told. */
const program = (file: string, does: string) => [
  process.execPath,
  '-e',
  `const fs = require('fs'); fs.appendFileSync(${JSON.stringify(file)}, 'x'); const n = fs.readFileSync(${JSON.stringify(file)}).length; ${does}`,
];
const starts = (file: string) => (existsSync(file) ? readFileSync(file).length : 0);
const QUICK = { pauseMs: () => 1 };

test('killed three times it is started three times more; ended with its own word it stays ended', async () => {
  const file = join(directory(), 'a');
  const told: string[] = [];
  const { over } = keepOpen(
    program(file, "if (n <= 3) process.kill(process.pid, 'SIGKILL'); process.exit(0);"),
    { stdio: 'ignore' },
    { ...QUICK, tell: (w) => told.push(w) },
  );
  expect(await over).toBe(0);
  expect([starts(file), told.length]).toEqual([4, 3]);
  expect(told[0]).toMatch(/SIGKILL/);
});

test('a start that is refused, as by a taken port or a book of another process, is not tried again', async () => {
  const file = join(directory(), 'b');
  expect(await keepOpen(program(file, 'process.exit(3)'), { stdio: 'ignore' }, { ...QUICK, tell: () => undefined }).over).toBe(3);
  expect(starts(file)).toBe(1);
});

test('stopped by whoever began it, it is not started again', async () => {
  const file = join(directory(), 'c');
  const kept = keepOpen(program(file, 'setInterval(() => {}, 1000)'), { stdio: 'ignore' }, { ...QUICK, tell: () => undefined });
  kept.stop('SIGTERM');
  expect(await kept.over).toBe(0);
});

test('one that answered and answers no more is ended and started again; one that is still opening is let be', async () => {
  const file = join(directory(), 'd');
  const told: string[] = [];
  let looks = 0;
  const kept = keepOpen(
    program(file, 'if (n > 1) process.exit(0); setInterval(() => {}, 1000);'),
    { stdio: 'ignore' },
    {
      ...QUICK,
      tell: (words) => told.push(words),
      looksEveryMs: 20,
      // Opening for a while, well once, then silent; the next start is never asked long enough.
      answers: () => Promise.resolve(starts(file) === 1 && (looks += 1) === 20),
    },
  );
  expect(await kept.over).toBe(0);
  expect([starts(file), told.filter((t) => /does not answer/.test(t)).length]).toEqual([2, 1]);
  expect(looks).toBeGreaterThanOrEqual(26);
});

test('the waits double up to a minute', () => {
  expect([1, 2, 3, 20].map(waitMs)).toEqual([500, 1000, 2000, 60_000]);
});
