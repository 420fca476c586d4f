import { held } from '@/catalogue/held';
import 'server-only';
import { availableParallelism } from 'node:os';
import { resolve } from 'node:path';
import { Piscina } from 'piscina';
import { changedInForce } from '@/knowledge/inForce';
import { problem } from '@/schema/problem';
import type { ComputeAnswer } from './operations';

/** Calculations over HTTP run in threads of their own: however long one takes, the shop's pages and entries go on. */

/** Longest a request may work, ms. A shop's largest question (a search of 20 000 stacks) takes some seconds. */
const MAX_MS = 20_000;
/** Requests that may wait; beyond them the next is told to come back. */
const MAX_WAITING = 32;
/** Threads: one is left to the shop itself. */
const THREADS = Math.max(1, availableParallelism() - 1);
/** A thread nobody asked for so long goes, with what it held. */
const IDLE_MS = 60_000;
/** A request that would take more memory than this ends its thread, not the shop. */
const MAX_MB = 1024;

const threads = held<Piscina<unknown, ComputeAnswer> | null>('compute', () => null);

const pool = (): Piscina<unknown, ComputeAnswer> =>
  (threads.value ??= new Piscina<unknown, ComputeAnswer>({
    filename: resolve(/* turbopackIgnore: true */ process.cwd(), 'src/server/compute/worker.ts'),
    execArgv: ['--import', 'tsx'],
    minThreads: 0,
    maxThreads: THREADS,
    maxQueue: MAX_WAITING,
    idleTimeout: IDLE_MS,
    resourceLimits: { maxOldGenerationSizeMb: MAX_MB },
  }));

export type PooledAnswer = ComputeAnswer | { ok: false; busy: true };

/**
 * One request of the contract in a thread of the pool.
 * @param left aborted when the caller leaves: the thread is then stopped, whatever it was at
 * Refusals: those of the operation; took-too-long; `busy` where too many wait already.
 */
export async function computeAside(operation: string, request: unknown, left: AbortSignal, mostMs = MAX_MS): Promise<PooledAnswer> {
  const late = AbortSignal.timeout(mostMs);
  try {
    return await pool().run({ operation, request, changed: changedInForce() }, { signal: AbortSignal.any([left, late]) });
  } catch (failure) {
    if (late.aborted || left.aborted) return { ok: false, problem: problem('took-too-long', [], { most: mostMs / 1000 }) };
    if (failure instanceof Error && failure.message.includes('queue')) return { ok: false, busy: true };
    // A thread that ran out of memory ends with an error of its own; the shop goes on.
    if (
      failure instanceof Error &&
      /ERR_WORKER_OUT_OF_MEMORY|memory limit/.test(`${(failure as NodeJS.ErrnoException).code} ${failure.message}`)
    )
      return { ok: false, problem: problem('took-too-much') };
    throw failure;
  }
}

/** Lets the threads go, when the shop closes. */
export async function closeCompute(): Promise<void> {
  const open = threads.value;
  threads.value = null;
  await open?.destroy();
}
