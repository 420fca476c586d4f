import type { BenchData, JobBrief } from '@/schema/pages';
import { type JobFacts, factsOf } from '@/judgement/model/facts';
import { oneBegun } from '@/db/queries/health';
import { type Db, db } from '@/db/client';
import { manyHistory, manyLastKnown } from '@/db/queries/entries';
import { type JobLine, manyJobsOfCustomer, manyJobsOfMachine, manyJobsOnTheStands, manyRidesAwaited, maybeOneJob } from '@/db/queries/jobs';
import { manyMachines, manyMergedInto, manyOwners, maybeOneMachine, oneMachineCount } from '@/db/queries/machines';
import { branchHere } from '@/db/branch';
import { manyNewestCustomers, manyTechnicians, maybeOneCustomer } from '@/db/queries/people';
import { manySetups, manySignedOfJob, type Setup, manySignedOfMachine } from '@/db/queries/rebuilds';
import { manyRunsOfJob } from '@/db/queries/loggerRuns';
import { manyQuotes } from '@/db/queries/quotes';
import { manyShims } from '@/db/queries/shims';
import { manyStock } from '@/db/queries/stock';
import type { Entries, Entry } from '@/catalogue/entry';
import { historyPoint } from '@/judgement/reason/history';
import { today } from '@/catalogue/days';
import { nextStep, stageLines } from '@/judgement/job/stages';
import { lastOfJob, standingOf } from '@/judgement/job/standing';
import { textOf } from '@/judgement/model/read';
import { riderRates } from '@/judgement/aims/riderRates';
import { purposeOf, schoolOf } from '@/judgement/aims/targets';
import { USE_NAMES } from '@/catalogue/uses';
import { fittedOnModel } from './machines/shopMemory';
import { listSprings, springsOfJob } from './stock/drawers';
import { needsOf, ordersPlaced, shortages } from './jobs/needs';
import { dueOfMachine, dueWithin, usualDay } from './machines/service';
import { backupState } from './keeping/backups';
import { calibrationsOf, dampingOfShop, moneyOfShop, oilsOfShop, procedureVersions, schoolsOfShop } from './book/book';
import { practiceCaseOf } from './jobs/practice';
import { proceduresOf } from './book/procedures';
import { branchesOf } from './branches';
import { elsewhereOf } from './exchange/handOver';
import { machineName } from './find';
import { guessedAt, guessedFrom } from './door/guesses';
import { currentEntries, currentEntriesOf } from './entries';
import { customerPast } from './machines/customers';
import { complaintsIn, presentOf, rodeByRides } from './machines/present';
import { reasoningOf } from './rides/reasoning';
import { standOf, trialsOf } from './rides/retune';
import { originsOf } from './machines/model';
import { lineageFromStandard } from './machines/setups';

const MAX_ON_FLOOR = 60;
/** Machines of a customer shown as they stand. */
const MAX_PRESENTS = 6;
const MAX_AWAITED = 12;
const DUE_WITHIN_DAYS = 30;
const MAX_SHOWN = 500;

const byField = (rows: Entry[]): Record<string, Entry> =>
  Object.fromEntries(rows.map(({ field, text, unit, value, at }) => [field, { field, text, unit, value, at }]));

const entriesByJob = async (jobs: JobLine[]): Promise<Map<number, Entries>> =>
  currentEntriesOf(
    await db(),
    'job_id',
    jobs.map((j) => j.id),
  );

const brief = (job: JobLine, facts: JobFacts): JobLine & JobBrief => {
  const lines = stageLines({
    entries: facts.entries,
    machine: facts.machine,
    signed: job.signed,
    handedBack: job.handedBackAt !== null,
    rideOpen: job.rideOpen,
  });
  return { ...job, machine: machineName(job), lines, next: nextStep(lines), waitsFor: textOf(facts.entries, 'job.waits') };
};

/** Of the book itself: an old backup, a disk nearly full, somebody guessing at passcodes. */
async function warningsOf(base: Db): Promise<{ words: string; href: string }[]> {
  const { warning } = await backupState();
  const names = new Map((await manyTechnicians(base)).map((t) => [t.id, t.name]));
  return [
    ...(warning ? [{ words: warning, href: '/shop-book/backups' }] : []),
    ...guessedAt().map(({ technicianId, wrong }) => ({
      words: `Somebody typed ${wrong} wrong passcodes in a row for ${names.get(technicianId) ?? 'a name'}.`,
      href: '/shop-book/names',
    })),
    ...guessedFrom().map(({ address, wrong }) => ({ words: `${wrong} wrong passcodes came from ${address}.`, href: '/shop-book/names' })),
  ];
}

/** The Floor: jobs on the stands by promised day, and rides nobody has heard of yet. */
export async function floor() {
  const base = await db();
  const [jobs, awaited] = [await manyJobsOnTheStands(base, MAX_ON_FLOOR), await manyRidesAwaited(base, MAX_AWAITED)];
  const entries = await entriesByJob(jobs);
  const figures = await currentEntriesOf(
    base,
    'machine_id',
    jobs.map((j) => j.machineId),
  );
  const placed = await ordersPlaced(base);
  return {
    jobs: jobs.map((j) => brief(j, factsOf(entries.get(j.id) ?? {}, figures.get(j.machineId) ?? {}))),
    due: await dueWithin(DUE_WITHIN_DAYS, MAX_AWAITED),
    short: (await shortages(base)).map((s) => ({ ...s, orderedAt: placed[s.name] ?? null })),
    begun: await oneBegun(base),
    branch: branchHere(),
    warnings: await warningsOf(base),
    backedUpAt: (await backupState()).files[0]?.at ?? null,
    awaited: awaited.map((j) => ({ id: j.id, machine: machineName(j), customer: j.customer, handedBackAt: j.handedBackAt ?? '' })),
  };
}

/** Sheets that rest on the causes of the Shop book, and those that show rides. */
const WITH_REASONS = new Set(['reason', 'ride']);
const WITH_RIDES = new Set(['ride', 'log', 'ground']);

/** Everything the Bench needs of one job, or null. @param sheet the stage looked at: causes and rides come only where they are shown */
export async function bench(jobId: number, sheet = ''): Promise<BenchData | null> {
  const base = await db();
  const readAt = new Date().toISOString();
  const job = await maybeOneJob(base, jobId);
  if (!job) return null;
  const machine = await maybeOneMachine(base, job.machineId);
  const customer = await maybeOneCustomer(base, job.customerId);
  if (!machine || !customer) return null;
  const entries = await currentEntries(base, { jobId });
  const springs = await springsOfJob(base, entries);
  const signed = await manySignedOfJob(base, jobId);
  const setups = await manySetups(base, machine.id);
  const trials = WITH_RIDES.has(sheet) ? await trialsOf(base, jobId) : [];
  const figures = await currentEntries(base, { machineId: machine.id });
  const stand = WITH_RIDES.has(sheet) ? standOf(setups, trials, jobId, factsOf(entries, figures)) : null;
  return {
    readAt,
    job,
    reasoning: WITH_REASONS.has(sheet) ? await reasoningOf(base, jobId, factsOf(entries, figures)) : null,
    trials,
    setups: stand?.setups ?? null,
    movedOn: stand?.movedOn ?? null,
    runs: WITH_RIDES.has(sheet) ? await manyRunsOfJob(base, jobId) : [],
    machine: { ...machine, name: machineName(machine) },
    customer,
    entries,
    figures,
    lastKnown: byField(await manyLastKnown(base, machine.id, jobId)),
    springs,
    schools: await schoolsOfShop(base),
    shims: await manyShims(base),
    oils: await oilsOfShop(),
    templates: await dampingOfShop(),
    calibrations: await calibrationsOf(base, machine.id),
    technicians: await manyTechnicians(base),
    stock: (await manyStock(base)).filter((i) => i.kind !== 'spring'),
    money: await moneyOfShop(base),
    quotes: await manyQuotes(base, jobId),
    needs: await needsOf(base, jobId),
    procedures: await proceduresOf(base, jobId),
    book: (await procedureVersions(base)).map(({ page: { id, name, component, end }, versions }) => ({
      id,
      name,
      component,
      end,
      versions,
    })),
    signed: signed.map(({ id, corrects, reason, technician, signedAt, seal, document }) => ({
      id,
      corrects,
      reason,
      technician,
      signedAt,
      seal,
      entries: document.entries,
    })),
    setupId: lastOfJob(setups, jobId)?.id ?? null,
    fitted: await fittedOnModel(base, machine, jobId, signed[0]?.signedAt ?? null),
    handedBack: handedBackWith(setups, jobId),
    toldBefore: await toldBefore(base, job.machineId, jobId),
    origins: await originsOf(base, machine.id),
    practice: await practiceCaseOf(jobId),
  };
}
/** What was told of the machine the last time it was here: when it came in, and of the rides after the work; null where it never was. */
async function toldBefore(base: Db, machineId: number, jobId: number) {
  const last = (await manyJobsOfMachine(base, machineId)).find((j) => j.id < jobId);
  if (!last) return null;
  const entries = await currentEntries(base, { jobId: last.id });
  const [cameIn, since] = [complaintsIn(entries, 'complaint'), complaintsIn(entries, 'ride.told')];
  return { jobId: last.id, feel: textOf(entries, 'ride.feel'), cameIn, since };
}

/** What the machine was handed back with the last time it was here: the set-up it stood in before this job. */
function handedBackWith(setups: readonly Setup[], jobId: number) {
  const before = standingOf(setups.filter((s) => s.jobId < jobId));
  return before && { jobId: before.jobId, at: before.recordedAt, values: before.document.values };
}

/** The first machines of the book in their order, and how many there are. */
export async function machineList() {
  const base = await db();
  return {
    machines: (await manyMachines(base, MAX_SHOWN)).map((m) => ({ ...m, name: machineName(m) })),
    count: await oneMachineCount(base),
  };
}

/** What the new-job page offers before anything is typed: customers and machines of a shop, or the first of many, the one chosen among them, and the day a machine is usually promised for. */
export async function known(chosenMachineId: number | null) {
  const base = await db();
  const machines = await manyMachines(base, MAX_SHOWN);
  const chosen =
    chosenMachineId === null || machines.some((m) => m.id === chosenMachineId) ? [] : await manyMachines(base, 1, chosenMachineId);
  return {
    customers: await manyNewestCustomers(base, MAX_SHOWN),
    machines: [...chosen, ...machines].map((m) => ({ ...m, name: machineName(m) })),
    /** There are more than these: what is typed is looked for in the whole book. */
    isMore: machines.length === MAX_SHOWN,
    usualDay: await usualDay(base),
  };
}

/** The machine file, or null. */
export async function machineFile(machineId: number) {
  const base = await db();
  const machine = await maybeOneMachine(base, machineId);
  if (!machine) return null;
  const jobs = await manyJobsOfMachine(base, machineId);
  const figures = await currentEntries(base, { machineId });
  const entries = await entriesByJob(jobs);
  const setups = await manySetups(base, machineId);
  const elsewhere = await elsewhereOf(machineId);
  return {
    machine: { ...machine, name: machineName(machine) },
    owners: await manyOwners(base, machineId),
    figures,
    jobs: jobs.map((j) => ({ ...brief(j, factsOf(entries.get(j.id) ?? {}, figures)), feel: textOf(entries.get(j.id) ?? {}, 'ride.feel') })),
    signed: (await manySignedOfMachine(base, machineId)).map(({ id, jobId, corrects, reason, technician, signedAt, digest }) => ({
      id,
      jobId,
      corrects,
      reason,
      technician,
      signedAt,
      digest,
    })),
    origins: await originsOf(base, machineId),
    setups,
    lineage: lineageFromStandard(setups, figures),
    rode: await rodeByRides(base, machineId),
    history: jobs.map((j) => historyPoint(j, factsOf(entries.get(j.id) ?? {}, figures))),
    merged: await manyMergedInto(base, machineId),
    elsewhere: elsewhere.found,
    elsewhereUnread: elsewhere.unreadable,
    present: await presentOf(base, machineId),
    branches: await branchesOf(machineId),
    due: await dueOfMachine(machineId),
    today: today(),
  };
}
export type MachineFileView = NonNullable<Awaited<ReturnType<typeof machineFile>>>;

const REAR_END_FIELD = /^machine\.(leverage|link|shaft|chamber|bump|topOut|stanchion|bore|solid)/;

/** The figures of a machine's rear end with every version of them, and the spring last known in it; null where there is no such machine. */
export async function leverageRoom(machineId: number) {
  const base = await db();
  const machine = await maybeOneMachine(base, machineId);
  if (!machine) return null;
  const newest = standingOf(await manySetups(base, machineId));
  const history = (await manyHistory(base, { machineId })).filter((e) => REAR_END_FIELD.test(e.field));
  return {
    machine: { id: machine.id, name: machineName(machine) },
    figures: await currentEntries(base, { machineId }),
    history: history.map(({ field, text, unit, value, at }): Entry => ({ field, text, unit, value, at })),
    springNPerMm: newest?.document.values['rear.spring']?.value ?? null,
  };
}

/** The figures of a machine, the load of its newest job and the sags it was last handed back with; null where there is no such machine. */
export async function geometryRoom(machineId: number) {
  const base = await db();
  const machine = await maybeOneMachine(base, machineId);
  if (!machine) return null;
  const [newest] = await manyJobsOfMachine(base, machineId);
  const sag = standingOf(await manySetups(base, machineId))?.document.sag;
  const none = { staticMm: null, riderMm: null };
  return {
    machine: { id: machine.id, name: machineName(machine) },
    figures: await currentEntries(base, { machineId }),
    entries: newest ? await currentEntries(base, { jobId: newest.id }) : {},
    schools: await schoolsOfShop(base),
    handedBack: { rear: sag?.rear ?? none, front: sag?.front ?? none },
  };
}

/** The springs of a machine against the mass of its rider, for the use and school of its newest job; null where there is no such machine. */
export async function riderTable(machineId: number) {
  const base = await db();
  const machine = await maybeOneMachine(base, machineId);
  if (!machine) return null;
  const [newest] = await manyJobsOfMachine(base, machineId);
  const entries = newest ? await currentEntries(base, { jobId: newest.id }) : {};
  const figures = await currentEntries(base, { machineId });
  const facts = factsOf(entries, figures, await schoolsOfShop(base)).with({ fitted: await fittedOnModel(base, machine, 0, null) });
  return {
    machine: { id: machine.id, name: machineName(machine) },
    rows: riderRates(facts, await listSprings()),
    basis: `${USE_NAMES[purposeOf(facts)]}, ${schoolOf(facts).name.toLowerCase()}`,
  };
}

/** A customer with machines and jobs, or null. */
export async function customerFile(customerId: number) {
  const base = await db();
  const customer = await maybeOneCustomer(base, customerId);
  if (!customer) return null;
  const jobs = await manyJobsOfCustomer(base, customerId);
  const machines = [...new Set(jobs.map((j) => j.machineId))].slice(0, MAX_PRESENTS);
  const presents = [];
  for (const id of machines) presents.push(await presentOf(base, id));
  return {
    customer,
    ...(await customerPast(customer)),
    presents: presents.filter((p) => p !== null),
    jobs: jobs.map((j) => ({
      id: j.id,
      machineId: j.machineId,
      machine: machineName(j),
      promisedOn: j.promisedOn,
      handedBackAt: j.handedBackAt,
      signed: j.signed,
    })),
  };
}
