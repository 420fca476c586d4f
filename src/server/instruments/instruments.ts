import { held as heldByProcess } from '@/catalogue/held';
import type { z } from 'zod';
import { db } from '@/db/client';
import {
  type Instrument,
  type InstrumentMark,
  manyInstruments,
  manyMarks,
  maybeRetireInstrument,
  noneNewMark,
  oneNewInstrument,
} from '@/db/queries/instruments';
import type { InstrumentNow, instrumentRequest, markRequest } from '@/schema/instruments';
import { type Answer, conflict, missing, Refusal, refused } from '../answer';
import { askingNow } from '../asking';
import { type Correction, InstrumentConnection } from './instrumentLine';
import { isHeard, tellInstruments } from '../live/live';
import { inTransaction } from '../transaction';

/** Instruments of the shop: named, connected, zeroed, calibrated. What one sends is shown; a reading is written by whoever takes it, into the field it is for. */

interface Held {
  lines: Map<number, InstrumentConnection>;
  marks: InstrumentMark[];
  told: string;
  timer: NodeJS.Timeout | null;
}
const { value: connected } = heldByProcess('instruments', (): Held => ({ lines: new Map(), marks: [], told: '', timer: null }));
const held = (): Held => connected;

const AS_IT_READS: Correction = { zero: 0, factor: 1, calibratedAt: null };

function correctionOf(id: number, channel: string): Correction {
  const of = held().marks.filter((m) => m.instrumentId === id && m.channel === channel);
  const [zero, calibration] = [of.find((m) => m.kind === 'zero'), of.find((m) => m.kind === 'calibration')];
  return {
    zero: zero?.read ?? AS_IT_READS.zero,
    factor: calibration ? calibration.known / calibration.read : AS_IT_READS.factor,
    calibratedAt: calibration?.at ?? null,
  };
}

export const instrumentsNow = (): InstrumentNow[] => [...held().lines.values()].map((line) => line.now());

/** As often as a hand can follow. */
const TELLS_EVERY_MS = 200;

/** Pages hear it a few times a second while anybody looks, and when it falls silent. */
function keepTelling(): void {
  const of = held();
  of.timer ??= setInterval(() => {
    if (!isHeard('instruments')) return;
    const now = instrumentsNow();
    const words = JSON.stringify(now);
    if (words === of.told) return;
    of.told = words;
    tellInstruments(now);
  }, TELLS_EVERY_MS);
  of.timer.unref();
}

/** Calls every instrument in use, and lets go of those that are not any more. MAVRIN_INSTRUMENTS=off leaves them to another process. */
export async function openInstruments(): Promise<void> {
  if (process.env.MAVRIN_INSTRUMENTS === 'off') return;
  const base = await db();
  const [inUse, marks] = [await manyInstruments(base), await manyMarks(base)];
  const of = held();
  of.marks = marks;
  for (const [id, line] of of.lines)
    if (!inUse.some((i) => i.id === id)) {
      line.close();
      of.lines.delete(id);
    }
  for (const instrument of inUse)
    if (!of.lines.has(instrument.id))
      of.lines.set(instrument.id, new InstrumentConnection(instrument, (channel) => correctionOf(instrument.id, channel)));
  keepTelling();
}

export function closeInstruments(): void {
  for (const line of held().lines.values()) line.close();
  held().lines.clear();
}

async function thenOpened<T>(answer: Answer<T>): Promise<Answer<T>> {
  if (answer.ok) await openInstruments();
  return answer;
}

/** Refusals: already-exists. */
export const addInstrument = async (request: z.output<typeof instrumentRequest>): Promise<Answer<{ id: number }>> =>
  thenOpened(
    await inTransaction(async (sql) => {
      const taken = (await manyInstruments(sql)).some((i) => i.name.toLowerCase() === request.name.toLowerCase());
      if (taken) throw new Refusal(conflict('already-exists', ['name'], { what: request.name }));
      return oneNewInstrument(sql, request);
    }),
  );

/** From now on it is not called any more; what was taken from it stands. Refusals: not-found. */
export const retireInstrument = async (id: number): Promise<Answer<{ id: number }>> =>
  thenOpened(
    await inTransaction(async (sql) => {
      const found = await maybeRetireInstrument(sql, id);
      if (!found) throw new Refusal(missing('instrument'));
      return found;
    }),
  );

/** A calibration that moves a reading further than this is a slip: the wrong channel, the wrong unit, a pad that is broken. From memory. */
const FURTHEST_FACTOR = 1.25;

/** The marks a request comes to, from what stands on the instrument now; a problem's code where there is none. */
function marksOf(line: InstrumentConnection, id: number, request: z.output<typeof markRequest>) {
  const names = request.kind === 'zero' ? line.channelNames : [request.channel];
  const marks: Omit<InstrumentMark, 'at'>[] = [];
  for (const channel of names) {
    const resting = line.restingOn(channel);
    if (!resting) return 'instrument-not-steady' as const;
    const { zero } = correctionOf(id, channel);
    const of = { instrumentId: id, kind: request.kind, channel, unit: resting.unit };
    marks.push(
      request.kind === 'zero' ? { ...of, read: resting.value, known: 0 } : { ...of, read: resting.value - zero, known: request.known },
    );
  }
  const isFar = marks.some((m) => m.kind === 'calibration' && !(Math.abs(Math.log(m.known / m.read)) <= Math.log(FURTHEST_FACTOR)));
  if (isFar) return 'calibration-far' as const;
  return marks.length > 0 ? marks : ('instrument-not-steady' as const);
}

/** What it reads now is nothing, or so much. Refusals: not-found, instrument-not-steady, calibration-far. */
export async function markInstrument(id: number, request: z.output<typeof markRequest>): Promise<Answer<{ id: number }>> {
  const line = held().lines.get(id);
  if (!line) return missing('instrument');
  const marks = marksOf(line, id, request);
  if (typeof marks === 'string') return refused(marks);
  const asking = askingNow();
  const technicianId = asking?.session?.technicianId ?? asking?.technicianId ?? null;
  return thenOpened(
    await inTransaction(async (sql) => {
      for (const mark of marks) await noneNewMark(sql, { ...mark, technicianId });
      return { id };
    }),
  );
}

/** Its last lines, each with the time it came, or the readings among them as CSV; null where it is not called from here. */
export function linesOf(id: number, as: 'lines' | 'csv'): string | null {
  const line = held().lines.get(id);
  return line ? (as === 'csv' ? line.readings() : line.lately()) : null;
}

export interface InstrumentShown extends Instrument {
  now: InstrumentNow | null;
}

/** Every instrument in use with what it shows now; null where another process calls it. */
export async function instrumentsShown(): Promise<InstrumentShown[]> {
  return (await manyInstruments(await db())).map((i) => ({ ...i, now: held().lines.get(i.id)?.now() ?? null }));
}

/** Whether the shop has any: pages listen only then. */
export const hasInstruments = (): boolean => held().lines.size > 0;
