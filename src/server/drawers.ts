import type { z } from 'zod';
import { db } from '@/db/client';
import { manyTechnicians, maybeOneTechnicianByName, oneNewTechnician, type Technician } from '@/db/queries/people';
import { manyListedSprings, maybeOneSpring, noneRetireSpring, oneNewSpring, type Spring } from '@/db/queries/springs';
import { parseQuantity } from '@/core/units/parse';
import type { newSpringRequest } from '@/schema/requests';
import { type Answer, conflict, missing, refused, refusedIssue, Refusal } from './answer';
import { inTransaction } from './transaction';

export const listSprings = async () => manyListedSprings(await db());

/** Adds a spring to the list, with its rate as typed beside the canonical value. */
export async function addSpring(request: z.output<typeof newSpringRequest>): Promise<Answer<Spring>> {
  const rate = parseQuantity(request.rate, { dimension: 'rate', unit: 'N/mm' });
  if (!rate.ok) return refusedIssue(rate.issue, ['rate']);
  if (!(rate.value.canonical > 0)) return refused('out-of-range', ['rate'], { min: 0.5, max: 1000, unit: 'N/mm' });
  const lengths: (number | null)[] = [];
  for (const name of ['freeLength', 'solidLength'] as const) {
    if (request[name].trim() === '') {
      lengths.push(null);
      continue;
    }
    const read = parseQuantity(request[name], { dimension: 'length', unit: 'mm' });
    if (!read.ok) return refusedIssue(read.issue, [name]);
    if (!(read.value.canonical > 0)) return refused('out-of-range', [name], { min: 1, max: 1000, unit: 'mm' });
    lengths.push(read.value.canonical);
  }
  const [freeLengthMm = null, solidLengthMm = null] = lengths;
  if (solidLengthMm !== null && freeLengthMm === null) return refused('missing', ['freeLength']);
  if (solidLengthMm !== null && freeLengthMm !== null && solidLengthMm >= freeLengthMm) return refused('solid-longer-than-free', ['solidLength']);
  const { end, name, place } = request;
  return inTransaction((sql) => oneNewSpring(sql, { end, name, place, rateText: request.rate.trim(), rateNPerMm: rate.value.canonical, freeLengthMm, solidLengthMm }));
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
