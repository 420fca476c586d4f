'use client';
import { useEffect, useRef, useState } from 'react';
import type { SearchProgress, SearchRequest, SearchResult } from '@/core/damper/search';
import type { DamperView, ViewRequest } from '@/core/damper/view';
import type { Issue, Result } from '@/core/result';
import type { DamperKey } from '@/schema/fields/damper';
import { type AimFound, useAim } from './useAim';
import type { Answer, Ask, DynoAsk } from './valves.worker';

const start = () => new Worker(new URL('./valves.worker.ts', import.meta.url), { type: 'module' });

export interface Viewed {
  view: DamperView | null;
  issue: Issue | null;
  /** A newer view is being worked out. */
  busy: boolean;
  tookMs: number | null;
  aim: AimFound;
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
  useEffect(() => {
    const made = start();
    worker.current = made;
    made.onmessage = ({ data }: MessageEvent<Answer>) => {
      if (data.kind === 'view') setAnswer({ id: data.id, result: data.result, tookMs: data.tookMs });
    };
    return () => made.terminate();
  }, []);
  useEffect(() => {
    if (text === '') return;
    asked.current += 1;
    setLatest(asked.current);
    worker.current?.postMessage({ kind: 'view', id: asked.current, request: JSON.parse(text) as ViewRequest } satisfies Ask);
  }, [text]);
  if (text === '') return { view: null, issue: null, busy: false, tookMs: null, aim };
  return {
    view,
    aim,
    issue: answer && !answer.result.ok ? answer.result.issue : null,
    busy: answer?.id !== latest,
    tookMs: answer?.tookMs ?? null,
  };
}

export interface Searching {
  progress: SearchProgress | null;
  result: Result<SearchResult> | null;
  tookMs: number | null;
  running: boolean;
  begin(request: SearchRequest): void;
  stop(): void;
}

/** A search in a worker of its own, so that the sheet stays alive beside it. */
export function useSearch(): Searching {
  const worker = useRef<Worker | null>(null);
  const asked = useRef(0);
  const [state, setState] = useState<Pick<Searching, 'progress' | 'result' | 'tookMs' | 'running'>>({
    progress: null,
    result: null,
    tookMs: null,
    running: false,
  });
  useEffect(() => () => worker.current?.terminate(), []);
  const begin = (request: SearchRequest) => {
    worker.current ??= start();
    asked.current += 1;
    const id = asked.current;
    worker.current.onmessage = ({ data }: MessageEvent<Answer>) => {
      if (data.id !== asked.current) return;
      if (data.kind === 'progress') setState((s) => ({ ...s, progress: data.progress }));
      else if (data.kind === 'found') setState((s) => ({ ...s, result: data.result, tookMs: data.tookMs, running: false }));
    };
    setState({ progress: null, result: null, tookMs: null, running: true });
    worker.current.postMessage({ kind: 'search', id, request } satisfies Ask);
  };
  const stop = () => {
    worker.current?.postMessage({ kind: 'stop' } satisfies Ask);
    setState((s) => ({ ...s, running: false }));
  };
  return { ...state, begin, stop };
}

type Without<Q> = Q extends DynoAsk ? Omit<Q, 'id'> : never;

/** Asks a worker of the dyno once; the worker is let go with its answer. */
function askOnce<A extends Answer>(question: Without<DynoAsk>): Promise<A> {
  const worker = start();
  return new Promise((done) => {
    worker.onmessage = ({ data }: MessageEvent<A>) => {
      worker.terminate();
      done(data);
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
