import { jobNumber } from '@/catalogue/jobs';
import type { z } from 'zod';
import { db, type Sql } from '@/db/client';
import { maybeOneJobLocked, type Job } from '@/db/queries/jobs';
import { maybeOneMachine } from '@/db/queries/machines';
import { maybeOneCustomer, maybeOneTechnician } from '@/db/queries/people';
import { manySetups, manySignedOfJob, oneNewSetup } from '@/db/queries/rebuilds';
import { oneNextRecordId } from '@/db/queries/seals';
import type { RebuildDocument } from '@/schema/documents';
import type { Entries, Entry } from '@/catalogue/entry';
import { knownField } from '@/catalogue/fields';
import { differencesOf } from '@/judgement/findings/built';
import { numberOf, textOf } from '@/judgement/model/read';
import type { correctRequest, SignRequest } from '@/schema/requests';
import { type Answer, conflict, missing, Refusal, refused, orRefuse } from './answer';
import { springsOfJob } from './drawers';
import { machineName } from './find';
import { proceduresOf } from './procedures';
import { settleStock } from './needs';
import { reckonService } from './service';
import { oneSealed } from './seals';
import { settleShims } from './shims';
import { lockJob } from './stock';
import { reckonLikeness } from './likeness';

import { passcodeChecked, requirePasscode } from './passcodes';
import { currentEntries } from './entries';
import { readField } from './record';
import { lastOfJob, NO_SAGS, plain, sagsOf, setupDocument, type SetupValues, standingOf, valuesUnder, carried } from './setups';
import { inTransaction } from './transaction';

interface Signing {
  job: Job;
  technician: string;
  document: Omit<RebuildDocument, 'attached'>;
  figures: Entries;
}

async function prepare(sql: Sql, job: Job, technicianId: number, entries: Entries, signedAt: string): Promise<Signing> {
  const technician = await maybeOneTechnician(sql, technicianId);
  if (!technician) throw new Refusal(missing('technician'));
  if (technician.role === 'counter') throw new Refusal(conflict('counter-cannot-sign', ['technicianId']));
  const machine = await maybeOneMachine(sql, job.machineId);
  const customer = await maybeOneCustomer(sql, job.customerId);
  if (!machine || !customer) throw new Refusal(missing('machine'));
  const figures = await currentEntries(sql, { machineId: job.machineId });
  const document: Signing['document'] = {
    version: 'rebuild/3',
    procedures: await proceduresOf(sql, job.id),
    job: { id: job.id, promisedOn: job.promisedOn, takenInAt: job.takenInAt },
    customer: { id: customer.id, name: customer.name },
    machine: { id: machine.id, name: machineName(machine), figures: plain(figures) },
    entries: plain(entries),
    technician: technician.name,
    signedAt,
  };
  return { job, technician: technician.name, document, figures };
}

/** Acknowledged only when it would outlive a power cut. */
async function thenDurable<T>(answer: Answer<T>): Promise<Answer<T>> {
  if (answer.ok) await (await db()).makeDurable();
  return answer;
}

/**
 * Signs the rebuild of a job: the whole record is sealed, and the machine's lineage grows by the set-up found and the set-up left behind.
 * Refusals: not-found, of-another-branch, already-signed, ride-undecided, nothing-recorded, passcode-unset, passcode-wrong, differs-unsaid (data `what`).
 */
export async function signRebuild(
  jobId: number,
  { technicianId, passcode }: SignRequest,
  at: string | null = null,
): Promise<Answer<{ rebuildId: number; setupId: number }>> {
  const check = await passcodeChecked(technicianId, passcode);
  const answer = await inTransaction(async (sql) => {
    const job = await lockJob(sql, jobId);
    if ((await manySignedOfJob(sql, jobId)).length > 0) throw new Refusal(conflict('already-signed'));
    if (job.rideOpen) throw new Refusal(conflict('ride-undecided'));
    const entries = await currentEntries(sql, { jobId });
    if (!Object.keys(entries).some((f) => /^(fitted|part|torque|rebuild|work)\./.test(f))) throw new Refusal(refused('nothing-recorded'));
    await requirePasscode(sql, check);
    const figuresNow = await currentEntries(sql, { machineId: job.machineId });
    const differ = differencesOf(entries, figuresNow, await springsOfJob(sql, entries));
    if (differ.length > 0 && textOf(entries, 'built.differs').trim() === '')
      throw new Refusal(refused('differs-unsaid', ['built.differs'], { what: differ.map((d) => d.what.toLowerCase()).join(', ') }));
    const signedAt = at ?? new Date().toISOString();
    const { document, figures } = await prepare(sql, job, technicianId, entries, signedAt);
    const { id: rebuildId } = await oneNextRecordId(sql);
    const found = valuesUnder(entries, 'found');
    const common = { machineId: job.machineId, jobId, recordedAt: signedAt };
    const lineage = await manySetups(sql, job.machineId);
    const previous = standingOf(lineage);
    let parentId = previous?.id ?? null;
    // Ridden before it was opened, the job has its set-up as found already.
    const ridden = previous?.jobId === jobId;
    const cameIn: SetupValues = { ...carried(previous?.document.values ?? {}), ...(ridden ? {} : found) };
    if (Object.keys(found).length > 0 && !ridden) {
      const asFound = setupDocument(cameIn, sagsOf(entries, figures, 'measure'));
      parentId = (await oneNewSetup(sql, { ...common, rebuildId, parentId, kind: 'as-found', reason: 'as it came in', document: asFound }))
        .id;
    }
    // Gone back to an older set-up: the lineage branches from there.
    const backTo = lineage.find((s) => s.id === numberOf(entries, 'rebuild.backTo'));
    if (backTo) parentId = backTo.id;
    const left = setupDocument({ ...cameIn, ...valuesUnder(entries, 'fitted') }, NO_SAGS);
    const reasons = [
      ...(backTo ? [`back to the set-up of job ${jobNumber(backTo.jobId)}`] : []),
      ...['rear', 'front'].flatMap((end) => entries[`springs.${end}.reason`]?.text ?? []),
    ];
    const setup = await oneNewSetup(sql, {
      ...common,
      rebuildId,
      parentId,
      kind: 'rebuild',
      reason: reasons.join(' · '),
      document: left,
    });
    await settleShims(sql, jobId, entries, figures);
    await settleStock(sql, jobId, entries, job.machineId);
    await oneSealed(sql, { id: rebuildId, jobId, corrects: null, reason: '', document, technicianId, signedAt });
    await reckonLikeness(sql, jobId);
    await reckonService(sql, job.machineId);
    return { rebuildId, setupId: setup.id };
  });
  return thenDurable(answer);
}

type Correct = z.output<typeof correctRequest>;

/** Adds a signed correction that points at the rebuild; the set-up it leaves is a child of the one it corrects. */
export async function correctRebuild(jobId: number, request: Correct, at: string | null = null): Promise<Answer<{ rebuildId: number }>> {
  const check = await passcodeChecked(request.technicianId, request.passcode);
  const answer = await inTransaction(async (sql) => {
    const job = await maybeOneJobLocked(sql, jobId);
    if (!job) throw new Refusal(missing('job'));
    const original = (await manySignedOfJob(sql, jobId))[0];
    if (!original) throw new Refusal(missing('signed rebuild'));
    const corrected: Record<string, Entry> = {};
    for (const { field, text, unit } of request.changes) {
      if (knownField(field)?.stage !== 'rebuild' && !field.startsWith('found.'))
        throw new Refusal(refused('field-unknown', ['field'], { field }));
      corrected[field] = { field, at: null, ...orRefuse(readField(field, text, unit, 'job')) };
    }
    await requirePasscode(sql, check);
    const signedAt = at ?? new Date().toISOString();
    const { document } = await prepare(sql, job, request.technicianId, corrected, signedAt);
    const { technicianId, reason } = request;
    const { id: rebuildId } = await oneNextRecordId(sql);
    const before = lastOfJob(await manySetups(sql, job.machineId), jobId);
    if (before) {
      const values = { ...before.document.values };
      for (const [field, { text, unit, value }] of Object.entries(corrected)) {
        const suffix = field.replace(/^(fitted|found)\./, '');
        if (suffix !== field && text === '') delete values[suffix];
        else if (suffix !== field) values[suffix] = { text, unit, value, from: 'corrected' };
      }
      const next = setupDocument(values, before.document.sag);
      await oneNewSetup(sql, {
        machineId: job.machineId,
        jobId,
        rebuildId,
        parentId: before.id,
        kind: 'correction',
        reason,
        document: next,
        recordedAt: signedAt,
      });
    }
    await oneSealed(sql, { id: rebuildId, jobId, corrects: original.id, reason, document, technicianId, signedAt });
    return { rebuildId };
  });
  return thenDurable(answer);
}
