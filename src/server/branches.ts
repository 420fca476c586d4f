import type { z } from 'zod';
import { branchHere } from '@/db/branch';
import { db } from '@/db/client';
import { type MachineMove, manyBranches, manyMovesOfMachine, noneNewMachineMove } from '@/db/queries/branches';
import { maybeOneMachine } from '@/db/queries/machines';
import type { branchRequest } from '@/schema/requests';
import { type Answer, conflict, missing, Refusal } from './answer';
import { inTransaction } from './transaction';

/** Branches of a chain over one book: where machines belong, and how one moves. */

export interface Branches {
  here: string;
  /** Every branch there is. */
  all: string[];
  /** Where this machine belonged, the newest first. */
  moves: MachineMove[];
}

/** The shop a chain began with has no name of its own. */
const FIRST = 'the first shop';

/** What a job takes, it takes from the drawers of its own branch, and there it is signed. Throws of-another-branch. */
export function refuseElsewhere({ branch }: { branch: string }): void {
  if (branch !== branchHere()) throw new Refusal(conflict('of-another-branch', [], { branch: branch || FIRST }));
}

/** Null where the shop is alone: no branch was ever named. */
export async function branchesOf(machineId: number): Promise<Branches | null> {
  const base = await db();
  const all = await manyBranches(base);
  return all.every((b) => b === '') ? null : { here: branchHere(), all, moves: await manyMovesOfMachine(base, machineId) };
}

/** From now on it belongs to another branch, with everything recorded of it. Refusals: not-found. */
export const moveMachine = (machineId: number, { branch, reason }: z.output<typeof branchRequest>): Promise<Answer<{ branch: string }>> =>
  inTransaction(async (sql) => {
    if (!(await maybeOneMachine(sql, machineId))) throw new Refusal(missing('machine'));
    if (!(await manyBranches(sql)).includes(branch)) throw new Refusal(missing('branch'));
    if ((await manyMovesOfMachine(sql, machineId))[0]?.branch === branch)
      throw new Refusal(conflict('already-exists', ['branch'], { what: branch }));
    await noneNewMachineMove(sql, machineId, branch, reason);
    return { branch };
  });
