import { dayWords } from '@/catalogue/days';
import { jobNumber } from '@/catalogue/jobs';
import type { SetupDocument } from '@/schema/documents';
import { NEXT, type Turn, TURNS } from '@/knowledge/turns';
import type { SetupLine } from '../model/setups';

/** What a set-up card says, on the screen and on paper: one reading of the documents as they were recorded, nothing worked out anew. */
export interface CardFacts {
  id: number;
  machineId: number;
  jobId: number;
  kind: 'as-found' | 'rebuild' | 'correction' | 'as-set' | 'ride';
  recordedAt: string;
  /** The set-up in the machine now, where it is another one; null where this card is of what is in it. */
  supersededBy: { id: number; jobId: number; at: string } | null;
  machine: string;
  registration: string;
  customer: string;
  /** Who signed the rebuild it belongs to; '' where none was signed. */
  technician: string;
  /** Of the newest signed record of its job, as shown; '' where none was signed. */
  seal: string;
  /** The newest of the whole book on the day it is looked at, as shown; '' where nothing is signed. */
  bookSeal: string;
  /** The shop, as its book says; fields of it may be ''. */
  shop: { name: string; address: string; phone: string; email: string };
  /** Where the customer is reached, as the book stands today; '' where it is not known. */
  reach: { phone: string; email: string };
  /** What it carried when it was set: rider, passenger, luggage, as signed. */
  load: string[];
  /** What changes for the rider, in one line, as signed; '' where nobody wrote it. */
  changed: string;
  /** What is due next and when, as the book stands today. */
  due: string[];
  /** What each adjuster on the card does. */
  turns: string[];
  lines: SetupLine[];
  sag: SetupDocument['sag'];
  /** The set-up as it is recorded. */
  document: SetupDocument;
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

/** What the card says beneath its figures: on the screen and on paper the same, under the same names. What is empty is left out. */
export function partsOf({
  turns,
  due,
  changed,
}: Pick<CardFacts, 'turns' | 'due' | 'changed'>): { title: string; words: readonly string[] }[] {
  return [
    { title: 'What changes for you', words: changed === '' ? [] : [changed] },
    { title: 'What each does', words: turns },
    { title: 'What comes next', words: NEXT },
    { title: 'Service, as the book stands today', words: due },
  ].filter(({ words }) => words.length > 0);
}

/** What stands on a card of a set-up that is in the machine no more. */
export const supersededWords = ({ jobId, at }: NonNullable<CardFacts['supersededBy']>): string =>
  `Superseded: another set-up is in the machine since ${dayWords(at)}, job ${jobNumber(jobId)}.`;

/** The line that names the shop; '' where the book does not. */
export const shopLine = ({ name, address, phone, email }: CardFacts['shop']): string =>
  [name, address, phone, email].filter(Boolean).join(' · ');

/** What it was set for, in one line; '' where nothing was signed. */
export const setFor = ({ load }: Pick<CardFacts, 'load'>): string => (load.length > 0 ? `Set for: ${load.join(' · ')}` : '');
