'use client';
import { useEffect, useState } from 'react';
import { withUnit } from '@/catalogue/entry';
import { knownField } from '@/catalogue/fields';
import type { Here, LiveEvents } from '@/schema/live';
import type { FieldStore } from '../fields/store';
import { useHearing } from '../kit/live';
import { TAB } from '../kit/send';
import type { BenchData } from '@/schema/pages';

const nameOf = ({ name }: Pick<Here, 'name'>): string => name || 'somebody';
const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** Names in a sentence, each once; two pages of one name are told apart by their count. */
function whoIsHere(here: readonly Here[]): string {
  const counts = new Map<string, number>();
  for (const h of here) counts.set(nameOf(h), (counts.get(nameOf(h)) ?? 0) + 1);
  return [...counts].map(([name, n]) => (n > 1 ? `${name}, ${n} pages` : name)).join('; ');
}

function wroteWords({ entry, who }: LiveEvents['entry']): string {
  const label = knownField(entry.field)?.def.label ?? entry.field;
  return `${capital(who || 'somebody')} wrote ${label}${entry.text === '' ? ': emptied' : `: ${withUnit(entry)}`}`;
}

/** Others at the same job: who they are and what they just did. Their figures stand in the fields as they are written; what is being typed here is never written over. */
export function useOthers(data: BenchData, store: FieldStore, machineStore: FieldStore, reload: () => void): { here: string; did: string } {
  const [here, setHere] = useState('');
  const [did, setDid] = useState('');
  useHearing([`job:${data.job.id}`, `machine:${data.machine.id}`], {
    entry: (what) => {
      if (what.tab === TAB) return;
      (what.on.startsWith('job:') ? store : machineStore).hear(what.entry);
      setDid(wroteWords(what));
    },
    act: (what) => {
      if (what.tab === TAB) return;
      setDid(`${capital(what.who || 'somebody')} ${what.words}`);
      reload();
    },
    here: (all) => setHere(whoIsHere(all.filter((h) => h.tab !== TAB))),
    again: reload,
  });
  // A page made anew brings what was written meanwhile.
  useEffect(() => {
    store.hearAll(data.entries, data.readAt);
    machineStore.hearAll(data.figures, data.readAt);
  }, [data, store, machineStore]);
  return { here, did };
}
