import { z } from 'zod';
import { INSTRUMENT_KINDS } from '@/catalogue/instruments';
import { findUnit } from '@/core/units/units';

/** Instruments of the shop: the lines they send (docs/formats/instruments.md), how they are named, what is shown of them. */

const channel = z
  .string()
  .regex(/^[a-z][a-z0-9-]*$/)
  .max(30);
const unit = z
  .string()
  .max(12)
  .refine((name) => findUnit(name) !== undefined, { error: 'a unit the shop knows' });

/** The first line: what it is, and the unit of each of its channels. */
export const greetingLine = z.object({
  instrument: z.literal('instrument/1'),
  kind: z.enum(INSTRUMENT_KINDS),
  name: z.string().max(80),
  channels: z.record(channel, unit).refine((of) => Object.keys(of).length > 0 && Object.keys(of).length <= 8),
});
/** A reading of one or more channels; `steady` where the instrument itself tells. */
export const readingLine = z.object({ readings: z.record(channel, z.number()), steady: z.boolean().optional() });
/** Something is wrong with it, in its own words; the empty text ends it. */
export const troubleLine = z.object({ trouble: z.string().max(120) });
export const instrumentLine = z.union([greetingLine, readingLine, troubleLine]);
export type InstrumentLine = z.output<typeof instrumentLine>;

const ADDRESS = /^(tcp|http):\/\/[a-z0-9.-]+:\d{1,5}(\/[\w./-]*)?$/i;
export const instrumentRequest = z.strictObject({
  name: z.string().trim().min(1).max(60),
  kind: z.enum(INSTRUMENT_KINDS),
  address: z
    .string()
    .trim()
    .max(200)
    .refine((text) => ADDRESS.test(text) && URL.canParse(text) && Number(new URL(text).port) > 0, {
      params: { code: 'instrument-address', data: {} },
    }),
});
/** What it reads now is nothing (zero), or is known to be so much (calibration), on one channel or on all. */
export const markRequest = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('zero') }),
  z.strictObject({ kind: z.literal('calibration'), channel, known: z.number().positive().max(1e6) }),
]);

export interface ChannelNow {
  name: string;
  unit: string;
  /** With zero and calibration in it; null before its first reading and when it fell silent. */
  value: number | null;
  decimals: number;
  isSteady: boolean;
  /** The day it was last calibrated. */
  calibratedAt: string | null;
}

export interface InstrumentNow {
  id: number;
  name: string;
  kind: (typeof INSTRUMENT_KINDS)[number];
  /** Away: no line to it. Silent: a line, and nothing comes. */
  state: 'connected' | 'silent' | 'away';
  channels: ChannelNow[];
  trouble: string;
  /** Lines that could not be read since it was connected. */
  unreadable: number;
}
