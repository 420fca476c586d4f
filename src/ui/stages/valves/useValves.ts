'use client';
import { useEffect, useRef, useState } from 'react';
import type { SearchProgress, SearchRequest, SearchResult } from '@/core/damper/search';
import type { DamperView, ViewRequest } from '@/core/damper/view';
import type { Issue, Result } from '@/core/result';
import type { DamperKey } from '@/catalogue/fields/damper';
import { type AimFound, useAim } from './useAim';
import { brokeWords, onWorkerFailure } from '@/workers/working';
import type { Answer, Ask, DynoAsk } from '@/workers/valves.worker';

const start = () => new Worker(new URL('../../../workers/valves.worker.ts', import.meta.url), { type: 'module' });

export interface Viewed {
  view: DamperView | null;
  issue: Issue | null;
  /** A newer view is being worked out. */
  busy: boolean;
  tookMs: number | null;
  aim: AimFound;
  /** Why nothing was worked out, and the way to try again; null while all is well. */
  failed: { words: string; again(): void } | null;
}

const pointsOf = (target: AimFound['targets']['compression']) => (target?.ok ? target.value.points : null);

/** The damper as computed by the worker, and what it is to aim at; the last one stays while the next is worked out. The aim may rest on the curve as found, so it follows a view. */
export function useDamperView(damper: DamperKey, base: Omit<ViewRequest, 'targets'> | null): Viewed {
  const worker = useRef<Worker | null>(null);
  const asked = useRef(0);
  const [answer, setAnswer] = useState<{ id: number; result: Result<DamperView>; tookMs: number } | null>(null);
  const [latest, setLatest] = useState(0);
  const view = base !== null && answer?.result.ok ? answer.result.value : null;
  const aim = useAim(damper, view);
  const targets = { compression: pointsOf(aim.targets.compression), rebound: pointsOf(aim.targets.rebound) };
  const text = base === null ? '' : JSON.stringify({ ...base, targets });
  const [failure, setFailure] = useState<string | null>(null);
  const [attempt, setAttempt] = useState(0);
  useEffect(() => {
    const made = start();
    worker.current = made;
    onWorkerFailure(made, setFailure);
    made.onmessage = ({ data }: MessageEvent<Answer>) => {
      if (data.kind === 'view') {
        setAnswer({ id: data.id, result: data.result, tookMs: data.tookMs });
        setFailure(null);
      } else if (data.kind === 'failed' && data.id === asked.current) setFailure(brokeWords(data.message));
    };
    return () => made.terminate();
  }, [attempt]);
  useEffect(() => {
    if (text === '') return;
    asked.current += 1;
    setLatest(asked.current);
    worker.current?.postMessage({ kind: 'view', id: asked.current, request: JSON.parse(text) as ViewRequest } satisfies Ask);
  }, [text, attempt]);
  const again = () => {
    setFailure(null);
    setAttempt(attempt + 1);
  };
  const failed = failure === null ? null : { words: failure, again };
  if (text === '') return { view: null, issue: null, busy: false, tookMs: null, aim, failed: null };
  return {
    view,
    aim,
    failed,
    issue: answer && !answer.result.ok ? answer.result.issue : null,
    busy: failed === null && answer?.id !== latest,
    tookMs: answer?.tookMs ?? null,
  };
}

export interface Searching {
  progress: SearchProgress | null;
  result: Result<SearchResult> | null;
  tookMs: number | null;
  running: boolean;
  /** Why a search ended without an answer. */
  failure: string | null;
  begin(request: SearchRequest): void;
  stop(): void;
}

/** A search in a worker of its own, so that the sheet stays alive beside it. */
export function useSearch(): Searching {
  const worker = useRef<Worker | null>(null);
  const asked = useRef(0);
  const [state, setState] = useState<Pick<Searching, 'progress' | 'result' | 'tookMs' | 'running' | 'failure'>>({
    progress: null,
    result: null,
    tookMs: null,
    running: false,
    failure: null,
  });
  const fail = (failure: string) => {
    worker.current?.terminate();
    worker.current = null;
    setState((s) => ({ ...s, running: false, failure }));
  };
  useEffect(() => () => worker.current?.terminate(), []);
  const begin = (request: SearchRequest) => {
    worker.current ??= start();
    asked.current += 1;
    const id = asked.current;
    onWorkerFailure(worker.current, fail);
    worker.current.onmessage = ({ data }: MessageEvent<Answer>) => {
      if (data.id !== asked.current) return;
      if (data.kind === 'progress') setState((s) => ({ ...s, progress: data.progress }));
      else if (data.kind === 'found') setState((s) => ({ ...s, result: data.result, tookMs: data.tookMs, running: false }));
      else if (data.kind === 'failed') fail(brokeWords(data.message));
    };
    setState({ progress: null, result: null, tookMs: null, running: true, failure: null });
    worker.current.postMessage({ kind: 'search', id, request } satisfies Ask);
  };
  const stop = () => {
    worker.current?.postMessage({ kind: 'stop' } satisfies Ask);
    setState((s) => ({ ...s, running: false }));
  };
  return { ...state, begin, stop };
}

type Without<Q> = Q extends DynoAsk ? Omit<Q, 'id'> : never;

/** Asks a worker of the dyno once; the worker is let go with its answer. Rejects with words where it breaks. */
function askOnce<A extends Answer>(question: Without<DynoAsk>): Promise<A> {
  const worker = start();
  return new Promise((done, refuse) => {
    const fail = (message: string) => {
      worker.terminate();
      refuse(new Error(message));
    };
    onWorkerFailure(worker, fail);
    worker.onmessage = ({ data }: MessageEvent<Answer>) => {
      if (data.kind === 'failed') return fail(brokeWords(data.message));
      worker.terminate();
      done(data as A);
    };
    worker.postMessage({ ...question, id: 1 });
  });
}

type Run = Extract<Answer, { kind: 'run' }>;
type Calibrated = Extract<Answer, { kind: 'calibrated' }>;

/** A run of the simulated dyno through a damper built with the tolerances of real ones. */
export const simulateRun = async (question: Omit<Extract<DynoAsk, { kind: 'simulate' }>, 'id' | 'kind'>): Promise<Run['result']> =>
  (await askOnce<Run>({ kind: 'simulate', ...question })).result;

/** One valve fitted to a run. */
export const calibrateTo = async (question: Omit<Extract<DynoAsk, { kind: 'calibrate' }>, 'id' | 'kind'>): Promise<Calibrated['result']> =>
  (await askOnce<Calibrated>({ kind: 'calibrate', ...question })).result;
