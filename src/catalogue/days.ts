/**
 * Days and times of the shop. A moment is one instant everywhere; which day it falls on, and what the clock says, depends on where the shop is: by its time zone (IANA), as the
 * Shop book names it, until then by the computer's. A day has no zone: it is kept and handed on as 2026-11-30.
 */

// On the server pages and routes are bundles of their own: what is in force is kept where all of them see it.
const HOLDER = Symbol.for('mavrin.zone');
const holder = globalThis as { [HOLDER]?: string };

const ofComputer = (): string => new Intl.DateTimeFormat('en-GB').resolvedOptions().timeZone || 'UTC';

/** The shop's time zone: the one the Shop book names, else the computer's. */
export const shopZone = (): string => holder[HOLDER] || ofComputer();

/** Puts the zone of the Shop book in force; '' is the computer's. */
export function putZoneInForce(zone: string): void {
  holder[HOLDER] = zone;
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

type Wanted = 'parts' | 'words' | 'time';
const WANTED: Record<Wanted, Intl.DateTimeFormatOptions> = {
  parts: { year: 'numeric', month: '2-digit', day: '2-digit', hour: '2-digit', minute: '2-digit', second: '2-digit', hourCycle: 'h23' },
  words: { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric' },
  time: { hour: '2-digit', minute: '2-digit' },
};
const made = new Map<string, Intl.DateTimeFormat>();

/** Making one costs a hundred times what using it does. */
function formatter(wanted: Wanted, zone: string): Intl.DateTimeFormat {
  const key = `${wanted} ${zone}`;
  const format = made.get(key) ?? new Intl.DateTimeFormat('en-GB', { ...WANTED[wanted], timeZone: zone });
  made.set(key, format);
  return format;
}

const MS_PER_DAY = 86_400_000;
const isDay = (iso: string) => iso.length === 10;
const atMidnight = (day: string) => new Date(`${day}T00:00:00Z`);

/** What the clock on the wall says at a moment, as if it were UTC, ms. */
function wallMs(at: Date, zone: string): number {
  const parts = Object.fromEntries(
    formatter('parts', zone)
      .formatToParts(at)
      .map(({ type, value }) => [type, Number(value)]),
  ) as Record<string, number>;
  return Date.UTC(parts.year!, parts.month! - 1, parts.day, parts.hour, parts.minute, parts.second);
}

/** The day a moment falls on in the shop; a day is its own. */
export const dayOf = (iso: string, zone = shopZone()): string =>
  isDay(iso) ? iso : new Date(wallMs(new Date(iso), zone)).toISOString().slice(0, 10);

/** Today in the shop. The one place that says so. */
export const today = (now: Date = new Date()): string => dayOf(now.toISOString());

/** The day so many days after another, before it where the number is negative. */
export const daysAfter = (day: string, days: number): string =>
  new Date(atMidnight(day).getTime() + days * MS_PER_DAY).toISOString().slice(0, 10);

/** How many days one day lies after another. */
export const daysBetween = (from: string, to: string): number =>
  Math.round((atMidnight(to).getTime() - atMidnight(from).getTime()) / MS_PER_DAY);

/** Noon of a day in the shop: where only the day of a record is known. ISO. */
export function noonOf(day: string, zone = shopZone()): string {
  const wanted = atMidnight(day).getTime() + MS_PER_DAY / 2;
  // The zone's distance from UTC is that of the moment sought: found from the nearest guess. Noon is never skipped by summer time.
  const first = wanted - (wallMs(new Date(wanted), zone) - wanted);
  return new Date(first - (wallMs(new Date(first), zone) - wanted)).toISOString();
}

/** "Thu 26 Nov 2026" of a day, or of the day a moment falls on. */
export const dayWords = (iso: string): string =>
  (isDay(iso) ? formatter('words', 'UTC').format(atMidnight(iso)) : formatter('words', shopZone()).format(new Date(iso))).replace(/,/g, '');

/** "14:05", as the clock in the shop says. */
export const timeWords = (iso: string): string => formatter('time', shopZone()).format(new Date(iso));
