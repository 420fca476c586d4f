import { factsOf } from '@/judgement/model/facts';
import { jobNumber } from '@/catalogue/jobs';
import type { z } from 'zod';
import { db, type Sql } from '@/db/client';
import { maybeOneJobLocked, type Job } from '@/db/queries/jobs';
import { maybeOneMachine } from '@/db/queries/machines';
import { maybeOneCustomer, maybeOneTechnician } from '@/db/queries/people';
import { manySetups, manySignedOfJob, oneNewSetup, type Setup } from '@/db/queries/rebuilds';
import { oneNextRecordId } from '@/db/queries/seals';
import type { RebuildDocument } from '@/schema/documents';
import type { Entries, Entry } from '@/catalogue/entry';
import { END_NAMES } from '@/catalogue/ends';
import { knownField, fieldKey } from '@/catalogue/fields';
import { PRELOAD_KEYS } from '@/catalogue/fields/setup';
import { differencesOf } from '@/judgement/findings/built';
import { recordedOf, standingOf } from '@/judgement/job/standing';
import { compareSetups } from '@/judgement/model/setups';
import { numberOf, textOf } from '@/judgement/model/read';
import type { correctRequest, SignRequest } from '@/schema/requests';
import { type Answer, conflict, missing, Refusal, refused, orRefuse } from '../answer';
import { springsOfJob } from '../stock/drawers';
import { machineName } from '../find';
import { proceduresOf } from '../book/procedures';
import { settleStock } from './needs';
import { reckonService } from '../machines/service';
import { namedForRecord, oneSealed } from '../keeping/seals';
import { settleShims } from '../stock/shims';
import { lockJob } from '../stock/stock';
import { schoolsOfShop } from '../book/book';
import { updateSimilarityIndex } from '../machines/likeness';
import { keepChoices, remembering } from '../machines/shopMemory';

import { passcodeChecked, requirePasscode } from '../door/passcodes';
import { currentEntries } from '../entries';
import { readField } from './record';
import { NO_SAGS, plain, sagsOf, setupDocument, type SetupValues, valuesUnder, carried } from '../machines/setups';
import { inTransaction } from '../transaction';

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
    version: 'rebuild/4',
    procedures: await proceduresOf(sql, job.id),
    job: { id: job.id, promisedOn: job.promisedOn, takenInAt: job.takenInAt },
    customer: namedForRecord(customer),
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
    const differ = differencesOf(factsOf(entries, figuresNow), await springsOfJob(sql, entries));
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
      const asFound = setupDocument(cameIn, sagsOf(factsOf(entries, figures), 'measure'));
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
    await settleShims(sql, jobId, factsOf(entries, figures));
    await settleStock(sql, jobId, entries, job.machineId);
    await oneSealed(sql, { id: rebuildId, jobId, corrects: null, reason: '', document, technicianId, signedAt });
    await updateSimilarityIndex(sql, jobId);
    await keepChoices(sql, jobId, await remembering(sql, factsOf(entries, figures, await schoolsOfShop(sql)), job), left);
    await reckonService(sql, job.machineId);
    return { rebuildId, setupId: setup.id };
  });
  return thenDurable(answer);
}

type Correct = z.output<typeof correctRequest>;

/** The corrected figures that a set-up takes in: those recorded under one of these prefixes, without it. */
const correctedUnder = (corrected: Readonly<Record<string, Entry>>, from: 'fitted' | 'found'): SetupValues =>
  Object.fromEntries(
    Object.entries(corrected).flatMap(([field, { text, unit, value }]) =>
      field.startsWith(`${from}.`) ? [[field.slice(from.length + 1), { text, unit, value, from: 'corrected' as const }]] : [],
    ),
  );

/** Preload is one figure read in three parts: whoever set one of them later set the figure. */
const figureOf = (key: string): string => PRELOAD_KEYS.find((k) => key.startsWith(`${k}.`)) ?? key;

function laidOver(values: SetupValues, corrections: SetupValues): SetupValues {
  const next = { ...values, ...corrections };
  for (const [key, { text }] of Object.entries(corrections)) if (text === '') delete next[key];
  return next;
}

/** The figures that were set, ridden or corrected of their own since the rebuild: a correction of the record leaves them as they are. */
function setSince(lineage: readonly Setup[], from: Setup, to: Setup): Set<string> {
  const since = new Set<string>();
  const byId = new Map(lineage.map((s) => [s.id, s]));
  for (let s: Setup | undefined = to; s && s.id > from.id; s = byId.get(s.parentId ?? -1))
    for (const [key, { from: origin }] of Object.entries(s.document.values)) if (origin !== 'carried') since.add(figureOf(key));
  return since;
}

/** What was corrected and stands otherwise in the machine, in words: "Rear rebound 12 out". */
function standsOtherwise(recorded: Setup['document'], now: Setup['document'], keys: ReadonlySet<string>): string[] {
  return compareSetups(recorded, now, 'metric')
    .filter((d) => d.differs && d.right !== null && keys.has(d.key))
    .map((d) => `${END_NAMES[d.end]} ${d.label.toLowerCase()} ${d.right}`);
}

/**
 * The set-ups a correction leaves: the one that was recorded, put right; and where the machine was set or ridden on since, the one in it now, with what it still
 * carries of the record put right and what was set since left alone. Refusal: ride-undecided, where a ride holds the set-up that would be put right.
 * @returns what stays as it was set later, in words
 */
async function correctSetups(
  sql: Sql,
  job: Job,
  corrected: Readonly<Record<string, Entry>>,
  common: { rebuildId: number; reason: string; recordedAt: string },
) {
  const jobId = job.id;
  const lineage = await manySetups(sql, job.machineId);
  const recorded = recordedOf(lineage, jobId);
  if (!recorded) return [];
  const add = (parent: Setup, values: SetupValues, reason: string) =>
    oneNewSetup(sql, {
      ...common,
      machineId: job.machineId,
      jobId,
      parentId: parent.id,
      kind: 'correction',
      reason,
      document: setupDocument(values, parent.document.sag),
    });
  const [fitted, found] = [correctedUnder(corrected, 'fitted'), correctedUnder(corrected, 'found')];
  const cameIn = lineage.find((s) => s.jobId === jobId && s.kind === 'as-found');
  if (cameIn && Object.keys(found).length > 0) await add(cameIn, laidOver(cameIn.document.values, found), common.reason);
  // What came in went into what was left only where nothing else was fitted.
  const left = { ...Object.fromEntries(Object.entries(found).filter(([key]) => !isFitted(recorded, key))), ...fitted };
  if (Object.keys(left).length === 0) return [];
  const right = laidOver(recorded.document.values, left);
  const present = standingOf(lineage);
  if (!present || present.id === recorded.id) {
    await add(recorded, right, common.reason);
    return [];
  }
  const since = present.jobId === jobId ? setSince(lineage, recorded, present) : null;
  const carriedOn = Object.fromEntries(Object.entries(left).filter(([key]) => since && !since.has(figureOf(key))));
  if (Object.keys(carriedOn).length > 0 && job.rideOpen) throw new Refusal(conflict('ride-undecided'));
  const now = laidOver(present.document.values, carriedOn);
  const stays = standsOtherwise(setupDocument(right, NO_SAGS), setupDocument(now, NO_SAGS), new Set(Object.keys(left).map(figureOf)));
  await add(recorded, right, [common.reason, ...(stays.length > 0 ? [`stays as it was set later: ${stays.join(', ')}`] : [])].join('; '));
  if (Object.keys(carriedOn).length > 0)
    await add(present, { ...carried(present.document.values), ...pick(now, carriedOn) }, common.reason);
  return stays;
}

const isFitted = ({ document }: Setup, key: string): boolean => document.values[key]?.from === 'fitted';
const pick = (values: SetupValues, keys: object): SetupValues =>
  Object.fromEntries(Object.entries(values).filter(([key]) => Object.hasOwn(keys, key)));

/**
 * Adds a signed correction that points at the rebuild. It puts right what was recorded; what was set or ridden since stays as it was, and the answer names it.
 * Refusals: not-found, field-unknown, the fields' own, passcode-unset, passcode-wrong, ride-undecided.
 */
export async function correctRebuild(
  jobId: number,
  request: Correct,
  at: string | null = null,
): Promise<Answer<{ rebuildId: number; stays: string[] }>> {
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
      corrected[field] = { field: fieldKey(field), at: null, ...orRefuse(readField(field, text, unit, 'job')) };
    }
    await requirePasscode(sql, check);
    const signedAt = at ?? new Date().toISOString();
    const { document } = await prepare(sql, job, request.technicianId, corrected, signedAt);
    const { technicianId, reason } = request;
    const { id: rebuildId } = await oneNextRecordId(sql);
    const stays = await correctSetups(sql, job, corrected, { rebuildId, reason, recordedAt: signedAt });
    await oneSealed(sql, { id: rebuildId, jobId, corrects: original.id, reason, document, technicianId, signedAt });
    return { rebuildId, stays };
  });
  return thenDurable(answer);
}
