import { emptyRequest } from '@/schema/requests';
import { duplicateJob } from '@/server/jobs/otherJobs';
import { handle, idOf, type WithId } from '../../../handle';

/** Opens a job that begins like this one. */
export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, emptyRequest, () => duplicateJob(id));
};
