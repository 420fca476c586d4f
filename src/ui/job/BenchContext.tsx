'use client';
import { createContext, type ReactNode, useContext, useDeferredValue, useMemo, useSyncExternalStore } from 'react';
import type { BenchData } from '@/schema/pages';
import { JobFacts } from '@/judgement/model/facts';
import type { Entries } from '@/catalogue/entry';
import { chosenOf, offersOf } from '@/judgement/model/offers';
import { useFieldStore, useLive } from '../fields/context';
import type { FieldStore } from '../fields/store';
import type { ListedSpring } from '@/schema/springs';

export interface BenchTools {
  data: BenchData;
  /** Signed: the walk, the choice and the rebuild stand. */
  sealed: boolean;
  machineStore: FieldStore;
  /** The job's facts as they stand now. */
  factsNow(): JobFacts;
  ghost: boolean;
  working: boolean;
  reload(): void;
}

const Context = createContext<BenchTools | null>(null);
export const BenchProvider = Context.Provider;

export function useBench(): BenchTools {
  const found = useContext(Context);
  if (!found) throw new Error('a stage stands outside its job');
  return found;
}

/** The job's facts as they stand while typing. */
export function useFacts(): JobFacts {
  useLive();
  useFigures();
  return useBench().factsNow();
}

/** The machine's figures as they stand while typing. */
export function useFigures(): Entries {
  const { machineStore } = useBench();
  return useSyncExternalStore(machineStore.subscribe, machineStore.liveEntries, machineStore.liveEntries);
}

/** Hands out the facts of both stores, one value as long as nothing changed in either, and reads an answer of them again only for others. */
function factReader<T>(factsNow: () => JobFacts, derive: (facts: JobFacts) => T): () => T {
  let from: JobFacts | null = null;
  let last: { value: T; text: string } | null = null;
  return () => {
    const facts = factsNow();
    if (last && from === facts) return last.value;
    from = facts;
    const value = derive(facts);
    const text = JSON.stringify(value);
    last = last?.text === text ? last : { value, text };
    return last.value;
  };
}

/** The facts of a job's two stores: made once a change, the same for every part of the page. */
export function factsOfStores(
  store: FieldStore,
  machineStore: FieldStore,
  beside: Pick<JobFacts, 'schools' | 'fitted' | 'before'>,
): () => JobFacts {
  let made: JobFacts | null = null;
  return () => {
    const [entries, machine] = [store.liveEntries(), machineStore.liveEntries()];
    if (made?.entries !== entries || made.machine !== machine) made = new JobFacts({ ...beside, entries, machine });
    return made;
  };
}

/**
 * What follows from the facts, renewed with every key; its component renders only when the answer differs.
 * @param derive a function of the module (or one kept by useCallback); its answer is plain data
 */
export function useFact<T>(derive: (facts: JobFacts) => T): T {
  const store = useFieldStore();
  const { machineStore, factsNow } = useBench();
  const read = useMemo(() => factReader(factsNow, derive), [factsNow, derive]);
  const subscribe = useMemo(() => {
    return (listener: () => void) => {
      const stop = [store.subscribe(listener), machineStore.subscribe(listener)];
      return () => stop.forEach((s) => s());
    };
  }, [store, machineStore]);
  return useSyncExternalStore(subscribe, read, read);
}

const LaterContext = createContext<JobFacts | null>(null);

/** Holds the facts of the job for what follows later: it alone wakes with the key, and all that reads them is drawn once, after it. */
export function LaterProvider({ children }: { children: ReactNode }) {
  return <LaterContext.Provider value={useDeferredValue(useFacts())}>{children}</LaterContext.Provider>;
}

/** The facts for what may follow a moment after the key: sentences and lists, not the figures the eye is on. */
export function useLater(): JobFacts {
  const found = useContext(LaterContext);
  if (!found) throw new Error('a sentence stands outside its job');
  return found;
}
/** The springs of the list and the unlike pairs they make. */
export function useOffers(): ListedSpring[] {
  const { springs } = useBench().data;
  const facts = useLater();
  const chosen = chosenOf(facts.entries, 'front');
  return useMemo(() => offersOf(springs, chosen), [springs, chosen]);
}
