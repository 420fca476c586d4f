'use client';
import { type Column, DataTable } from './DataTable';
import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { Button, Small } from './primitives';
import { csvLines, decoded, type Encoding, encodingOf, ENCODINGS, headingsOf, type ListLine, sheetLines } from './listFile';
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
  /** Where each row stands in the file. */
  lines: number[];
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
  bytes: Uint8Array | null;
  encoding: Encoding;
  all: ListLine[];
  /** Which of the lines holds the headings; null: none does. */
  headingAt: number | null;
  headings: string[];
  lines: ListLine[];
}

const PREVIEW = 4;
const NONE = '-';

/** A file without headings gets its columns by number. */
function laidOut(file: Omit<File_, 'headings' | 'lines'>): File_ {
  const { all, headingAt } = file;
  const width = Math.max(0, ...all.map((l) => l.cells.length));
  const named = headingAt === null ? [] : (all[headingAt]?.cells ?? []);
  return {
    ...file,
    headings: Array.from({ length: width }, (_, i) => named[i]?.trim() || `Column ${i + 1}`),
    lines: all.slice(headingAt === null ? 0 : headingAt + 1),
  };
}

function readText(name: string, bytes: Uint8Array, encoding: Encoding): File_ {
  const all = csvLines(decoded(bytes, encoding));
  return laidOut({ name, bytes, encoding, all, headingAt: headingsOf(all) });
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
  const layOut = (read: File_) => {
    setFile(read);
    setColumns(guess(wanted, read));
  };
  const open = async (files: FileList | null) => {
    const chosen = files?.[0];
    if (!chosen) return;
    const isSheet = /\.xlsx$/i.test(chosen.name);
    const sheet = isSheet ? await sheetLines(chosen).catch(() => null) : [];
    setUnread(sheet === null ? `${chosen.name} is no spreadsheet that can be read.` : '');
    if (sheet === null) return setFile(null);
    const bytes = isSheet ? null : new Uint8Array(await chosen.arrayBuffer());
    layOut(
      bytes
        ? readText(chosen.name, bytes, encodingOf(bytes))
        : laidOut({ name: chosen.name, bytes, encoding: 'utf-8', all: sheet, headingAt: headingsOf(sheet) }),
    );
  };
  const cell = ({ cells }: ListLine, key: string) =>
    columns[key] === undefined || columns[key] === NONE ? '' : (cells[Number(columns[key])] ?? '').trim();
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
          layOut={layOut}
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
  cell: (line: ListLine, key: string) => string;
  missing: Wanted[];
  onTake: (taken: Taken) => void;
  setFile: (next: File_ | null) => void;
  layOut: (read: File_) => void;
  take: string;
}

function OpenFile({ file, wanted, columns, setColumns, cell, missing, onTake, setFile, layOut, take }: OpenFileProps) {
  return (
    <div style={{ marginTop: '0.75rem' }}>
      <Small>
        {file.name}, {file.lines.length} lines. Say what each column is:
      </Small>
      <HowItIsWritten file={file} layOut={layOut} />
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
            onTake({ rows, lines: file.lines.map((l) => l.line), mapping: Object.fromEntries(named), fileName: file.name });
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

/** Letters and headings as they were found, to be set right by hand. */
function HowItIsWritten({ file, layOut }: Pick<OpenFileProps, 'file' | 'layOut'>) {
  const headings = file.all.slice(0, 12).map(({ line, cells }, i) => ({
    value: String(i),
    label: `line ${line}: ${cells.filter(Boolean).slice(0, 3).join(', ').slice(0, 40)}`,
  }));
  return (
    <div style={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(14rem, 1fr))', gap: '0.25rem 1rem' }}>
      {file.bytes && (
        <Pick
          label="Letters written as"
          value={file.encoding}
          options={Object.entries(ENCODINGS).map(([value, label]) => ({ value, label }))}
          onPick={(encoding) => layOut(readText(file.name, file.bytes!, encoding as Encoding))}
        />
      )}
      <Pick
        label="Headings stand in"
        value={file.headingAt === null ? NONE : String(file.headingAt)}
        options={[{ value: NONE, label: 'no line' }, ...headings]}
        onPick={(at) => layOut(laidOut({ ...file, headingAt: at === NONE ? null : Number(at) }))}
      />
    </div>
  );
}

function FirstLines({ wanted, file, cell }: { wanted: readonly Wanted[]; file: File_; cell: (line: ListLine, key: string) => string }) {
  return (
    <DataTable
      label="First lines as they will be taken"
      rows={file.lines.slice(0, PREVIEW)}
      keyOf={(line, i) => i}
      columns={[...wanted.map((w): Column<ListLine> => ({ name: w.label, cell: (line) => cell(line, w.key) }))]}
    />
  );
}
