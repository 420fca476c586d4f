import type { SpawnOptions } from 'node:child_process';
export declare const waitMs: (deaths: number) => number;
export declare function keepOpen(
  command: readonly string[],
  options: SpawnOptions,
  how?: {
    answers?: (() => Promise<boolean>) | null;
    tell?: (words: string) => void;
    pauseMs?: (ms: number) => number;
    looksEveryMs?: number;
  },
): { over: Promise<number>; stop(signal: NodeJS.Signals): void };
