import { useSyncExternalStore } from 'react';

/** A note the browser keeps under a name, the same in every window of it; '' where there is none or none may be kept. */
const CHANGED = 'mavrin-kept';

export function keptNote(key: string): string {
  try {
    return typeof localStorage === 'undefined' ? '' : (localStorage.getItem(key) ?? '');
  } catch {
    return '';
  }
}

export function keepNote(key: string, text: string): void {
  localStorage.setItem(key, text);
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

export const useKeptNote = (key: string): string =>
  useSyncExternalStore(
    subscribe,
    () => keptNote(key),
    () => '',
  );
