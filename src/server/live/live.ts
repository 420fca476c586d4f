import { held } from '@/catalogue/held';
import type { Entry } from '@/catalogue/entry';
import type { InstrumentNow } from '@/schema/instruments';
import type { Here, LiveEvents, LiveKind } from '@/schema/live';
import { askingNow } from '../asking';
import { type Said, sayToOthers } from './others';

/** What happens while pages are open, handed to those that look at it, in this process and in every other over the same base. */

interface Listener extends Here {
  topics: ReadonlySet<string>;
  tell<K extends LiveKind>(kind: K, what: LiveEvents[K]): void;
  /** Ends the line: the page calls again and reads itself anew. */
  cut(): void;
}

/** The pages another process has open, by topic. */
interface Elsewhere {
  heardAtMs: number;
  here: Map<string, Here[]>;
}

const { value: listeners } = held('live', () => new Set<Listener>());
const { value: elsewhere } = held('live elsewhere', () => new Map<string, Elsewhere>());

/** By page: one that changes its line to listen to more has two for a moment. */
const ownOn = (topic: string): Here[] => [
  ...new Map([...listeners].filter((l) => l.topics.has(topic)).map(({ tab, name }) => [tab, { tab, name }])).values(),
];

/** Who looks at one of these, by page: a page that is open twice is two. */
const hereOn = (topic: string): Here[] => [...ownOn(topic), ...[...elsewhere.values()].flatMap(({ here }) => here.get(topic) ?? [])];

/** Jobs alone say who is there: a list of names over the Floor would be of no use. */
const saysWho = (topic: string): boolean => topic.startsWith('job:');

function tellWhoIsHere(topics: Iterable<string>): void {
  for (const topic of topics) if (saysWho(topic)) for (const l of listeners) if (l.topics.has(topic)) l.tell('here', hereOn(topic));
}

const sayWhoIsHere = (topics: Iterable<string>): void => {
  for (const topic of new Set(topics)) if (saysWho(topic)) void sayToOthers({ what: 'here', topic, here: ownOn(topic) });
};

function changed(topics: Iterable<string>): void {
  tellWhoIsHere(topics);
  sayWhoIsHere(topics);
}

/** Pages that may be open at once: a shop has some ten, a program that opens them without end gets no more. From memory. */
const MAX_PAGES = 300;
export const isFull = (): boolean => listeners.size >= MAX_PAGES;

/** From now on told of everything on these topics. @returns to be called when the page is gone */
export function listenTo(listener: Listener): () => void {
  listeners.add(listener);
  changed(listener.topics);
  return () => {
    if (listeners.delete(listener)) changed(listener.topics);
  };
}

function tellHere<K extends 'entry' | 'act'>(kind: K, event: LiveEvents[K]): void {
  for (const l of listeners) if (l.topics.has(event.on)) l.tell(kind, event);
}

const asked = (): Pick<LiveEvents['act'], 'who' | 'tab'> => {
  const asking = askingNow();
  return { who: asking?.session?.name ?? '', tab: asking?.tab ?? '' };
};

/** A field stands otherwise; told when the change stands. */
export function tellEntry(on: `job:${number}` | `machine:${number}`, entry: Entry): void {
  const event = { on, ...asked(), entry };
  tellHere('entry', event);
  void sayToOthers({ what: 'entry', event });
}

/** Something else was done to it. */
export function tellAct(on: `job:${number}` | `machine:${number}` | 'floor', words: string): void {
  const event = { on, ...asked(), words };
  tellHere('act', event);
  void sayToOthers({ what: 'act', event });
}

/** Whether any page here listens to it. */
export const isHeard = (topic: string): boolean => [...listeners].some((l) => l.topics.has(topic));

/** What the instruments show now; of this process alone, to whose computer they are wired. */
export function tellInstruments(now: InstrumentNow[]): void {
  for (const l of listeners) if (l.topics.has('instruments')) l.tell('instruments', now);
}

/** What another process says of its pages, and to ours. */
export function hearElsewhere(said: Said, from: string): void {
  if (said.what === 'entry') tellHere('entry', said.event);
  else if (said.what === 'act') tellHere('act', said.event);
  else if (said.what === 'who') sayWhoIsHere([...listeners].flatMap((l) => [...l.topics]));
  else if (said.what === 'here') {
    const of = elsewhere.get(from) ?? { heardAtMs: 0, here: new Map<string, Here[]>() };
    of.heardAtMs = Date.now();
    if (said.here.length > 0) of.here.set(said.topic, said.here);
    else of.here.delete(said.topic);
    elsewhere.set(from, of);
    tellWhoIsHere([said.topic]);
  }
}

/** Every page calls again and reads itself anew: what was said meanwhile is not known. */
export function cutPages(): void {
  elsewhere.clear();
  for (const l of [...listeners]) l.cut();
}

/** A process tells of its pages as often; one that is silent for three times as long is gone, and its pages with it. */
const TELLS_EVERY_MS = 20_000;

/** Keeps telling the others which pages are open here, and forgets those whose process is gone. */
export function keepTelling(): void {
  setInterval(() => {
    sayWhoIsHere([...listeners].flatMap((l) => [...l.topics]));
    for (const [from, { heardAtMs, here }] of elsewhere)
      if (Date.now() - heardAtMs > 3 * TELLS_EVERY_MS) {
        elsewhere.delete(from);
        tellWhoIsHere(here.keys());
      }
  }, TELLS_EVERY_MS).unref();
}
