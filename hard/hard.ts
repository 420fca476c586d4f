import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { closeDb } from '@/db/client';
import { emptyBase } from '../tests/emptyBase.mjs';
import { clockTurnedBack } from './clock';
import { damageOfEveryKind } from './damage';
import { diskFull } from './diskFull';
import type { Finding } from './finding';
import { fuzz } from './fuzz';
import { kills } from './kills';
import { writers } from './writers';

/**
 * `npm run hard`: the shop used hard, on this computer alone, and the table of docs/hard-use.md. `npm run hard -- short` is what verify runs, `npm run hard -- fuzz writers` those
 * alone.
 * Wants a build. Ends with an error where something does not hold; times are printed, never judged.
 */

const FULL = { kills: 200, requests: 20_000, seconds: 60, files: 60 };
const SHORT = { kills: 3, requests: 600, seconds: 4, files: 2 };
const PORT = 4371;

const scratch = mkdtempSync(join(tmpdir(), 'mavrin-hard-'));
function fresh(name: string): string {
  const place = join(scratch, name);
  cpSync(emptyBase(), place, { recursive: true });
  return place;
}

async function clock(): Promise<Finding> {
  process.env.MAVRIN_DATA = fresh('clock');
  return clockTurnedBack().finally(closeDb);
}

async function main(how: typeof FULL, named: string[]): Promise<void> {
  // Something to lose: a book with jobs, entries and seals in it.
  const worked = fresh('kills');
  const all: Record<string, () => Promise<Finding>> = {
    kills: () => kills(worked, how.kills),
    damage: () => damageOfEveryKind(worked, scratch, how.files),
    fuzz: () => fuzz(PORT, fresh('fuzz'), how.requests),
    writers: () => writers(PORT + 1, fresh('writers'), how.seconds),
    disk: () => diskFull(PORT + 2, worked, scratch),
    clock,
  };
  const rounds = Object.entries(all).flatMap(([name, round]) => (named.length === 0 || named.includes(name) ? [round] : []));
  let failed = 0;
  for (const round of rounds) {
    const began = performance.now();
    const { promised, figure, holds } = await round();
    if (!holds) failed += 1;
    console.log(`| ${holds ? 'holds' : 'FAILS'} | ${promised} | ${figure} | ${((performance.now() - began) / 1000).toFixed(0)} s |`);
  }
  rmSync(scratch, { recursive: true, force: true });
  console.log(`${rounds.length - failed} hold, ${failed} fail`);
  process.exit(failed === 0 ? 0 : 1);
}

const [...asked] = process.argv.slice(2);
void main(
  asked.includes('short') ? SHORT : FULL,
  asked.filter((name) => name !== 'short'),
);
