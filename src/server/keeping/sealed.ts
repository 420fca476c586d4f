import type { Entries } from '@/catalogue/entry';
import type { Sql } from '@/db/client';
import { manySignedOfJobs } from '@/db/queries/rebuilds';

/** What signed jobs recorded, read from what was sealed: the rebuild's entries with its corrections laid over them. Jobs that are not signed are not in it. */
export async function sealedEntries(sql: Sql, jobIds: number[]): Promise<Map<number, Entries>> {
  const found = new Map<number, Entries>();
  for (const { jobId, document, signedAt } of await manySignedOfJobs(sql, jobIds)) {
    const own = Object.entries(document.entries).map(([field, read]) => [field, { field, ...read, at: signedAt }]);
    found.set(jobId, { ...found.get(jobId), ...Object.fromEntries(own) });
  }
  return found;
}
