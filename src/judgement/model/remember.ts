import type { Entries } from '@/catalogue/entry';

/**
 * Keeps what was computed with the entries and figures it was computed from: many parts of a page ask for the same sag or the same solved linkage, and
 * one state of the entries has one answer.
 */
export function remembered<K, T>(
  compute: (entries: Entries, machine: Entries, key: K) => T,
): (entries: Entries, machine: Entries, key: K) => T {
  const kept = new WeakMap<Entries, WeakMap<Entries, Map<K, T>>>();
  return (entries, machine, key) => {
    const ofEntries = kept.get(entries) ?? new WeakMap<Entries, Map<K, T>>();
    kept.set(entries, ofEntries);
    const known = ofEntries.get(machine) ?? new Map<K, T>();
    ofEntries.set(machine, known);
    if (!known.has(key)) known.set(key, compute(entries, machine, key));
    return known.get(key) as T;
  };
}
