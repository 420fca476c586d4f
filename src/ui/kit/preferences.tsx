'use client';
import { createContext, type ReactNode, useCallback, useContext, useState } from 'react';
import { type Figure, say, type Said } from '@/core/units/say';
import type { System } from '@/catalogue/system';

export interface Preferences {
  theme: 'day' | 'night';
  system: System;
}

interface Setting extends Preferences {
  /** The units of the shop; this device may show others. */
  shop: System;
  set(change: Partial<Preferences>): void;
}

const Context = createContext<Setting | null>(null);

const YEAR_S = 365 * 24 * 3600;

/** Light and units, kept in a cookie so that the first picture of a page is already right. */
export function PreferencesProvider({ initial, shop, children }: { initial: Preferences; shop: System; children: ReactNode }) {
  const [preferences, setPreferences] = useState(initial);
  const set = (change: Partial<Preferences>) => {
    const next = { ...preferences, ...change };
    setPreferences(next);
    document.documentElement.dataset.theme = next.theme;
    // Only what differs from the shop is the device's own; the rest follows the shop when it changes.
    document.cookie = `mavrin=${next.theme}.${next.system === shop ? '' : next.system}; path=/; max-age=${YEAR_S}; samesite=lax`;
  };
  return <Context.Provider value={{ ...preferences, shop, set }}>{children}</Context.Provider>;
}

export function usePreferences(): Setting {
  const found = useContext(Context);
  if (!found) throw new Error('preferences stand outside the page');
  return found;
}

/** How a sentence is printed on this page: its figures in the units shown. */
export function useSaid(): (sentence: Said | Figure) => string {
  const { system } = usePreferences();
  return useCallback((sentence) => say(sentence, system), [system]);
}
