'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { said, type Said } from '@/core/units/say';
import { type ImportColumn, type Imported, IMPORT_KINDS, type ImportKind, IMPORTS } from '@/schema/imports';
import { CsvColumns, type Taken } from '../../kit/CsvColumns';
import { Titled } from '../../kit/parts';
import { Pick } from '../../kit/Pick';
import { Button, QuietButton, Small } from '../../kit/primitives';
import { FormProblem, type Refusal, useForm } from '../../kit/useForm';

/** The line and the cell that were refused; the first line of a file holds its headings. */
const cellRefused =
  (columns: readonly ImportColumn[]) =>
  ({ path, words }: Refusal): Said => {
    if (path[0] !== 'rows') return words;
    const column = columns.find((c) => c.key === path.slice(2).join('.') || path.slice(2).includes(c.key));
    return said`Line ${String(Number(path[1]) + 1)}${column ? `, ${column.label.toLowerCase()}` : ''}: ${words} Nothing was taken.`;
  };

const inAll = (of: Record<string, number>): string =>
  Object.entries(of)
    .map(([what, n]) => `${n} ${n === 1 ? what.replace(/s\b/, '') : what}`)
    .join(', ');
const foundWords = ({ added, known }: Imported): string =>
  [`${inAll(added) || 'nothing'} new`, ...(inAll(known) ? [`${inAll(known)} in the book already`] : [])].join('; ');

/** Lists of an older book: columns named, tried out first, then taken in whole or not at all. */
export function ImportLists() {
  const router = useRouter();
  const [kind, setKind] = useState<ImportKind>('customers');
  const [tried, setTried] = useState<{ taken: Taken; found: Imported } | null>(null);
  const [done, setDone] = useState('');
  const form = useForm({}, () => '');
  const columns: readonly ImportColumn[] = IMPORTS[kind].columns;
  const send = ({ rows, fileName }: Taken, dry: boolean) =>
    form.send<Imported>('/api/imports', { kind, fileName, dry, rows }, cellRefused(columns));
  const tryOut = async (taken: Taken) => {
    setDone('');
    setTried(null);
    const found = await send(taken, true);
    if (found) setTried({ taken, found });
  };
  const take = async () => {
    if (!tried) return;
    const found = await send(tried.taken, false);
    setTried(null);
    if (!found) return;
    setDone(`Taken in from ${tried.taken.fileName}: ${foundWords(found)}.`);
    router.refresh();
  };
  return (
    <Titled title="Lists taken in" aside="from an older book, whole or not at all">
      <p style={{ maxWidth: '70ch', paddingBottom: '0.5rem' }}>
        <Small>
          A CSV or a spreadsheet, headings in its first line. It is tried out first: what would be new, what is in the book already. A line
          that does not fit is named with its cell, and nothing is taken. Springs and other stock have lists of their own under Drawers.
        </Small>
      </p>
      <div style={{ maxWidth: '24rem', paddingBottom: '0.75rem' }}>
        <Pick
          label="What the list holds"
          value={kind}
          options={IMPORT_KINDS.map((value) => ({ value, label: IMPORTS[value].name }))}
          onPick={(value) => {
            setKind(value as ImportKind);
            setTried(null);
            setDone('');
            form.clear();
          }}
        />
      </div>
      <CsvColumns key={kind} action="Open the list" take="Try it out" wanted={columns} onTake={(taken) => void tryOut(taken)} />
      {tried && (
        <p role="status" style={{ display: 'flex', flexWrap: 'wrap', gap: '0.75rem', alignItems: 'center', padding: '0.5rem 0' }}>
          <span>
            {tried.taken.fileName}, {tried.taken.rows.length} lines: {foundWords(tried.found)}.
          </span>
          <Button $strong onPress={() => void take()} isDisabled={form.busy}>
            Take it in
          </Button>
          <QuietButton onPress={() => setTried(null)}>leave it</QuietButton>
        </p>
      )}
      {done && <p role="status">{done}</p>}
      <FormProblem of={form} />
    </Titled>
  );
}
