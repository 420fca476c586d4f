import { serves } from '@/catalogue/uses';
import { factsOf, type JobFacts } from '@/judgement/model/facts';
import type { z } from 'zod';
import { db, type Sql } from '@/db/client';
import { remembering } from '../machines/shopMemory';
import { manyLastKnown } from '@/db/queries/entries';
import { maybeOneJob } from '@/db/queries/jobs';
import { manyRunsOfJob } from '@/db/queries/loggerRuns';
import { manyOutcomes, manyResets, noneReset } from '@/db/queries/outcomes';
import { noneNewPage } from '@/db/queries/book';
import { rememberedLifts } from '@/core/damper/valve';
import { countsOf, learntPage } from '@/judgement/reason/learnt';
import { type CausePage, causePage, type causeRequest } from '@/knowledge/causes/page';
import { CAUSES } from '@/knowledge/causes/shipped';
import { damperFacts } from '@/judgement/model/damperFacts';
import { damperQuestion } from '@/judgement/reason/damperQuestion';
import { purposeOf } from '@/judgement/aims/targets';
import type { resetRequest } from '@/schema/retune';
import { type Answer, missing, Refusal } from '../answer';
import { oilsOfShop, schoolsOfShop, serviceRulesOfShop, type Version, versionsOf, withoutVersion } from '../book/book';
import { currentEntries } from '../entries';
import { inTransaction } from '../transaction';
import { type End } from '@/catalogue/ends';

/** What the Reason and Ride stages rest on besides the job itself. */
export interface Reasoning {
  /** Causes with the shop's own outcomes weighed in. */
  causes: CausePage[];
  lifeKm: JobFacts['lifeKm'];
  log: JobFacts['log'];
  /** How many outcomes of the shop's own are in them. */
  outcomes: number;
}

export const causeVersions = (sql?: Sql): Promise<Version<CausePage>[]> => versionsOf(sql, 'cause', CAUSES, withoutVersion(causePage));

/** The pages of causes as the Shop book shows them: memory, the shop's counts, and when they were last begun anew. */
export async function causesOfBook(sql: Sql) {
  const [versions, outcomes, resets] = [await causeVersions(sql), await manyOutcomes(sql), await manyResets(sql)];
  return versions.map((v) => ({
    ...v,
    learnt: learntPage(v.page, outcomes),
    counts: countsOf(v.page, outcomes),
    reset: resets.find((r) => r.cause === v.page.id) ?? null,
  }));
}
/** The same, from the shop's one base. */
export const causesOfShop = async () => causesOfBook(await db());
export type CauseOfBook = Awaited<ReturnType<typeof causesOfBook>>[number];

/** Records a cause, new or changed; the old figures stay in the book. */
export async function changeCause({ page, reason }: z.output<typeof causeRequest>): Promise<Answer<{ id: string }>> {
  return inTransaction(async (sql) => {
    await noneNewPage(sql, 'cause', page.id, page, reason);
    return { id: page.id };
  });
}

/** From here on a cause begins anew with what the book says; the outcomes stay recorded and no longer count. */
export async function resetCause({ cause, reason }: z.output<typeof resetRequest>): Promise<Answer<{ id: string }>> {
  return inTransaction(async (sql) => {
    if (!(await causeVersions(sql)).some((v) => v.page.id === cause)) throw new Refusal(missing('cause'));
    await noneReset(sql, cause, reason);
    return { id: cause };
  });
}

/** Distance after which each end's oil is due for this use, by the shop's rules. */
async function livesOf(sql: Sql, facts: JobFacts): Promise<JobFacts['lifeKm']> {
  const rules = (await serviceRulesOfShop(sql)).filter((r) => r.distanceKm !== null);
  const use = purposeOf(facts);
  const of = (end: End) =>
    rules
      .filter((r) => r.end === end && (r.uses.length === 0 || serves(r.uses, use)))
      .reduce<number | null>((least, r) => Math.min(least ?? Infinity, r.distanceKm!), null);
  return { rear: of('rear'), front: of('front') };
}

/** The newest ride logged before the machine was touched. */
async function logOf(sql: Sql, jobId: number): Promise<JobFacts['log']> {
  const run = (await manyRunsOfJob(sql, jobId)).find((r) => r.moment === 'before');
  if (!run) return null;
  const { rear, front } = run.document.ends;
  return { ...(rear ? { rear } : {}), ...(front ? { front } : {}) };
}

export async function reasoningOf(sql: Sql, jobId: number, facts: JobFacts): Promise<Reasoning> {
  const outcomes = await manyOutcomes(sql);
  return {
    causes: (await causeVersions(sql)).map((v) => learntPage(v.page, outcomes)),
    lifeKm: await livesOf(sql, facts),
    log: await logOf(sql, jobId),
    outcomes: outcomes.length,
  };
}

/** Everything known of a job, its dampers computed: what the record of a ride remembers. */
export async function knownOf(sql: Sql, jobId: number): Promise<JobFacts | null> {
  const job = await maybeOneJob(sql, jobId);
  if (!job) return null;
  const entries = await currentEntries(sql, { jobId });
  const machine = await currentEntries(sql, { machineId: job.machineId });
  const read = await remembering(sql, factsOf(entries, machine, await schoolsOfShop(sql)), job);
  const facts = read.with({
    before: Object.fromEntries((await manyLastKnown(sql, job.machineId, jobId)).map((e) => [e.field, e])),
    lifeKm: await livesOf(sql, read),
    log: await logOf(sql, jobId),
  });
  const [oils, lifts] = [await oilsOfShop(), rememberedLifts()];
  const dampersAt = (end: End) => {
    const question = damperQuestion(facts, end, oils);
    return question && damperFacts(question, lifts);
  };
  return facts.with({ dampers: { rear: dampersAt('rear'), front: dampersAt('front') } });
}
