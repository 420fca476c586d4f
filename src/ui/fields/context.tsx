'use client';
import type { FieldKey } from '@/catalogue/fields';
import { createContext, useContext, useSyncExternalStore } from 'react';
import type { Entries } from '@/catalogue/entry';
import type { FieldStore } from './store';
import type { FieldState } from './fieldState';

const Fields = createContext<FieldStore | null>(null);
export const FieldsProvider = Fields.Provider;

export function useFieldStore(): FieldStore {
  const store = useContext(Fields);
  if (!store) throw new Error('a field stands outside its page');
  return store;
}

/** One field's state; renders again only when that field changes. */
export function useField(field: FieldKey): FieldState {
  const store = useFieldStore();
  const read = () => store.stateOf(field);
  return useSyncExternalStore(store.subscribe, read, read);
}

/** All entries as they stand while typing: for the figures. */
export function useLive(): Entries {
  const store = useFieldStore();
  return useSyncExternalStore(store.subscribe, store.liveEntries, store.liveEntries);
}

export function useSystem() {
  const store = useFieldStore();
  const read = () => store.system;
  return useSyncExternalStore(store.subscribe, read, read);
}

export function useSaving() {
  const store = useFieldStore();
  const saving = () => store.saving;
  const savedAt = () => store.savedAt;
  const isOnDisk = () => store.isOnDisk;
  return {
    saving: useSyncExternalStore(store.subscribe, saving, saving),
    savedAt: useSyncExternalStore(store.subscribe, savedAt, savedAt),
    isOnDisk: useSyncExternalStore(store.subscribe, isOnDisk, isOnDisk),
  };
}
