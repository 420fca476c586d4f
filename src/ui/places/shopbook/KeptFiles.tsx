import { DataTable } from '../../kit/DataTable';
import type { ReactNode } from 'react';
import { dayWords, timeWords } from '@/catalogue/days';

/** A backup or an archive as it lies beside the book. */
export interface KeptFile {
  name: string;
  at: string;
  bytes: number;
}

interface Props {
  label: string;
  files: readonly KeptFile[];
  /** Its name, or a link to it. */
  name?: (file: KeptFile) => ReactNode;
  /** What can be done with it. */
  doing?: (file: KeptFile) => ReactNode;
}

/** Files beside the book, the newest first. */
export function KeptFiles({ label, files, name = (f) => f.name, doing }: Props) {
  return (
    <DataTable
      label={label}
      rows={files}
      keyOf={(f) => f.name}
      columns={[
        { name: 'Made', cell: (f) => `${dayWords(f.at)} ${timeWords(f.at)}` },
        { name: 'File', cell: (f) => <span style={{ overflowWrap: 'anywhere' }}>{name(f)}</span> },
        { name: 'Size', unit: 'MB', figure: true, cell: (f) => (f.bytes / 1e6).toFixed(1) },
        { name: '', when: doing !== undefined, cell: (f) => doing?.(f) },
      ]}
    />
  );
}
