import { factsOf } from '@/judgement/model/facts';
import { db, type Sql } from '@/db/client';
import { maybeOneJob } from '@/db/queries/jobs';
import { manyAlike, noneSetLikeness } from '@/db/queries/likeness';
import { manySetups } from '@/db/queries/rebuilds';
import { manyRidesOfTrials, manyTrialsOfJob } from '@/db/queries/trials';
import { LIKE_WEIGHTS, likenessOf } from '@/judgement/reason/alike';
import type { Entries } from '@/catalogue/entry';
import { stacksLeft } from '@/judgement/findings/built';
import { textOf } from '@/judgement/model/read';
import { overall } from '@/judgement/ride/retune';
import { currentEntries } from '../entries';
import { sealedEntries } from '../keeping/sealed';
import { lastOfJob } from '@/judgement/job/standing';
import type { Alike } from '@/schema/answers';

/** Machines like this one: a mirror of what makes jobs alike, kept by the use cases, and the look into it. */

/** Keeps the mirror that machines alike are found by. */
export async function updateSimilarityIndex(sql: Sql, jobId: number): Promise<void> {
  const job = await maybeOneJob(sql, jobId);
  if (!job) return;
  const entries = await currentEntries(sql, { jobId });
  const machine = await currentEntries(sql, { machineId: job.machineId });
  const setup = lastOfJob(await manySetups(sql, job.machineId), jobId);
  const trials = await manyTrialsOfJob(sql, jobId);
  const rides = await manyRidesOfTrials(
    sql,
    trials.map((t) => t.id),
  );
  // How the set-up that stayed rode: the newest ride on it, else the word on the job.
  const onIt = trials.filter((t) => t.setupId === setup?.id).map((t) => t.id);
  const ridden = rides.find((r) => onIt.includes(r.trialId));
  const feel = (ridden && overall(ridden.document.feels)) ?? textOf(entries, 'ride.feel');
  await noneSetLikeness(sql, jobId, job.machineId, setup?.id ?? null, likenessOf(factsOf(entries, machine)), feel);
}

const MAX_ALIKE = 24;

/** Past set-ups of machines like this one that somebody rode and told of, nearest first. */
export async function alikeTo(jobId: number): Promise<Alike[] | null> {
  const base = await db();
  const job = await maybeOneJob(base, jobId);
  if (!job) return null;
  const likeness = likenessOf(factsOf(await currentEntries(base, { jobId }), await currentEntries(base, { machineId: job.machineId })));
  const alike = await manyAlike(base, jobId, likeness, LIKE_WEIGHTS, MAX_ALIKE);
  const sealed = await sealedEntries(
    base,
    alike.map((a) => a.jobId),
  );
  return alike.map((a) => ({ ...a, stacks: stackLines(sealed.get(a.jobId) ?? {}) }));
}

/** One line a valve. */
const stackLines = (entries: Entries): string[] =>
  stacksLeft(entries).map(({ damper, valve, text }) => `${damper} ${valve} ${text.split(/\s*\n\s*/).join(', ')}`);
