import type { InstrumentKind } from '@/catalogue/instruments';
import { HERE } from '../branch';
import type { Sql } from '../sql';

export interface Instrument {
  id: number;
  name: string;
  kind: InstrumentKind;
  address: string;
}

export interface InstrumentMark {
  instrumentId: number;
  kind: 'zero' | 'calibration';
  channel: string;
  unit: string;
  read: number;
  known: number;
  at: string;
}

/** Instruments in use at this branch, in the order they were added. */
export const manyInstruments = (sql: Sql) =>
  sql.many<Instrument>(`SELECT id, name, kind, address FROM instrument WHERE retired_at IS NULL AND branch = ${HERE} ORDER BY id`);

export const oneNewInstrument = (sql: Sql, { name, kind, address }: Omit<Instrument, 'id'>) =>
  sql.one<{ id: number }>('INSERT INTO instrument (name, kind, address) VALUES ($1, $2, $3) RETURNING id', [name, kind, address]);

export const maybeRetireInstrument = (sql: Sql, id: number) =>
  sql.maybeOne<{ id: number }>('UPDATE instrument SET retired_at = now() WHERE id = $1 AND retired_at IS NULL RETURNING id', [id]);

/** The newest zero and calibration of each channel of the instruments in use. */
export const manyMarks = (sql: Sql) =>
  sql.many<InstrumentMark>(
    `SELECT DISTINCT ON (m.instrument_id, m.kind, m.channel) m.instrument_id AS "instrumentId", m.kind, m.channel, m.unit, m.read, m.known, m.marked_at AS at
     FROM instrument_mark m JOIN instrument i ON i.id = m.instrument_id AND i.retired_at IS NULL
     ORDER BY m.instrument_id, m.kind, m.channel, m.id DESC`,
  );

export const noneNewMark = (sql: Sql, m: Omit<InstrumentMark, 'at'> & { technicianId: number | null }) =>
  sql.none(
    'INSERT INTO instrument_mark (instrument_id, kind, channel, unit, read, known, technician_id) VALUES ($1, $2, $3, $4, $5, $6, $7)',
    [m.instrumentId, m.kind, m.channel, m.unit, m.read, m.known, m.technicianId],
  );
