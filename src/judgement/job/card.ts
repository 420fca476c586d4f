import type { SetupDocument } from '@/schema/documents';
import { type Turn, TURNS } from '@/knowledge/turns';
import type { SetupLine } from '../model/setups';

/** What a set-up card says, on the screen and on paper: one reading of the documents as they were recorded, nothing worked out anew. */
export interface CardFacts {
  id: number;
  machineId: number;
  jobId: number;
  kind: 'as-found' | 'rebuild' | 'correction' | 'as-set' | 'ride';
  recordedAt: string;
  machine: string;
  registration: string;
  customer: string;
  /** Who signed the rebuild it belongs to; '' where none was signed. */
  technician: string;
  /** The shop, as its book says; fields of it may be ''. */
  shop: { name: string; address: string; phone: string; email: string };
  /** Where the customer is reached, as the book stands today; '' where it is not known. */
  reach: { phone: string; email: string };
  /** What it carried when it was set: rider, passenger, luggage, as signed. */
  load: string[];
  /** What is due next and when, as the book stands today. */
  due: string[];
  /** What each adjuster on the card does. */
  turns: string[];
  lines: SetupLine[];
  sag: SetupDocument['sag'];
  /** Wheel travel as signed; null where it was not known then. */
  travelMm: { rear: number | null; front: number | null };
}

const LEFT = /^Left /;

/** Both legs in one line where they are alike: the card is read at arm's length. */
export function legsTogether(lines: readonly SetupLine[]): SetupLine[] {
  return lines.flatMap((line): SetupLine[] => {
    const other = (key: string) => lines.find((l) => l.key === key);
    if (line.key.includes('.right') && other(line.key.replace('.right', '.left'))?.text === line.text) return [];
    const right = line.key.includes('.left') ? other(line.key.replace('.left', '.right')) : undefined;
    if (!right || right.text !== line.text) return [line];
    const label = line.label.replace(LEFT, '');
    return [{ ...line, label: `${label[0]!.toUpperCase()}${label.slice(1)}, both legs` }];
  });
}

/** What the adjusters named on the card do, each once. */
export function turnsOf(lines: readonly SetupLine[]): string[] {
  const has: Record<Turn, RegExp> = {
    preload: /preload/i,
    rebound: /rebound/i,
    compression: /[cC]ompression/,
    highCompression: /highCompression/,
  };
  return (Object.keys(has) as Turn[])
    .filter((turn) => lines.some((l) => has[turn].test(l.key) && !(turn === 'compression' && has.highCompression.test(l.key))))
    .map((turn) => TURNS[turn]);
}

/** What to do next, for every card. Common practice, no source. */
export const NEXT = [
  'Ride it as it is first. Then change one thing at a time, two clicks at most, and write down how it rode.',
  'Clickers are counted out from fully closed: turn in until light contact, never force, then count out.',
];
