/** Events of an iCalendar text, read by the rules of RFC 5545: lines unfolded (3.1), properties by name, backslashes undone (3.3.11). */
export function ICalendar(text: string): Record<string, string>[] {
  if (!text.startsWith('BEGIN:VCALENDAR\r\n')) throw new Error('no calendar, or lines do not end as RFC 5545 wants');
  const lines = text.replace(/\r\n[ \t]/g, '').split('\r\n');
  const events: Record<string, string>[] = [];
  for (const line of lines) {
    if (line === 'BEGIN:VEVENT') events.push({});
    const cut = line.indexOf(':');
    if (events.length > 0 && cut > 0) events.at(-1)![line.slice(0, cut)] ??= line.slice(cut + 1).replace(/\\([,;\\])/g, '$1');
  }
  return events;
}
