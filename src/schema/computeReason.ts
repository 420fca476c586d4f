import { z } from 'zod';
import { COMPLAINT_PHRASES } from './fields/ask';
import { isStatement } from './diagnose/statements';
import { positiveMm } from './compute';

/** Requests of the operations behind Reason, Ride and the travel logger. */

const finite = z.number();

/** Causes of the book as it begins, weighed against complaints and statements that were looked at. */
export const diagnoseRequest = z.strictObject({
  complaints: z
    .array(
      z.strictObject({
        phrase: z.enum(Object.keys(COMPLAINT_PHRASES) as [string, ...string[]]),
        end: z.enum(['front', 'rear', 'both', 'unsure']).default('unsure'),
      }),
    )
    .max(8),
  statements: z
    .array(
      z.strictObject({
        statement: z.string().refine(isStatement, { params: { code: 'statement-unknown', data: {} } }),
        /** The end it is about; null for one of the whole machine. */
        end: z.enum(['rear', 'front']).nullable().default(null),
        /** 1 holds, 0 does not, between as far as the reading can tell. */
        credence: finite.min(0).max(1).default(1),
      }),
    )
    .max(200)
    .default([]),
});

export const retuneRequest = z.strictObject({
  start: finite,
  range: z.tuple([finite, finite]),
  resolution: finite.positive(),
  step: finite.positive(),
  direction: z.union([z.literal(1), z.literal(-1)]).default(1),
  ridden: z
    .array(z.strictObject({ from: finite, value: finite, feel: z.enum(['better', 'same', 'worse']) }))
    .max(100)
    .default([]),
});

export const travelLogRequest = z.strictObject({
  timeS: z.array(finite).min(2).max(200_000),
  travelMm: z.array(finite).min(2).max(200_000),
  fullMm: positiveMm(),
});
