import { useMemo, useSyncExternalStore } from 'react';

/** Who stands at this bench: kept by the browser, sent with each entry, written to each step. */

const KEY = 'mavrin.atBench';
const CHANGED = 'mavrin-at-bench';

export interface AtBench {
  id: number;
  name: string;
}

const read = (): string => {
  try {
    return typeof localStorage === 'undefined' ? '' : (localStorage.getItem(KEY) ?? '');
  } catch {
    return '';
  }
};

/** A damaged note is no one. */
function parsed(kept: string): AtBench | null {
  try {
    const who = (kept === '' ? null : JSON.parse(kept)) as Partial<AtBench> | null;
    return typeof who?.id === 'number' && typeof who.name === 'string' ? { id: who.id, name: who.name } : null;
  } catch {
    return null;
  }
}

export const atBench = (): AtBench | null => parsed(read());

export function setAtBench(who: AtBench): void {
  localStorage.setItem(KEY, JSON.stringify(who));
  window.dispatchEvent(new Event(CHANGED));
}

const subscribe = (listener: () => void) => {
  window.addEventListener(CHANGED, listener);
  window.addEventListener('storage', listener);
  return () => {
    window.removeEventListener(CHANGED, listener);
    window.removeEventListener('storage', listener);
  };
};

export function useAtBench(): AtBench | null {
  const kept = useSyncExternalStore(subscribe, read, () => '');
  return useMemo(() => parsed(kept), [kept]);
}

/** A name kept for another base is no one here. */
export function forgetUnlessAmong(technicians: readonly AtBench[]): void {
  const who = atBench();
  if (who && !technicians.some((t) => t.id === who.id && t.name === who.name)) localStorage.removeItem(KEY);
}
