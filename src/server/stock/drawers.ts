import type { z } from 'zod';
import { fitSpring } from '@/core/spring/tester';
import { db, type Sql } from '@/db/client';
import { manyTechnicians, maybeOneTechnician } from '@/db/queries/people';
import { noneForgetRetiredSprings, noneMakeSpringsFindable, noneMakeUnfindable } from '@/db/queries/search';
import {
  manyListedSprings,
  maybeOneSpring,
  noneNewMeasurement,
  noneRetireSpring,
  noneRetireSupplier,
  oneNewSpring,
  oneNewSpringList,
  type Spring,
} from '@/db/queries/springs';
import type { Entries } from '@/catalogue/entry';
import { numberOf } from '@/judgement/model/read';
import { readNewSpring } from '@/schema/newSpring';
import type { measurementRequest, newSpringRequest, springListRequest } from '@/schema/requests';
import { type Answer, missing, refusedIssue, Refusal } from '../answer';
import { inTransaction } from '../transaction';
import type { ListedSpring } from '@/schema/springs';

export const listSprings = async () => manyListedSprings(await db());

async function oneListed(sql: Sql, id: number): Promise<Spring> {
  const spring = await maybeOneSpring(sql, id);
  if (!spring) throw new Refusal(missing('spring'));
  return spring;
}

/** Adds a spring to the list, with its rate as typed beside the canonical value. */
export async function addSpring(request: z.output<typeof newSpringRequest>): Promise<Answer<Spring>> {
  const read = readNewSpring(request);
  if (!read.ok) return refusedIssue(read.issue, read.issue.path);
  const { end, name, place } = request;
  return inTransaction(async (sql) => {
    const { id } = await oneNewSpring(sql, { end, name, place, rateText: request.rate.trim(), listId: null, ...read.value });
    await noneMakeSpringsFindable(sql, [id]);
    return oneListed(sql, id);
  });
}

/** Takes in a supplier's list whole, kept with its origin and day; one line that cannot be read refuses it all, by its number. */
export async function importSprings(request: z.output<typeof springListRequest>): Promise<Answer<{ listId: number; count: number }>> {
  const { springs, replace, ...list } = request;
  const read = springs.map((s) => readNewSpring(s));
  const bad = read.findIndex((r) => !r.ok);
  const failed = read[bad];
  if (failed && !failed.ok) return refusedIssue(failed.issue, ['springs', bad, ...failed.issue.path]);
  return inTransaction(async (sql) => {
    if (replace) {
      await noneRetireSupplier(sql, list.supplier, [...new Set(springs.map((s) => s.end))]);
      await noneForgetRetiredSprings(sql);
    }
    const { id } = await oneNewSpringList(sql, list);
    const ids: number[] = [];
    for (const [i, s] of springs.entries()) {
      const figures = read[i]!;
      if (figures.ok)
        ids.push(
          (await oneNewSpring(sql, { end: s.end, name: s.name, rateText: s.rate.trim(), place: 'supplier', listId: id, ...figures.value }))
            .id,
        );
    }
    await noneMakeSpringsFindable(sql, ids);
    return { listId: id, count: springs.length };
  });
}

/** Records what the tester found of a spring; from then on the measured rate is the one reckoned with. */
export async function measureSpring(springId: number, request: z.output<typeof measurementRequest>): Promise<Answer<Spring>> {
  const { points, model, device, technicianId } = request;
  const fit = fitSpring(points, model);
  if (!fit.ok) return refusedIssue(fit.issue, fit.issue.path);
  const found = fit.value;
  return inTransaction(async (sql) => {
    await oneListed(sql, springId);
    if (technicianId !== null && !(await maybeOneTechnician(sql, technicianId))) throw new Refusal(missing('technician'));
    await noneNewMeasurement(sql, {
      springId,
      points,
      model,
      device,
      technicianId,
      seatOffsetMm: found.seatOffsetMm,
      ...(found.model === 'linear'
        ? { rateNPerMm: found.rateNPerMm, rateStandardError: found.rateStandardError, forceTable: null }
        : { rateNPerMm: (found.startRateNPerMm + found.endRateNPerMm) / 2, rateStandardError: null, forceTable: found.forceTable }),
    });
    return oneListed(sql, springId);
  });
}

/** Takes a spring off the list; jobs that chose it keep it. */
export async function retireSpring(id: number): Promise<Answer<{ id: number }>> {
  return inTransaction(async (sql) => {
    if (!(await maybeOneSpring(sql, id))) throw new Refusal(missing('spring'));
    await noneRetireSpring(sql, id);
    await noneMakeUnfindable(sql, 'spring', id);
    return { id };
  });
}

export const listTechnicians = async () => manyTechnicians(await db());

const CHOICES = ['springs.rear.choice', 'springs.front.choice', 'springs.front.choiceRight'] as const;

/** Only the springs a job chose. */
export async function chosenSpringsOfJob(sql: Sql, entries: Entries): Promise<ListedSpring[]> {
  const chosen: ListedSpring[] = [];
  for (const field of CHOICES) {
    const id = numberOf(entries, field);
    const spring = id === null || chosen.some((s) => s.id === id) ? null : await maybeOneSpring(sql, id);
    if (spring) chosen.push(spring);
  }
  return chosen;
}

/** The springs on the list, and those a job chose that have since left it: they still belong to the job. */
export async function springsOfJob(sql: Sql, entries: Entries): Promise<ListedSpring[]> {
  const springs = await manyListedSprings(sql);
  const retired = (await chosenSpringsOfJob(sql, entries)).filter((c) => !springs.some((s) => s.id === c.id));
  return [...springs, ...retired];
}
