'use client';
import { useEffect, useRef } from 'react';
import type { LiveEvents, LiveKind } from '@/schema/live';
import { atBench } from './atBench';
import { TAB } from './send';

export type Hearing = { [K in LiveKind]?: (what: LiveEvents[K]) => void } & {
  /** The line was cut and stands again: what was said meanwhile is not known. */
  again?: () => void;
};

const KINDS: readonly LiveKind[] = ['entry', 'act', 'here', 'instruments'];

/** Everybody of this page who listens: one line serves them all, since a browser keeps few lines to one computer. */
interface Listener {
  topics: readonly string[];
  hear<K extends LiveKind>(kind: K, what: LiveEvents[K]): void;
  again(): void;
}
const listeners = new Set<Listener>();
let line: { topics: string; source: EventSource } | null = null;

const topicsNow = (): string => [...new Set([...listeners].flatMap((l) => l.topics))].sort().join(' ');

/** Whether it is said of something this part of the page looks at; who is here is said of the job it looks at. */
const concerns = <K extends LiveKind>({ topics }: Listener, kind: K, what: LiveEvents[K]): boolean =>
  kind === 'instruments' ? topics.includes('instruments') : kind === 'here' || topics.includes((what as LiveEvents['act']).on);

function open(topics: string): EventSource {
  const query = new URLSearchParams([...topics.split(' ').map((t) => ['on', t]), ['tab', TAB], ['name', atBench()?.name ?? '']]);
  const source = new EventSource(`/api/live?${query.toString()}`);
  for (const kind of KINDS)
    source.addEventListener(kind, (event: MessageEvent<string>) => {
      const what = JSON.parse(event.data) as LiveEvents[typeof kind];
      for (const l of listeners) if (concerns(l, kind, what)) l.hear(kind, what as never);
    });
  let wasCut = false;
  source.addEventListener('error', () => (wasCut = true));
  source.addEventListener('open', () => {
    if (wasCut) for (const l of listeners) l.again();
    wasCut = false;
  });
  return source;
}

/** The line as it should be: a new one stands before the old one is let go, so that nothing is missed between. */
function settle(): void {
  const topics = topicsNow();
  if (line?.topics === topics || (!line && topics === '')) return;
  const old = line?.source;
  line = topics === '' ? null : { topics, source: open(topics) };
  if (!old) return;
  if (line) line.source.addEventListener('open', () => old.close(), { once: true });
  else old.close();
}

/** Hears what others do on these topics while the page is open; the browser calls again by itself where the line is cut. */
export function useHearing(topics: readonly string[], hearing: Hearing): void {
  const latest = useRef(hearing);
  useEffect(() => void (latest.current = hearing));
  const on = topics.join(' ');
  useEffect(() => {
    if (on === '') return undefined;
    const listener: Listener = {
      topics: on.split(' '),
      hear: (kind, what) => (latest.current[kind] as ((of: typeof what) => void) | undefined)?.(what),
      again: () => latest.current.again?.(),
    };
    listeners.add(listener);
    // What comes and goes in one drawing of the page settles once.
    queueMicrotask(settle);
    return () => {
      listeners.delete(listener);
      queueMicrotask(settle);
    };
  }, [on]);
}
