import { db, type Sql } from '@/db/client';
import { manyCurrentEntries } from '@/db/queries/entries';
import { maybeOneJob } from '@/db/queries/jobs';
import { maybeOneMachine, type Machine } from '@/db/queries/machines';
import { maybeOneCustomer } from '@/db/queries/people';
import { maybeOneSpring } from '@/db/queries/springs';
import { manyFound, noneMakeFindable } from '@/db/queries/search';
import { FINDABLE, type Found } from '@/schema/answers';
import { knownField } from '@/catalogue/fields';

export const machineName = (m: Pick<Machine, 'make' | 'model' | 'year'>): string =>
  [m.make, m.model, m.year ?? ''].filter((x) => x !== '').join(' ');

const SPRING_CHOICE = /^springs\..+\.choice/;
const SPRING_RATE = /^(found|fitted)\..+\.spring/;
/** Whether a job's words change with this field. */
export const isFindable = (field: string): boolean =>
  SPRING_CHOICE.test(field) || SPRING_RATE.test(field) || ['text', 'choice'].includes(knownField(field)?.def.kind ?? '');

/** The words a job is found by: its customer and machine, its springs, and everything typed in words. */
export async function makeJobFindable(sql: Sql, jobId: number): Promise<void> {
  const job = await maybeOneJob(sql, jobId);
  if (!job) return;
  const machine = await maybeOneMachine(sql, job.machineId);
  const customer = await maybeOneCustomer(sql, job.customerId);
  if (!machine || !customer) return;
  const entries = await manyCurrentEntries(sql, { jobId });
  const typed = entries.flatMap((e) => {
    const def = knownField(e.field)?.def;
    if (def?.kind === 'choice') return [def.options.find((o) => o.value === e.text)?.label ?? ''];
    return def?.kind === 'text' || SPRING_RATE.test(e.field) ? [e.text] : [];
  });
  const chosen = entries.flatMap((e) => (SPRING_CHOICE.test(e.field) && e.value !== null ? [e.value] : []));
  for (const id of chosen) typed.push((await maybeOneSpring(sql, id))?.name ?? '');
  const title = `Job ${jobId} · ${machineName(machine)} · ${customer.name}`;
  await noneMakeFindable(sql, 'job', jobId, title, [title, machine.registration, machine.frameNumber, ...typed].join(' '));
}

/** @param also what else it is known by: the plates of entries merged into it */
export async function makeMachineFindable(sql: Sql, machine: Machine, owner: string, also: string[] = []): Promise<void> {
  const title = `${machineName(machine)}${machine.registration ? ` · ${machine.registration}` : ''} · ${owner}`;
  await noneMakeFindable(sql, 'machine', machine.id, title, [title, machine.frameNumber, ...also].join(' '));
}

export const MAX_FOUND = 12;

export { FINDABLE };

/** What the book holds that is like the words, of one kind or of all. */
export async function search(query: string, kind: Found['kind'] | null = null) {
  return manyFound(await db(), query, kind, MAX_FOUND);
}
