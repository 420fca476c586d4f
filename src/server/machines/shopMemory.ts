import type { Entries, Entry } from '@/catalogue/entry';
import { ENDS, type End } from '@/catalogue/ends';
import { db, type Sql } from '@/db/client';
import { type Machine, maybeOneMachine } from '@/db/queries/machines';
import { manySignedOfJob } from '@/db/queries/rebuilds';
import { manyChoicesTold, manyEntriesBeginning, manyLeftIn, noneChoiceTold } from '@/db/queries/shopMemory';
import { chosenRateOf } from '@/judgement/aims/springs';
import { LOAD_FIELDS } from '@/judgement/aims/shopMemory';
import { chosenSprings, rateOf } from '@/judgement/model/offers';
import { isSameRate } from '@/judgement/model/read';
import type { ListedSpring } from '@/schema/springs';
import { chosenSpringsOfJob } from '../stock/drawers';
import { type JobFacts } from '@/judgement/model/facts';
import { feelIn, type SetupDocument } from '@/schema/documents';
import type { ChoiceLine } from '@/schema/answers';
import type { FittedBefore } from '@/schema/pages';
import { machinesOfFamily } from './model';

/** What this shop fitted on a model before, and how often its choice and the application's agreed. */

/** More than these nobody reads, and a habit is known by then. */
const MAX_REMEMBERED = 12;

/** Where the rate that stayed in stands in a set-up. */
const RATE_OF: Record<End, readonly string[]> = { rear: ['rear.spring', 'rear.springRight'], front: ['front.spring', 'front.springRight'] };

/** The rate in a set-up at one end, legs that differ by their mean; null where none is noted. */
function rateLeft({ values }: SetupDocument, end: End): number | null {
  const found = RATE_OF[end].flatMap((key) => values[key] ?? []).filter((v) => v.value !== null && v.value > 0);
  return found.length === 0 ? null : found.reduce((sum, v) => sum + v.value!, 0) / found.length;
}

/** The rate this shop fitted at one end: as the tester found the spring, where the one chosen was measured. A spring it only left in counts where it rode better. */
function fittedRate(
  document: SetupDocument,
  end: End,
  entries: Entries,
  springs: readonly ListedSpring[],
  rodeBetter: boolean,
): number | null {
  const wasFitted = Object.keys(entries).some((f) => f.startsWith(`fitted.${end}.spring`));
  const left = wasFitted || rodeBetter ? rateLeft(document, end) : null;
  const chosen = chosenSprings(entries, end, springs);
  return left !== null && chosen && !chosen.right && isSameRate(chosen.spring.rateNPerMm, left) ? rateOf(chosen.spring) : left;
}

/**
 * The springs fitted on machines of this model, this one among them, newest first.
 * @param before a job that is signed remembers what was known when it was
 */
export async function fittedOnModel(sql: Sql, machine: Machine, jobId: number, before: string | null): Promise<FittedBefore[]> {
  const family = await machinesOfFamily(sql, machine);
  const left = await manyLeftIn(
    sql,
    family.map((m) => m.id),
    jobId,
    before,
    MAX_REMEMBERED,
  );
  if (left.length === 0) return [];
  const told = new Map<number, Record<string, Entry>>();
  for (const { jobId: of, ...entry } of await manyEntriesBeginning(
    sql,
    left.map((l) => l.jobId),
    [...LOAD_FIELDS, 'fitted', 'springs'],
  ))
    told.set(of, { ...told.get(of), [entry.field]: entry });
  const remembered: FittedBefore[] = [];
  for (const { jobId: of, machineId, machine: name, feel, at, document } of left) {
    const entries: Entries = told.get(of) ?? {};
    const springs = await chosenSpringsOfJob(sql, entries);
    const rateNPerMm = Object.fromEntries(
      ENDS.map((end) => [end, fittedRate(document, end, entries, springs, feel === 'better')]),
    ) as Record<End, number | null>;
    if (ENDS.every((end) => rateNPerMm[end] === null)) continue;
    remembered.push({
      jobId: of,
      machineId,
      machine: machineId === machine.id ? 'this machine' : name,
      at,
      rateNPerMm,
      told: Object.fromEntries(Object.entries(entries).filter(([field]) => LOAD_FIELDS.some((of) => field.startsWith(of)))),
      rode: feelIn(feel),
    });
  }
  return remembered;
}

/** The facts of a job with what this shop fitted on the model. */
export async function remembering(sql: Sql, facts: JobFacts, job: { id: number; machineId: number }): Promise<JobFacts> {
  const machine = await maybeOneMachine(sql, job.machineId);
  const [signed] = await manySignedOfJob(sql, job.id);
  return machine ? facts.with({ fitted: await fittedOnModel(sql, machine, job.id, signed?.signedAt ?? null) }) : facts;
}

/** Keeps, as a rebuild is signed, what the application would have chosen beside what was fitted. */
export async function keepChoices(sql: Sql, jobId: number, facts: JobFacts, left: SetupDocument): Promise<void> {
  const springs = await chosenSpringsOfJob(sql, facts.entries);
  for (const end of ENDS) {
    const fittedNPerMm = fittedRate(left, end, facts.entries, springs, false);
    const chosen = fittedNPerMm === null ? null : chosenRateOf(facts, end);
    if (fittedNPerMm === null || chosen === null) continue;
    const { p05, p50, p95 } = chosen.rateNPerMm;
    await noneChoiceTold(sql, jobId, { end, fittedNPerMm, p05NPerMm: p05, p50NPerMm: p50, p95NPerMm: p95 });
  }
}

/** No shop looks further back. */
const MAX_CHOICES = 400;

/** What was fitted beside what the application would have chosen, the newest first. */
export const choicesTold = async (): Promise<ChoiceLine[]> => manyChoicesTold(await db(), MAX_CHOICES);
