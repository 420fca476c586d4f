// Keeps the shop open: what starts the program starts it again when it dies, sooner at first, later if it goes on dying; and where it answers no more, ends it.
import { spawn } from 'node:child_process';

/** How long a program that ran this long is taken to have been well, ms. */
const WELL_AFTER_MS = 60_000;
const FIRST_WAIT_MS = 500;
const LONGEST_WAIT_MS = 60_000;
/** Refused to start, by its own words: begun again it would say the same (src/server/shop.ts, scripts/listen.mjs). */
const NOT_AGAIN = [0, 1, 3];
/** Looks whether it answers, and how often it may not before it is ended. */
const LOOKS_EVERY_MS = 10_000;
const MISSED = 6;

/** How long the next start waits. @param deaths one after the other without a well time between */
export const waitMs = (deaths) => Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** (deaths - 1));

/**
 * @param command argv of the program @param options of spawn @param answers resolves whether it answers; null leaves it unwatched
 * @param tell told what happens, in words
 * @returns the first start's child, for whoever waits on it; `stop(signal)` ends it for good
 */
export function keepOpen(
  [file, ...words],
  options,
  { answers = null, tell = console.error, pauseMs = (ms) => ms, looksEveryMs = LOOKS_EVERY_MS } = {},
) {
  let [child, deaths, isStopped, missed, hasAnswered] = [null, 0, false, 0, false];
  let ended;
  const over = new Promise((done) => (ended = done));
  const start = () => {
    const began = Date.now();
    [missed, hasAnswered] = [0, false];
    child = spawn(file, words, options);
    child.once('exit', (code, signal) => {
      if (isStopped || (code !== null && NOT_AGAIN.includes(code))) return ended(code ?? 0);
      deaths = Date.now() - began > WELL_AFTER_MS ? 1 : deaths + 1;
      const ms = pauseMs(waitMs(deaths));
      tell(`Mavrin ended (${signal ?? `code ${code}`}). It is started again in ${Math.round(ms / 100) / 10} s.`);
      setTimeout(() => (isStopped ? ended(0) : start()), ms);
    });
  };
  start();
  const watch =
    answers &&
    setInterval(async () => {
      const at = child;
      const isWell = await answers();
      if (at !== child) return;
      hasAnswered ||= isWell;
      missed = isWell ? 0 : missed + 1;
      // One that is still opening a long log has not answered yet, and is let be.
      if (missed < MISSED || !hasAnswered) return;
      tell('Mavrin does not answer any more. It is ended, and started again.');
      missed = 0;
      at.kill('SIGKILL');
    }, looksEveryMs);
  void over.then(() => watch && clearInterval(watch));
  return {
    over,
    stop(signal) {
      isStopped = true;
      child.kill(signal);
    },
  };
}
