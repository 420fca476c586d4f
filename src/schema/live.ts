import type { InstrumentNow } from './instruments';
import type { Entry } from '@/catalogue/entry';

/** What an open page hears while others work (server-sent events, `/api/live?on=job:7&on=machine:3&tab=…`). */

/** Somebody with the same page open. */
export interface Here {
  /** Of the page, made by itself. */
  tab: string;
  /** As signed in, else the name the bench stands on; '' where neither is known. */
  name: string;
}

export interface LiveEvents {
  /** One field was written, by whom. */
  entry: { on: string; entry: Entry; who: string; tab: string };
  /** Something else was done: what, in words, and by whom. */
  act: { on: string; words: string; who: string; tab: string };
  /** What the shop's instruments show. */
  instruments: InstrumentNow[];
  /** Who has the page open now. */
  here: Here[];
}
export type LiveKind = keyof LiveEvents;

/** Jobs, machines, the Floor, and the instruments. */
export const LIVE_TOPIC = /^(job:\d{1,9}|machine:\d{1,9}|floor|instruments)$/;
