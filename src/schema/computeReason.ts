import { z } from 'zod';
import { COMPLAINT_PHRASES } from '@/catalogue/fields/ask';
import { EVIDENCE, isStatement } from '@/knowledge/causes/statements';
import { fail, positiveMm } from './compute';

/** Requests of the operations behind Reason, Ride and the travel logger. */

/** Readings and places: no shop means more, and beyond it sums overflow. */
const finite = z.number().min(-1e9).max(1e9);

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
    .default([])
    .superRefine((statements, ctx) => {
      const seen = new Set<string>();
      for (const [i, { statement, end }] of statements.entries()) {
        if (!isStatement(statement)) continue;
        const hasEnds = EVIDENCE[statement].ends;
        if (hasEnds && end === null) fail(ctx, 'statement-end-missing', [i, 'end'], { statement: EVIDENCE[statement].name });
        if (!hasEnds && end !== null) fail(ctx, 'statement-whole', [i, 'end'], { statement: EVIDENCE[statement].name });
        if (seen.has(`${statement}.${end}`)) fail(ctx, 'statement-twice', [i], { statement: EVIDENCE[statement].name });
        seen.add(`${statement}.${end}`);
      }
    }),
});

export const retuneRequest = z.strictObject({
  start: finite,
  range: z.tuple([finite, finite]),
  resolution: finite.min(1e-9),
  step: finite.min(1e-9),
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
