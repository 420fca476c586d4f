import type { z } from 'zod';
import { type Sql, db } from '@/db/client';
import {
  manyChangesOf,
  manyDoublesOf,
  manyJobIdsOf,
  manyOfPerson,
  manyOwnershipsOf,
  manyRecordsNaming,
  noneChangeCustomer,
  noneErase,
  noneEraseFromRecord,
  noneMoveTo,
  noneNewChange,
  nonePromise,
} from '@/db/queries/customers';
import { maybeOneJob, maybeOneJobLocked } from '@/db/queries/jobs';
import { maybeOneMachine, maybeOneRoot } from '@/db/queries/machines';
import { type Customer, maybeOneCustomer, maybeOneCustomerLocked, oneNewCustomer } from '@/db/queries/people';
import { noneMakeFindable, noneMakeUnfindable } from '@/db/queries/search';
import type { customerErasure, customerMerge, customerRequest, promiseRequest, takeInRequest } from '@/schema/requests';
import { type Answer, conflict, missing, Refusal, refused } from '../answer';
import { actorNow } from '../asking';
import { shopOfBook } from '../book/book';
import { makeJobFindable, makeMachineFindable } from '../find';
import { digestOf } from '../keeping/seals';
import { inTransaction } from '../transaction';

/** A known customer, or a new one added by name. */
export async function customerOf(sql: Sql, wanted: z.output<typeof takeInRequest>['customer']): Promise<Customer> {
  if ('id' in wanted) {
    const found = await maybeOneCustomer(sql, wanted.id);
    if (!found) throw new Refusal(missing('customer'));
    return found;
  }
  const added = await oneNewCustomer(sql, { email: '', ...wanted });
  await noneMakeFindable(sql, 'customer', added.id, added.name, `${added.name} ${added.phone} ${added.email}`);
  return added;
}

/** A customer put right, two entries of one person made one, and a person erased on request. */

const MAX_DOUBLES = 6;

/** A customer that can still be changed. Refusals: not-found, customer-merged, customer-erased. */
async function open(sql: Sql, id: number): Promise<Customer> {
  const found = await maybeOneCustomerLocked(sql, id);
  if (!found) throw new Refusal(missing('customer'));
  if (found.intoId !== null) throw new Refusal(conflict('customer-merged', [], { into: found.intoId }));
  if (found.erasedAt !== null) throw new Refusal(conflict('customer-erased'));
  const { name, phone, email } = found;
  return { id, name, phone, email };
}

/** What is found by the name of a customer, found by it as it is now. */
async function makeFindable(sql: Sql, { id, name, phone, email }: Customer): Promise<void> {
  await noneMakeFindable(sql, 'customer', id, name, `${name} ${phone} ${email}`);
  await makeBelongingsFindable(sql, id, name);
}

/** Jobs and machines of a customer, found by the name as it is now. */
async function makeBelongingsFindable(sql: Sql, id: number, name: string): Promise<void> {
  for (const job of await manyJobIdsOf(sql, id)) await makeJobFindable(sql, job.id);
  for (const machineId of new Set((await manyOwnershipsOf(sql, id)).map((o) => o.machineId))) {
    const root = await maybeOneRoot(sql, machineId);
    const machine = root && (await maybeOneMachine(sql, root.id));
    if (machine) await makeMachineFindable(sql, machine, name);
  }
}

/** Puts name, telephone or mail right. What was signed keeps the name it was signed with. Refusals: not-found, no-change, customer-merged, customer-erased. */
export function changeCustomer(id: number, { name, phone, email, reason }: z.output<typeof customerRequest>): Promise<Answer<Customer>> {
  return inTransaction(async (sql) => {
    const { id: _id, ...before } = await open(sql, id);
    const after = { id, name, phone, email };
    if (before.name === name && before.phone === phone && before.email === email) throw new Refusal(refused('no-change', ['name']));
    await noneNewChange(sql, { customerId: id, kind: 'edited', before, intoId: null, moved: null, reason, technicianId: actorNow() });
    await noneChangeCustomer(sql, after);
    await makeFindable(sql, after);
    return after;
  });
}

/** Makes two entries of one person one: jobs and machines of the one stand under the other. Refusals: not-found, merge-with-itself, customer-merged, customer-erased. */
export function mergeCustomer(id: number, { intoId, reason }: z.output<typeof customerMerge>): Promise<Answer<{ id: number }>> {
  return inTransaction(async (sql) => {
    if (id === intoId) throw new Refusal(refused('merge-with-itself', ['intoId']));
    // Always in the same order, so that two who merge at once do not wait for each other.
    const [first, second] = [await open(sql, Math.min(id, intoId)), await open(sql, Math.max(id, intoId))];
    const [{ id: _id, ...before }, into] = first.id === id ? [first, second] : [second, first];
    const moved = { jobs: (await manyJobIdsOf(sql, id)).map((j) => j.id), ownerships: (await manyOwnershipsOf(sql, id)).map((o) => o.id) };
    await noneNewChange(sql, { customerId: id, kind: 'merged', before, intoId, moved, reason, technicianId: actorNow() });
    await noneMoveTo(sql, id, intoId);
    // What is missing of the one that stays is taken from the other.
    const kept = { ...into, phone: into.phone || before.phone, email: into.email || before.email };
    await noneChangeCustomer(sql, kept);
    await noneMakeUnfindable(sql, 'customer', id);
    await makeFindable(sql, kept);
    return { id: intoId };
  });
}

/**
 * Erases a person on request: name, telephone and mail go from the customer, from what was changed of it, from what is searched, and the name from every signed record. Seals hold:
 * records are sealed by a key in place of the name, and of older ones it is written down what was erased. Jobs and machines stay, under a name that says so.
 * Refusals: not-found, customer-merged, customer-erased, erasure-unsure where the name typed is another.
 */
export function eraseCustomer(id: number, { name, reason }: z.output<typeof customerErasure>): Promise<Answer<{ records: number }>> {
  return inTransaction(async (sql) => {
    const customer = await open(sql, id);
    if (name.trim() !== customer.name.trim()) throw new Refusal(refused('erasure-unsure', ['name']));
    await noneNewChange(sql, { customerId: id, kind: 'erased', before: null, intoId: null, moved: null, reason, technicianId: actorNow() });
    const entries = (await manyOfPerson(sql, id)).map((e) => e.id);
    const nobody = `Erased customer ${id}`;
    for (const entry of entries) {
      await noneErase(sql, entry, nobody);
      await noneMakeUnfindable(sql, 'customer', entry);
    }
    const records = await manyRecordsNaming(sql, entries);
    for (const { id: recordId, document } of records) {
      const { salt: _salt, ...kept } = (document as { customer: { salt?: string } }).customer;
      await noneEraseFromRecord(sql, recordId, digestOf({ ...(document as object), customer: { ...kept, name: '' } }));
    }
    await makeBelongingsFindable(sql, id, nobody);
    return { records: records.length };
  });
}

/** What was changed of a customer, and who may be the same person. */
export async function customerPast(customer: Customer) {
  const base = await db();
  return { changes: await manyChangesOf(base, customer.id), doubles: await manyDoublesOf(base, customer, MAX_DOUBLES) };
}

/** Who tells the customer of a job, and how the customer is reached. Refusal: not-found. */
export async function reachOf(
  jobId: number,
): Promise<Answer<{ shop: { name: string; phone: string }; reach: { phone: string; email: string } }>> {
  const base = await db();
  const job = await maybeOneJob(base, jobId);
  const customer = job && (await maybeOneCustomer(base, job.customerId));
  if (!customer) return missing('job');
  const { name, phone } = await shopOfBook(base);
  return { ok: true, value: { shop: { name, phone }, reach: { phone: customer.phone, email: customer.email } } };
}

/** Promises another day. Refusals: not-found, handed-back, no-change. */
export function promiseAnother(jobId: number, { day, reason }: z.output<typeof promiseRequest>): Promise<Answer<{ promisedOn: string }>> {
  return inTransaction(async (sql) => {
    const job = await maybeOneJobLocked(sql, jobId);
    if (!job) throw new Refusal(missing('job'));
    if (job.handedBackAt) throw new Refusal(conflict('handed-back'));
    if (job.promisedOn === day) throw new Refusal(refused('no-change', ['day']));
    await nonePromise(sql, jobId, job.promisedOn, day, reason, actorNow());
    return { promisedOn: day };
  });
}
