'use client';
import { createContext, useContext, useSyncExternalStore } from 'react';
import type { Entries } from '@/schema/entry';
import type { ListedSpring } from '@/schema/facts/springs';
import type { FieldStore } from '../fields/store';

export interface SignedLine {
  id: number;
  corrects: number | null;
  reason: string;
  technician: string;
  signedAt: string;
  digest: string;
  entries: Record<string, { text: string; unit: string | null; value: number | null }>;
}

/** One job as the page receives it. */
export interface BenchData {
  job: { id: number; machineId: number; promisedOn: string; takenInAt: string; handedBackAt: string | null };
  machine: { id: number; name: string; registration: string };
  customer: { id: number; name: string };
  entries: Entries;
  figures: Entries;
  lastKnown: Entries;
  springs: ListedSpring[];
  technicians: { id: number; name: string }[];
  signed: SignedLine[];
  setupId: number | null;
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

/** The machine's figures as they stand while typing. */
export function useFigures(): Entries {
  const { machineStore } = useBench();
  return useSyncExternalStore(machineStore.subscribe, machineStore.liveEntries, machineStore.liveEntries);
}
