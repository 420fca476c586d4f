'use client';
import { useEffect, useState } from 'react';
import type { Entries } from '@/catalogue/entry';
import { FieldStore } from './store';
import type { Origin } from '@/schema/pages';
import { usePreferences } from '../kit/preferences';
import { onDisk, sendTo } from './sendTo';

/** The figures of one machine as fields: recorded as they are left, kept in the browser while the shop's computer does not answer. */
export function useMachineStore(machineId: number, figures: Entries, origins: Readonly<Record<string, Origin>> = {}): FieldStore {
  const { system } = usePreferences();
  const [store] = useState(
    () =>
      new FieldStore({
        entries: figures,
        storageKey: `mavrin.machine.${machineId}`,
        send: sendTo(`/api/machines/${machineId}/entries`),
        onDisk,
        system,
        origins,
      }),
  );
  useEffect(() => store.resume(), [store]);
  useEffect(() => store.setSystem(system), [store, system]);
  return store;
}
