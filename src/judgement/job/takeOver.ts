import { withUnit } from '@/catalogue/entry';
import { type End, END_NAMES } from '@/catalogue/ends';
import { fieldDef, type FieldKey } from '@/catalogue/fields';
import { PRELOAD_KEYS, SETUP_FIELDS } from '@/catalogue/fields/setup';
import type { LeftByJob } from '@/schema/alike';

/** One figure of another job's set-up that may be aimed at here. */
export interface TakenOver {
  label: string;
  end: End;
  /** As it stood there. */
  there: string;
  field: FieldKey;
  /** As it is written here. */
  text: string;
}

/** What another job's set-up gives as wanted values: its figures in the order of the bench, then its stacks. Words, such as an oil's name, are not aimed at. */
export function takenOver({ document, stacks }: Pick<LeftByJob, 'document' | 'stacks'>): TakenOver[] {
  const figures = SETUP_FIELDS.flatMap((f): TakenOver[] => {
    const preload = PRELOAD_KEYS.find((k) => f.key === `${k}.reading`);
    const end = f.end ?? 'rear';
    if (preload) {
      const mm = document.preloadMm[preload];
      return mm === undefined
        ? []
        : [{ label: f.label, end, there: `${mm.toFixed(1)} mm`, field: `wanted.${preload}.reading`, text: mm.toFixed(1) }];
    }
    const value = document.values[f.key];
    if (!value || value.text === '' || value.value === null || /\.(way|reference|range)$/.test(f.key)) return [];
    const isCount = f.kind === 'count';
    return [
      {
        label: f.label,
        end,
        there: isCount ? `${value.text} ${f.unitLabel}` : withUnit(value),
        field: `wanted.${f.key}`,
        text: isCount ? value.text : withUnit(value),
      },
    ];
  });
  const valves = stacks.map(({ field, text }): TakenOver => {
    const def = fieldDef(field);
    return {
      label: def.label,
      end: def.end ?? 'rear',
      there: text
        .trim()
        .split(/\s*\n\s*/)
        .join(', '),
      field: field as FieldKey,
      text,
    };
  });
  return [...figures, ...valves];
}

export const takenOverName = ({ end, label }: TakenOver): string => `${END_NAMES[end]} ${label.toLowerCase()}`;
