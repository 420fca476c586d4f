import { said, type Said } from '@/core/units/say';
import { db } from '@/db/client';
import { maybeOneJob } from '@/db/queries/jobs';
import { maybeOneMachine } from '@/db/queries/machines';
import { maybeOneCustomer } from '@/db/queries/people';
import { manyRidesOfTrials, maybeOneTrial, maybeOneTrialByToken } from '@/db/queries/trials';
import type { TrialDocument } from '@/schema/documents';
import { changeWords, tunableById } from '@/judgement/ride/tunables';
import { machineName } from './find';

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
  decided: boolean;
  /** How often it was written to already. */
  said: number;
}

/** The sheet of a ride, by its number at the bench or its token on the phone; null where there is none. */
export async function rideSheet(by: { trialId: number } | { token: string }): Promise<RideSheet | null> {
  const base = await db();
  const trial = 'token' in by ? await maybeOneTrialByToken(base, by.token) : await maybeOneTrial(base, by.trialId);
  const job = trial && (await maybeOneJob(base, trial.jobId));
  if (!trial || !job) return null;
  const machine = await maybeOneMachine(base, job.machineId);
  const customer = await maybeOneCustomer(base, job.customerId);
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
    decided: trial.decision !== null,
    said: (await manyRidesOfTrials(base, [trial.id])).length,
  };
}
