import { db } from '@/db/client';
import { manyChanges } from '@/db/queries/entries';
import { maybeOneJob } from '@/db/queries/jobs';
import { maybeOneMachine } from '@/db/queries/machines';
import { manySpringNames } from '@/db/queries/springs';
import { changesOf, isSpringChosen } from '@/judgement/job/changes';
import { machineName } from '../find';

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
  const chosen = shown.flatMap((r) => (isSpringChosen(r.field) ? [r.text, r.before?.text ?? ''] : [])).filter((id) => /^\d{1,9}$/.test(id));
  const springs = await manySpringNames(base, chosen.map(Number));
  return {
    jobId,
    machine: machine ? machineName(machine) : '',
    changes: changesOf(shown, new Map(springs.map((s) => [s.id, s.name]))),
    olderBefore: rows.length > SHOWN ? shown.at(-1)!.id : null,
  };
}
