import { type Entries, entryAt, withUnit } from '@/catalogue/entry';
import { type End, END_NAMES } from '@/catalogue/ends';
import { fieldDef, type FieldKey } from '@/catalogue/fields';
import { PRELOAD_KEYS, SETUP_FIELDS } from '@/catalogue/fields/setup';
import type { System } from '@/catalogue/system';
import { shimShown, shimsIn } from '@/catalogue/tables';
import type { LeftByJob } from '@/schema/answers';
import { onPage } from '../model/bothUnits';
import { stackField } from '../model/dampers';
import { setupLines } from '../model/setups';

/** One figure of another job's set-up that may be aimed at here. */
export interface TakenOver {
  label: string;
  end: End;
  /** As it stood there, in the units shown. */
  there: string;
  field: FieldKey;
  /** As it is written here. */
  text: string;
}

/** A stack in one line, in the units shown; as written where it cannot be read. */
function stackWords(text: string, system: System): string {
  const read = shimsIn(text);
  return read.ok ? read.value.map((s) => shimShown(s, system)).join(', ') : text;
}

/** What another job's set-up gives as wanted values: its figures in the order of the bench, then its stacks. Words, such as an oil's name, are not aimed at. */
export function takenOver({ document, stacks }: Pick<LeftByJob, 'document' | 'stacks'>, system: System): TakenOver[] {
  const figures = setupLines(document, onPage(system)).flatMap(({ key, label, end, text, number }): TakenOver[] => {
    if (number === null || key.endsWith('.range')) return [];
    const preload = PRELOAD_KEYS.find((k) => k === key);
    if (preload) return [{ label, end, there: text, field: `wanted.${preload}.reading`, text: number.toFixed(1) }];
    const def = SETUP_FIELDS.find((f) => f.key === key);
    const typed = document.values[key];
    if (!def || !typed) return [];
    return [{ label, end, there: text, field: `wanted.${def.key}`, text: def.kind === 'count' ? typed.text : withUnit(typed) }];
  });
  const valves = stacks.map(({ damper, valve, text }): TakenOver => {
    const field = stackField(damper, valve, 'fit');
    const { label, end = 'rear' } = fieldDef(field);
    return { label, end, there: stackWords(text, system), field, text };
  });
  return [...figures, ...valves];
}

/** What is wanted here so far in the place of such a figure; '' where nothing is. */
export function wantedSoFar(entries: Entries, { field }: TakenOver, system: System): string {
  const entry = entryAt(entries, field);
  if (!entry || entry.text === '') return '';
  return field.startsWith('wanted.') ? withUnit(entry) : stackWords(entry.text, system);
}

export const takenOverName = ({ end, label }: TakenOver): string => `${END_NAMES[end]} ${label.toLowerCase()}`;
