'use client';
import type { FieldKey } from '@/catalogue/fields';
import { ENDS, END_NAMES, type End } from '@/catalogue/ends';
import { Plus } from 'lucide-react';
import { memo, useCallback, useState } from 'react';
import { issueWords } from '@/schema/words';
import type { Entries } from '@/catalogue/entry';
import { pairFields, pairNumbers, sagOf, styleOf } from '@/judgement/model/measure';
import { EntryField } from '../../fields/EntryField';
import { QuietButton, Small } from '../../kit/primitives';
import { useFact } from '../BenchContext';

interface Line {
  field: FieldKey;
  label: string;
}

function linesOf(entries: Entries, prefix: 'measure' | 'set', end: End, morePairs: number): Line[] {
  const lines: Line[] = [];
  if (styleOf(entries, prefix, end) === 'distance') lines.push({ field: `${prefix}.${end}.extended`, label: 'On the stand, hanging' });
  for (const [state, words] of [
    ['unladen', 'Off the stand'],
    ['laden', 'Rider on'],
  ] as const) {
    const read = pairNumbers(entries, prefix, end, state).length;
    for (let n = 1; n <= Math.max(read, morePairs); n += 1) {
      const fields = pairFields(prefix, end, state, n);
      const again = n === 1 ? '' : `, ${n}`;
      lines.push(
        { field: fields.lifted, label: `${words}, lifted${again}` },
        { field: fields.pressed, label: `${words}, pressed${again}` },
      );
    }
  }
  if (prefix === 'measure') lines.push({ field: `measure.${end}.used`, label: 'Travel used, last ride' });
  return lines;
}

/** The walk round the machine: the rear, then the front; Enter goes on to the next reading. */
export const Walk = memo(function Walk({ prefix, locked }: { prefix: 'measure' | 'set'; locked: boolean }) {
  const [more, setMore] = useState<Record<End, number>>({ rear: 1, front: 1 });
  const lines = useFact(
    useCallback(
      (facts) =>
        ENDS.map((end) => {
          const read = sagOf(facts, end, prefix);
          return {
            end,
            lines: linesOf(facts.entries, prefix, end, more[end]),
            pairs: Math.max(...(['laden', 'unladen'] as const).map((state) => pairNumbers(facts.entries, prefix, end, state).length)),
            failed: read && !read.result.ok ? { field: read.failedField, words: issueWords(read.result.issue) } : null,
          };
        }),
      [prefix, more],
    ),
  );
  const before = { rear: 0, front: lines[0]!.lines.length };
  return (
    <>
      {lines.map(({ end, lines: ofEnd, pairs, failed }) => {
        return (
          <section key={end} style={{ marginBottom: '0.5rem' }}>
            <EndHead end={end} prefix={prefix} locked={locked} />
            {ofEnd.map(({ field, label }, i) => (
              <EntryField
                key={field}
                field={field}
                look="walk"
                label={label}
                ordinal={before[end] + i + 1}
                locked={locked}
                computedProblem={failed?.field === field ? failed.words : null}
              />
            ))}
            {failed && failed.field === null && (
              <p>
                <Small>▲ The {end} wheel travel is not known yet: add it to the machine’s figures.</Small>
              </p>
            )}
            {!locked && (
              <QuietButton onPress={() => setMore({ ...more, [end]: Math.max(more[end], pairs) + 1 })}>
                <Plus size={14} aria-hidden /> another pair of readings
              </QuietButton>
            )}
          </section>
        );
      })}
    </>
  );
});

function EndHead({ end, prefix, locked }: { end: 'rear' | 'front'; prefix: 'measure' | 'set'; locked: boolean }) {
  return (
    <div style={{ display: 'flex', justifyContent: 'space-between', alignItems: 'center', gap: '1rem' }}>
      <b style={{ color: `var(--${end})` }}>{END_NAMES[end]}</b>
      <div style={{ width: '13.5rem' }}>
        <EntryField
          field={`${prefix}.${end}.style`}
          look="walk"
          label={`${END_NAMES[end]}, read with`}
          placeholder={end === 'rear' ? 'Tape, axle to mark' : 'Ruler, zero at full extension'}
          locked={locked}
        />
      </div>
    </div>
  );
}
