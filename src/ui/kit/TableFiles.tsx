import { Small } from './primitives';

interface Props {
  /** The table's name: machines, jobs, audit. */
  table: string;
  /** What is taken along, as it stands in a sentence: "the machines". */
  what: string;
  /** The filter it is shown with. */
  filter?: Record<string, string>;
  /** Also as vCards. */
  vcards?: boolean;
}

/** A table as it is shown, to take along: for a spreadsheet or any other program. */
export function TableFiles({ table, what, filter = {}, vcards = false }: Props) {
  const query = new URLSearchParams(filter).toString();
  const kinds = { csv: 'CSV', xlsx: 'spreadsheet', ...(vcards ? { vcf: 'vCards' } : {}) };
  return (
    <p className="no-print" style={{ display: 'flex', flexWrap: 'wrap', gap: '0 1rem', alignItems: 'center' }}>
      <Small>Take along {what}:</Small>
      {Object.entries(kinds).map(([kind, name]) => (
        <a
          key={kind}
          href={`/api/tables/${table}.${kind}${query && `?${query}`}`}
          download
          style={{ display: 'inline-flex', minHeight: 44, alignItems: 'center' }}
        >
          {name}
        </a>
      ))}
    </p>
  );
}
