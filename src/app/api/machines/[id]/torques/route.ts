import { torquesOfModel } from '@/server/jobs/otherJobs';
import { answered, idOf, type WithId } from '../../../handle';

/** Torques recorded on machines of this model. */
export const GET = async (_: Request, context: WithId) => {
  const id = await idOf(context);
  return answered(() => torquesOfModel(id));
};
