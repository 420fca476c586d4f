import { db } from '@/db/client';
import { manyChanges } from '@/db/queries/entries';
import { maybeOneJob } from '@/db/queries/jobs';
import { maybeOneMachine } from '@/db/queries/machines';
import { changesOf } from '@/judgement/job/changes';
import { machineName } from './find';

/** Rows shown on one page of a history. */
const SHOWN = 200;

/** The history of a job: who wrote what when, newest first, and where older ones begin; null where there is no such job. */
export async function jobHistory(jobId: number, beforeId: number | null) {
  const base = await db();
  const job = await maybeOneJob(base, jobId);
  if (!job) return null;
  const machine = await maybeOneMachine(base, job.machineId);
  const rows = await manyChanges(base, jobId, beforeId, SHOWN + 1);
  const shown = rows.slice(0, SHOWN);
  return {
    jobId,
    machine: machine ? machineName(machine) : '',
    changes: changesOf(shown),
    olderBefore: rows.length > SHOWN ? shown.at(-1)!.id : null,
  };
}
