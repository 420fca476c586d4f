import type { Said } from '@/core/units/say';
import type { Dimension } from '@/core/units/units';
import type { System } from '../system';
import type { End } from '../ends';

/** Everything a technician types is one of these. The catalogue of fields says how it is read, shown and questioned. */
interface Common<K extends string> {
  key: K;
  label: string;
  /** What to say beside the field when its place or convention is not obvious. */
  hint?: Said;
  end?: End;
}

export interface QuantityField<K extends string = string> extends Common<K> {
  kind: 'quantity';
  dimension: Dimension;
  /** Units a bare number is in, by the shop's present choice of units. */
  unit: { metric: string; imperial: string };
  decimals: number;
  /** Outside these the value is impossible and refused; canonical units. */
  hard: readonly [number, number];
  /** Outside these the value is kept but questioned; canonical units. */
  usual: readonly [number, number];
}

export interface CountField<K extends string = string> extends Common<K> {
  kind: 'count';
  /** What is counted: "clicks out", "turns", "notch". */
  unitLabel: string;
  hard: readonly [number, number];
  usual: readonly [number, number];
}

export interface ChoiceField<K extends string = string> extends Common<K> {
  kind: 'choice';
  options: readonly { value: string; label: string }[];
}

export interface TextField<K extends string = string> extends Common<K> {
  kind: 'text';
  maxLength: number;
  lines?: number;
}

/** An amount in the shop's currency; its entry's unit is the currency, its value whole coins. */
export interface MoneyField<K extends string = string> extends Common<K> {
  kind: 'money';
}

export type FieldDef<K extends string = string> = QuantityField<K> | CountField<K> | ChoiceField<K> | TextField<K> | MoneyField<K>;

type More = Partial<Pick<Common<string>, 'hint' | 'end'>>;

export const quantity =
  (dimension: Dimension, metric: string, imperial: string, decimals: number) =>
  <K extends string>(
    key: K,
    label: string,
    hard: readonly [number, number],
    usual: readonly [number, number],
    more: More = {},
  ): QuantityField<K> => ({
    kind: 'quantity',
    dimension,
    unit: { metric, imperial },
    decimals,
    key,
    label,
    hard,
    usual,
    ...more,
  });

export const length = quantity('length', 'mm', 'in', 1);
export const mass = quantity('mass', 'kg', 'lb', 1);
export const rate = quantity('rate', 'N/mm', 'lbf/in', 2);
export const force = quantity('force', 'N', 'lbf', 0);
export const pressure = quantity('pressure', 'bar', 'psi', 2);
export const distance = quantity('length', 'km', 'mi', 0);
export const torque = quantity('torque', 'N·m', 'lbf·ft', 1);
export const volume = quantity('volume', 'mL', 'fl oz', 0);
export const fuel = quantity('volume', 'L', 'fl oz', 1);
export const angle = quantity('angle', '°', '°', 1);

export const count = <K extends string>(
  key: K,
  label: string,
  unitLabel: string,
  hard: readonly [number, number],
  usual: readonly [number, number],
  more: More = {},
): CountField<K> => ({ kind: 'count', key, label, unitLabel, hard, usual, ...more });

export const text = <K extends string>(key: K, label: string, more: More & { maxLength?: number; lines?: number } = {}): TextField<K> => ({
  kind: 'text',
  key,
  label,
  maxLength: 500,
  ...more,
});

export const money = <K extends string>(key: K, label: string, more: More = {}): MoneyField<K> => ({ kind: 'money', key, label, ...more });

export const choice = <K extends string>(
  key: K,
  label: string,
  options: Readonly<Record<string, string>>,
  more: More = {},
): ChoiceField<K> => ({
  kind: 'choice',
  key,
  label,
  options: Object.entries(options).map(([value, name]) => ({ value, label: name })),
  ...more,
});

/** A reading of the walk may come out this little below nought, mm, when the tape slipped; nobody means to type it so. */
const SLIP_OF_A_READING = 5;

/** What is stamped or read in many units is typed with its unit. */
const WITH_UNIT: readonly Dimension[] = ['rate', 'force', 'pressure', 'torque'];

/**
 * The keys a phone brings up for a field: numbers alone where a bare number is typed; all of them for words, where the
 * unit is typed too, where inches are broken ("22 7/8") and where it may be below nought, for which number keys have no sign.
 */
export function keysFor(def: FieldDef, system: System): 'decimal' | 'text' {
  if (def.kind === 'text' || def.kind === 'choice') return 'text';
  if (def.kind === 'money') return 'decimal';
  if (def.usual[0] < 0 || def.hard[0] < -SLIP_OF_A_READING) return 'text';
  if (def.kind === 'count') return 'decimal';
  return WITH_UNIT.includes(def.dimension) || (def.dimension === 'length' && system === 'imperial') ? 'text' : 'decimal';
}

/** The unit a bare number in a field is in; '' where it has none. */
export function unitOf(def: FieldDef, system: System): string {
  if (def.kind === 'quantity') return def.unit[system];
  return def.kind === 'count' ? def.unitLabel : '';
}
