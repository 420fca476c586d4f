import { CLICKERS } from '@/catalogue/clickers';
import { ENDS, type Side, type End } from '@/catalogue/ends';
import Papa from 'papaparse';
import type { z } from 'zod';
import { db } from '@/db/client';
import { maybeOneJob } from '@/db/queries/jobs';
import { manyRunsOfJob, maybeOneRunFile, oneNewRun } from '@/db/queries/loggerRuns';
import { STANDARD_GRAVITY_M_PER_S2 } from '@/core/constants/constants';
import { type LogFigures, logFigures } from '@/core/logger/figures';
import { type LoggedEnd, type LoggedRoad, simulateLog } from '@/core/logger/simulate';
import { wheelRateNPerMm } from '@/core/spring/end';
import { sagOf } from '@/judgement/model/measure';
import { numberOf } from '@/judgement/model/read';
import { fittedEnd } from '@/judgement/reason/evidence/springs';
import type { JobFacts } from '@/judgement/model/facts';
import { usualOf } from '@/judgement/model/loads';
import { AS_USUAL, asUsual, seemsWritten, type WrittenIn } from '@/core/logger/doubts';
import { hasDecimalComma, numberIn } from '@/catalogue/tables';
import type { LogDocument, logRequest, simulateLogRequest } from '@/schema/retune';
import { type Answer, missing, Refusal, refused, refusedIssue } from '../answer';
import { knownOf } from './reasoning';
import { inTransaction } from '../transaction';

/** The travel logger: a file taken in, or the simulated one in its place; kept as written, with what was read from it. */

type Rows = z.output<typeof logRequest>['rows'];

/** Numbers of one column; a line that is none refuses the file by its number. */
function columnOf(rows: Rows, key: keyof Rows[number]): number[] {
  const isDecimalComma = hasDecimalComma(rows.flatMap((row) => [row.time, row.rear, row.front]));
  return rows.map((row, i) => {
    const value = numberIn(row[key], isDecimalComma);
    if (!Number.isFinite(value)) throw new Refusal(refused('log-unreadable', ['rows', i, key], { line: i + 1, text: row[key] }));
    return value;
  });
}

/** Where in the file a fault of the log stands: its row, in the column of the time or of the end. */
function placeOf([list, row]: (string | number)[], end: End): (string | number)[] {
  return ['rows', row ?? 0, list === 'timeS' ? 'time' : end];
}

/** How the file seems to be written, by the first end that speaks against the usual way; asked about, never guessed. */
function askedAbout(written: WrittenIn): Refusal {
  return new Refusal(refused('log-written', ['written'], written));
}

function read(rows: Rows, travel: Record<End, number | null>, said: WrittenIn | null): LogDocument {
  const written = columnOf(rows, 'time');
  const of = (end: End): LogFigures | null => {
    if (rows.every((r) => r[end] === '')) return null;
    const fullMm = travel[end];
    if (fullMm === null) throw new Refusal(refused('travel-unknown', ['rows', 0, end], { end }));
    const asWritten = { timeS: written, travelMm: columnOf(rows, end), fullMm };
    const seems = said ? null : seemsWritten(asWritten);
    if (seems) throw askedAbout(seems);
    const found = logFigures({ ...asUsual(asWritten, said ?? AS_USUAL), fullMm });
    if (!found.ok) throw new Refusal(refusedIssue(found.issue, placeOf(found.issue.path, end)));
    return found.value.figures;
  };
  const ends = { rear: of('rear'), front: of('front') };
  if (!ends.rear && !ends.front) throw new Refusal(refused('too-few', ['rows']));
  const isUsual = !said || (said.time === 's' && said.travel === 'mm' && said.zero === 'extended');
  return { version: 'log/1', ends, ...(isUsual ? {} : { written: { ...said, fullMm: travel } }) };
}

async function keep(
  jobId: number,
  moment: 'before' | 'after',
  name: string,
  device: 'file' | 'simulated',
  rows: Rows,
  written: WrittenIn | null,
): Promise<Answer<{ runId: number; document: LogDocument }>> {
  const known = await knownOf(await db(), jobId);
  if (!known) return missing('job');
  const travel = { rear: numberOf(known.machine, 'machine.travel.rear'), front: numberOf(known.machine, 'machine.travel.front') };
  return inTransaction(async (sql) => {
    const document = read(rows, travel, written);
    const csv = Papa.unparse(rows, { columns: ['time', ...ENDS.filter((end) => document.ends[end] !== null)] });
    const { id } = await oneNewRun(sql, jobId, { moment, name, device, document, csv }, null);
    return { runId: id, document };
  });
}

/** Takes a log in. Refusals: not-found, log-written where it seems to be in milliseconds, inches or from a sensor turned round, log-unreadable and those of a log, travel-unknown. */
export const keepLog = (jobId: number, { moment, name, rows, written }: z.output<typeof logRequest>) =>
  keep(jobId, moment, name, 'file', rows, written ?? null);

/** A ride of the simulated logger: rough ground with a train of bumps, a big hit, and a stop at its end that lets it swing free. From memory. */
const SIMULATED: LoggedRoad = {
  roughness: 220,
  speedMPerS: 11,
  bumps: [
    ...Array.from({ length: 12 }, (_, i) => ({ atS: 14 + i * 0.24, heightMm: 65, lengthM: 1.6 })),
    { atS: 24, heightMm: 190, lengthM: 3.2 },
    { atS: 31, heightMm: 150, lengthM: 2.4 },
  ],
};
const SECONDS = 40;
const HZ = 100;
/** Damping of a machine nobody measured, and what a clicker shut and open makes of it. From memory. */
const ZETA = { compression: [0.4, 0.1], rebound: [1.8, 0.15] } as const;
const FRICTION_N_PER_MM = 0.5;

function endSimulated(known: JobFacts, end: End): LoggedEnd | null {
  const fitted = fittedEnd(known, end);
  const sag = sagOf(known, end);
  const riderSagMm = (sag?.result.ok ? sag.result.value.riderSagMm : null) ?? fitted?.atMm ?? null;
  const travelMm = numberOf(known.machine, `machine.travel.${end}`);
  if (!fitted || riderSagMm === null || travelMm === null) return null;
  const zeta = (side: Side) => {
    const computed = known.dampers[end]?.zeta[side];
    if (computed !== null && computed !== undefined) return computed;
    const [out, range] = [
      numberOf(known.entries, `found.${CLICKERS[end][side]}.out`),
      numberOf(known.entries, `found.${CLICKERS[end][side]}.range`),
    ];
    const open = out !== null && range !== null && range > 0 ? Math.min(1, out / range) : 0.5;
    const [shut, wide] = ZETA[side];
    return shut * (wide / shut) ** open;
  };
  const rate = wheelRateNPerMm(fitted.model, fitted.spring, fitted.preloadMm, fitted.atMm);
  const band = Math.max(sag?.result.ok ? (sag.result.value.frictionBandLadenMm ?? 5) : 5, 1);
  return {
    sprungKg: fitted.ladenN / STANDARD_GRAVITY_M_PER_S2,
    unsprungKg:
      numberOf(known.machine, `machine.unsprung.${end}`) ??
      usualOf(known.machine)[end === 'rear' ? 'unsprungRearKg' : 'unsprungFrontKg'].mean,
    wheelRateNPerMm: rate,
    riderSagMm: Math.min(riderSagMm, travelMm * 0.9),
    travelMm,
    zetaCompression: zeta('compression'),
    zetaRebound: zeta('rebound'),
    frictionN: FRICTION_N_PER_MM * rate * band,
  };
}

/** A ride of the simulated logger on this machine as it came in: the stand-in where no logger is at hand. Refusals: not-found, simulator-blind. */
export async function simulateRun(
  jobId: number,
  { moment }: z.output<typeof simulateLogRequest>,
): Promise<Answer<{ runId: number; document: LogDocument }>> {
  const known = await knownOf(await db(), jobId);
  if (!known) return missing('job');
  const ends = { rear: endSimulated(known, 'rear'), front: endSimulated(known, 'front') };
  if (!ends.rear && !ends.front) return refused('simulator-blind');
  // The same ground under both wheels; each end its own noise.
  const logs = ENDS.map((end) => ends[end] && simulateLog(ends[end], SIMULATED, SECONDS, HZ, jobId * 2 + (end === 'rear' ? 0 : 1)));
  const rows = Array.from({ length: SECONDS * HZ }, (_, i) => ({
    time: (i / HZ).toFixed(2),
    rear: logs[0] ? inTravel(logs[0][i]!, ends.rear!.travelMm) : '',
    front: logs[1] ? inTravel(logs[1][i]!, ends.front!.travelMm) : '',
  }));
  return keep(jobId, moment, `simulated, ${SECONDS} s`, 'simulated', rows, AS_USUAL);
}

/** A sensor reads no further than the metal goes. */
const inTravel = (mm: number, fullMm: number): string => Math.min(fullMm, Math.max(0, mm)).toFixed(1);

export async function logSheet(jobId: number) {
  const base = await db();
  return (await maybeOneJob(base, jobId)) ? manyRunsOfJob(base, jobId) : null;
}

/** The file of a run as it was kept. */
export const logFile = async (id: number) => maybeOneRunFile(await db(), id);
