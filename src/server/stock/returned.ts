import type { z } from 'zod';
import { noneMakeSpringsFindable } from '@/db/queries/search';
import { oneNewSpring } from '@/db/queries/springs';
import { oneNewStockMove } from '@/db/queries/stock';
import { oneNewEntry } from '@/db/queries/entries';
import { numberOf } from '@/judgement/model/read';
import { readNewSpring } from '@/schema/newSpring';
import type { returnedSpringRequest } from '@/schema/stock';
import { type Answer, conflict, Refusal, refusedIssue } from '../answer';
import { currentEntries } from '../entries';
import { lockJob, stockOfSpring } from './stock';
import { inTransaction } from '../transaction';

/**
 * Puts the springs that came out of a machine into the drawer at the rate measured, once a job and end: two of a fork. They are the
 * customer's until they leave them with the shop. Refusals: the rate's own, customers-own, already-returned.
 */
export async function returnSpring(
  jobId: number,
  { end, name, rate, leftByCustomer }: z.output<typeof returnedSpringRequest>,
): Promise<Answer<{ springId: number }>> {
  const read = readNewSpring({ rate, freeLength: '', solidLength: '', table: '' });
  if (!read.ok) return refusedIssue(read.issue, read.issue.path);
  if (!leftByCustomer) return conflict('customers-own', ['leftByCustomer']);
  return inTransaction(async (sql) => {
    await lockJob(sql, jobId);
    const field = `job.returned.${end}` as const;
    if (numberOf(await currentEntries(sql, { jobId }), field) !== null) throw new Refusal(conflict('already-returned', [field]));
    const { id } = await oneNewSpring(sql, { end, name, place: 'drawer', rateText: rate, listId: null, ...read.value });
    await noneMakeSpringsFindable(sql, [id]);
    const item = await stockOfSpring(sql, id);
    await oneNewStockMove(sql, item.id, {
      kind: 'returned',
      moved: end === 'front' ? 2 : 1,
      held: 0,
      jobId,
      batch: '',
      note: `out of job ${jobId}`,
    });
    await oneNewEntry(
      sql,
      { jobId },
      { field, text: String(id), unit: null, value: id, technicianId: null, device: 'drawers', at: null, undoes: null },
    );
    return { springId: id };
  });
}
