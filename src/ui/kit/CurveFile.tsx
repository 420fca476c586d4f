'use client';
import { QuietButton } from './primitives';
import { part } from './renewed';

interface Props {
  /** Of the file, without its ending. */
  name: string;
  /** What is taken along, as it stands after "take along". */
  what: string;
  /** Points of the curves, their units in the heads; made when they are asked for. */
  rows(): Record<string, string | number>[];
}

/** The points of a picture, as CSV: made in the browser from what is shown, metric, so that it is read back anywhere. */
export function CurveFile({ name, what, rows }: Props) {
  const take = async () => {
    const { default: Papa } = await part(() => import('papaparse'));
    const csv = Papa.unparse(rows(), { newline: '\r\n' });
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([csv], { type: 'text/csv' }));
    link.download = `${name}.csv`;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return <QuietButton onPress={() => void take()}>take along {what}, CSV</QuietButton>;
}
