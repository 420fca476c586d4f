import { simulatedRun } from '@/core/damper/simulatedRun';
import { type SearchProgress, type SearchRequest, type SearchResult, stackSearch } from '@/core/damper/search';
import { type DamperFigures, type ValveName } from '@/core/damper/damper';
import { calibrate, type Calibration, type DynoPoint } from '@/core/damper/dyno';
import { type Oil, rememberedLifts } from '@/core/damper/valve';
import { type DamperView, damperView, type ViewRequest } from '@/core/damper/view';
import type { Result } from '@/core/result';

/** Plates are solved here, away from the page: the newest view only, and searches in slices that can be stopped. */

export type Ask =
  { kind: 'view'; id: number; request: ViewRequest } | { kind: 'search'; id: number; request: SearchRequest } | { kind: 'stop' } | DynoAsk;
export type DynoAsk =
  | { kind: 'simulate'; id: number; figures: DamperFigures; oil: Oil; seed: number }
  | { kind: 'calibrate'; id: number; figures: DamperFigures; oil: Oil; valve: ValveName; points: DynoPoint[] };
export type Answer =
  | { kind: 'view'; id: number; result: Result<DamperView>; tookMs: number }
  | { kind: 'progress'; id: number; progress: SearchProgress }
  | { kind: 'found'; id: number; result: Result<SearchResult>; tookMs: number }
  | { kind: 'run'; id: number; result: Result<DynoPoint[]> }
  | { kind: 'calibrated'; id: number; result: Result<Calibration> }
  /** The computation itself broke: nothing of this question will follow. */
  | { kind: 'failed'; id: number; of: Ask['kind']; message: string };

const page = self as unknown as { postMessage(answer: Answer): void; onmessage: (event: { data: Ask }) => void };
const lifts = rememberedLifts();
let view: Extract<Ask, { kind: 'view' }> | null = null;
let searching = 0;

/** Does one piece of work; where it breaks, that is the answer. */
function answering(asked: { id: number; kind: Ask['kind'] }, work: () => void): void {
  try {
    work();
  } catch (e) {
    page.postMessage({ kind: 'failed', id: asked.id, of: asked.kind, message: e instanceof Error ? e.message : String(e) });
  }
}

function showNewest(): void {
  const asked = view;
  view = null;
  if (!asked) return;
  answering(asked, () => {
    const begun = performance.now();
    const result = damperView(asked.request, lifts);
    page.postMessage({ kind: 'view', id: asked.id, result, tookMs: performance.now() - begun });
  });
}

function searchOn(id: number, request: SearchRequest): void {
  const search = stackSearch(request);
  const begun = performance.now();
  const slice = () => {
    if (searching !== id) return;
    answering({ id, kind: 'search' }, () => {
      const step = search.next();
      if (step.done) return page.postMessage({ kind: 'found', id, result: step.value, tookMs: performance.now() - begun });
      page.postMessage({ kind: 'progress', id, progress: step.value });
      setTimeout(slice, 0);
    });
  };
  slice();
}

page.onmessage = ({ data }) => {
  if (data.kind === 'simulate')
    return answering(data, () =>
      page.postMessage({ kind: 'run', id: data.id, result: simulatedRun(data.figures, data.oil, data.seed, lifts) }),
    );
  if (data.kind === 'calibrate')
    return answering(data, () => {
      const result = calibrate(data.figures, data.oil, data.valve, data.points, lifts);
      page.postMessage({ kind: 'calibrated', id: data.id, result });
    });
  if (data.kind === 'stop') searching = 0;
  else if (data.kind === 'search') {
    searching = data.id;
    searchOn(data.id, data.request);
  } else {
    // Keys pressed while one view is worked out ask again and again: only the last is answered.
    view = data;
    setTimeout(showNewest, 0);
  }
};
