'use client';
import { useSyncExternalStore } from 'react';
import type { End } from '@/catalogue/ends';
import { type Dimension, unitNamed } from '@/core/units/units';
import type { ChannelNow, InstrumentNow } from '@/schema/instruments';
import { keepNote, keptNote } from './kept';
import { goOn, setWhole } from './pad';

/** What the shop's instruments show, as this page last heard it, and how a reading is taken into the field in focus. */

/** A field that takes a measurement says so by this attribute: its dimension, and the end of the machine it belongs to. */
export const TAKES = 'data-takes';
/** Set on an input while what stands in it was taken from an instrument, by the instrument's name; typing takes it away. */
export const TAKEN_FROM = 'data-taken-from';

export const takes = (dimension: Dimension | undefined, end?: End): { [TAKES]?: string } =>
  dimension ? { [TAKES]: end ? `${dimension} ${end}` : dimension } : {};

/** The instrument that what stands in a field was taken from. */
export const takenFrom = (input: EventTarget): string | undefined =>
  (input instanceof HTMLElement && input.getAttribute(TAKEN_FROM)) || undefined;

/** Older than this what was heard is not of now: the line to the shop's computer is cut. */
const STALE_MS = 3000;

let now: readonly InstrumentNow[] = [];
let heardAtMs = 0;
const listeners = new Set<() => void>();
const told = () => listeners.forEach((l) => l());

export function hearInstruments(all: readonly InstrumentNow[]): void {
  [now, heardAtMs] = [all, Date.now()];
  told();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};
const NONE: readonly InstrumentNow[] = [];
export const useInstruments = (): readonly InstrumentNow[] =>
  useSyncExternalStore(
    subscribe,
    () => now,
    () => NONE,
  );

export interface Reading {
  instrumentId: number;
  /** The instrument and what of it, as a person says it. */
  from: string;
  device: string;
  /** As it would be typed: 84.30 kg; null where it has nothing to give now. */
  text: string | null;
  /** Why it has nothing to give, or must not be taken yet. */
  why: string;
}

const dimensionOf = ({ unit }: ChannelNow): Dimension => unitNamed(unit).dimension;

/** The channels of an instrument that together are the reading of an end, or of the whole. */
function channelsFor({ channels }: InstrumentNow, dimension: Dimension, end: End | null): { of: ChannelNow[]; named: string } | null {
  const fitting = channels.filter((c) => dimensionOf(c) === dimension);
  if (fitting.length === 0) return null;
  const atEnd = end ? fitting.filter((c) => c.name === end || c.name.startsWith(`${end}-`)) : [];
  if (atEnd.length > 0) return { of: atEnd, named: `, ${end}` };
  if (fitting.length === 1) return { of: fitting, named: channels.length > 1 ? `, ${fitting[0]!.name}` : '' };
  // Pads together carry the whole; two travels together are nothing.
  return dimension === 'mass' && !end ? { of: fitting, named: ', all pads' } : null;
}

const sumOf = (of: readonly ChannelNow[]): string => {
  const sum = of.reduce((before, c) => before + (c.value ?? 0), 0);
  return `${sum.toFixed(Math.max(...of.map((c) => c.decimals)))} ${of[0]!.unit}`;
};

/** What an instrument gives for a dimension and an end; null where it is of no use there. */
export function readingOf(instrument: InstrumentNow, dimension: Dimension, end: End | null): Reading | null {
  const found = channelsFor(instrument, dimension, end);
  if (!found) return null;
  const { id, name, state, trouble } = instrument;
  const isThere = state === 'connected' && found.of.every((c) => c.value !== null);
  const isSteady = found.of.every((c) => c.isSteady);
  const why =
    state === 'away' ? 'is away' : !isThere ? 'says nothing' : trouble !== '' ? `says: ${trouble}` : isSteady ? '' : 'is not at rest';
  const text = isThere ? sumOf(found.of) : null;
  return { instrumentId: id, from: `${name}${found.named}`, device: name, text, why };
}

const PREFERRED = (dimension: Dimension) => `mavrin.instrument.${dimension}`;

/** Everything that could be taken into a field, what was taken last for its dimension first. @param wanted as TAKES has it */
export function readingsFor(all: readonly InstrumentNow[], wanted: string): Reading[] {
  const [dimension, end = null] = wanted.split(' ') as [Dimension, (End | undefined)?];
  const preferred = Number(keptNote(PREFERRED(dimension)));
  const found = all.flatMap((i) => readingOf(i, dimension, end) ?? []);
  return found.sort((a, b) => Number(b.instrumentId === preferred) - Number(a.instrumentId === preferred));
}

/** Why a reading is not to be taken at this moment, '' where it may be: whoever takes one asks. */
export function againstTaking({ from, text, why }: Reading): string {
  if (Date.now() - heardAtMs > STALE_MS) return 'the shop’s computer does not answer';
  return text === null || why !== '' ? `${from} ${why || 'says nothing'}` : '';
}

/** Takes it as if it were typed there and goes on to the next reading. @returns what stood against it, '' where it was taken */
export function takeInto(input: HTMLInputElement, reading: Reading): string {
  const against = againstTaking(reading);
  if (against !== '' || reading.text === null) return against;
  keepNote(PREFERRED((input.getAttribute(TAKES) ?? '').split(' ')[0] as Dimension), String(reading.instrumentId));
  setWhole(input, reading.text);
  input.setAttribute(TAKEN_FROM, reading.device);
  goOn(input);
  return '';
}

/** What was typed by a hand is of the hand. */
export function forgetTaken(event: Event): void {
  if (event.isTrusted && event.target instanceof HTMLInputElement) event.target.removeAttribute(TAKEN_FROM);
}
