import { feelIn } from '@/schema/documents';
import type { Sql } from '@/db/client';
import { manyJobsOfMachine } from '@/db/queries/jobs';
import { maybeOneMachine } from '@/db/queries/machines';
import { manySetups, type Setup } from '@/db/queries/rebuilds';
import { manyFeelsOfMachine } from '@/db/queries/trials';
import { stacksLeft } from '@/judgement/findings/built';
import { rodeOf, standingOf } from '@/judgement/job/standing';
import { itemNumbers, textOf } from '@/judgement/model/read';
import { overall } from '@/judgement/ride/retune';
import type { Entries } from '@/catalogue/entry';
import type { ComplaintTold, Present } from '@/schema/present';
import { systemOfShop } from '../book/book';
import { loadOf } from './card';
import { currentEntries } from '../entries';
import { machineName } from '../find';
import { sealedEntries } from '../keeping/sealed';

/** The newest sags read with this set-up or one it came from. */
function sagOf(setups: readonly Setup[], standing: Setup): Present['sag'] {
  const byId = new Map(setups.map((s) => [s.id, s]));
  for (let s: Setup | undefined = standing; s; s = byId.get(s.parentId ?? -1)) {
    const { sag } = s.document;
    const isRead = [sag.rear, sag.front].some((end) => end.staticMm !== null || end.riderMm !== null);
    if (isRead) return { values: sag, at: s.recordedAt, isBefore: s.id !== standing.id };
  }
  return null;
}

/** The complaints of a job as they were told. */
export function complaintsIn(entries: Entries, list: 'complaint' | 'ride.told'): ComplaintTold[] {
  return itemNumbers(entries, list).flatMap((n) => {
    const at = (what: keyof ComplaintTold) => textOf(entries, `${list}.${n}.${what}`);
    return at('phrase') === '' ? [] : [{ phrase: at('phrase'), place: at('place'), end: at('end'), words: at('words') }];
  });
}

/** How each set-up of a machine rode, as its rides say. */
export const rodeByRides = async (base: Sql, machineId: number): Promise<Record<number, string>> =>
  Object.fromEntries((await manyFeelsOfMachine(base, machineId)).map(({ setupId, feels }) => [setupId, overall(feels) ?? '']));

/** A machine as it stands; null while nothing of it is recorded as a set-up. */
export async function presentOf(base: Sql, machineId: number): Promise<Present | null> {
  const machine = await maybeOneMachine(base, machineId);
  const setups = await manySetups(base, machineId);
  const standing = standingOf(setups);
  if (!machine || !standing) return null;
  const jobs = await manyJobsOfMachine(base, machineId);
  const signed = jobs.find((j) => j.signed && j.id <= standing.jobId);
  const sealed = signed && (await sealedEntries(base, [signed.id])).get(signed.id);
  const newest = jobs[0] ? await currentEntries(base, { jobId: jobs[0].id }) : {};
  const ofJob = await currentEntries(base, { jobId: standing.jobId });
  const rode = rodeOf(setups, standing, await rodeByRides(base, machineId), { [standing.jobId]: textOf(ofJob, 'ride.feel') });
  return {
    machineId,
    machine: machineName(machine),
    setup: { id: standing.id, jobId: standing.jobId, kind: standing.kind, at: standing.recordedAt },
    document: standing.document,
    sag: sagOf(setups, standing),
    stacks: sealed ? stacksLeft(sealed) : [],
    setFor: sealed ? loadOf(sealed, await systemOfShop(base)) : [],
    cameWith: complaintsIn(newest, 'complaint'),
    since: complaintsIn(newest, 'ride.told'),
    rode: feelIn(rode) ?? '',
  };
}
