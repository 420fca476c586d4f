import type { ReactNode } from 'react';
import { Table } from '../../kit/primitives';
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
    <Table aria-label={label}>
      <thead>
        <tr>
          <th>Made</th>
          <th>File</th>
          <th className="number">Size, MB</th>
          {doing && <th />}
        </tr>
      </thead>
      <tbody>
        {files.map((f) => (
          <tr key={f.name}>
            <td>
              {dayWords(f.at)} {timeWords(f.at)}
            </td>
            <td style={{ overflowWrap: 'anywhere' }}>{name(f)}</td>
            <td className="number">{(f.bytes / 1e6).toFixed(1)}</td>
            {doing && <td>{doing(f)}</td>}
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
