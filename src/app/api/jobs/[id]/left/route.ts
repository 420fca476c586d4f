import { leftByJob } from '@/server/jobs/otherJobs';
import { answered, idOf, type WithId } from '../../../handle';

/** What a signed job left its machine with. */
export const GET = async (_: Request, context: WithId) => {
  const id = await idOf(context);
  return answered(() => leftByJob(id));
};
