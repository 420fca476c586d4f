import type { DueLine } from '@/schema/pages';
import { daysAfter, today } from '@/catalogue/days';
import { ENDS, type End } from '@/catalogue/ends';
import { db, type Sql } from '@/db/client';
import { manyJobsOfMachine, maybeUsualDays } from '@/db/queries/jobs';
import { maybeOneMachine } from '@/db/queries/machines';
import { type DueMachine, manyBases, manyDue, noneForgetDue, noneNewReminder, noneSetDue } from '@/db/queries/service';
import { basisOf, dueOf, makerServiceOf } from '@/judgement/job/service';
import { type Answer, missing, Refusal } from '../answer';
import { serviceRulesOfShop } from '../book/book';
import { currentEntries, currentEntriesOf } from '../entries';
import { machineName } from '../find';
import { proceduresOf } from '../book/procedures';
import { inTransaction } from '../transaction';
import type { ServiceRule } from '@/knowledge/service/page';
import type { ServiceBasis } from '@/schema/service';

const MAX_DUE = 200;

async function setDue(sql: Sql, machineId: number, basis: ServiceBasis, rules: readonly ServiceRule[]): Promise<void> {
  const due = dueOf(rules, basis);
  // The basis is kept even where no rule holds: a later one may.
  await noneSetDue(sql, { machineId, end: basis.end, basis, rule: due?.rule.name ?? '', on: due?.on ?? null, words: due?.words ?? '' });
}

/** Reckons anew when both ends of a machine are due: called when one of its jobs is signed or handed back, and when machines are merged. */
export async function reckonService(sql: Sql, machineId: number): Promise<void> {
  const lines = await manyJobsOfMachine(sql, machineId);
  const byJob = await currentEntriesOf(
    sql,
    'job_id',
    lines.map((l) => l.id),
  );
  const jobs = [];
  for (const l of lines)
    jobs.push({ at: l.takenInAt, signed: l.signed, entries: byJob.get(l.id) ?? {}, procedures: await proceduresOf(sql, l.id) });
  const rules = await serviceRulesOfShop(sql);
  const figures = await currentEntries(sql, { machineId });
  for (const end of ENDS) {
    const basis = basisOf(jobs, end);
    const maker = makerServiceOf(figures, end);
    if (basis) await setDue(sql, machineId, maker ? { ...basis, maker } : basis, rules);
    else await noneForgetDue(sql, machineId, end);
  }
}

/** Every due date anew from its basis: the rules have changed. */
export async function reckonAll(sql: Sql): Promise<void> {
  const rules = await serviceRulesOfShop(sql);
  for (const { machineId, basis } of await manyBases(sql)) await setDue(sql, machineId, basis, rules);
}

const named = (d: DueMachine): DueLine => ({ ...d, machine: machineName(d) });

/** The day so many days from now. */
export const dayIn = (days: number): string => daysAfter(today(), days);

/** From taking in to the promised day, where the shop has no jobs to tell. From memory. */
const USUAL_DAYS = 7;

/** The day a machine taken in today is usually promised for. */
export const usualDay = async (sql: Sql): Promise<string> => dayIn((await maybeUsualDays(sql)) ?? USUAL_DAYS);

/** Machines due within so many days, those overdue first. */
export async function dueWithin(days: number, most = MAX_DUE): Promise<DueLine[]> {
  const until = dayIn(days);
  return (await manyDue(await db(), until, null, most)).map(named);
}

export const dueOfMachine = async (machineId: number): Promise<DueLine[]> =>
  (await manyDue(await db(), today(), machineId, 2)).filter((d) => d.rule !== '').map(named);

/** Notes that the owner was reminded. */
export async function noteReminder(machineId: number, { end }: { end: End }): Promise<Answer<{ machineId: number }>> {
  return inTransaction(async (sql) => {
    if (!(await maybeOneMachine(sql, machineId))) throw new Refusal(missing('machine'));
    await noneNewReminder(sql, machineId, end);
    return { machineId };
  });
}
