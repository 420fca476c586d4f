import { db } from '@/db/client';
import { manyAudit } from '@/db/queries/audit';
import type { Act } from '@/schema/acts';
import type { AuditLine } from '@/schema/answers';
import type { Answer } from '../answer';
import { tellAct } from '../live/live';
import { type Asking, noteAct, whileAsking } from '../asking';

/** Does what is asked for; it is noted with the change itself, or, where no transaction did, when it is done. What is refused is not noted: it changed nothing. */
export function askedFor<T>(asking: Asking, work: () => Promise<Answer<T>>): Promise<Answer<T>> {
  return whileAsking(asking, async () => {
    const answer = await work();
    if (answer.ok && asking.act && !asking.isNoted) (await noteAct(await db()))();
    if (answer.ok && asking.act) tellPages(asking.act);
    return answer;
  });
}

/** Pages that look at it hear what was done; fields tell of themselves (record.ts), and the Floor shows no field. */
function tellPages({ words, jobId, machineId, isOfField }: Act): void {
  if (isOfField) return;
  if (jobId !== null) tellAct(`job:${jobId}`, words);
  if (machineId !== null) tellAct(`machine:${machineId}`, words);
  tellAct('floor', words);
}

/** Lines of one page of the audit. */
const MAX_LINES = 100;

/** Who did what when, the newest first. @param words searched for, each in the name or the act @param before lines older than this one, 0 for the newest */
export async function auditLines(words: string, before: number): Promise<AuditLine[]> {
  return manyAudit(await db(), words.split(/\s+/).filter(Boolean).slice(0, 8), before, MAX_LINES);
}
