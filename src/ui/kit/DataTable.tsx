import { Fragment, type ReactNode } from 'react';
import { LineTable, Table } from './primitives';

/** One column of a table: its head, with the unit its figures are in, and what stands in it of each row. */
export interface Column<R> {
  name: ReactNode;
  /** Said after the name: "Rear, mm". */
  unit?: string;
  /** A figure stands to the right, so that its digits are over one another. */
  figure?: true;
  width?: string;
  /** Left out where it is false. */
  when?: boolean;
  cell(row: R, i: number): ReactNode;
}

interface Props<R> {
  /** What it is a table of, to whoever hears it. */
  label?: string;
  columns: readonly Column<R>[];
  rows: readonly R[];
  keyOf(row: R, i: number): string | number;
  /** By which a link finds a row. */
  idOf?(row: R): string;
  /** The row that is looked at. */
  isChosen?(row: R, i: number): boolean;
  /** What stands open beneath a row, over its whole width; null where nothing does. */
  below?(row: R): ReactNode;
  /** Its rows hold fields, buttons or ticks: each as high as what is pressed in it. */
  isPressed?: boolean;
}

const headOf = <R,>({ name, unit }: Column<R>): ReactNode =>
  unit === undefined ? (
    name
  ) : (
    <>
      {name}, {unit}
    </>
  );

/** A table by its columns: the one way a table is made where its rows are alike. */
export function DataTable<R>({ label, columns: all, rows, keyOf, idOf, isChosen, below, isPressed = false }: Props<R>) {
  const columns = all.filter((c) => c.when !== false);
  const Made = isPressed ? LineTable : Table;
  const look = ({ figure, width }: Column<R>) => ({ className: figure && 'number', style: width === undefined ? undefined : { width } });
  return (
    <Made aria-label={label}>
      <thead>
        <tr>
          {columns.map((c, i) => (
            <th key={i} {...look(c)}>
              {headOf(c)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row, i) => (
          <Fragment key={keyOf(row, i)}>
            <tr id={idOf?.(row)} style={isChosen?.(row, i) ? { background: 'var(--sheet)' } : undefined}>
              {columns.map((c, k) => (
                <td key={k} className={c.figure && 'number'}>
                  {c.cell(row, i)}
                </td>
              ))}
            </tr>
            {below?.(row) && (
              <tr>
                <td colSpan={columns.length}>{below(row)}</td>
              </tr>
            )}
          </Fragment>
        ))}
      </tbody>
    </Made>
  );
}
