import type { z } from 'zod';
import { db } from '@/db/client';
import { manyTechnicians, maybeOneTechnicianByName, oneNewTechnician, type Technician } from '@/db/queries/people';
import { manyListedSprings, maybeOneSpring, noneRetireSpring, oneNewSpring, type Spring } from '@/db/queries/springs';
import { readNewSpring } from '@/schema/newSpring';
import type { newSpringRequest } from '@/schema/requests';
import { type Answer, conflict, missing, refusedIssue, Refusal } from './answer';
import { inTransaction } from './transaction';

export const listSprings = async () => manyListedSprings(await db());

/** Adds a spring to the list, with its rate as typed beside the canonical value. */
export async function addSpring(request: z.output<typeof newSpringRequest>): Promise<Answer<Spring>> {
  const read = readNewSpring(request);
  if (!read.ok) return refusedIssue(read.issue, read.issue.path);
  const { end, name, place } = request;
  return inTransaction((sql) => oneNewSpring(sql, { end, name, place, rateText: request.rate.trim(), ...read.value }));
}

/** Takes a spring off the list; jobs that chose it keep it. */
export async function retireSpring(id: number): Promise<Answer<{ id: number }>> {
  return inTransaction(async (sql) => {
    if (!(await maybeOneSpring(sql, id))) throw new Refusal(missing('spring'));
    await noneRetireSpring(sql, id);
    return { id };
  });
}

export const listTechnicians = async () => manyTechnicians(await db());

export async function addTechnician(name: string): Promise<Answer<Technician>> {
  return inTransaction(async (sql) => {
    if (await maybeOneTechnicianByName(sql, name)) throw new Refusal(conflict('already-exists', ['name'], { what: name }));
    return oneNewTechnician(sql, name);
  });
}
