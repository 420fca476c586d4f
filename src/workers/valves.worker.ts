import { expose } from 'comlink';
import { type SearchProgress, type SearchRequest, type SearchResult, stackSearch } from '@/core/damper/search';
import type { DamperFigures, ValveName } from '@/core/damper/damper';
import { calibrate, type Calibration, type DynoPoint } from '@/core/damper/dyno';
import { type Expert, expert, type ExpertRequest } from '@/core/damper/expert';
import { oneStack } from '@/core/damper/oneStack';
import { simulatedRun } from '@/core/damper/simulatedRun';
import { type Oil, rememberedLifts } from '@/core/damper/valve';
import { type DamperView, damperView, type ViewRequest } from '@/core/damper/view';
import type { Result } from '@/core/result';
import { turn } from './working';

/** Plates are solved here, away from the page. */
export interface Took<T> {
  result: Result<T>;
  tookMs: number;
}

const lifts = rememberedLifts();
let newest = 0;
let searching = 0;

const valves = {
  /** Keys pressed while one view is worked out ask again and again: only the last is answered, the others with null. */
  async view(request: ViewRequest): Promise<Took<DamperView> | null> {
    const mine = (newest += 1);
    await turn();
    if (mine !== newest) return null;
    const begun = performance.now();
    return { result: damperView(request, lifts), tookMs: performance.now() - begun };
  },
  /** In slices, so that it can be stopped; null where it was. */
  async search(request: SearchRequest, tell: (progress: SearchProgress) => void): Promise<Took<SearchResult> | null> {
    const mine = (searching += 1);
    const begun = performance.now();
    const search = stackSearch(request);
    for (;;) {
      const step = search.next();
      if (step.done) return { result: step.value, tookMs: performance.now() - begun };
      tell(step.value);
      await turn();
      if (mine !== searching) return null;
    }
  },
  stop(): void {
    searching += 1;
  },
  expert: async (request: ExpertRequest): Promise<Result<Expert>> => expert(request, lifts),
  oneStack: async (asked: Parameters<typeof oneStack>[0]) => oneStack(asked),
  simulate: async (figures: DamperFigures, oil: Oil, seed: number): Promise<Result<DynoPoint[]>> => simulatedRun(figures, oil, seed, lifts),
  calibrate: async (figures: DamperFigures, oil: Oil, valve: ValveName, points: DynoPoint[]): Promise<Result<Calibration>> =>
    calibrate(figures, oil, valve, points, lifts),
};
export type ValvesWorker = typeof valves;
expose(valves);
