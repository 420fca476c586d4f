/** Days and times in shop English. The zone is the browser's own for times; a day has none. */

const DAY = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' });
const TIME = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** "Thu 26 Nov 2026" from an ISO date or time. */
export const dayWords = (iso: string): string => DAY.format(new Date(iso.length === 10 ? `${iso}T00:00:00Z` : iso)).replace(/,/g, '');

export const timeWords = (iso: string): string => TIME.format(new Date(iso));
