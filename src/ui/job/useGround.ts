'use client';
import { proxy, type Remote } from 'comlink';
import { startTransition, useCallback, useEffect, useRef, useState } from 'react';
import type { GroundWorker } from '@/workers/ground.worker';
import { failureWords, type Working, working } from '@/workers/working';

const start = () => working<GroundWorker>(() => new Worker(new URL('../../workers/ground.worker.ts', import.meta.url), { type: 'module' }));

export type Ground = Remote<GroundWorker>;

export interface AtWork<P, A> {
  progress: P | null;
  answer: A | null;
  running: boolean;
  failure: string | null;
  begin(): void;
  stop(): void;
}

/**
 * One work of the ground's worker: begun, followed, stopped. Each has a worker of its own, so that the sheet stays alive and one does not stop the other.
 * @param ask puts the question; its progress is told as it comes
 */
export function useAtWork<P, A>(ask: (worker: Ground, tell: (progress: P) => void) => Promise<A | null>): AtWork<P, A> {
  const worker = useRef<Working<GroundWorker> | null>(null);
  const asked = useRef(0);
  const [state, setState] = useState<Omit<AtWork<P, A>, 'begin' | 'stop'>>({ progress: null, answer: null, running: false, failure: null });
  useEffect(
    () => () => {
      worker.current?.end();
      worker.current = null;
    },
    [],
  );
  const begin = useCallback(() => {
    worker.current ??= start();
    asked.current += 1;
    const id = asked.current;
    const isMine = () => id === asked.current;
    const tell = proxy((progress: P) => {
      if (isMine()) setState((s) => ({ ...s, progress }));
    });
    setState((s) => ({ ...s, progress: null, running: true, failure: null }));
    worker.current
      .ask((ground) => ask(ground, tell))
      .then(
        (answer) => {
          // Charts and tables follow in slices: whoever presses meanwhile is heard.
          if (isMine()) startTransition(() => setState((s) => ({ ...s, answer: answer ?? s.answer, running: false })));
        },
        (e: unknown) => {
          worker.current?.end();
          worker.current = null;
          if (isMine()) setState((s) => ({ ...s, running: false, failure: failureWords(e) }));
        },
      );
  }, [ask]);
  const stop = useCallback(() => {
    asked.current += 1;
    void worker.current?.ask((ground) => ground.stop());
    setState((s) => ({ ...s, running: false }));
  }, []);
  return { ...state, begin, stop };
}
