import { entryAt, type Entries, readEntry, withUnit } from '@/catalogue/entry';
import type { System } from '@/catalogue/system';
import { isQuantity, LENGTH, oneUnit } from '../model/bothUnits';
import type { End } from '@/catalogue/ends';
import { fieldDef, type FieldKey } from '@/catalogue/fields';
import { PRELOAD_KEYS, type SetupKey } from '@/catalogue/fields/setup';
import { figureAt, type WantedFigure } from '../findings/built';
import { isOnMachine } from '../model/ends';
import type { Said } from '@/core/units/say';
import { textOf } from '../model/read';

/** The rebuild as one table: an item a row, with what the maker gives, what came in, what is wanted and what was fitted. */

export interface RebuildItem {
  label: string;
  end: End;
  /** Where it is set: once, or at the left and the right leg. */
  places: readonly SetupKey[];
}

const perLeg = (label: string, base: 'compression' | 'rebound', part: 'out'): RebuildItem => ({
  label,
  end: 'front',
  places: [`front.${base}.left.${part}`, `front.${base}.right.${part}`],
});

export const REBUILD_ITEMS: readonly RebuildItem[] = [
  { label: 'Spring rate as marked', end: 'rear', places: ['rear.spring', 'rear.springRight'] },
  { label: 'Preload', end: 'rear', places: ['rear.preload.reading'] },
  { label: 'Low-speed compression', end: 'rear', places: ['rear.lowCompression.out'] },
  { label: 'High-speed compression', end: 'rear', places: ['rear.highCompression.out'] },
  { label: 'Rebound', end: 'rear', places: ['rear.rebound.out'] },
  { label: 'Gas pressure', end: 'rear', places: ['rear.gas'] },
  { label: 'Shock oil', end: 'rear', places: ['rear.oil'] },
  { label: 'Spring rate as marked', end: 'front', places: ['front.spring', 'front.springRight'] },
  { label: 'Preload', end: 'front', places: ['front.preload.left.reading', 'front.preload.right.reading'] },
  perLeg('Compression', 'compression', 'out'),
  perLeg('Rebound', 'rebound', 'out'),
  { label: 'Air fork pressure', end: 'front', places: ['front.air'] },
  { label: 'Fork oil', end: 'front', places: ['front.oil', 'front.oilRight'] },
  { label: 'Oil level', end: 'front', places: ['front.oilLevel.left', 'front.oilLevel.right'] },
  { label: 'Leg above the clamp', end: 'front', places: ['front.height.left', 'front.height.right'] },
];

export const preloadBase = (key: SetupKey) => PRELOAD_KEYS.find((k) => key === `${k}.reading`) ?? null;

export type Source = 'standard' | 'found' | 'wanted';

/** What one source says of one place: in words, and as it is put into the fitted fields. */
export interface Given {
  text: string;
  value: number | null;
  /** A wanted preload as this adjuster shows it. */
  inHand?: Said | undefined;
  puts: readonly { field: FieldKey; text: string }[];
}

interface From {
  entries: Entries;
  /** The machine's own figures: the maker's standard stands there. */
  machine: Entries;
  wanted: readonly WantedFigure[];
}

/** A sheet that gives one figure for a fork means both legs; a spring or an oil of the right leg is noted only where it differs. */
const otherLeg = (key: SetupKey): SetupKey | null => {
  const left = key.replace('.right', '.left') as SetupKey;
  return left === key ? null : left;
};

/** What a source gives for a place; null where it says nothing. */
export function givenAt(from: From, source: Source, key: SetupKey): Given | null {
  const base = preloadBase(key);
  if (source === 'wanted') {
    const wanted = from.wanted.find((w) => w.key === key);
    if (!wanted) return null;
    const puts = base
      ? [
          { field: `fitted.${base}.way` as const, text: 'mm' },
          { field: `fitted.${base}.reading` as const, text: String(wanted.value) },
        ]
      : [{ field: `fitted.${key}` as const, text: key.endsWith('.out') ? String(wanted.value) : wanted.text }];
    return { text: wanted.text, value: wanted.value, inHand: wanted.inHand, puts };
  }
  const entries = source === 'standard' ? from.machine : from.entries;
  const own = entryAt(entries, `${source}.${key}`);
  if (!own || own.text === '') {
    const other = source === 'standard' ? otherLeg(key) : null;
    const given = other && givenAt(from, source, other);
    return given && { ...given, puts: given.puts.map((p) => ({ ...p, field: p.field.replace('.left', '.right') as FieldKey })) };
  }
  const value = figureAt(entries, source, key);
  if (!base) {
    const counted = fieldDef(`fitted.${key}`).kind === 'count';
    return {
      text: counted ? `${own.text} out` : withUnit(own),
      value,
      puts: [{ field: `fitted.${key}`, text: counted ? own.text : withUnit(own) }],
    };
  }
  const way = textOf(entries, `${source}.${base}.way`) || 'mm';
  return {
    text: value === null ? `${way} ${own.text}` : `${value.toFixed(1)} mm`,
    value,
    puts: [
      { field: `fitted.${base}.way`, text: way },
      { field: `fitted.${base}.reference`, text: textOf(entries, `${source}.${base}.reference`) },
      { field: `fitted.${base}.reading`, text: own.text },
    ],
  };
}

/** What a source gives, in the units shown; what was typed in them stays as typed. */
export function givenWords({ text, value }: Given, key: SetupKey, system: System): string {
  const def = preloadBase(key) ? LENGTH : fieldDef(`fitted.${key}`);
  if (value === null || !isQuantity(def)) return text;
  const read = readEntry(def, text);
  return read.ok && read.value.unit === def.unit[system] ? text : oneUnit(value, def, system);
}

export type Mark = 'not-wanted' | 'changed' | null;

/** How what was fitted at a place stands: not as wanted, changed from what came in, or neither. Nothing is said of a place left empty. */
export function markAt(from: From, key: SetupKey): Mark {
  const fitted = entryAt(from.entries, `fitted.${key}`);
  if (!fitted || fitted.text === '') return null;
  const value = figureAt(from.entries, 'fitted', key);
  const wanted = from.wanted.find((w) => w.key === key);
  if (wanted && value !== null) return Math.abs(value - wanted.value) > wanted.tolerance ? 'not-wanted' : changed();
  return changed();
  function changed(): Mark {
    const found = givenAt(from, 'found', key);
    if (!found) return null;
    const same =
      value !== null && found.value !== null
        ? Math.abs(value - found.value) <= 1e-9 * Math.max(1, Math.abs(value))
        : fitted!.text === found.text;
    return same ? null : 'changed';
  }
}

/** Every field a source fills, in the order of the table. */
export const allOf = (from: From, source: Source): Given['puts'] =>
  REBUILD_ITEMS.flatMap((item) => item.places.flatMap((key) => givenAt(from, source, key)?.puts ?? []));

/** A place the machine has, or one that something was recorded at all the same: nothing recorded is out of sight. */
const isShown = (key: SetupKey, machine: Entries, entries: Entries): boolean =>
  isOnMachine(key, machine) || (['found', 'wanted', 'fitted'] as const).some((prefix) => textOf(entries, `${prefix}.${key}`) !== '');

/** The rows of this machine, each with the places it has there. */
export const itemsOn = (machine: Entries, entries: Entries = {}): RebuildItem[] =>
  REBUILD_ITEMS.map((item) => ({ ...item, places: item.places.filter((key) => isShown(key, machine, entries)) })).filter(
    (item) => item.places.length > 0,
  );
