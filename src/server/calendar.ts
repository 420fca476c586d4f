import ical from 'ical-generator';
import { db } from '@/db/client';
import { manyJobsOnTheStands } from '@/db/queries/jobs';
import { machineName } from './find';
import { dueWithin } from './service';

const YEAR_DAYS = 366;
const MOST_JOBS = 200;
const dayStart = (iso: string) => new Date(`${iso}T00:00:00Z`);

/** The shop's calendar (iCalendar, RFC 5545): promised days of jobs on the stands and service due within a year, each a whole day. */
export async function shopCalendar(address: string): Promise<string> {
  const calendar = ical({ name: 'Mavrin, the shop', prodId: { company: 'mavrin', product: 'shop', language: 'EN' } });
  for (const job of await manyJobsOnTheStands(await db(), MOST_JOBS))
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
