import { open } from 'node:fs/promises';
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { held } from '@/catalogue/held';
import { join } from 'node:path';
import { dataDirectory, db } from '@/db/client';
import { oneAnswers } from '@/db/queries/health';

export interface Health {
  ok: boolean;
  /** The base answers. */
  base: boolean;
  /** What is written reaches the disk: a full or a failing disk says no. */
  writes: boolean;
  /** How long a request waited for the program's own thread lately, at the 99th of 100, ms. */
  waitsMs: number;
}

const noted = (work: Promise<boolean>): Promise<boolean> => work.catch(() => false);

/** More than the engine asks for at once: a disk with a page left still takes a few bytes, and no entry. */
const PROBE_BYTES = 256 * 1024;

/** Anybody may ask how the shop does: the disk is tried once a second at most. */
const TRIED_EVERY_MS = 1000;
let tried: { atMs: number; reaches: Promise<boolean> } | null = null;

function diskTakes(): Promise<boolean> {
  const now = performance.now();
  if (!tried || now - tried.atMs > TRIED_EVERY_MS) tried = { atMs: now, reaches: noted(reachesDisk()) };
  return tried.reaches;
}

/** As much as a change needs, as far as the disk, and given back: the one way to know. */
async function reachesDisk(): Promise<boolean> {
  const file = await open(join(dataDirectory(), 'health'), 'w');
  try {
    await file.writeFile(Buffer.alloc(PROBE_BYTES, 1));
    await file.sync();
    return true;
  } finally {
    await file.truncate(0).catch(() => undefined);
    await file.close();
  }
}

/** What was acknowledged up to this moment would outlive a power cut. */
export const onDiskUpTo = async (): Promise<{ upTo: string }> => ({ upTo: new Date((await db()).durableUpToMs()).toISOString() });

const RESOLUTION_MS = 20;
/** Begun anew every minute: what was slow an hour ago says nothing of now. */
const WAITS_SINCE_MS = 60_000;
const { value: waits } = held('waits', () => {
  const lag = monitorEventLoopDelay({ resolution: RESOLUTION_MS });
  lag.enable();
  setInterval(() => lag.reset(), WAITS_SINCE_MS).unref();
  return lag;
});

/** How the shop's computer does. */
export async function health(): Promise<Health> {
  const [base, writes] = await Promise.all([noted(db().then(oneAnswers)), diskTakes()]);
  return { ok: base && writes, base, writes, waitsMs: Math.round(waits.percentile(99) / 1e6) };
}
