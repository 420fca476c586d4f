import { useMemo } from 'react';
import { keepNote, keptNote, useKeptNote } from './kept';

/** Who stands at this bench: kept by the browser, sent with each entry, written to each step. */

const KEY = 'mavrin.atBench';

export interface AtBench {
  id: number;
  name: string;
}

/** A damaged note is no one. */
function parsed(kept: string): AtBench | null {
  try {
    const who = (kept === '' ? null : JSON.parse(kept)) as Partial<AtBench> | null;
    return typeof who?.id === 'number' && typeof who.name === 'string' ? { id: who.id, name: who.name } : null;
  } catch {
    return null;
  }
}

export const atBench = (): AtBench | null => parsed(keptNote(KEY));

export function setAtBench(who: AtBench): void {
  keepNote(KEY, JSON.stringify(who));
}

export function useAtBench(): AtBench | null {
  const kept = useKeptNote(KEY);
  return useMemo(() => parsed(kept), [kept]);
}

/** A name kept for another base is no one here. */
export function forgetUnlessAmong(technicians: readonly AtBench[]): void {
  const who = atBench();
  if (who && !technicians.some((t) => t.id === who.id && t.name === who.name)) localStorage.removeItem(KEY);
}
