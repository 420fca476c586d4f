import { db, type Sql } from '@/db/client';
import { manyCurrentEntries } from '@/db/queries/entries';
import { maybeOneJob } from '@/db/queries/jobs';
import { maybeOneMachine, type Machine } from '@/db/queries/machines';
import { maybeOneCustomer } from '@/db/queries/people';
import { FINDABLE, type Found, manyFound, noneMakeFindable } from '@/db/queries/search';
import { knownField } from '@/schema/fields';

export const machineName = (m: Pick<Machine, 'make' | 'model' | 'year'>): string =>
  [m.make, m.model, m.year ?? ''].filter((x) => x !== '').join(' ');

/** The words a job is found by: its customer and machine, and everything typed in words. */
export async function makeJobFindable(sql: Sql, jobId: number): Promise<void> {
  const job = await maybeOneJob(sql, jobId);
  if (!job) return;
  const machine = await maybeOneMachine(sql, job.machineId);
  const customer = await maybeOneCustomer(sql, job.customerId);
  if (!machine || !customer) return;
  const typed = (await manyCurrentEntries(sql, { jobId })).flatMap((e) => {
    const def = knownField(e.field)?.def;
    if (def?.kind === 'choice') return [def.options.find((o) => o.value === e.text)?.label ?? ''];
    return def?.kind === 'text' ? [e.text] : [];
  });
  const title = `Job ${jobId} · ${machineName(machine)} · ${customer.name}`;
  await noneMakeFindable(sql, 'job', jobId, title, [title, machine.registration, machine.frameNumber, ...typed].join(' '));
}

/** @param also what else it is known by: the plates of entries merged into it */
export async function makeMachineFindable(sql: Sql, machine: Machine, owner: string, also: string[] = []): Promise<void> {
  const title = `${machineName(machine)}${machine.registration ? ` · ${machine.registration}` : ''} · ${owner}`;
  await noneMakeFindable(sql, 'machine', machine.id, title, [title, machine.frameNumber, ...also].join(' '));
}

export const MOST_FOUND = 12;

export { FINDABLE };

/** What the book holds that is like the words, of one kind or of all. */
export async function search(query: string, kind: Found['kind'] | null = null) {
  return manyFound(await db(), query, kind, MOST_FOUND);
}
