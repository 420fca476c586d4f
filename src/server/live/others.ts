import { held } from '@/catalogue/held';
import { randomUUID } from 'node:crypto';
import { db } from '@/db/client';
import type { Here, LiveEvents } from '@/schema/live';

/** What processes over one base say to each other (`Db.tellOthers`); one that is alone, as with the embedded engine, speaks to nobody. */

export type Said =
  /** Who may come in, or a page of the book, has changed: read it anew. */
  | { what: 'entrance' }
  | { what: 'book' }
  /** Told to pages that look at it. */
  | { what: 'entry'; event: LiveEvents['entry'] }
  | { what: 'act'; event: LiveEvents['act'] }
  /** The pages one process has open on a topic, and the question for them. */
  | { what: 'here'; topic: string; here: Here[] }
  | { what: 'who' };

/** The engine's limit is 8000 bytes; the name of the process goes with it. */
const MAX_BYTES = 7800;

const { value: name } = held('process', () => randomUUID() as string);
const own = (): string => name;

/** A text longer than a line takes is not sent: the page is told to look for itself. */
const fitting = (said: Said): Said =>
  said.what === 'entry' && Buffer.byteLength(JSON.stringify(said)) > MAX_BYTES
    ? { what: 'act', event: { on: said.event.on, who: said.event.who, tab: said.event.tab, words: 'wrote a long text' } }
    : said;

/** Says it to the other processes. One that cannot be reached reads it when its line stands again. */
export const sayToOthers = (said: Said): Promise<void> =>
  db()
    .then((base) => base.tellOthers(JSON.stringify({ from: own(), ...fitting(said) })))
    .catch(() => undefined);

/**
 * Hears the other processes from now on.
 * @param hear what one of them says, and which
 * @param cut the line was cut and stands again: whatever they may have said is to be read anew
 */
export async function hearOthers(hear: (said: Said, from: string) => void, cut: () => void): Promise<void> {
  (await db()).hearOthers((words) => {
    if (words === null) return cut();
    const { from, ...said } = JSON.parse(words) as Said & { from: string };
    if (from !== own()) hear(said as Said, from);
  });
  await sayToOthers({ what: 'who' });
}
