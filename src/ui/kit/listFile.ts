import Papa from 'papaparse';
import { part } from './renewed';

/** A list as a file holds it: its lines with the numbers they have in the file, so that what is wrong is found there again. */
export interface ListLine {
  /** Counted from 1, as every editor and spreadsheet counts. */
  line: number;
  cells: string[];
}

/** How older programs write letters; found by what the bytes can be, and changed by hand where that was wrong. */
export const ENCODINGS = {
  'utf-8': 'UTF-8',
  'windows-1252': 'Windows, western Europe',
  'windows-1250': 'Windows, central Europe',
  'iso-8859-15': 'ISO 8859-15',
  macintosh: 'Macintosh',
  'utf-16le': 'UTF-16',
} as const;
export type Encoding = keyof typeof ENCODINGS;

/** The encoding of a text file: by its mark, by being sound UTF-8, else the one most programs wrote before. */
export function encodingOf(bytes: Uint8Array): Encoding {
  if ((bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff)) return 'utf-16le';
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return 'utf-8';
  } catch {
    return 'windows-1252';
  }
}

export function decoded(bytes: Uint8Array, encoding: Encoding): string {
  const isBigEndian = bytes[0] === 0xfe && bytes[1] === 0xff;
  return new TextDecoder(encoding === 'utf-16le' && isBigEndian ? 'utf-16be' : encoding).decode(bytes);
}

const isFilled = (cells: readonly string[]) => cells.some((cell) => cell.trim() !== '');

/** What parts the cells, where every line shows it: a semicolon or a tab stands in no number, a comma may. '' leaves it to be guessed. */
function delimiterOf(text: string): string {
  const lines = text
    .split(/\r?\n/)
    .filter((line) => line.trim() !== '')
    .slice(0, 20);
  const stands = (c: string) => lines.filter((line) => line.includes(c)).length > 0.6 * lines.length;
  return [';', '\t'].find(stands) ?? '';
}

/** The lines of a CSV that hold anything; a cell of several lines counts by its first. */
export function csvLines(text: string): ListLine[] {
  const found: ListLine[] = [];
  let [line, at] = [1, 0];
  Papa.parse<string[]>(text, {
    delimiter: delimiterOf(text),
    step: ({ data, meta }) => {
      if (isFilled(data)) found.push({ line, cells: data });
      line += text.slice(at, meta.cursor).split('\n').length - 1;
      at = meta.cursor;
    },
  });
  return found;
}

/** Lines of the first sheet; a day as 2024-05-31. */
export async function sheetLines(file: File): Promise<ListLine[]> {
  const { readSheet } = await part(() => import('read-excel-file/browser'));
  const text = (cell: unknown): string =>
    cell instanceof Date
      ? cell.toISOString().slice(0, 10)
      : cell === null || cell === undefined
        ? ''
        : String(cell as string | number | boolean);
  return (await readSheet(file)).map((row, i) => ({ line: i + 1, cells: row.map(text) })).filter(({ cells }) => isFilled(cells));
}

/** So far down headings are looked for: above them stand titles and the day of printing. */
const LOOKED_AT = 12;
const isNumber = (cell: string) => /^[-+\d.,\s]+$/.test(cell);

/** Which of the lines holds the headings: the first that has as many cells as the list has columns, and words in them; null where a list begins with its figures. */
export function headingsOf(lines: readonly ListLine[]): number | null {
  const filled = ({ cells }: ListLine) => cells.filter((c) => c.trim() !== '').length;
  const looked = lines.slice(0, LOOKED_AT);
  const most = Math.max(0, ...looked.map(filled));
  const at = looked.findIndex((l) => filled(l) >= Math.max(1, Math.ceil(most * 0.6)));
  if (at < 0) return null;
  return looked[at]!.cells.some((c) => c.trim() !== '' && !isNumber(c)) ? at : null;
}
