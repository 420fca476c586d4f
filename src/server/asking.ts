import { held } from '@/catalogue/held';
import { AsyncLocalStorage } from 'node:async_hooks';
import { type Sql } from '@/db/client';
import { noneNewAudit } from '@/db/queries/audit';
import type { Act } from '@/schema/acts';
import type { Session } from './door/sessions';

/** Who asks for what is being done now, known to every use case without being handed down. */
export interface Asking {
  session: Session | null;
  /** Named in the request where nobody is signed in: whose name the bench stands on. */
  technicianId: number | null;
  address: string;
  /** Of the page it comes from, made by the page; '' where none says. */
  tab: string;
  act: Act | null;
  /** The number of the request, as the log has it. */
  request: string;
  isNoted: boolean;
  /** The key it was sent by, and whether a change has taken it. */
  delivery: string | null;
  isDelivered: boolean;
  /** Whose it is: who is signed in, else the computer it comes from. */
  author: string;
  path: string;
}

const { value: store } = held('asking', () => new AsyncLocalStorage<Asking>());

export const whileAsking = <T>(asking: Asking, work: () => Promise<T>): Promise<T> => store.run(asking, work);
export const askingNow = (): Asking | null => store.getStore() ?? null;

/** Whose hand it is; null where nobody is signed in and no name stands on the bench. */
export function actorNow(): number | null {
  const asking = askingNow();
  return asking?.session?.technicianId ?? asking?.technicianId ?? null;
}

/** What is asked for turned out to be of this job: it is noted with it, and its pages hear. */
export function actIsOfJob(jobId: number): void {
  const asking = askingNow();
  if (asking?.act) asking.act = { ...asking.act, jobId };
}

/** Nothing is done after all, as in a trial: nothing is noted or told. */
export function nothingIsDone(): void {
  const asking = askingNow();
  if (asking) asking.act = null;
}

/** Notes in the audit what is being asked for, once, with the change itself. @returns to be called when the change stands */
export async function noteAct(sql: Sql): Promise<() => void> {
  const asking = askingNow();
  if (!asking?.act || asking.isNoted) return () => undefined;
  const { words, jobId, machineId } = asking.act;
  const technicianId = asking.session?.technicianId ?? asking.technicianId;
  await noneNewAudit(sql, { technicianId, address: asking.address, act: words, jobId, machineId, request: asking.request });
  return () => void (asking.isNoted = true);
}
