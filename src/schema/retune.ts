import { z } from 'zod';
import { COMPLAINT_ENDS, COMPLAINT_PHRASES } from '@/catalogue/fields/ask';
import type { LogFigures } from '@/core/logger/figures';

/** Requests of Ride, of what the shop learns, and of the travel logger. */

const words = (max: number) => z.string().trim().max(max);

export const trialRequest = z.strictObject({
  change: z.strictObject({ tunable: z.string().max(40), to: z.number() }).nullable(),
  cause: z.string().max(80).nullable().default(null),
  cure: z.string().max(60).nullable().default(null),
  reason: words(500).default(''),
  orderReason: words(500).default(''),
});
export type TrialRequest = z.input<typeof trialRequest>;

const feel = z.enum(['better', 'same', 'worse']);
/** As typed on the phone or at the bench; lengths and masses are read as people write them. */
export const rideRequest = z.strictObject({
  feels: z.record(z.string().regex(/^\d{1,2}$/), feel),
  tieRear: words(40).default(''),
  tieFront: words(40).default(''),
  riderMass: words(40).default(''),
  temperature: words(40).default(''),
  fuel: words(80).default(''),
  tyres: words(80).default(''),
  track: words(120).default(''),
  words: words(1000).default(''),
  /** Something told for the first time. */
  told: z
    .strictObject({
      phrase: z.enum(Object.keys(COMPLAINT_PHRASES) as (keyof typeof COMPLAINT_PHRASES)[]),
      end: z
        .enum(Object.keys(COMPLAINT_ENDS) as (keyof typeof COMPLAINT_ENDS)[])
        .or(z.literal(''))
        .default(''),
      words: words(300).default(''),
    })
    .nullable()
    .default(null),
});
export type RideRequest = z.input<typeof rideRequest>;

export const decideRequest = z.strictObject({ decision: z.enum(['keep', 'revert', 'bracket']), note: words(500).default('') });
export const resetRequest = z.strictObject({
  cause: z
    .string()
    .regex(/^[a-z0-9-]+$/)
    .max(60),
  reason: z.string().trim().min(1).max(500),
});

/** How a log is written. */
export const writtenIn = z.strictObject({
  time: z.enum(['s', 'ms']),
  travel: z.enum(['mm', 'in']),
  zero: z.enum(['extended', 'compressed', 'negative']),
});

/** A log as the file was written, with what each column was taken for. */
export const logRequest = z.strictObject({
  moment: z.enum(['before', 'after']),
  name: z.string().trim().min(1).max(120),
  /** Time in s, travel in mm from full extension, one reading a line; an end not logged is ''. */
  rows: z
    .array(z.strictObject({ time: words(40), rear: words(40).default(''), front: words(40).default('') }))
    .min(1)
    .max(120_000),
  /** How it is written; left out, a log that seems to be written otherwise than in seconds and millimetres from full extension is asked about. */
  written: writtenIn.optional(),
});
export const simulateLogRequest = z.strictObject({ moment: z.enum(['before', 'after']) });

const figure = z.number();
const decay = z.object({
  zeta: figure,
  frequencyHz: figure,
  frictionBandMm: figure.nullable(),
  swingsMm: z.array(figure),
  atS: figure,
});
const logFigures: z.ZodType<LogFigures> = z.object({
  seconds: figure,
  meanShare: figure,
  share05: figure,
  share95: figure,
  maxShare: figure,
  histogram: z.array(figure),
  bottomings: figure,
  toppings: figure,
  speedHistogram: z.array(figure),
  compression95: figure,
  rebound95: figure,
  packing: figure.nullable(),
  decays: z.array(decay),
  resonance: z.object({ frequencyHz: figure, zeta: figure, missDb: figure }).nullable(),
  zeta: figure.nullable(),
  frequencyHz: figure.nullable(),
  frictionBandMm: figure.nullable(),
});
/** What was read from a log. Its figures are computed anew by nobody: a later way of reading is a later version. */
export const logDocument = z.object({
  version: z.literal('log/1'),
  ends: z.object({ rear: logFigures.nullable(), front: logFigures.nullable() }),
  /** How the file is written, where otherwise than in seconds and millimetres from full extension; with the travels it was read by. */
  written: writtenIn.extend({ fullMm: z.object({ rear: z.number().nullable(), front: z.number().nullable() }) }).optional(),
});
export type LogDocument = z.output<typeof logDocument>;

export const DECISIONS = { keep: 'Kept', revert: 'Taken back', bracket: 'Taken back, to be halved' } as const;

export type Decision = keyof typeof DECISIONS;
