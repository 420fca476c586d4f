/** How much slower this machine is at the moment than the one limits of time were set on; at least 1. A limit is a guard against what hangs, never a measure. */

/** A fixed piece of work, ms on a quiet machine of two cores. */
const REFERENCE_MS = 60;

function workMs() {
  const begun = performance.now();
  let x = 0;
  for (let i = 1; i < 12_000_000; i++) x += Math.sqrt(i) / (x + 1);
  return x > 0 ? performance.now() - begun : 0;
}

export const slowness = Math.min(Math.max(1, workMs() / REFERENCE_MS), 10);
/** A limit that gives a slow machine its time. */
export const scaled = (ms) => Math.round(ms * slowness);
