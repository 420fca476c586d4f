import { db } from '@/db/client';
import { oneNewEntry } from '@/db/queries/entries';
import { maybeOneJobLocked } from '@/db/queries/jobs';
import { maybeOnePractice, maybeOnePracticeJob, noneLeftOfPractice, noneNewPractice } from '@/db/queries/practice';
import { readField } from './record';
import { caseById, figuresNamed, machineNamed, type TrainingCase } from '@/knowledge/training/cases';
import { type Answer, missing, orRefuse, Refusal } from '../answer';
import { makeJobFindable } from '../find';
import { dayIn } from '../machines/service';
import { takeInWithin } from './takeIn';
import { inTransaction } from '../transaction';

/** A practice job: a machine of the training set, worked through on the real Bench, and deleted without a trace. */

/** A machine bought from a lighter owner: the whole way from complaint to spring. */
const CASE_ID = 'new-rider';
/** From taking in to the promised day. */
const DAYS = 7;

/** What its machine and its counter brought: everything but the readings, which are there to be taken. */
function textsOf(c: TrainingCase): { machine: Record<string, { text: string }>; job: Record<string, string> } {
  const name = machineNamed(c);
  const [make, ...model] = name.split(' ');
  const figures = { 'machine.make': make!, 'machine.model': `${model.join(' ')}, practice`, ...figuresNamed(c) };
  const seen = Object.values(c.reveals).flatMap((what) => (what === 'walk' ? [] : Object.entries(what)));
  const found = Object.fromEntries(seen.filter(([field]) => field.startsWith('found.')));
  return { machine: Object.fromEntries(Object.entries(figures).map(([field, text]) => [field, { text }])), job: { ...c.asked, ...found } };
}

/** Opens the practice job, or gives the one there is. */
export async function beginPractice(): Promise<Answer<{ jobId: number }>> {
  return inTransaction(async (sql) => {
    const there = await maybeOnePractice(sql);
    if (there) return { jobId: there.jobId };
    const c = caseById(CASE_ID)!;
    const { machine, job } = textsOf(c);
    const taken = { customer: { name: 'Practice', phone: '' }, machine: { figures: machine }, promisedOn: dayIn(DAYS) };
    const { jobId, machineId, customerId } = await takeInWithin(sql, taken, null, false);
    for (const [field, text] of Object.entries(job)) {
      const read = orRefuse(readField(field, text, undefined, 'job'));
      await oneNewEntry(sql, { jobId }, { field, ...read, technicianId: null, device: 'by hand', at: null, undoes: null });
    }
    await noneNewPractice(sql, { jobId, machineId, customerId, caseId: c.id });
    await makeJobFindable(sql, jobId);
    return { jobId };
  });
}

/** Deletes the practice job and all that was written of it. Refusals: not-found, also for a job that is none of practice. */
export async function endPractice({ jobId }: { jobId: number }): Promise<Answer<{ jobId: number }>> {
  return inTransaction(async (sql) => {
    await maybeOneJobLocked(sql, jobId);
    const practice = await maybeOnePracticeJob(sql, jobId);
    if (!practice) throw new Refusal(missing('practice job'));
    await noneLeftOfPractice(sql, practice);
    return { jobId };
  });
}

/** The case a job practises; null for a real one. */
export const practiceCaseOf = async (jobId: number): Promise<string | null> =>
  (await maybeOnePracticeJob(await db(), jobId))?.caseId ?? null;
