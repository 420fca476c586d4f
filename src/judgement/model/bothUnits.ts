import { printIn } from '@/core/units/print';
import { type FieldDef, type QuantityField, length } from '@/catalogue/fields/kinds';
import { shownKg, shownMm } from '@/core/units/shown';
import type { System } from '@/catalogue/system';

/** Figures on paper: in the shop's units, the other system's in brackets, each with its unit. What was typed in one of the two stands as typed. */

type Units = Pick<QuantityField, 'unit' | 'decimals'>;

/** Decimals of the imperial figure beside a metric one. */
const IMPERIAL_DECIMALS: Record<string, number> = { in: 2, 'lbf/in': 0, lb: 0, lbf: 0, psi: 0, mi: 0, 'lbf·ft': 1, 'fl oz': 1 };

/** A figure in the units of one system. */
export const oneUnit = (value: number, { unit, decimals }: Units, system: System): string => {
  const name = unit[system];
  const shown = unit.metric === 'mm' ? shownMm(value) : unit.metric === 'kg' ? shownKg(value) : value;
  const text = printIn(shown, name, system === 'metric' ? decimals : (IMPERIAL_DECIMALS[name] ?? decimals));
  return `${text.includes('.') ? text.replace(/\.?0+$/, '') : text} ${name}`;
};

type Typed = { text: string; unit: string | null };

const asTyped = ({ text, unit }: Typed): string => (unit === null || /[a-zµ°"'″′%]/i.test(text) ? text : `${text} ${unit}`);

/** A figure in the units of one system; what was typed in them stays as typed. */
function shownUnit(value: number, units: Units, system: System, typed: Typed | null): string {
  if (!typed || typed.unit !== units.unit[system]) return oneUnit(value, units, system);
  return asTyped(typed);
}

/** How figures are printed somewhere. */
export type Print = (value: number, units: Units, typed: Typed | null) => string;
/** On a page: what was typed as typed, what was worked out in the units shown. */
export const onPage =
  (system: System): Print =>
  (value, units, typed) =>
    typed ? asTyped(typed) : oneUnit(value, units, system);
/** On paper: in the shop's units, the other's in brackets. */
export const onPaper =
  (system: System): Print =>
  (value, units, typed) =>
    bothUnits(value, units, system, typed);

/**
 * @param value canonical
 * @param typed the text as typed and the unit it was in, where it was typed
 */
export function bothUnits(value: number, units: Units, system: System, typed: Typed | null = null): string {
  const other = system === 'metric' ? 'imperial' : 'metric';
  const of = (which: System) => shownUnit(value, units, which, typed);
  return units.unit.metric === units.unit.imperial ? of(system) : `${of(system)} (${of(other)})`;
}

export const LENGTH = length('', '', [0, 0], [0, 0]);

/** A length worked out in mm. */
export const bothLengths = (mm: number, system: System): string => bothUnits(mm, LENGTH, system);

export const isQuantity = (def: FieldDef): def is QuantityField => def.kind === 'quantity';
