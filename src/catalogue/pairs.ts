import { type Entries, entryAt } from './entry';

/** Readings of one state, let settle from lifted and from pressed: they differ by the friction, which is a few millimetres. */
const PAIR = /^((?:measure|set)\.(?:rear|front)\.(?:unladen|laden)\.\d+)\.(lifted|pressed)$/;

/** Further apart two readings of one state are no pair, mm: no fork or shock sticks that far. From memory. */
const PAIR_APART_MM = 80;

/** The reading that stands beside this one and cannot be its pair; null where it can, or none stands there. */
export function unlikePairOf(field: string, valueMm: number | null, entries: Entries): { text: string; unit: string | null } | null {
  const [, state, which] = PAIR.exec(field) ?? [];
  if (state === undefined || valueMm === null) return null;
  const other = entryAt(entries, `${state}.${which === 'lifted' ? 'pressed' : 'lifted'}`);
  return other && other.value !== null && Math.abs(other.value - valueMm) > PAIR_APART_MM ? other : null;
}
