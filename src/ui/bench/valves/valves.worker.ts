import { type SearchProgress, type SearchRequest, type SearchResult, stackSearch } from '@/core/damper/search';
import { rememberedLifts } from '@/core/damper/valve';
import { type DamperView, damperView, type ViewRequest } from '@/core/damper/view';
import type { Result } from '@/core/result';

/** Plates are solved here, away from the page: the newest view only, and searches in slices that can be stopped. */

export type Ask =
  { kind: 'view'; id: number; request: ViewRequest } | { kind: 'search'; id: number; request: SearchRequest } | { kind: 'stop' };
export type Answer =
  | { kind: 'view'; id: number; result: Result<DamperView>; tookMs: number }
  | { kind: 'progress'; id: number; progress: SearchProgress }
  | { kind: 'found'; id: number; result: Result<SearchResult>; tookMs: number };

const page = self as unknown as { postMessage(answer: Answer): void; onmessage: (event: { data: Ask }) => void };
const lifts = rememberedLifts();
let view: Extract<Ask, { kind: 'view' }> | null = null;
let searching = 0;

function showNewest(): void {
  const asked = view;
  view = null;
  if (!asked) return;
  const begun = performance.now();
  const result = damperView(asked.request, lifts);
  page.postMessage({ kind: 'view', id: asked.id, result, tookMs: performance.now() - begun });
}

function searchOn(id: number, request: SearchRequest): void {
  const search = stackSearch(request);
  const begun = performance.now();
  const slice = () => {
    if (searching !== id) return;
    const step = search.next();
    if (step.done) return page.postMessage({ kind: 'found', id, result: step.value, tookMs: performance.now() - begun });
    page.postMessage({ kind: 'progress', id, progress: step.value });
    setTimeout(slice, 0);
  };
  slice();
}

page.onmessage = ({ data }) => {
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
