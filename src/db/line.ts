import { setTimeout as wait } from 'node:timers/promises';

/** What a line is made of: a client that can be connected, told when it ends, and ended. */
export interface LineClient {
  on(event: 'notification', hear: (message: { payload?: string | undefined }) => void): unknown;
  on(event: 'error' | 'end', hear: () => void): unknown;
  connect(): Promise<unknown>;
  query(text: string): Promise<unknown>;
  end(): Promise<void>;
}

/** How long the first call after a cut waits, and the longest, ms. */
const FIRST_WAIT_MS = 500;
const LONGEST_WAIT_MS = 30_000;

/** Waits that double up to the longest, each shorter or longer by up to a half: processes that lost one server do not come back all at once. @param failed calls so far */
export const backOffMs = (failed: number, random: () => number = Math.random): number =>
  Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** failed) * (0.5 + random());

export interface Line {
  hear(listener: (words: string | null) => void): void;
  close(): Promise<void>;
}

/**
 * A line of its own on which processes hear each other; called again where it is cut, by one loop however often it is told of the cut. A call that fails gives its
 * client up before the next. Listeners hear null when the line stands again: what was said meanwhile is not known.
 */
export async function openLine(
  make: () => LineClient,
  channel: string,
  pause: (ms: number) => Promise<unknown> = (ms) => wait(ms, undefined, { ref: false }),
): Promise<Line> {
  const listeners: ((words: string | null) => void)[] = [];
  let line: LineClient | null = null;
  let isClosed = false;
  let isCalling = false;
  const call = async (): Promise<boolean> => {
    const client = make();
    client.on('notification', ({ payload }) => listeners.forEach((hear) => hear(payload ?? '')));
    client.on('error', () => undefined);
    client.on('end', () => {
      // A client that never stood, or was given up, is nobody's line.
      if (line !== client) return;
      line = null;
      void again();
    });
    try {
      await client.connect();
      await client.query(`LISTEN ${channel}`);
    } catch {
      await client.end().catch(() => undefined);
      return false;
    }
    line = client;
    return true;
  };
  const again = async (): Promise<void> => {
    if (isCalling) return;
    isCalling = true;
    for (let failed = 0; !isClosed && line === null; failed += 1) {
      await pause(backOffMs(failed));
      if (!isClosed && (await call())) listeners.forEach((hear) => hear(null));
    }
    isCalling = false;
    if (isClosed) await line?.end();
  };
  // A line that does not stand yet is called again while the shop opens.
  if (!(await call())) void again();
  return {
    hear: (listener) => void listeners.push(listener),
    close: async () => {
      isClosed = true;
      const open = line;
      line = null;
      await open?.end();
    },
  };
}
