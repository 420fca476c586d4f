import { type JobFacts, factsOf } from '@/judgement/model/facts';
import { said, sayMetric } from '@/core/units/say';
import { jobNumber } from '@/catalogue/jobs';
import { wheelAtStroke } from '@/core/leverage/law';
import { randomBytes } from 'node:crypto';
import type { z } from 'zod';
import { type Sql, db } from '@/db/client';
import { type Job, maybeOneJobLocked } from '@/db/queries/jobs';
import { manyRunsOfJob } from '@/db/queries/loggerRuns';
import { oneNewEntry } from '@/db/queries/entries';
import { manySetups, manySignedOfJob, oneNewSetup, type Setup } from '@/db/queries/rebuilds';
import { noneNewOutcome } from '@/db/queries/outcomes';
import {
  manyRidesOfTrials,
  manyTrialsOfJob,
  maybeOneTrial,
  maybeOneTrialByToken,
  noneDecide,
  oneNewRide,
  oneNewTrial,
  type StoredTrial,
} from '@/db/queries/trials';
import { parseQuantity } from '@/core/units/parse';
import type { Dimension } from '@/core/units/units';
import { statementsFor } from '@/judgement/reason/learnt';
import { placeOf } from '@/knowledge/causes/statements';
import type { RideDocument, SetupDocument, TrialDocument } from '@/schema/documents';
import type { Entries, ReadEntry } from '@/catalogue/entry';
import { endModelOf, isMissing, isUnusable } from '@/judgement/model/ends';
import { nextItem, numberOf, textOf } from '@/judgement/model/read';
import { knownNow, MAX_TOLD } from '@/judgement/ride/nowKnown';
import { type Reasoned, reasonOf, toldOf } from '@/judgement/reason/reason';
import { isOfCause, overall, passedOver, planOf, stepOf } from '@/judgement/ride/retune';
import type { Setups, Trial } from '@/schema/pages';
import { standingOf } from '@/judgement/job/standing';
import { changeWords, moved, placeIn, reachOfTunable, tunableById } from '@/judgement/reason/tunables';
import type { decideRequest, rideRequest, trialRequest } from '@/schema/retune';
import { type Answer, conflict, missing, Refusal, refused, refusedIssue } from '../answer';
import { actIsOfJob } from '../asking';
import { updateSimilarityIndex } from '../machines/likeness';
import { knownOf, reasoningOf } from './reasoning';
import { currentEntries } from '../entries';
import { carried, NO_SAGS, sagsOf, setupDocument, valuesUnder } from '../machines/setups';
import { isOver } from './rideSheets';
import { inTransaction } from '../transaction';
import { type End, ENDS } from '@/catalogue/ends';

/** Rides, one change at a time: planned, ridden, decided; each change is a set-up of its own. */

const BASE32 = 'abcdefghijklmnopqrstuvwxyz234567';
const TOKEN_LENGTH = 26;
/** 130 bits that nobody guesses, in letters a phone's camera reads well. */
const newToken = (): string => [...randomBytes(TOKEN_LENGTH)].map((b) => BASE32[b % 32]).join('');

export async function trialsOf(sql: Sql, jobId: number): Promise<Trial[]> {
  const stored = await manyTrialsOfJob(sql, jobId);
  const rides = await manyRidesOfTrials(
    sql,
    stored.map((t) => t.id),
  );
  return stored.map(({ jobId: _job, ...t }) => ({
    ...t,
    rides: rides.filter((r) => r.trialId === t.id).map(({ document, source, at }) => ({ document, source, at })),
  }));
}

/** The machine under a job's rides. */
export interface Stand {
  /** The set-up of this job that is in the machine, or was when it left; null before one is written down. */
  standing: Setup | null;
  /** Where the rides begin and where they are now: of `standing`, else as it would be written down from what came in. null while nothing is noted. */
  setups: Setups | null;
  /** The job the machine has come back as since: what is in it now is that job's. */
  movedOn: number | null;
  /** The older set-up this job has gone back to and not yet signed or ridden on from. */
  back: Setup | null;
}

/** @param lineage newest first */
export function standOf(lineage: readonly Setup[], trials: readonly Trial[], jobId: number, facts: JobFacts): Stand {
  const movedOn = lineage.find((s) => s.jobId > jobId)?.jobId ?? null;
  const inMachine = standingOf(lineage);
  const standing = movedOn === null && inMachine?.jobId !== jobId ? null : standingOf(lineage.filter((s) => s.jobId === jobId));
  const found = valuesUnder(facts.entries, 'found');
  const noted = movedOn === null && (inMachine !== null || Object.keys(found).length > 0);
  const asFound = { ...carried(inMachine?.document.values ?? {}), ...found };
  const back = standing?.kind === 'rebuild' ? null : backOf(lineage, trials, facts.entries);
  // Gone back: what stands in the machine is the older set-up, with whatever was fitted otherwise since.
  const now = back
    ? setupDocument({ ...carried(back.document.values), ...valuesUnder(facts.entries, 'fitted') }, NO_SAGS)
    : (standing?.document ?? (noted ? setupDocument(asFound, sagsOf(facts, 'measure')) : null));
  const first = trials.find((t) => t.document.change !== null);
  const base = lineage.find((s) => s.id === first?.fromSetupId)?.document ?? now;
  return { standing, movedOn, back, setups: now && base && { base, now } };
}

/** The set-up gone back to, unless the job was ridden on from there already: then the rides' own set-ups stand. */
function backOf(lineage: readonly Setup[], trials: readonly Trial[], entries: Entries): Setup | null {
  const to = entries['rebuild.backTo'];
  if (!to || to.value === null || trials.some((t) => t.plannedAt > (to.at ?? ''))) return null;
  return lineage.find((s) => s.id === to.value) ?? null;
}

/** The id of the set-up in the machine; where the job has none yet, what came in is written down as one first. */
async function standingId(sql: Sql, job: Job, lineage: readonly Setup[], { standing, setups, back }: Stand): Promise<number> {
  if (standing && !back) return standing.id;
  const { id } = await oneNewSetup(sql, {
    machineId: job.machineId,
    jobId: job.id,
    rebuildId: null,
    parentId: back?.id ?? standingOf(lineage)?.id ?? null,
    kind: back ? 'as-set' : 'as-found',
    reason: back ? `back to the set-up of job ${jobNumber(back.jobId)}` : 'as it came in',
    document: setups!.now,
    recordedAt: new Date().toISOString(),
  });
  return id;
}

type Wanted = z.output<typeof trialRequest>;

/** The change wanted, on the set-up in the machine. Refusals: not-found, no-change, out-of-range, beyond-evidence, order-unsaid. */
function checkedChange(
  known: Parameters<typeof stepOf>[0],
  reasoned: Reasoned | null,
  now: SetupDocument,
  trials: Trial[],
  base: SetupDocument,
  wanted: Wanted,
) {
  if (wanted.change === null) return null;
  const tunable = tunableById(wanted.change.tunable);
  if (!tunable) throw new Refusal(missing('adjuster'));
  const from = placeIn(now, tunable);
  if (from === null) throw new Refusal(refused('nothing-noted', ['change']));
  const { to } = wanted.change;
  if (Math.abs(to - from) < 1e-9) throw new Refusal(refused('no-change', ['change', 'to']));
  const [min, max] = reachOfTunable(base, known.entries, tunable);
  if (!(to >= min && to <= max)) throw new Refusal(refused('out-of-range', ['change', 'to'], { min, max, unit: tunable.unit }));
  const { proposed } = planOf(known, reasoned, { base, now }, trials);
  const step =
    proposed.find((s) => s.tunable.id === tunable.id) ?? stepOf(known, { base, now }, trials, tunable, null, { cause: null, cure: null });
  const reach = step?.search?.reach ?? null;
  if (step && reach !== null && Math.abs(to - step.start) > reach + 1e-9)
    throw new Refusal(refused('beyond-evidence', ['change', 'to'], { start: step.start, reach, unit: tunable.unit }));
  const passed = passedOver(known.entries, proposed, tunable);
  if (passed.length > 0 && wanted.orderReason === '')
    throw new Refusal(refused('order-unsaid', ['orderReason'], { what: passed.join(', ').toLowerCase() }));
  return { tunable, from, to };
}

/**
 * Plans a ride on one change, or on the machine as it is. The change becomes a set-up that comes from the one in the machine.
 * Refusals: not-found, ride-undecided, machine-moved-on, nothing-noted, against-cause, and those of the change.
 */
export async function planTrial(
  jobId: number,
  wanted: Wanted,
  at: string | null = null,
): Promise<Answer<{ trialId: number; token: string }>> {
  const known = await knownOf(await db(), jobId);
  if (!known) return missing('job');
  const { causes } = await reasoningOf(await db(), jobId, known);
  return inTransaction(async (sql) => {
    const job = await maybeOneJobLocked(sql, jobId);
    if (!job) throw new Refusal(missing('job'));
    const trials = await trialsOf(sql, jobId);
    if (trials.some((t) => t.decision === null)) throw new Refusal(conflict('ride-undecided'));
    const lineage = await manySetups(sql, job.machineId);
    const stand = standOf(lineage, trials, jobId, known);
    if (stand.movedOn !== null) throw new Refusal(conflict('machine-moved-on', [], { job: stand.movedOn }));
    if (!stand.setups) throw new Refusal(refused('nothing-noted', ['change']));
    const { base, now } = stand.setups;
    const signed = (await manySignedOfJob(sql, jobId)).length > 0;
    // Ridden as it is, the ride speaks of the work, and so of what was known before it; a change speaks of the machine as it stands.
    const asRidden = wanted.change === null ? known : knownNow(known, now, trials, signed, await manyRunsOfJob(sql, jobId));
    const found = reasonOf(asRidden, causes);
    const reasoned = found.ok ? found.value : null;
    const change = checkedChange(asRidden, reasoned, now, trials, base, wanted);
    const cause = reasoned?.causes.find((c) => c.id === wanted.cause) ?? null;
    if (cause && change && !isOfCause(asRidden, cause, wanted.cure, change.tunable, change.to - change.from))
      throw new Refusal(refused('against-cause', ['cause'], { cause: cause.name }));
    // What was told since it went back is asked about like the rest.
    const told = knownNow(known, now, trials, signed, []).entries;
    const document: TrialDocument = {
      version: 'trial/1',
      change: change && { tunable: change.tunable.id, from: change.from, to: change.to },
      cause: cause?.id ?? null,
      cure: cause && cause.page.cures.some((c) => c.id === wanted.cure) ? wanted.cure : null,
      reason: wanted.reason,
      orderReason: wanted.orderReason,
      complaints: toldOf(told).map((t) => ({ ...t, words: textOf(told, `complaint.${t.n}.words`) })),
      statements: cause && reasoned ? statementsFor(cause.page, cause.end, reasoned.reads) : {},
    };
    const fromSetupId = await standingId(sql, job, lineage, stand);
    const setupId = change
      ? (
          await oneNewSetup(sql, {
            machineId: job.machineId,
            jobId,
            rebuildId: null,
            parentId: fromSetupId,
            kind: 'ride',
            reason: [sayMetric(said`${change.tunable.label} ${changeWords(change.tunable, change.from, change.to)}`), wanted.reason]
              .filter(Boolean)
              .join(': '),
            document: setupDocument(moved(carried(now.values), change.tunable, change.to), NO_SAGS),
            recordedAt: at ?? new Date().toISOString(),
          })
        ).id
      : fromSetupId;
    const token = newToken();
    const { id } = await oneNewTrial(sql, { jobId, n: trials.length + 1, fromSetupId, setupId, document, token }, at);
    return { trialId: id, token };
  });
}

type Said = z.output<typeof rideRequest>;

function readAs(text: string, dimension: Dimension, unit: string, path: string): ReadEntry | null {
  if (text === '') return null;
  const read = parseQuantity(text, { dimension, unit });
  if (!read.ok) throw new Refusal(refusedIssue(read.issue, [path]));
  return { text, unit: read.value.unit, value: read.value.canonical };
}

/** Wheel travel from a tie: at the rear it was pushed along the shaft, at the front along the tube. Refusals: out-of-range at the tie. */
function usedOf(tie: ReadEntry | null, facts: JobFacts, end: End, path: string): number | null {
  if (!tie || tie.value === null) return null;
  const travel = numberOf(facts.machine, `machine.travel.${end}`);
  const found = endModelOf(facts, end);
  const lever = isMissing(found) || isUnusable(found) ? null : found.model.leverage;
  const most = end === 'front' || !lever || travel === null ? travel : lever.strokeMm(travel);
  if (tie.value < 0 || (most !== null && tie.value > most * 1.03))
    throw new Refusal(refused('out-of-range', [path], { min: 0, max: Math.round(most ?? 400), unit: 'mm', dimension: 'length' }));
  if (end === 'front') return Math.min(tie.value, travel ?? tie.value);
  if (!lever || travel === null) return null;
  return wheelAtStroke(lever, tie.value, travel);
}

async function rideOn(sql: Sql, trial: StoredTrial, said: Said, source: 'bench' | 'phone', at: string | null): Promise<{ rideId: number }> {
  const job = await maybeOneJobLocked(sql, trial.jobId);
  if (!job) throw new Refusal(missing('job'));
  if ((await maybeOneTrial(sql, trial.id))?.decision) throw new Refusal(conflict('ride-decided'));
  const complaints = new Set(trial.document.complaints.map((c) => String(c.n)));
  const unknown = Object.keys(said.feels).find((n) => !complaints.has(n));
  if (unknown !== undefined) throw new Refusal(refused('field-unknown', ['feels', unknown], { field: unknown }));
  if (Object.keys(said.feels).length === 0 && complaints.size > 0) throw new Refusal(refused('feel-missing', ['feels']));
  const entries = await currentEntries(sql, { jobId: job.id });
  const machine = await currentEntries(sql, { machineId: job.machineId });
  const tie = {
    rear: readAs(said.tieRear, 'length', 'mm', 'tieRear'),
    front: readAs(said.tieFront, 'length', 'mm', 'tieFront'),
  };
  const document: RideDocument = {
    version: 'ride/1',
    feels: said.feels,
    tie,
    usedMm: {
      rear: usedOf(tie.rear, factsOf(entries, machine), 'rear', 'tieRear'),
      front: usedOf(tie.front, factsOf(entries, machine), 'front', 'tieFront'),
    },
    conditions: {
      riderMass: readAs(said.riderMass, 'mass', 'kg', 'riderMass'),
      temperature: readAs(said.temperature, 'temperature', '°C', 'temperature'),
      fuel: said.fuel,
      tyres: said.tyres,
      track: said.track,
    },
    words: said.words,
  };
  const { id } = await oneNewRide(sql, trial.id, document, source, at);
  await tellNew(sql, trial, entries, said.told, at);
  // The job's first word on how it rode; a later ride changes it when it is kept.
  if (textOf(entries, 'ride.feel') === '') await tellJob(sql, trial, document, at);
  await updateSimilarityIndex(sql, trial.jobId);
  return { rideId: id };
}

/** Something the rider tells for the first time: a complaint of the rides, among those told since it went back. */
async function tellNew(sql: Sql, trial: StoredTrial, entries: Entries, told: Said['told'], at: string | null): Promise<void> {
  if (told === null) return;
  const n = nextItem(entries, 'ride.told');
  if (n > MAX_TOLD) throw new Refusal(refused('out-of-range', ['told'], { min: 0, max: MAX_TOLD }));
  for (const [what, text] of Object.entries(told))
    if (text !== '')
      await oneNewEntry(
        sql,
        { jobId: trial.jobId },
        { field: `ride.told.${n}.${what}`, text, unit: null, value: null, technicianId: null, device: `ride ${trial.n}`, at, undoes: null },
      );
}

/** The job as a whole rode as its newest kept ride did: what the Floor, the history and the machines alike read. */
async function tellJob(sql: Sql, trial: StoredTrial, ride: RideDocument, at: string | null): Promise<void> {
  const put = (field: string, text: string, unit: string | null, value: number | null) =>
    oneNewEntry(sql, { jobId: trial.jobId }, { field, text, unit, value, technicianId: null, device: `ride ${trial.n}`, at, undoes: null });
  const feel = overall(ride.feels);
  if (feel) await put('ride.feel', feel, null, null);
  for (const end of ENDS) {
    const mm = ride.usedMm[end];
    if (mm !== null) await put(`ride.used.${end}`, `${mm.toFixed(1)} mm`, 'mm', mm);
  }
  if (ride.words) await put('ride.words', ride.words, null, null);
}

/** Writes down what the rider said of a ride, at the bench. Refusals: not-found, ride-decided, feel-missing, and the readings' own. */
export async function recordRide(trialId: number, said: Said, at: string | null = null): Promise<Answer<{ rideId: number }>> {
  return inTransaction(async (sql) => {
    const trial = await maybeOneTrial(sql, trialId);
    if (!trial) throw new Refusal(missing('ride'));
    actIsOfJob(trial.jobId);
    return rideOn(sql, trial, said, 'bench', at);
  });
}

/** The same from the rider's own phone, by the token of the sheet. */
export async function recordRideByToken(token: string, said: Said): Promise<Answer<{ rideId: number }>> {
  return inTransaction(async (sql) => {
    const trial = await maybeOneTrialByToken(sql, token);
    if (!trial) throw new Refusal(missing('ride'));
    if (isOver(trial)) throw new Refusal(conflict('ride-decided'));
    actIsOfJob(trial.jobId);
    return rideOn(sql, trial, said, 'phone', null);
  });
}

/** What a decision says of the cause it followed, complaint by complaint: kept and better proves it, same or worse speaks against it; better but taken back says neither. */
async function learnFrom(sql: Sql, trial: StoredTrial, feels: RideDocument['feels'], decision: string): Promise<void> {
  const { cause, complaints, statements } = trial.document;
  if (cause === null) return;
  const { id } = placeOf<string>(cause);
  const done = new Set<string>();
  for (const { n, phrase } of complaints) {
    const feel = feels[String(n)];
    if (!feel || done.has(phrase) || (feel === 'better' && decision !== 'keep')) continue;
    done.add(phrase);
    await noneNewOutcome(sql, trial.id, { cause: id, complaint: phrase, helped: feel === 'better', statements });
  }
}

/** Keeps a change, takes it back, or takes it back to halve the step. Refusals: not-found, ride-decided, ride-missing, no-change where there is none to take back. */
export async function decideTrial(
  trialId: number,
  { decision, note }: z.output<typeof decideRequest>,
  at: string | null = null,
): Promise<Answer<{ trialId: number }>> {
  return inTransaction(async (sql) => {
    const trial = await maybeOneTrial(sql, trialId);
    if (!trial || !(await maybeOneJobLocked(sql, trial.jobId))) throw new Refusal(missing('ride'));
    actIsOfJob(trial.jobId);
    if ((await maybeOneTrial(sql, trialId))?.decision) throw new Refusal(conflict('ride-decided'));
    const [ride] = await manyRidesOfTrials(sql, [trialId]);
    // A change may be taken back unridden; to keep it, somebody must have ridden it.
    if (!ride && decision !== 'revert') throw new Refusal(refused('ride-missing', ['decision']));
    if (trial.document.change === null && decision !== 'keep' && ride) throw new Refusal(refused('nothing-to-take-back', ['decision']));
    await noneDecide(sql, trialId, decision, note, at);
    if (ride) await learnFrom(sql, trial, ride.document.feels, decision);
    if (ride && decision === 'keep') await tellJob(sql, trial, ride.document, at);
    await updateSimilarityIndex(sql, trial.jobId);
    return { trialId };
  });
}
