'use client';
import Papa from 'papaparse';
import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { Button, Small, Table } from './primitives';
import { Pick } from './Pick';

export interface Wanted {
  key: string;
  label: string;
  /** Headings that mean this column, in lower case. */
  known: readonly string[];
  needed: boolean;
}

export interface Taken {
  rows: Record<string, string>[];
  mapping: Record<string, string>;
  fileName: string;
}

interface Props {
  /** Says what the file holds: "Import a supplier’s list". */
  action: string;
  wanted: readonly Wanted[];
  take: string;
  onTake(taken: Taken): void;
}

interface File_ {
  name: string;
  headings: string[];
  lines: string[][];
}

const PREVIEW = 4;
const NONE = '-';

/** Cells of the first sheet as texts; a day as 2024-05-31. */
async function sheetLines(file: File): Promise<string[][]> {
  const { readSheet } = await import('read-excel-file/browser');
  const text = (cell: unknown): string =>
    cell instanceof Date
      ? cell.toISOString().slice(0, 10)
      : cell === null || cell === undefined
        ? ''
        : String(cell as string | number | boolean);
  return (await readSheet(file)).map((line) => line.map(text)).filter((line) => line.some((cell) => cell.trim() !== ''));
}

const csvLines = (text: string): string[][] => Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' }).data;

/** A file without headings gets its columns by number: a first line of numbers is a reading, not a heading. */
function readFile(name: string, data: string[][]): File_ {
  const first = data[0] ?? [];
  const headed = first.some((cell) => cell.trim() !== '' && !/^[-+\d.,\s]+$/.test(cell));
  return headed
    ? { name, headings: first.map((c) => c.trim()), lines: data.slice(1) }
    : { name, headings: first.map((_, i) => `Column ${i + 1}`), lines: data };
}

const guess = (wanted: readonly Wanted[], { headings }: File_): Record<string, string> => {
  const headed = headings.some((h) => !/^Column \d+$/.test(h));
  return Object.fromEntries(
    wanted.map((w, i) => {
      const at = headings.findIndex((h) => w.known.some((k) => h.toLowerCase().includes(k)));
      return [w.key, at >= 0 ? String(at) : !headed && i < headings.length ? String(i) : NONE];
    }),
  );
};

/** Opens a CSV or a spreadsheet, lets its columns be named, shows the first lines as they will be taken, and hands them on as texts. */
export function CsvColumns({ action, wanted, take, onTake }: Props) {
  const [file, setFile] = useState<File_ | null>(null);
  const [unread, setUnread] = useState('');
  const [columns, setColumns] = useState<Record<string, string>>({});
  const open = async (files: FileList | null) => {
    const chosen = files?.[0];
    if (!chosen) return;
    const lines = await (/\.xlsx$/i.test(chosen.name) ? sheetLines(chosen).catch(() => null) : chosen.text().then(csvLines));
    setUnread(lines === null ? `${chosen.name} is no spreadsheet that can be read.` : '');
    if (lines === null) return setFile(null);
    const read = readFile(chosen.name, lines);
    setFile(read);
    setColumns(guess(wanted, read));
  };
  const cell = (line: string[], key: string) =>
    columns[key] === undefined || columns[key] === NONE ? '' : (line[Number(columns[key])] ?? '').trim();
  const missing = wanted.filter((w) => w.needed && (columns[w.key] ?? NONE) === NONE);
  return (
    <div>
      <FileTrigger acceptedFileTypes={['.csv', '.txt', '.tsv', '.xlsx', 'text/csv']} onSelect={(files) => void open(files)}>
        <Button>{action}</Button>
      </FileTrigger>
      {unread && <p role="alert">▲ {unread}</p>}
      {file && (
        <OpenFile
          file={file}
          wanted={wanted}
          columns={columns}
          setColumns={setColumns}
          cell={cell}
          missing={missing}
          onTake={onTake}
          setFile={setFile}
          take={take}
        />
      )}
    </div>
  );
}

interface OpenFileProps {
  file: File_;
  wanted: readonly Wanted[];
  columns: Record<string, string>;
  setColumns: (next: Record<string, string>) => void;
  cell: (line: string[], key: string) => string;
  missing: Wanted[];
  onTake: (taken: Taken) => void;
  setFile: (next: File_ | null) => void;
  take: string;
}

function OpenFile({ file, wanted, columns, setColumns, cell, missing, onTake, setFile, take }: OpenFileProps) {
  return (
    <div style={{ marginTop: '0.75rem' }}>
      <Small>
        {file.name}, {file.lines.length} lines. Say what each column is:
      </Small>
      <div style={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(8.5rem, 1fr))', gap: '0.25rem 1rem' }}>
        {wanted.map((w) => (
          <Pick
            key={w.key}
            label={w.needed ? w.label : `${w.label}, if given`}
            value={columns[w.key] ?? NONE}
            options={[{ value: NONE, label: 'not in the file' }, ...file.headings.map((h, i) => ({ value: String(i), label: h }))]}
            onPick={(value) => setColumns({ ...columns, [w.key]: value })}
          />
        ))}
      </div>
      <FirstLines wanted={wanted} file={file} cell={cell} />
      <div style={{ display: 'flex', gap: '1rem', alignItems: 'center', marginTop: '0.5rem' }}>
        <Button
          $strong
          isDisabled={missing.length > 0}
          onPress={() => {
            const rows = file.lines.map((line) => Object.fromEntries(wanted.map((w) => [w.key, cell(line, w.key)])));
            const named = wanted.flatMap((w) => {
              const at = columns[w.key] ?? NONE;
              return at === NONE ? [] : [[w.key, file.headings[Number(at)] ?? ''] as const];
            });
            onTake({ rows, mapping: Object.fromEntries(named), fileName: file.name });
            setFile(null);
          }}
        >
          {take}
        </Button>
        {missing.length > 0 && <Small>Still to name: {missing.map((w) => w.label.toLowerCase()).join(', ')}.</Small>}
      </div>
    </div>
  );
}

interface FirstLinesProps {
  wanted: readonly Wanted[];
  file: File_;
  cell: (line: string[], key: string) => string;
}

function FirstLines({ wanted, file, cell }: FirstLinesProps) {
  return (
    <Table aria-label="First lines as they will be taken">
      <thead>
        <tr>
          {wanted.map((w) => (
            <th key={w.key}>{w.label}</th>
          ))}
        </tr>
      </thead>
      <tbody>
        {file.lines.slice(0, PREVIEW).map((line, i) => (
          <tr key={i}>
            {wanted.map((w) => (
              <td key={w.key}>{cell(line, w.key)}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
