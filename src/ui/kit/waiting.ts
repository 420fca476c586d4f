'use client';
import { entriesAnswer } from '@/schema/answers';
import { clear, createStore, del, entries, set, type UseStore } from 'idb-keyval';
import { useEffect, useSyncExternalStore } from 'react';
import { v4 } from 'uuid';
import type { Entry } from '@/catalogue/entry';
import type { Said } from '@/core/units/say';
import { sendBytes } from './send';

/** Photos and voice notes on their way: kept by the browser from the moment they are made until the shop's computer has them, delivered once by their key. */

export interface Waiting {
  /** Of this sending: sent again because no answer came, it is the one that is there already. */
  key: string;
  jobId: number;
  what: 'photos' | 'voice';
  /** Where it belongs, as the route's query has it. */
  place: Record<string, string>;
  name: string;
  bytes: Blob;
  /** What the shop's computer had against it; null while it only waits. */
  refused: Said | null;
}

type Delivered = (jobId: number, entries: Entry[]) => void;

/** Where the browser keeps nothing (a private window), this page does. */
let waiting: readonly Waiting[] = [];
const listeners = new Set<() => void>();
const receivers = new Set<Delivered>();
let shelf: UseStore | null = null;
let read: Promise<void> | null = null;
let sending: Promise<void> | null = null;

const onShelf = <T>(act: (store: UseStore) => Promise<T>): Promise<T | null> => {
  try {
    shelf ??= createStore('mavrin', 'waiting');
    return act(shelf).catch(() => null);
  } catch {
    return Promise.resolve(null);
  }
};

function put(next: readonly Waiting[]): void {
  waiting = next;
  for (const listener of listeners) listener();
}

/** What earlier pages left waiting, once. */
const taken = (): Promise<void> =>
  (read ??= onShelf((store) => entries<string, Waiting>(store)).then((found) => {
    const older = (found ?? []).map(([, one]) => one).filter((one) => !waiting.some((w) => w.key === one.key));
    if (older.length > 0) put([...older, ...waiting]);
  }));

const keep = (one: Waiting) => onShelf((store) => set(one.key, one, store));
const letGo = (key: string) => {
  put(waiting.filter((w) => w.key !== key));
  return onShelf((store) => del(key, store));
};

const RETRY_MS = 4000;
let again: ReturnType<typeof setTimeout> | null = null;

async function deliver(): Promise<void> {
  await taken();
  for (const one of waiting.filter((w) => w.refused === null)) {
    const query = new URLSearchParams({ ...one.place, key: one.key });
    const answer = await sendBytes(`/api/jobs/${one.jobId}/${one.what}?${query}`, one.bytes, entriesAnswer);
    if (answer.ok) {
      await letGo(one.key);
      for (const receive of receivers) receive(one.jobId, answer.value);
    } else if (answer.unreachable) {
      // In their order: what comes after it waits too.
      again ??= setTimeout(() => {
        again = null;
        void sendWaiting();
      }, RETRY_MS);
      return;
    } else {
      const refused = { ...one, refused: answer.words };
      put(waiting.map((w) => (w.key === one.key ? refused : w)));
      await keep(refused);
    }
  }
}

/** Sends what waits, one after the other; asked for twice it is done once. */
export const sendWaiting = (): Promise<void> => (sending ??= deliver().finally(() => (sending = null)));

/** Keeps it and sends it. Resolves once it was tried. */
export async function keepAndSend(one: Omit<Waiting, 'key' | 'refused'>): Promise<void> {
  const whole: Waiting = { ...one, key: v4(), refused: null };
  // Shown as kept once it is: a page closed a moment later has lost nothing it promised.
  await keep(whole);
  put([...waiting, whole]);
  // One that is under way may have gone through the list before this was in it.
  await sending;
  await sendWaiting();
}

/** It is not wanted any more. */
export const dropWaiting = (key: string): void => void letGo(key);

/** Forgets all of it: for the tests of this file. */
export const forgetWaiting = async (): Promise<void> => {
  put([]);
  read = null;
  await onShelf((store) => clear(store));
};

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};
const NONE: readonly Waiting[] = [];
export const waitingNow = (): readonly Waiting[] => waiting;

/** What waits, of every job. */
export const useWaiting = (): readonly Waiting[] => useSyncExternalStore(subscribe, waitingNow, () => NONE);

/** Takes up what was written of a photo or a note of this job once it is delivered, whichever page it was made on. */
export function useDelivered(receive: Delivered): void {
  useEffect(() => {
    receivers.add(receive);
    void sendWaiting();
    return () => void receivers.delete(receive);
  }, [receive]);
}
