import { recorded } from '@/catalogue/entry';
import { jobNumber } from '@/catalogue/jobs';
import { db } from '@/db/client';
import { oneNewEntry } from '@/db/queries/entries';
import { manyJobsOfMachine, maybeOneJob } from '@/db/queries/jobs';
import { maybeOneMachine } from '@/db/queries/machines';
import { manySetups } from '@/db/queries/rebuilds';
import { stacksLeft } from '@/judgement/findings/built';
import { torquesOf } from '@/judgement/model/set';
import { torqueTable } from '@/judgement/model/torqueTable';
import type { ModelTorque, LeftByJob } from '@/schema/answers';
import { type Answer, missing, Refusal } from '../answer';
import { currentEntries } from '../entries';
import { machineName } from '../find';
import { machinesOfFamily } from '../machines/model';
import { proceduresOf } from '../book/procedures';
import { sealedEntries } from '../keeping/sealed';
import { usualDay } from '../machines/service';
import { lastOfJob } from '@/judgement/job/standing';
import { takeInWithin } from './takeIn';
import { inTransaction } from '../transaction';

/** What other jobs of the book can give to this one: torques of the model, a specification to aim at, and a job to begin like. */

/** Signed jobs looked through for torques, the newest first. */
const MAX_JOBS = 40;

/** Every torque the shop recorded on machines of this model, from what was signed and corrected. */
export async function torquesOfModel(machineId: number): Promise<Answer<{ jobs: number; rows: ModelTorque[] }>> {
  const sql = await db();
  const machine = await maybeOneMachine(sql, machineId);
  if (!machine) return missing('machine');
  const machines = await machinesOfFamily(sql, machine);
  const jobs = (await Promise.all(machines.map((m) => manyJobsOfMachine(sql, m.id))))
    .flat()
    .filter((j) => j.signed)
    .map((j) => j.id)
    .sort((a, b) => b - a)
    .slice(0, MAX_JOBS);
  const sealed = await sealedEntries(sql, jobs);
  const noted = [];
  for (const jobId of jobs) {
    const torques = torquesOf(sealed.get(jobId)!, await proceduresOf(sql, jobId));
    if (torques.length > 0) noted.push({ jobId, torques });
  }
  return { ok: true, value: { jobs: noted.length, rows: torqueTable(noted) } };
}

/** What a signed job left its machine with: set-up and stacks, corrections in them. Refusal: not-found, also where nothing is signed yet. */
export async function leftByJob(jobId: number): Promise<Answer<LeftByJob>> {
  const sql = await db();
  const job = await maybeOneJob(sql, jobId);
  const machine = job && (await maybeOneMachine(sql, job.machineId));
  const setup = job && lastOfJob(await manySetups(sql, job.machineId), jobId);
  const sealed = setup && (await sealedEntries(sql, [jobId])).get(jobId);
  if (!machine || !setup || !sealed) return missing('signed job');
  const { recordedAt, document } = setup;
  return { ok: true, value: { jobId, machine: machineName(machine), at: recordedAt, document, stacks: stacksLeft(sealed) } };
}

/** What of a job another one like it begins with: who rides with what, where and how, and what is wrong; nothing measured, found or fitted. */
const BEGINS_WITH = /^(rider|passenger|luggage|fuel|ground|fit|complaint|use|terrain|pace|experience|budget|school)(\.|$)/;

/** Opens a second job for the same customer and machine that begins with what the first was asked. Refusal: not-found. */
export async function duplicateJob(jobId: number): Promise<Answer<{ jobId: number }>> {
  return inTransaction(async (sql) => {
    const job = await maybeOneJob(sql, jobId);
    if (!job) throw new Refusal(missing('job'));
    const opened = await takeInWithin(sql, {
      customer: { id: job.customerId },
      machine: { id: job.machineId },
      promisedOn: await usualDay(sql),
      anyway: true,
    });
    for (const { field, text, unit, value } of recorded(await currentEntries(sql, { jobId })))
      if (BEGINS_WITH.test(field) && text !== '')
        await oneNewEntry(
          sql,
          { jobId: opened.jobId },
          { field, text, unit, value, technicianId: null, device: `as job ${jobNumber(jobId)}`, at: null, undoes: null },
        );
    return { jobId: opened.jobId };
  });
}
