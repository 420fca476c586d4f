'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { said, type Said } from '@/core/units/say';
import { type ImportColumn, IMPORT_KINDS, type ImportKind, IMPORTS } from '@/schema/imports';
import { importedAnswer, type Imported } from '@/schema/answers';
import { CsvColumns, type Taken } from '../../kit/CsvColumns';
import { Titled } from '../../kit/parts';
import { Pick } from '../../kit/Pick';
import { Button, QuietButton, Small } from '../../kit/primitives';
import type { Fault } from '../../kit/send';
import { Sentence } from '../../kit/Sentence';
import { FormProblem, useForm } from '../../kit/useForm';

/** A fault of the list, by the line the file itself has it in and the column. */
const faultWords = (columns: readonly ImportColumn[], lines: readonly number[], { path, words }: Fault): Said => {
  if (path[0] !== 'rows') return words;
  const rest = path.slice(2);
  const column = columns.find((c) => c.key === rest.join('.') || rest.includes(c.key));
  return said`Line ${String(lines[Number(path[1])] ?? Number(path[1]) + 1)}${column ? `, ${column.label.toLowerCase()}` : ''}: ${words}`;
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
  const [faults, setFaults] = useState<readonly Said[]>([]);
  const [dates, setDates] = useState<'day-first' | 'month-first' | ''>('');
  const [asked, setAsked] = useState<Taken | null>(null);
  const send = ({ rows, lines, fileName }: Taken, dry: boolean, order = dates) =>
    form.send('/api/imports', { kind, fileName, dry, rows, ...(order ? { dates: order } : {}) }, importedAnswer, (refusal) => {
      const all = refusal.all ?? [refusal];
      setFaults(all.map((fault) => faultWords(columns, lines, fault)));
      if (refusal.code === 'day-two-ways') setAsked({ rows, lines, fileName, mapping: {} });
      return all[0]!.path[0] === 'rows' ? `Nothing was taken: ${all.length} ${all.length === 1 ? 'fault' : 'faults'}.` : refusal.words;
    });
  const tryOut = async (taken: Taken, order = dates) => {
    setDone('');
    setTried(null);
    setFaults([]);
    setAsked(null);
    const found = await send(taken, true, order);
    if (found) setTried({ taken, found });
  };
  const inOrder = (order: 'day-first' | 'month-first') => {
    setDates(order);
    if (asked) void tryOut(asked, order);
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
          A CSV or a spreadsheet. It is tried out first: what would be new, what is in the book already. Every line that does not fit is
          named with its cell, and nothing is taken. Springs and other stock have lists of their own under Drawers.
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
            setFaults([]);
            setAsked(null);
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
      {asked && (
        <p style={{ display: 'flex', gap: '0.75rem', flexWrap: 'wrap' }}>
          <Button onPress={() => inOrder('day-first')}>The day comes first: 31/5/2024</Button>
          <Button onPress={() => inOrder('month-first')}>The month comes first: 5/31/2024</Button>
        </p>
      )}
      {faults.length > 0 && (
        <ul aria-label="What is wrong with the list">
          {faults.map((words, i) => (
            <li key={i}>
              <Sentence of={words} />
            </li>
          ))}
        </ul>
      )}
    </Titled>
  );
}
