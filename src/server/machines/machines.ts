import { noonOf } from '@/catalogue/days';
import type { z } from 'zod';
import { db, type Sql } from '@/db/client';
import { manyCurrentEntries, oneNewEntry } from '@/db/queries/entries';
import { maybeOneJobLocked } from '@/db/queries/jobs';
import { manyMergedInto, manyOwners, maybeOneMachine, maybeOneRoot, noneNewMerge, noneNewOwner } from '@/db/queries/machines';
import { manySetups, manySignedOfJob } from '@/db/queries/rebuilds';
import { noneForgetDue } from '@/db/queries/service';
import { noneMakeUnfindable } from '@/db/queries/search';
import { knownField } from '@/catalogue/fields';
import type { mergeRequest, ownerRequest } from '@/schema/requests';
import { type Answer, conflict, missing, Refusal, refused } from '../answer';
import { makeMachineFindable } from '../find';
import { reckonService } from './service';
import { customerOf } from './customers';
import { inTransaction } from '../transaction';

/** The machine that stands for this one: itself unless merged; null where there is none. */
export const rootOf = async (machineId: number): Promise<number | null> => (await maybeOneRoot(await db(), machineId))?.id ?? null;

async function makeFamilyFindable(sql: Sql, machineId: number): Promise<void> {
  const machine = await maybeOneMachine(sql, machineId);
  if (!machine) throw new Refusal(missing('machine'));
  const also = (await manyMergedInto(sql, machineId)).flatMap((m) => [m.registration, m.frameNumber]);
  await makeMachineFindable(sql, machine, (await manyOwners(sql, machineId))[0]?.name ?? '', also);
}

/** The machine changes hands: the new owner from that day on; the ones before stay on record. Refusals: not-found, same-owner. */
export async function changeOwner(
  machineId: number,
  { customer, since }: z.output<typeof ownerRequest>,
): Promise<Answer<{ customerId: number }>> {
  return inTransaction(async (sql) => {
    if ((await maybeOneRoot(sql, machineId))?.id !== machineId) throw new Refusal(missing('machine'));
    const next = await customerOf(sql, customer);
    if ((await manyOwners(sql, machineId))[0]?.customerId === next.id)
      throw new Refusal(conflict('same-owner', ['customer'], { name: next.name }));
    await noneNewOwner(sql, machineId, next.id, noonOf(since));
    await makeFamilyFindable(sql, machineId);
    return { customerId: next.id };
  });
}

/**
 * Makes a second entry of the same machine stand under this one. Nothing moves: its jobs, set-ups and owners are read together with these, and the merge can be taken back.
 * Figures only the second entry has are written down here as well. Refusals: not-found, same-machine, frames-differ.
 */
export async function mergeMachine(
  intoId: number,
  { machineId, reason }: z.output<typeof mergeRequest>,
): Promise<Answer<{ figures: number }>> {
  return inTransaction(async (sql) => {
    const [into, from] = [await maybeOneMachine(sql, intoId), await maybeOneMachine(sql, machineId)];
    if (!into || !from || (await maybeOneRoot(sql, intoId))?.id !== intoId) throw new Refusal(missing('machine'));
    if ((await maybeOneRoot(sql, machineId))?.id === intoId) throw new Refusal(conflict('same-machine', ['machineId']));
    if ((await maybeOneRoot(sql, machineId))?.id !== machineId) throw new Refusal(missing('machine'));
    if (into.frameNumber && from.frameNumber)
      throw new Refusal(refused('frames-differ', ['machineId'], { one: into.frameNumber, other: from.frameNumber }));
    await noneNewMerge(sql, machineId, intoId, reason);
    const here = new Set((await manyCurrentEntries(sql, { machineId: intoId })).map((e) => e.field));
    const only = (await manyCurrentEntries(sql, { machineId })).filter((e) => !here.has(e.field) && e.field !== 'machine.frame');
    for (const { field, text, unit, value } of only)
      await oneNewEntry(
        sql,
        { machineId: intoId },
        { field, text, unit, value, technicianId: null, device: `entry ${machineId}, merged`, at: null, undoes: null },
      );
    await noneMakeUnfindable(sql, 'machine', machineId);
    await makeFamilyFindable(sql, intoId);
    await noneForgetDue(sql, machineId, null);
    await reckonService(sql, intoId);
    return { figures: only.length };
  });
}

/** Takes a merge back: the two entries stand apart as before. */
export async function separateMachine(
  intoId: number,
  { machineId, reason }: z.output<typeof mergeRequest>,
): Promise<Answer<{ id: number }>> {
  return inTransaction(async (sql) => {
    if (!(await manyMergedInto(sql, intoId)).some((m) => m.id === machineId)) throw new Refusal(missing('merged machine'));
    await noneNewMerge(sql, machineId, null, reason);
    await makeFamilyFindable(sql, intoId);
    await makeFamilyFindable(sql, machineId);
    await reckonService(sql, intoId);
    await reckonService(sql, machineId);
    return { id: machineId };
  });
}

/** Writes an older set-up of the machine into an open job as what is to be fitted; signing then branches the lineage from it. Refusals: not-found, sealed. */
export async function goBack(jobId: number, { setupId }: { setupId: number }): Promise<Answer<{ fields: number }>> {
  return inTransaction(async (sql) => {
    const job = await maybeOneJobLocked(sql, jobId);
    if (!job) throw new Refusal(missing('job'));
    if ((await manySignedOfJob(sql, jobId)).length > 0) throw new Refusal(conflict('sealed'));
    const setup = (await manySetups(sql, job.machineId)).find((s) => s.id === setupId);
    if (!setup) throw new Refusal(missing('set-up'));
    const lines = Object.entries(setup.document.values).filter(([key, v]) => v.text !== '' && !key.endsWith('.range'));
    const put = (field: string, text: string, unit: string | null, value: number | null) =>
      oneNewEntry(sql, { jobId }, { field, text, unit, value, technicianId: null, device: `set-up ${setupId}`, at: null, undoes: null });
    let fields = 0;
    for (const [key, { text, unit, value }] of lines) {
      if (!knownField(`fitted.${key}`)) continue;
      await put(`fitted.${key}`, text, unit, value);
      fields += 1;
    }
    await put('rebuild.backTo', String(setupId), null, setupId);
    return { fields };
  });
}
