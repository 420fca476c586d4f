import { availableParallelism } from 'node:os';
import { changedInForce } from '@/knowledge/inForce';
import { problem } from '@/schema/problem';
import { aside, type AsideOptions, Refusing } from '../aside';
import type { ComputeAnswer } from './operations';

/** Calculations over HTTP, in threads of their own. */

/** Longest a request may work, ms. A shop's largest question (a search of 20 000 stacks) takes some seconds. */
const MAX_MS = 20_000;
/** One thread is left to the shop itself. */
const THREADS: AsideOptions = {
  file: 'src/server/compute/worker.ts',
  threads: Math.max(1, availableParallelism() - 1),
  waiting: 32,
  mb: 1024,
};

export type PooledAnswer = ComputeAnswer | { ok: false; busy: true };

/**
 * One request of the contract in a thread of the pool.
 * @param left aborted when the caller leaves: the thread is then stopped, whatever it was at
 * Refusals: those of the operation; took-too-long; took-too-much; `busy` where too many wait already.
 */
export async function computeAside(operation: string, request: unknown, left: AbortSignal, mostMs = MAX_MS): Promise<PooledAnswer> {
  try {
    return await aside<unknown, ComputeAnswer>(THREADS, { operation, request, changed: changedInForce() }, mostMs, left);
  } catch (failure) {
    if (!(failure instanceof Refusing)) throw failure;
    if (failure.why === 'busy') return { ok: false, busy: true };
    return {
      ok: false,
      problem: failure.why === 'late' ? problem('took-too-long', [], { most: mostMs / 1000 }) : problem('took-too-much'),
    };
  }
}
