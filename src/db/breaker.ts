import { BaseAway, isAway } from './sql';

/** How long nobody is sent to a server that just did not answer, ms. */
const OPEN_MS = 1000;

/**
 * Keeps callers from queueing before a server that is away: after a failure to reach it everybody is told at once for a moment, then one tries.
 * @param now a clock, ms
 */
export function breaker(now: () => number = Date.now): <T>(reach: () => Promise<T>) => Promise<T> {
  let closedFrom = 0;
  let cause: unknown = null;
  return async (reach) => {
    if (now() < closedFrom) throw new BaseAway(cause);
    // Until this one has answered the others are told what the last one met.
    if (cause !== null) closedFrom = now() + OPEN_MS;
    try {
      const reached = await reach();
      [closedFrom, cause] = [0, null];
      return reached;
    } catch (failure) {
      const isGone = isAway(failure) || failure instanceof BaseAway;
      if (isGone) [closedFrom, cause] = [now() + OPEN_MS, failure instanceof BaseAway ? failure.cause : failure];
      throw isGone && !(failure instanceof BaseAway) ? new BaseAway(failure) : failure;
    }
  };
}
