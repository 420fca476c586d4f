import { held } from '@/catalogue/held';
import 'server-only';
import { resolve } from 'node:path';
import { Piscina } from 'piscina';

/** Work in threads of its own, away from the thread that serves the shop: however long, large or broken it is, the shop's pages and entries go on. */

export interface AsideOptions {
  /** The module a thread runs, from the program's directory. */
  file: string;
  threads: number;
  /** Requests that may wait; beyond them the next is told to come back. */
  waiting: number;
  /** More memory than this ends the thread, not the shop. */
  mb: number;
  /** A thread nobody asked for so long goes, with what it held. */
  idleMs?: number;
}

/** Why nothing came of it: too many wait, it took too long (or whoever asked left), or it took too much memory. */
export type AsideRefused = 'busy' | 'late' | 'memory';

export class Refusing extends Error {
  constructor(readonly why: AsideRefused) {
    super(`aside: ${why}`);
    this.name = 'Refusing';
  }
}

const IDLE_MS = 60_000;
const { value: pools } = held('aside', () => new Map<string, Piscina>());

const poolOf = ({ file, threads, waiting, mb, idleMs = IDLE_MS }: AsideOptions): Piscina => {
  const there = pools.get(file);
  if (there) return there;
  const made = new Piscina({
    filename: resolve(/* turbopackIgnore: true */ process.cwd(), file),
    execArgv: ['--import', 'tsx'],
    minThreads: 0,
    maxThreads: threads,
    maxQueue: waiting,
    idleTimeout: idleMs,
    resourceLimits: { maxOldGenerationSizeMb: mb },
  });
  pools.set(file, made);
  return made;
};

const isOutOfMemory = (failure: Error): boolean =>
  /ERR_WORKER_OUT_OF_MEMORY|memory limit/.test(`${(failure as NodeJS.ErrnoException).code} ${failure.message}`);

/**
 * One question in a thread. Throws Refusing; what the module itself throws comes through.
 * @param mostMs after it the thread is stopped, whatever it is at @param left aborted when the caller leaves: the same
 */
export async function aside<Question, Told>(options: AsideOptions, question: Question, mostMs: number, left?: AbortSignal): Promise<Told> {
  const late = AbortSignal.timeout(mostMs);
  const signal = left ? AbortSignal.any([left, late]) : late;
  try {
    return (await poolOf(options).run(question, { signal })) as Told;
  } catch (failure) {
    if (signal.aborted) throw new Refusing('late');
    if (failure instanceof Error && /queue/i.test(failure.message)) throw new Refusing('busy');
    if (failure instanceof Error && isOutOfMemory(failure)) throw new Refusing('memory');
    throw failure;
  }
}

/** Lets the threads go, when the shop closes. */
export async function closeAside(): Promise<void> {
  const open = [...pools.values()];
  pools.clear();
  await Promise.all(open.map((pool) => pool.destroy()));
}
