/** How the measurements are taken and printed. */

export const median = (xs: number[]) => [...xs].sort((a, b) => a - b)[Math.floor(xs.length / 2)] ?? Number.NaN;
export const say = (what: string, ms: number, more = '') => console.log(`${what.padEnd(58)} ${ms.toFixed(3).padStart(10)} ms ${more}`);

export function time(runs: number, work: () => void): number {
  work();
  return median(
    Array.from({ length: runs }, () => {
      const begun = performance.now();
      work();
      return performance.now() - begun;
    }),
  );
}
