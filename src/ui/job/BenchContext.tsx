'use client';
import { createContext, type ReactNode, useContext, useDeferredValue, useMemo, useSyncExternalStore } from 'react';
import type { Role } from '@/catalogue/roles';
import { factsOf, type JobFacts } from '@/judgement/model/facts';
import type { School } from '@/knowledge/schools';
import type { OilGrade } from '@/core/damper/oils';
import type { KeptCalibration, MoneyPage } from '@/schema/book';
import type { Need, StockItem } from '@/schema/stock';
import type { DrawerShim } from '@/schema/shims';
import type { ComplaintTold } from '@/schema/present';
import type { SetupDocument } from '@/schema/documents';
import type { Entries } from '@/catalogue/entry';
import type { CausePage } from '@/knowledge/causes/page';
import type { Setups, Trial } from '@/judgement/ride/retune';
import type { LogDocument } from '@/schema/retune';
import { chosenOf, offersOf } from '@/judgement/model/offers';
import type { Component } from '@/knowledge/procedures/components';
import type { TakenProcedure } from '@/knowledge/procedures/procedure';
import { useFieldStore, useLive } from '../fields/context';
import type { FieldStore } from '../fields/store';
import type { Origin } from '../fields/fieldState';
import type { End } from '@/catalogue/ends';
import type { DampingTemplate } from '@/knowledge/dampingTemplates';
import type { OfferedQuote } from '@/schema/quote';
import type { ListedSpring } from '@/schema/springs';

export interface SignedLine {
  id: number;
  corrects: number | null;
  reason: string;
  technician: string;
  signedAt: string;
  seal: string;
  entries: Record<string, { text: string; unit: string | null; value: number | null }>;
}

/** One job as the page receives it. */
export interface BenchData {
  /** Everything written up to then is in it. */
  readAt: string;
  job: { id: number; machineId: number; promisedOn: string; takenInAt: string; handedBackAt: string | null; rideOpen: boolean };
  machine: { id: number; name: string; registration: string };
  customer: { id: number; name: string };
  entries: Entries;
  figures: Entries;
  /** Where figures of the machine come from that were taken from its model. */
  origins: Record<string, Origin>;
  /** The training case a practice job goes by; null for a real one. */
  practice: string | null;
  lastKnown: Entries;
  springs: ListedSpring[];
  /** The shop's schools, each in its newest version. */
  schools: School[];
  /** In the drawer. */
  shims: DrawerShim[];
  oils: OilGrade[];
  templates: DampingTemplate[];
  /** Fits of this machine's valves to dyno runs, the newest first. */
  calibrations: KeptCalibration[];
  technicians: { id: number; name: string; role: Role }[];
  /** The drawers beside springs and shims. */
  stock: StockItem[];
  money: MoneyPage;
  /** Quotes offered, newest first. */
  quotes: OfferedQuote[];
  /** What the job takes from the drawers, as recorded when the page was made. */
  needs: { needs: Need[]; postUnknown: boolean };
  /** The procedures this job took, as it took them. */
  procedures: TakenProcedure[];
  /** The procedures the Shop book has to offer. */
  book: { id: string; name: string; component: Component; end: End; versions: number }[];
  signed: SignedLine[];
  setupId: number | null;
  /** What the machine was handed back with the last time; null for one that is here first. */
  /** What was told of the machine the last time it was here. */
  toldBefore: { jobId: number; feel: string; cameIn: ComplaintTold[]; since: ComplaintTold[] } | null;
  handedBack: { jobId: number; at: string; values: SetupDocument['values'] } | null;
  /** Causes of the Shop book with what they rest on; only where they are shown. */
  reasoning: { causes: CausePage[]; lifeKm: JobFacts['lifeKm']; log: JobFacts['log']; outcomes: number } | null;
  /** Rides planned, ridden and decided; the set-up they began from and the one in the machine. */
  trials: Trial[];
  setups: Setups | null;
  /** The job the machine has come back as since. */
  movedOn: number | null;
  /** Logged rides, newest first. */
  runs: LoggedRun[];
}

export interface LoggedRun {
  id: number;
  moment: 'before' | 'after';
  name: string;
  device: 'file' | 'simulated';
  document: LogDocument;
  at: string;
}

export interface BenchTools {
  data: BenchData;
  /** Signed: the walk, the choice and the rebuild stand. */
  sealed: boolean;
  machineStore: FieldStore;
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
  const { machineStore, data } = useBench();
  return factsOfStores(useFieldStore(), machineStore, data.schools);
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
const made = new WeakMap<Entries, WeakMap<Entries, JobFacts>>();
function factsOfStores(store: FieldStore, machineStore: FieldStore, schools: readonly School[]): JobFacts {
  const [entries, machine] = [store.liveEntries(), machineStore.liveEntries()];
  const ofEntries = made.get(entries) ?? new WeakMap<Entries, JobFacts>();
  made.set(entries, ofEntries);
  const known = ofEntries.get(machine);
  if (known?.schools === schools) return known;
  const facts = factsOf(entries, machine, schools);
  ofEntries.set(machine, facts);
  return facts;
}

/**
 * What follows from the facts, renewed with every key; its component renders only when the answer differs.
 * @param derive a function of the module (or one kept by useCallback); its answer is plain data
 */
export function useFact<T>(derive: (facts: JobFacts) => T): T {
  const store = useFieldStore();
  const { machineStore, data } = useBench();
  const { schools } = data;
  const read = useMemo(() => factReader(() => factsOfStores(store, machineStore, schools), derive), [store, machineStore, schools, derive]);
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
