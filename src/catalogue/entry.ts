import { isFieldKey, type FieldKey } from './fields';
import { parseQuantity } from '@/core/units/parse';
import { err, ok, type Result } from '@/core/result';
import { isCurrency, readMoney } from './money';
import type { FieldDef } from './fields/kinds';

/** What a person typed in one field, with what was read from it. `value` is canonical for quantities, the number for counts, null for text. */
export interface ReadEntry {
  text: string;
  unit: string | null;
  value: number | null;
}

/** As stored and sent: with its field. An empty text says that the field was emptied. */
export interface Entry extends ReadEntry {
  field: FieldKey;
  /** ISO time of recording; null while only typed. */
  at: string | null;
}

/** What is recorded, by field; a field that is not there was never filled in. */
export type Entries = Readonly<Partial<Record<FieldKey, Entry>>>;

/** All that is recorded, in no order. */
export const recorded = (entries: Entries): Entry[] => Object.values(entries).filter((e) => e !== undefined);

/** One entry by a key known only as the program runs, such as that of a field on the page. */
export const entryAt = (entries: Entries, key: string): Entry | undefined => (isFieldKey(key) ? entries[key] : undefined);

/** Where no one said which: the Shop book begins with it. */
export const USUAL_CURRENCY = 'EUR';

export const EMPTIED: ReadEntry = { text: '', unit: null, value: null };

/**
 * Reads one field's text by its definition; the same function serves the field in the browser and the route that records it.
 * @param bareUnit unit of a bare number; the field's metric unit where not given
 * Errors: those of parseQuantity, and out-of-range.
 */
export function readEntry(def: FieldDef, text: string, bareUnit?: string): Result<ReadEntry> {
  if (text.trim() === '') return ok(EMPTIED);
  switch (def.kind) {
    case 'text':
      return text.length > def.maxLength
        ? err('out-of-range', [], { min: 0, max: def.maxLength, unit: 'characters' })
        : ok({ text, unit: null, value: null });
    case 'choice':
      return def.options.some((o) => o.value === text) ? ok({ text, unit: null, value: null }) : err('unreadable', [], { text });
    case 'count': {
      const read = parseQuantity(text, { dimension: 'ratio', unit: '1', range: def.hard });
      if (!read.ok) return read.issue.code === 'unreadable' ? err('count-unreadable', [], { text, unit: def.unitLabel }) : read;
      if (read.value.unit !== '1') return err('unit-unknown', [], { unit: read.value.unit });
      return within(def.hard, read.value.canonical, { unit: def.unitLabel }) ?? ok({ text, unit: null, value: read.value.canonical });
    }
    case 'money': {
      const read = readMoney(text, bareUnit && isCurrency(bareUnit) ? bareUnit : USUAL_CURRENCY);
      return read.ok ? ok({ text, unit: read.value.currency, value: read.value.minor }) : read;
    }
    case 'quantity': {
      const unit = bareUnit && Object.values(def.unit).includes(bareUnit) ? bareUnit : def.unit.metric;
      const read = parseQuantity(text, { dimension: def.dimension, unit, range: def.hard });
      if (!read.ok) return read;
      const limits = { dimension: def.dimension, unit: def.unit.metric };
      return within(def.hard, read.value.canonical, limits) ?? ok({ text, unit: read.value.unit, value: read.value.canonical });
    }
  }
}

function within([min, max]: readonly [number, number], value: number, data: Record<string, string>) {
  return value < min || value > max ? err('out-of-range', [], { ...data, min, max }) : null;
}

/** True where the value is possible but unusual: it is kept, and questioned. */
export const isUnusual = (def: FieldDef, value: number | null): boolean =>
  value !== null && (def.kind === 'quantity' || def.kind === 'count') && (value < def.usual[0] || value > def.usual[1]);

/** A recorded entry as read out: the text as typed, with the unit it was in where the text has none. */
export function withUnit(entry: Pick<Entry, 'text' | 'unit'>): string {
  if (entry.unit === null || /[a-zµ°"'′″%]/i.test(entry.text)) return entry.text;
  return `${entry.text} ${entry.unit}`;
}
