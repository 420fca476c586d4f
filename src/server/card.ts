import { onPaper } from '@/judgement/bothUnits';
import { db } from '@/db/client';
import { maybeOneCustomer } from '@/db/queries/people';
import { maybeOneJob } from '@/db/queries/jobs';
import { maybeOneMachine } from '@/db/queries/machines';
import { manySignedOfJob, maybeOneSetup } from '@/db/queries/rebuilds';
import { bothUnits } from '@/judgement/bothUnits';
import type { CardFacts } from '@/judgement/job/card';
import { setupLines } from '@/judgement/model/setups';
import { fieldDef } from '@/catalogue/fields';
import { systemOfShop } from './book';
import { machineName } from './find';

/**
 * One set-up with whose it is. Machine, owner, rider and travel are those of the record its job was sealed with; before that, those of the day.
 * @returns null where there is none
 */
export async function cardFacts(setupId: number): Promise<CardFacts | null> {
  const base = await db();
  const setup = await maybeOneSetup(base, setupId);
  if (!setup) return null;
  const [job, machine, records, system] = [
    await maybeOneJob(base, setup.jobId),
    await maybeOneMachine(base, setup.machineId),
    await manySignedOfJob(base, setup.jobId),
    await systemOfShop(base),
  ];
  const customer = job ? await maybeOneCustomer(base, job.customerId) : null;
  const record = records.find((r) => r.id === setup.rebuildId) ?? records[0];
  const sealed = record?.document;
  const figures = sealed?.machine.figures ?? {};
  const rider = sealed?.entries['rider.mass'];
  const mass = fieldDef('rider.mass');
  return {
    id: setup.id,
    machineId: setup.machineId,
    jobId: setup.jobId,
    kind: setup.kind,
    recordedAt: setup.recordedAt,
    machine: sealed?.machine.name ?? (machine ? machineName(machine) : ''),
    registration: machine?.registration ?? '',
    customer: sealed?.customer.name ?? customer?.name ?? '',
    technician: record?.technician ?? '',
    rider: rider?.value != null && mass.kind === 'quantity' ? bothUnits(rider.value, mass, system, rider) : '',
    lines: setupLines(setup.document, onPaper(system)).filter((l) => !l.key.endsWith('.range')),
    sag: setup.document.sag,
    travelMm: { rear: figures['machine.travel.rear']?.value ?? null, front: figures['machine.travel.front']?.value ?? null },
  };
}
