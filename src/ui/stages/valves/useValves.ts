'use client';
import { proxy, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { DamperFigures, ValveName } from '@/core/damper/damper';
import type { Calibration, DynoPoint } from '@/core/damper/dyno';
import type { SearchProgress, SearchRequest, SearchResult } from '@/core/damper/search';
import type { Expert, ExpertRequest } from '@/core/damper/expert';
import type { OneStack } from '@/core/damper/oneStack';
import type { OneStackQuestion } from '@/judgement/model/dampers';
import type { Oil } from '@/core/damper/valve';
import type { DamperView, ViewRequest } from '@/core/damper/view';
import type { Issue, Result } from '@/core/result';
import type { DamperKey } from '@/catalogue/fields/damper';
import { type AimFound, useAim } from './useAim';
import type { Took, ValvesWorker } from '@/workers/valves.worker';
import { type Working, working, failureWords } from '@/workers/working';

const start = () =>
  working<ValvesWorker>(() => new Worker(new URL('../../../workers/valves.worker.ts', import.meta.url), { type: 'module' }));

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
  const worker = useRef<Working<ValvesWorker> | null>(null);
  const asked = useRef(0);
  const [answer, setAnswer] = useState<({ id: number } & Took<DamperView>) | null>(null);
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
    return () => made.end();
  }, [attempt]);
  useEffect(() => {
    if (text === '') return;
    asked.current += 1;
    const id = asked.current;
    setLatest(id);
    worker.current
      ?.ask((valves) => valves.view(JSON.parse(text) as ViewRequest))
      .then(
        (took) => {
          if (!took) return;
          setAnswer({ id, ...took });
          setFailure(null);
        },
        (e: unknown) => id === asked.current && setFailure(failureWords(e)),
      );
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
  const worker = useRef<Working<ValvesWorker> | null>(null);
  const asked = useRef(0);
  const [state, setState] = useState<Pick<Searching, 'progress' | 'result' | 'tookMs' | 'running' | 'failure'>>({
    progress: null,
    result: null,
    tookMs: null,
    running: false,
    failure: null,
  });
  useEffect(() => () => worker.current?.end(), []);
  const begin = (request: SearchRequest) => {
    worker.current ??= start();
    asked.current += 1;
    const id = asked.current;
    const tell = proxy((progress: SearchProgress) => id === asked.current && setState((s) => ({ ...s, progress })));
    setState({ progress: null, result: null, tookMs: null, running: true, failure: null });
    worker.current
      .ask((valves) => valves.search(request, tell))
      .then(
        (took) => took && id === asked.current && setState((s) => ({ ...s, ...took, running: false })),
        (e: unknown) => {
          worker.current?.end();
          worker.current = null;
          setState((s) => ({ ...s, running: false, failure: failureWords(e) }));
        },
      );
  };
  const stop = () => {
    asked.current += 1;
    void worker.current?.ask((valves) => valves.stop());
    setState((s) => ({ ...s, running: false }));
  };
  return { ...state, begin, stop };
}

/** Asks a worker once; it is let go with its answer. Rejects with words where it breaks. */
async function askOnce<A>(question: (valves: Remote<ValvesWorker>) => Promise<A>): Promise<A> {
  const worker = start();
  return worker.ask<A>(question).finally(() => worker.end());
}

/** A run of the simulated dyno through a damper built with the tolerances of real ones. */
export const simulateRun = (asked: { figures: DamperFigures; oil: Oil; seed: number }): Promise<Result<DynoPoint[]>> =>
  askOnce(async (valves) => valves.simulate(asked.figures, asked.oil, asked.seed));

/** What an expert looks at beyond the curve. */
export const askExpert = (asked: ExpertRequest): Promise<Result<Expert>> => askOnce(async (valves) => valves.expert(asked));

/** What one stack tells alone. */
export const askOneStack = (asked: Pick<OneStackQuestion, 'found' | 'fit'>): Promise<Result<OneStack>> =>
  askOnce(async (valves) => valves.oneStack(asked));

/** One valve fitted to a run. */
export const calibrateTo = (asked: {
  figures: DamperFigures;
  oil: Oil;
  valve: ValveName;
  points: DynoPoint[];
}): Promise<Result<Calibration>> => askOnce(async (valves) => valves.calibrate(asked.figures, asked.oil, asked.valve, asked.points));
