import { PGlite } from '@electric-sql/pglite';
import { amcheck } from '@electric-sql/pglite/contrib/amcheck';
import { pg_trgm } from '@electric-sql/pglite/contrib/pg_trgm';

/** Sums and counts come as text from some engines and as numbers from others: here always a number, and never one that lost digits. */
function exactly(text: string): number {
  const value = Number(text);
  if (!Number.isFinite(value) || (Number.isInteger(value) && !Number.isSafeInteger(value)))
    throw new Error(`the base holds a number no record can have: ${text}`);
  return value;
}

/** Dates stay text and times become ISO text: a driver's Date would shift a day by the machine's zone. */
export const PARSERS = {
  20: (text: string) => exactly(text),
  1700: (text: string) => exactly(text),
  1082: (text: string) => text,
  1184: (text: string) => new Date(text).toISOString(),
};

/** The one way an engine is opened: over a directory, or a packed base in memory or into a directory. */
export const openEngine = (of: { dataDir?: string; loadDataDir?: Blob }): Promise<PGlite> =>
  PGlite.create({ ...of, extensions: { pg_trgm, amcheck }, parsers: PARSERS });
