'use client';
import { createContext, type ReactNode, useContext, useState } from 'react';
import { inImperial } from '@/core/units/sentence';
import type { System } from '../fields/store';

export interface Preferences {
  theme: 'day' | 'night';
  system: System;
}

interface Setting extends Preferences {
  set(change: Partial<Preferences>): void;
}

const Context = createContext<Setting | null>(null);

const YEAR_S = 365 * 24 * 3600;

/** Light and units, kept in a cookie so that the first picture of a page is already right. */
export function PreferencesProvider({ initial, children }: { initial: Preferences; children: ReactNode }) {
  const [preferences, setPreferences] = useState(initial);
  const set = (change: Partial<Preferences>) => {
    const next = { ...preferences, ...change };
    setPreferences(next);
    document.documentElement.dataset.theme = next.theme;
    document.cookie = `mavrin=${next.theme}.${next.system}; path=/; max-age=${YEAR_S}; samesite=lax`;
  };
  return <Context.Provider value={{ ...preferences, set }}>{children}</Context.Provider>;
}

export function usePreferences(): Setting {
  const found = useContext(Context);
  if (!found) throw new Error('preferences stand outside the page');
  return found;
}

const asWritten = (sentence: string): string => sentence;

/** How a sentence of the core is read on this page: in the units it was reckoned in, or in inches and pounds. */
export function useSaid(): (sentence: string) => string {
  return usePreferences().system === 'imperial' ? inImperial : asWritten;
}
