/** Parts and labour of a job: as quoted, as it came, and the rebuild against a new unit. Amounts are whole coins of the shop's currency. */

import z from 'zod';

const line = z.strictObject({
  kind: z.enum(['part', 'labour', 'other']),
  what: z.string(),
  quantity: z.number(),
  unitMinor: z.number(),
  minor: z.number(),
});

const sum = z.strictObject({ netMinor: z.number(), taxMinor: z.number(), totalMinor: z.number() });

export const quoteDocument = z.strictObject({
  version: z.literal('quote/1'),
  currency: z.string(),
  taxName: z.string(),
  taxShare: z.number(),
  stands: z.number(),
  lines: z.array(line),
  rebuild: sum,
  /** A new unit instead, where one was priced. */
  instead: z.strictObject({ what: z.string(), lines: z.array(line), total: sum }).nullable(),
});

export type QuoteDocument = z.output<typeof quoteDocument>;

export type QuoteLine = z.output<typeof line>;

export type QuoteSum = z.output<typeof sum>;

/** A quote as offered, with the answer to it where there is one. */
export interface OfferedQuote {
  id: number;
  document: QuoteDocument;
  offeredAt: string;
  accepted: boolean | null;
  words: string;
  answeredAt: string | null;
}
