import { randomBytes, timingSafeEqual } from 'node:crypto';
import ical from 'ical-generator';
import type { z } from 'zod';
import { db } from '@/db/client';
import { manyJobsOnTheStands } from '@/db/queries/jobs';
import { noneNewPage } from '@/db/queries/book';
import { CALENDAR, calendarPage, type calendarRequest } from '@/schema/book';
import type { Answer } from '../answer';
import { versionsOf, withoutVersion } from '../book/book';
import { machineName } from '../find';
import { shopAddress } from '../door/network';
import { dueWithin } from '../machines/service';
import { digestOfSecret } from '../door/sessions';
import { inTransaction } from '../transaction';

const YEAR_DAYS = 366;
const MAX_JOBS = 200;
const dayStart = (iso: string) => new Date(`${iso}T00:00:00Z`);

/** The shop's calendar (iCalendar, RFC 5545): promised days of jobs on the stands and service due within a year, each a whole day. */
export async function shopCalendar(address: string): Promise<string> {
  const calendar = ical({ name: 'Mavrin, the shop', prodId: { company: 'mavrin', product: 'shop', language: 'EN' } });
  for (const job of await manyJobsOnTheStands(await db(), MAX_JOBS))
    calendar.createEvent({
      id: `job-${job.id}@mavrin`,
      start: dayStart(job.promisedOn),
      allDay: true,
      summary: `Promised: ${machineName(job)}, ${job.customer}`,
      url: `${address}/jobs/${job.id}`,
    });
  for (const due of await dueWithin(YEAR_DAYS))
    if (due.on)
      calendar.createEvent({
        id: `service-${due.machineId}-${due.end}@mavrin`,
        start: dayStart(due.on),
        allDay: true,
        summary: `Service: ${due.rule}, ${due.machine}, ${due.owner}`,
        description: due.words,
        url: `${address}/machines/${due.machineId}`,
      });
  return calendar.toString();
}

const feedDigest = async (): Promise<string> =>
  (await versionsOf(undefined, 'calendar', [CALENDAR], withoutVersion(calendarPage)))[0]!.page.digest;

export const hasFeed = async (): Promise<boolean> => (await feedDigest()) !== '';

/** Makes a new secret address for calendar programs, or withdraws it; the one before leads nowhere from then on. @returns the address, said once */
export async function changeCalendar({ feed }: z.output<typeof calendarRequest>): Promise<Answer<{ address: string | null }>> {
  // 160 bits that nobody guesses.
  const secret = randomBytes(20).toString('hex');
  return inTransaction(async (sql) => {
    const page = { version: 'calendar/1', id: 'calendar', digest: feed ? digestOfSecret(secret) : '', origin: 'the shop' } as const;
    await noneNewPage(sql, 'calendar', page.id, page, feed ? 'a new address' : 'withdrawn');
    return { address: feed ? `${shopAddress()}/api/calendar/${secret}.ics` : null };
  });
}

/** The calendar by its secret; null where that is none, or withdrawn. */
export async function feedOf(secret: string): Promise<string | null> {
  const [known, given] = [await feedDigest(), digestOfSecret(secret)];
  if (known === '' || !timingSafeEqual(Buffer.from(known), Buffer.from(given))) return null;
  return shopCalendar(shopAddress());
}
