import type { Sql } from '@/db/client';
import {
  type EntryToUndo,
  maybeOneBefore,
  maybeOneCurrent,
  maybeOneDelivered,
  maybeOneToUndo,
  oneNewEntry,
  type Subject,
} from '@/db/queries/entries';
import { maybeOneJob, maybeOneJobLocked, maybeOneJobRowLocked } from '@/db/queries/jobs';
import { manyOwners, maybeOneMachine, maybeOneMachineByFrame, updateMachine } from '@/db/queries/machines';
import { maybeOneTechnician } from '@/db/queries/people';
import { manySignedOfJob } from '@/db/queries/rebuilds';
import { type Entry, readEntry, type ReadEntry, withUnit } from '@/catalogue/entry';
import { knownField, SEALED_STAGES, fieldKey } from '@/catalogue/fields';
import type { DamperKey } from '@/catalogue/fields/damper';
import { shimsIn } from '@/catalogue/tables';
import type { ValveName } from '@/core/damper/damper';
import { shimBeyondBore } from '@/judgement/model/dampers';
import type { z } from 'zod';
import type { recordRequest } from '@/schema/requests';
import { type Answer, conflict, missing, Refusal, refused, refusedIssue } from '../answer';
import { askingNow } from '../asking';
import { currentEntries } from '../entries';
import { isFindable, makeJobFindable, makeMachineFindable } from '../find';
import { tellEntry } from '../live/live';
import { updateSimilarityIndex } from '../machines/likeness';
import { reckonService } from '../machines/service';
import { inTransaction } from '../transaction';

type Recorded = z.output<typeof recordRequest>;

/** Reads a field's text by the catalogue, for a job or for a machine. */
export function readField(field: string, text: string, unit: string | undefined, of: 'job' | 'machine'): Answer<ReadEntry> {
  const known = knownField(field);
  if (!known || (known.stage === 'machine') !== (of === 'machine')) return refused('field-unknown', ['field'], { field });
  const read = readEntry(known.def, text, unit);
  return read.ok ? { ok: true, value: read.value } : refusedIssue(read.issue, [field]);
}

const IDENTITY_NEEDED = new Set(['machine.make', 'machine.model']);

async function mirrorIdentity(sql: Sql, machineId: number, field: string, read: ReadEntry): Promise<void> {
  const machine = await maybeOneMachine(sql, machineId);
  if (!machine) throw new Refusal(missing('machine'));
  if (IDENTITY_NEEDED.has(field) && read.text.trim() === '') throw new Refusal(refused('empty', [field]));
  const next = { ...machine };
  if (field === 'machine.make') next.make = read.text.trim();
  if (field === 'machine.model') next.model = read.text.trim();
  if (field === 'machine.year') next.year = read.value;
  if (field === 'machine.registration') next.registration = read.text.trim();
  if (field === 'machine.frame') {
    next.frameNumber = read.text.trim();
    const other = next.frameNumber === '' ? null : await maybeOneMachineByFrame(sql, next.frameNumber);
    if (other && other.id !== machineId)
      throw new Refusal(conflict('already-exists', [field], { what: `Frame number ${next.frameNumber}` }));
  }
  await updateMachine(sql, next);
  const owner = (await manyOwners(sql, machineId))[0]?.name ?? '';
  await makeMachineFindable(sql, next, owner);
}

async function refuseUnknownTechnician(sql: Sql, id: number | null): Promise<void> {
  if (id !== null && !(await maybeOneTechnician(sql, id))) throw new Refusal(missing('technician'));
}

/** Refuses where somebody else wrote in the field since it was shown: nobody's figure is written over unseen. The same figure written twice is no quarrel. */
async function refuseChangedElsewhere(sql: Sql, subject: Subject, { field, text, seen }: Recorded): Promise<void> {
  if (seen === undefined) return;
  const now = await maybeOneCurrent(sql, subject, field);
  const there = now?.text ?? '';
  if (there === seen || there === text) return;
  const refusal = conflict('changed-elsewhere', [field], { there: there === '' ? 'nothing' : withUnit(now!) });
  const { id: _id, ...entry } = now ?? { id: 0, text: '', unit: null, value: null, at: null };
  throw new Refusal({ ...refusal, problem: { ...refusal.problem, there: { ...entry, field: fieldKey(field) } } });
}

/** What was sent before by the same key and is there already; null where it was not. A key names one entry and no other. */
async function deliveredBefore(sql: Sql, subject: Subject, { key, field, text }: Recorded): Promise<Entry | null> {
  const found = key === undefined ? null : await maybeOneDelivered(sql, key);
  if (!found) return null;
  const isSame =
    ('jobId' in subject ? found.jobId === subject.jobId : found.machineId === subject.machineId) &&
    found.field === field &&
    found.text === text;
  if (!isSame) throw new Refusal(conflict('already-exists', ['key'], { what: 'Another entry by this key' }));
  const { jobId: _job, machineId: _machine, ...entry } = found;
  return entry;
}

/** What the counter writes: what was asked and arranged, how it rode, and pictures; the rest is the bench's. */
const COUNTERS_STAGES: readonly string[] = ['ask', 'job', 'ride'];
const COUNTERS_FIELDS = /^(photo|voice)\./;

function refuseTheCounter(field: string, stage: string): void {
  if (askingNow()?.session?.role === 'counter' && !COUNTERS_STAGES.includes(stage) && !COUNTERS_FIELDS.test(field))
    throw new Refusal(refused('not-at-the-counter', [field]));
}

const STACK = /^valves\.(rear|front|other)\.(?:found|fit)\.(compression|rebound|base)$/;

/** A stack is held against the bore somebody has measured. */
async function refuseShimBeyondBore(sql: Sql, jobId: number, { field, text }: Recorded): Promise<void> {
  const [, damper, valve] = STACK.exec(field) ?? [];
  if (!damper || !valve) return;
  const shims = shimsIn(text);
  const job = shims.ok ? await maybeOneJob(sql, jobId) : null;
  if (!shims.ok || !job) return;
  const figures = await currentEntries(sql, { machineId: job.machineId });
  const beyond = shimBeyondBore(figures, damper as DamperKey, valve as ValveName, shims.value);
  if (beyond) throw new Refusal(refusedIssue(beyond, [field]));
}

/** Records one field of a job. Refusals: field-unknown, shim-beyond-bore, the reading's own, not-at-the-counter, sealed, changed-elsewhere. */
export async function recordJobEntry(jobId: number, request: Recorded, at: string | null = null): Promise<Answer<Entry>> {
  const read = readField(request.field, request.text, request.unit, 'job');
  if (!read.ok) return read;
  const answer = await inTransaction(async (sql) => {
    const job = await maybeOneJobRowLocked(sql, jobId);
    if (!job) throw new Refusal(missing('job'));
    const before = await deliveredBefore(sql, { jobId }, request);
    if (before) return before;
    await refuseUnknownTechnician(sql, request.technicianId);
    const known = knownField(request.field)!;
    refuseTheCounter(request.field, known.stage);
    if (SEALED_STAGES.includes(known.stage) && (await manySignedOfJob(sql, jobId)).length > 0)
      throw new Refusal(conflict('sealed', [request.field]));
    await refuseShimBeyondBore(sql, jobId, request);
    await refuseChangedElsewhere(sql, { jobId }, request);
    const { technicianId, device, field } = request;
    const entry = await oneNewEntry(
      sql,
      { jobId },
      { field, ...read.value, technicianId, device, at, undoes: null, delivery: request.key ?? null },
    );
    if (isFindable(field)) await makeJobFindable(sql, jobId);
    if (field === 'ride.feel') await updateSimilarityIndex(sql, jobId);
    return entry;
  });
  if (answer.ok) tellEntry(`job:${jobId}`, answer.value);
  return answer;
}

/** Records one figure of a machine: its versions are its entries. */
export async function recordMachineEntry(machineId: number, request: Recorded, at: string | null = null): Promise<Answer<Entry>> {
  const read = readField(request.field, request.text, request.unit, 'machine');
  if (!read.ok) return read;
  const answer = await inTransaction(async (sql) => {
    const before = await deliveredBefore(sql, { machineId }, request);
    if (before) return before;
    await refuseUnknownTechnician(sql, request.technicianId);
    await refuseChangedElsewhere(sql, { machineId }, request);
    await mirrorIdentity(sql, machineId, request.field, read.value);
    const { technicianId, device, field } = request;
    const entry = await oneNewEntry(
      sql,
      { machineId },
      { field, ...read.value, technicianId, device, at, undoes: null, delivery: request.key ?? null },
    );
    // The maker's own limits decide when it is due.
    if (field.startsWith('machine.service.')) await reckonService(sql, machineId);
    return entry;
  });
  if (answer.ok) tellEntry(`machine:${machineId}`, answer.value);
  return answer;
}

/**
 * Takes one's own newest entry of a job back by recording what the field held before; nothing is deleted. What was written in one step, such as going back to an older set-up, is taken back in
 * one: `also` holds the rest of it.
 */
export async function undo(jobId: number, technicianId: number | null = null): Promise<Answer<Entry & { also: Entry[] }>> {
  const answer = await inTransaction(async (sql) => {
    const job = await maybeOneJobLocked(sql, jobId);
    if (!job) throw new Refusal(missing('job'));
    const signed = (await manySignedOfJob(sql, jobId)).length > 0;
    const fields = signed ? 'unsealed' : 'any';
    const last = await maybeOneToUndo(sql, jobId, fields, technicianId);
    if (!last) throw new Refusal(conflict('nothing-to-undo'));
    const entry = await takeBack(sql, jobId, last, technicianId);
    const also: Entry[] = [];
    for (
      let next = await maybeOneToUndo(sql, jobId, fields, technicianId);
      next && isOneStep(last.device) && next.device === last.device;
    ) {
      also.push(await takeBack(sql, jobId, next, technicianId));
      next = await maybeOneToUndo(sql, jobId, fields, technicianId);
    }
    await makeJobFindable(sql, jobId);
    if (last.field === 'ride.feel') await updateSimilarityIndex(sql, jobId);
    return { ...entry, also };
  });
  if (answer.ok) {
    const { also, ...last } = answer.value;
    for (const entry of [last, ...also]) tellEntry(`job:${jobId}`, entry);
  }
  return answer;
}

/** Entries written together carry the set-up they came from as their device. */
const isOneStep = (device: string) => device.startsWith('set-up ');

async function takeBack(sql: Sql, jobId: number, last: EntryToUndo, technicianId: number | null): Promise<Entry> {
  const before = await maybeOneBefore(sql, jobId, last.field, last.id);
  const { text, unit, value } = before ?? { text: '', unit: null, value: null };
  return oneNewEntry(sql, { jobId }, { field: last.field, text, unit, value, technicianId, device: 'undo', at: null, undoes: last.id });
}
