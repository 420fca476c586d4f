import { held } from './held';
import {
  fromAbsolute,
  getLocalTimeZone,
  parseDate,
  resetLocalTimeZone,
  setLocalTimeZone,
  toCalendarDate,
  toCalendarDateTime,
  toZoned,
} from '@internationalized/date';

/**
 * Days and times of the shop. A moment is one instant everywhere; which day it falls on, and what the clock says, depends on where the shop is: by its time zone (IANA), as the
 * Shop book names it, until then by the computer's. A day has no zone: it is kept and handed on as 2026-11-30.
 */

const inForce = held('zone', () => '');

/** The shop's time zone: the one the Shop book names, else the computer's. */
export const shopZone = (): string => inForce.value || getLocalTimeZone();

/** Puts the zone of the Shop book in force; '' is the computer's. */
export function putZoneInForce(zone: string): void {
  inForce.value = zone;
  // The calendar that days are picked from marks the shop's today, not the tablet's.
  if (zone) setLocalTimeZone(zone);
  else resetLocalTimeZone();
}

/** Whether a zone is one the program knows: "Pacific/Auckland". */
export function isZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en-GB', { timeZone: zone });
    return zone.includes('/') || zone === 'UTC';
  } catch {
    return false;
  }
}

const made = new Map<string, Intl.DateTimeFormat>();

/** Making one costs a hundred times what using it does. */
function formatter(wanted: 'words' | 'time', zone: string): Intl.DateTimeFormat {
  const key = `${wanted} ${zone}`;
  const format = made.get(key) ?? new Intl.DateTimeFormat('en-GB', { ...WANTED[wanted], timeZone: zone });
  made.set(key, format);
  return format;
}
const WANTED = {
  words: { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric' },
  time: { hour: '2-digit', minute: '2-digit' },
} as const satisfies Record<string, Intl.DateTimeFormatOptions>;

const isDay = (iso: string) => iso.length === 10;
const atMidnight = (day: string) => parseDate(day).toDate('UTC');

/** The day a moment falls on in the shop; a day is its own. */
export const dayOf = (iso: string, zone = shopZone()): string =>
  isDay(iso) ? iso : toCalendarDate(fromAbsolute(Date.parse(iso), zone)).toString();

/** Today in the shop. The one place that says so. */
export const today = (now: Date = new Date()): string => dayOf(now.toISOString());

/** The day so many days after another, before it where the number is negative. */
export const daysAfter = (day: string, days: number): string => parseDate(day).add({ days }).toString();

/** How many days one day lies after another. */
export const daysBetween = (from: string, to: string): number => parseDate(to).compare(parseDate(from));

/** Noon of a day in the shop: where only the day of a record is known. ISO. Noon is never skipped by summer time. */
export const noonOf = (day: string, zone = shopZone()): string =>
  toZoned(toCalendarDateTime(parseDate(day)).set({ hour: 12 }), zone).toAbsoluteString();

/** "Thu 26 Nov 2026" of a day, or of the day a moment falls on. */
export const dayWords = (iso: string): string =>
  (isDay(iso) ? formatter('words', 'UTC').format(atMidnight(iso)) : formatter('words', shopZone()).format(new Date(iso))).replace(/,/g, '');

/** "14:05", as the clock in the shop says. */
export const timeWords = (iso: string): string => formatter('time', shopZone()).format(new Date(iso));
