import { SAME_RATE_SHARE } from '@/knowledge/limits';
import { isChoice, type Options } from '@/catalogue/choices';
import type { FieldKey } from '@/catalogue/fields';
import { recorded, type Entries } from '@/catalogue/entry';

/** The canonical number recorded in a field, or null. */
export const numberOf = (entries: Entries, field: FieldKey): number | null => entries[field]?.value ?? null;

/** The text recorded in a field, or ''. */
export const textOf = (entries: Entries, field: FieldKey): string => entries[field]?.text ?? '';

/** The choice made in a field; null where none is. A choice that is no longer offered counts as none. */
export function choiceOf<O extends Options>(entries: Entries, field: FieldKey, options: O): (keyof O & string) | null {
  const text = textOf(entries, field);
  return isChoice(options, text) ? text : null;
}

/** The numbers in use of a repeated field: `luggage.n.mass` → [1, 3]. */
export function itemNumbers(entries: Entries, list: string): number[] {
  const seen = new Set<number>();
  for (const { field, text } of recorded(entries)) {
    if (!field.startsWith(`${list}.`) || text === '') continue;
    const n = Number(field.slice(list.length + 1).split('.')[0]);
    if (Number.isInteger(n)) seen.add(n);
  }
  return [...seen].sort((a, b) => a - b);
}

/** The number a further item of a list gets. */
export const nextItem = (entries: Entries, list: string): number => (itemNumbers(entries, list).at(-1) ?? 0) + 1;

/** A figure that stands in until somebody measures; it is shown hollow and named. */
export interface Figure {
  value: number;
  origin: 'measured' | 'assumed';
}

export const figureOr = (entries: Entries, field: FieldKey, assumed: number): Figure => {
  const value = numberOf(entries, field);
  return value === null ? { value: assumed, origin: 'assumed' } : { value, origin: 'measured' };
};

/** Whether two rates are one spring's: nearer than marks are rounded. */
export const isSameRate = (a: number, b: number): boolean => Math.abs(a / b - 1) <= SAME_RATE_SHARE;
