import { type FieldKey, isFieldKey } from '@/catalogue/fields';
import { z } from 'zod';
import { SAID_UNITS } from '@/core/units/say';
import { DAMPERS, VALVES } from '@/catalogue/fields/damper';
import { setupDocument } from './documents';
import { BROKEN_WORDS, type BrokenPart } from './sealWords';

/** What the shop's own routes answer, one shape for the use case that gives it and the page that reads it: the page parses it where it comes in. */

const id = z.int();
const text = z.string();

const field = z.custom<FieldKey>((key) => typeof key === 'string' && isFieldKey(key));
export const entryAnswer = z.object({
  field,
  text,
  unit: text.nullable(),
  value: z.number().nullable(),
  at: text.nullable(),
});
export const entriesAnswer = z.array(entryAnswer);
/** What stands after something was taken back, and what went with it. */
export const undoneAnswer = entryAnswer.extend({ also: z.array(entryAnswer) });
/** All that was recorded up to then is on the disk. */
export const onDiskAnswer = z.object({ upTo: text });

const brokenParts = Object.keys(BROKEN_WORDS) as [BrokenPart, ...BrokenPart[]];
export const sealsAnswer = z.object({
  records: z.number(),
  broken: z.array(z.object({ id, jobId: id, what: z.enum(brokenParts) })),
  lastSeal: text.nullable(),
});
export type SealsAnswer = z.output<typeof sealsAnswer>;
export const sealedRecordAnswer = z.object({ id, jobId: id });

/** One thing done: by whom, from where, when; of what was typed it says nothing. */
const auditLine = z.object({ id, at: text, who: text, address: text, act: text, jobId: id.nullable(), machineId: id.nullable() });
export type AuditLine = z.output<typeof auditLine>;
export const auditAnswer = z.array(auditLine);

const stockMove = z.object({
  id,
  kind: z.enum(['received', 'reserved', 'released', 'used', 'returned', 'counted']),
  moved: z.number(),
  held: z.number(),
  jobId: id.nullable(),
  batch: text,
  note: text,
  at: text,
});
export type StockMove = z.output<typeof stockMove>;
export const stockMovesAnswer = z.array(stockMove);

export const FINDABLE = ['job', 'machine', 'customer', 'spring', 'shim', 'stock'] as const;
const found = z.object({ kind: z.enum(FINDABLE), id, title: text });
export type Found = z.output<typeof found>;
export const foundAnswer = z.array(found);

/** One fastener of a model, as this shop recorded it; the maker's manual decides what it should be. */
const modelTorque = z.object({
  place: text,
  /** Least and most recorded, N·m. */
  leastNm: z.number(),
  mostNm: z.number(),
  count: z.number(),
  /** Where the figures were said to come from. */
  origins: z.array(text),
  /** The newest job that recorded it. */
  jobId: id,
});
export type ModelTorque = z.output<typeof modelTorque>;
export const modelTorquesAnswer = z.object({ jobs: z.number(), rows: z.array(modelTorque) });

/** A figure of another machine of the model, with whose it is and from when: "Corvane 1100 Tourer 2019, job 0106, 2026-11-03". */
const modelFigure = entryAnswer.extend({ origin: text });
export type ModelFigure = z.output<typeof modelFigure>;
const ofModel = z.object({ id, name: text, year: z.number().nullable(), figures: z.array(modelFigure) });
export type OfModel = z.output<typeof ofModel>;
export const ofModelAnswer = z.array(ofModel);
export const figuresTakenAnswer = z.object({ entries: z.array(modelFigure) });

const stackLeft = z.object({ damper: z.enum(DAMPERS), valve: z.enum(VALVES), text });
/** Machines like one: how far another job is from this, in terms a technician would name. */
const likeness = z.object({
  type: text,
  use: text,
  riderKg: z.number().nullable(),
  machineKg: z.number().nullable(),
  rearTravelMm: z.number().nullable(),
  frontTravelMm: z.number().nullable(),
});
export type Likeness = z.output<typeof likeness>;
const alike = likeness.extend({
  jobId: id,
  machineId: id,
  machine: text,
  feel: text,
  at: text,
  distance: z.number(),
  /** What was in it. */
  document: setupDocument,
  /** Its stacks as built, else as specified: "rear rebound 40 × 0.20 × 7 …". */
  stacks: z.array(text),
});
export type Alike = z.output<typeof alike>;
/** What was fitted at one end when a rebuild was signed, beside what the application would have chosen then. */
export interface ChoiceLine {
  jobId: number;
  machine: string;
  end: 'front' | 'rear';
  fittedNPerMm: number;
  p05NPerMm: number;
  p50NPerMm: number;
  p95NPerMm: number;
  feel: string;
  at: string;
}
export const alikeAnswer = z.array(alike);

/** What a signed job left its machine with, to be aimed at by another; shims as built, else as specified. */
export const leftAnswer = z.object({ jobId: id, machine: text, at: text, document: setupDocument, stacks: z.array(stackLeft) });
export type LeftByJob = z.output<typeof leftAnswer>;

/** Whom to tell of another promised day, and who tells it. */
export const promiseAnswer = z.object({ shop: z.object({ name: text, phone: text }), reach: z.object({ phone: text, email: text }) });
/** The rider's sheet of a planned ride: its square, its address, and whether a phone can get there. */
export const squareAnswer = z.object({ svg: text, link: text, reachable: z.boolean() });
export type SquareAnswer = z.output<typeof squareAnswer>;

export const calibrationAnswer = z.object({ id: text });
export const archiveAnswer = z.object({ found: text });
export const archiveTakenAnswer = z.object({ directory: text, found: text });
export const calendarAnswer = z.object({ address: text.nullable() });
export const scriptAnswer = z.object({ secret: text });
const counts = z.record(text, z.number());
export const importedAnswer = z.object({ added: counts, known: counts });
export type Imported = z.output<typeof importedAnswer>;
export const drawerShimAnswer = z.object({
  innerMm: z.number(),
  diameterMm: z.number(),
  thicknessMm: z.number(),
  count: z.number(),
});
export type DrawerShim = z.output<typeof drawerShimAnswer>;
export const listCountedAnswer = z.object({ added: z.number(), counted: z.number() });
export const listTakenAnswer = z.object({ count: z.number() });
export const jobOpenedAnswer = z.object({ jobId: id });
export const machineTakenAnswer = z.object({ machineId: id });
export const springAnswer = z.object({ springId: id });
export const technicianAnswer = z.object({ id, name: text });
export const correctedAnswer = z.object({ stays: z.array(text) });
const figure = z.object({
  unit: z.enum(SAID_UNITS),
  value: z.number(),
  decimals: z.union([z.number(), z.enum(['tenth', 'hundredth'])]),
  signed: z.literal(true).exactOptional(),
  inBoth: z.literal(true).exactOptional(),
  second: z.object({ by: z.enum(['→', 'to', '±']), value: z.number() }).exactOptional(),
});
const said = z.union([text, z.array(z.union([text, figure]))]);
const path = z.array(z.union([text, z.number()]));
/** A refusal, as `schema/problem.ts` makes it; a server that broke says nothing. */
export const refusalAnswer = z.object({
  error: z
    .object({
      code: text.optional(),
      message: text,
      said: said.optional(),
      path: path.optional(),
      data: z.record(text, z.unknown()).optional(),
      all: z.array(z.object({ said: said.optional(), message: text, path })).optional(),
      there: entryAnswer.optional(),
    })
    .optional(),
});

/** What was done has nothing to tell but that it was done. */
export const doneAnswer = z.looseObject({});
export const numberedAnswer = z.looseObject({ id });
