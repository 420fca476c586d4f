import type { FieldKey } from '@/catalogue/fields';
import type { Origin } from '@/schema/pages';
import type { Said } from '@/core/units/say';
import type { Entries, Entry } from '@/catalogue/entry';
import type { System } from '@/catalogue/system';

/** What a field is to the page: typed, recorded, asked about, on its way. */

export type Saving = 'saved' | 'saving' | 'waiting';

/** What one field shows. The typed text is kept apart from the number read from it. */
export interface FieldState {
  text: string;
  /** The newest readable value, typed or recorded. */
  value: number | null;
  unit: string | null;
  problem: string | null;
  /** Where the text can be read in two ways: both, each written so that it has one alone. */
  readings: readonly string[] | null;
  /** Set when the value is possible but unusual. */
  question: string | null;
  /** The question waits for its yes: the value is not recorded yet. */
  asks: boolean;
  /** What somebody else wrote here meanwhile; the one typed is not recorded until it is chosen. */
  theirs: Entry | null;
  /** How far what was written here on this page has come: on its way, taken by the shop's computer, or on its disk, where a power cut leaves it. */
  kept: 'waiting' | 'saved' | 'on disk' | null;
}

export interface Draft {
  text: string;
  problem: string | null;
  readings?: readonly string[];
  /** Left as it is, an unusual value waits for a yes before it is recorded or reckoned with. */
  asks?: boolean;
  theirs?: Entry;
  /** The instrument it was taken from, while it waits for its yes. */
  device?: string;
}

export interface Outgoing {
  field: FieldKey;
  text: string;
  unit?: string;
  /** What is known to be recorded there when it is sent. */
  seen?: string;
  /** Of this sending: where no answer comes it is sent again by the same key, and stands once. */
  key?: string;
  /** The instrument it was taken from; none for what was typed. */
  device?: string;
}

/** A field nobody has filled in. */
export const NOTHING: FieldState = {
  text: '',
  value: null,
  unit: null,
  problem: null,
  readings: null,
  question: null,
  asks: false,
  theirs: null,
  kept: null,
};

export type Send = (
  what: Outgoing,
) => Promise<{ ok: true; entry: Entry } | { ok: false; refused: Said; there?: Entry } | { ok: false; unreachable: true }>;

export interface Options {
  entries: Entries;
  lastKnown?: Entries;
  /** The shop's, for amounts of money. */
  currency?: string;
  /** Where waiting entries outlive a reload; none for forms that are sent whole. */
  storageKey?: string;
  /** Records one field; none for forms that are sent whole. */
  send?: Send;
  /** Up to when what was acknowledged is on the disk, ms; null where that is not known now. */
  onDisk?: () => Promise<number | null>;
  /** The units shown when the page was made. */
  system?: System;
  /** Where a figure comes from that was not measured on this machine, while it stands as it was taken. */
  origins?: Readonly<Record<string, Origin>>;
}
