/** Drawings that wait, one for each chart: a chart that changes again before its turn is drawn once. */
const waiting = new Map<object, () => void>();
let isGoing = false;

function next(): void {
  const first = waiting.entries().next().value;
  if (!first) {
    isGoing = false;
    return;
  }
  const [chart, draw] = first;
  waiting.delete(chart);
  draw();
  setTimeout(next, 0);
}

/** Draws one chart a task, so that a page of many never holds a key or a finger up. The first comes at once. */
export function inTurn(chart: object, draw: () => void): void {
  waiting.delete(chart);
  waiting.set(chart, draw);
  if (isGoing) return;
  isGoing = true;
  queueMicrotask(next);
}

/** The chart is gone: its drawing with it. */
export const outOfTurn = (chart: object): boolean => waiting.delete(chart);
