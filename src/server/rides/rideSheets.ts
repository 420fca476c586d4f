import { said, type Said } from '@/core/units/say';
import { db } from '@/db/client';
import { maybeOneJob } from '@/db/queries/jobs';
import { maybeOneMachine } from '@/db/queries/machines';
import { maybeOneCustomer } from '@/db/queries/people';
import { manyRidesOfTrials, maybeOneTrial, maybeOneTrialByToken } from '@/db/queries/trials';
import type { TrialDocument } from '@/schema/documents';
import { changeWords, tunableById } from '@/judgement/reason/tunables';
import { machineName } from '../find';

/** What the rider is shown of a ride: no more than this. */
export interface RideSheet {
  trialId: number;
  n: number;
  jobId: number;
  token: string;
  machine: string;
  rider: string;
  /** '' where it is ridden as it is. */
  change: Said;
  complaints: TrialDocument['complaints'];
  /** How often it was written to already. */
  said: number;
}

/** So long a ride's address serves at most. */
const SHEET_OPEN_DAYS = 30;

/** Decided, or planned so long ago that nobody rides it any more: its address leads nowhere. */
export const isOver = ({ decision, plannedAt }: { decision: unknown; plannedAt: string }, now = Date.now()): boolean =>
  decision !== null || now - Date.parse(plannedAt) > SHEET_OPEN_DAYS * 86_400_000;

/** The sheet of a ride, by its number at the bench or its token on the phone; null where there is none. */
export async function rideSheet(by: { trialId: number } | { token: string }): Promise<RideSheet | null> {
  const base = await db();
  const trial = 'token' in by ? await maybeOneTrialByToken(base, by.token) : await maybeOneTrial(base, by.trialId);
  const job = trial && (await maybeOneJob(base, trial.jobId));
  if (!trial || !job) return null;
  const machine = await maybeOneMachine(base, job.machineId);
  const customer = await maybeOneCustomer(base, job.customerId);
  // By its secret address a sheet is open while the ride is: afterwards whoever still has the address learns nothing.
  if ('token' in by && isOver(trial)) return null;
  const { change, complaints } = trial.document;
  const tunable = change && tunableById(change.tunable);
  return {
    trialId: trial.id,
    n: trial.n,
    jobId: trial.jobId,
    token: trial.token,
    machine: machine ? machineName(machine) : '',
    rider: customer?.name ?? '',
    change: change && tunable ? said`${tunable.label}, ${changeWords(tunable, change.from, change.to)}` : '',
    complaints,
    said: (await manyRidesOfTrials(base, [trial.id])).length,
  };
}
