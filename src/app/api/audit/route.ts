import { auditRequest } from '@/schema/requests';
import { auditLines } from '@/server/keeping/audit';
import { done } from '@/server/answer';
import { handleQuery } from '../handle';

export const dynamic = 'force-dynamic';

/** Who did what when: `q` words, `before` a line's number. */
export const GET = (request: Request) => handleQuery(request, auditRequest, async ({ q, before }) => done(await auditLines(q, before)));
