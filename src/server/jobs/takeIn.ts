import type { z } from 'zod';
import { jobNumber } from '@/catalogue/jobs';
import type { Sql } from '@/db/client';
import { noneMachineHere } from '@/db/queries/branches';
import { oneNewEntry } from '@/db/queries/entries';
import { manyJobsOfMachine, noneHandBack, maybeOneJobLocked, oneNewJob } from '@/db/queries/jobs';
import { manyOwners, maybeOneMachine, maybeOneMachineByFrame, maybeOneRoot, noneNewOwner, oneNewMachine } from '@/db/queries/machines';
import type { Customer } from '@/db/queries/people';
import type { takeInRequest } from '@/schema/requests';
import { type Answer, conflict, missing, Refusal, refused, orRefuse } from '../answer';
import { makeJobFindable, makeMachineFindable } from '../find';
import { customerOf } from '../machines/customers';
import { updateSimilarityIndex } from '../machines/likeness';
import { readField } from './record';
import { reckonService } from '../machines/service';
import { recordAsSet } from '../machines/setups';
import { inTransaction } from '../transaction';

type TakeIn = z.output<typeof takeInRequest>;

export async function newMachine(
  sql: Sql,
  figures: Record<string, { text: string; unit?: string | undefined }>,
  customer: Customer,
  at: string | null,
): Promise<number> {
  const read = Object.entries(figures)
    .filter(([, typed]) => typed.text.trim() !== '')
    .map(([field, typed]) => ({ field, ...orRefuse(readField(field, typed.text, typed.unit, 'machine')) }));
  const textAt = (field: string) => read.find((r) => r.field === field)?.text.trim() ?? '';
  for (const field of ['machine.make', 'machine.model']) if (textAt(field) === '') throw new Refusal(refused('empty', [field]));
  const frameNumber = textAt('machine.frame');
  if (frameNumber !== '' && (await maybeOneMachineByFrame(sql, frameNumber)))
    throw new Refusal(conflict('already-exists', ['machine.frame'], { what: `Frame number ${frameNumber}` }));
  const machine = await oneNewMachine(sql, {
    make: textAt('machine.make'),
    model: textAt('machine.model'),
    year: read.find((r) => r.field === 'machine.year')?.value ?? null,
    registration: textAt('machine.registration'),
    frameNumber,
  });
  for (const entry of read)
    await oneNewEntry(sql, { machineId: machine.id }, { ...entry, technicianId: null, device: 'by hand', at, undoes: null });
  await noneNewOwner(sql, machine.id, customer.id, at);
  await makeMachineFindable(sql, machine, customer.name);
  return machine.id;
}

/** Takes a machine in: finds or adds customer and machine, and opens the job. All or nothing. */
export async function takeIn(request: TakeIn, at: string | null = null): Promise<Answer<{ jobId: number; machineId: number }>> {
  return inTransaction(async (sql) => {
    const { jobId, machineId } = await takeInWithin(sql, request, at);
    return { jobId, machineId };
  });
}

/** A machine that is in is not taken in again by mistake, as by two people at once. */
async function refuseSecondJob(sql: Sql, machineId: number): Promise<void> {
  const open = (await manyJobsOfMachine(sql, machineId)).find((job) => job.handedBackAt === null);
  if (open) throw new Refusal(conflict('machine-is-in', ['machine'], { job: jobNumber(open.id) }));
}

/** The same within a transaction under way. @param belongs the machine is the shop's from now on; one of practice is nobody's */
export async function takeInWithin(
  sql: Sql,
  request: TakeIn,
  at: string | null = null,
  belongs = true,
): Promise<{ jobId: number; machineId: number; customerId: number }> {
  const customer = await customerOf(sql, request.customer);
  let machineId: number;
  if ('id' in request.machine) {
    const root = await maybeOneRoot(sql, request.machine.id);
    const machine = root && (await maybeOneMachine(sql, root.id));
    if (!machine) throw new Refusal(missing('machine'));
    machineId = machine.id;
    if (!request.anyway) await refuseSecondJob(sql, machineId);
    if ((await manyOwners(sql, machineId))[0]?.customerId !== customer.id) {
      await noneNewOwner(sql, machineId, customer.id, at);
      await makeMachineFindable(sql, machine, customer.name);
    }
  } else {
    machineId = await newMachine(sql, request.machine.figures, customer, at);
  }
  if (belongs) await noneMachineHere(sql, machineId);
  const job = await oneNewJob(sql, machineId, customer.id, request.promisedOn, at);
  await makeJobFindable(sql, job.id);
  return { jobId: job.id, machineId, customerId: customer.id };
}

/** The machine leaves the shop: the job leaves the Floor, and its ride is awaited. Refusals: not-found, handed-back. */
export const handBack = (jobId: number, at: string | null = null): Promise<Answer<{ jobId: number }>> =>
  inTransaction((sql) => handBackWithin(sql, jobId, at));

/** The same within a transaction under way. */
export async function handBackWithin(sql: Sql, jobId: number, at: string | null): Promise<{ jobId: number }> {
  const job = await maybeOneJobLocked(sql, jobId);
  if (!job) throw new Refusal(missing('job'));
  if (job.handedBackAt) throw new Refusal(conflict('handed-back'));
  await noneHandBack(sql, jobId, at);
  await recordAsSet(sql, job, at ?? new Date().toISOString());
  await updateSimilarityIndex(sql, jobId);
  await reckonService(sql, job.machineId);
  return { jobId };
}
