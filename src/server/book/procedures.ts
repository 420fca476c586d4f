import type { Sql } from '@/db/client';
import { manyProceduresOfJob } from '@/db/queries/logbook';
import { procedurePage, type TakenProcedure } from '@/knowledge/procedures/procedure';

/** The procedures a job took, each as it took it. */
export async function proceduresOf(sql: Sql, jobId: number): Promise<TakenProcedure[]> {
  return (await manyProceduresOfJob(sql, jobId)).map(({ n, pageVersions, document }) => {
    const { version: _version, ...procedure } = procedurePage.parse(document);
    return { n, version: pageVersions, procedure };
  });
}
