import { open } from 'node:fs/promises';
import { join } from 'node:path';
import { dataDirectory, db } from '@/db/client';
import { oneAnswers } from '@/db/queries/health';

export interface Health {
  ok: boolean;
  /** The base answers. */
  base: boolean;
  /** What is written reaches the disk: a full or a failing disk says no. */
  writes: boolean;
}

const held = (work: Promise<boolean>): Promise<boolean> => work.catch(() => false);

/** More than the engine asks for at once: a disk with a page left still takes a few bytes, and no entry. */
const PROBE_BYTES = 256 * 1024;

/** Anybody may ask how the shop does: the disk is tried once a second at most. */
const TRIED_EVERY_MS = 1000;
let tried: { atMs: number; reaches: Promise<boolean> } | null = null;

function diskTakes(): Promise<boolean> {
  const now = performance.now();
  if (!tried || now - tried.atMs > TRIED_EVERY_MS) tried = { atMs: now, reaches: held(reachesDisk()) };
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

/** How the shop's computer does. */
export async function health(): Promise<Health> {
  const [base, writes] = await Promise.all([held(db().then(oneAnswers)), diskTakes()]);
  return { ok: base && writes, base, writes };
}
