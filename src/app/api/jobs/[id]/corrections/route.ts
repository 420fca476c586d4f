import { correctRequest } from '@/schema/requests';
import { correctRebuild } from '@/server/jobs/sign';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, correctRequest, (checked) => correctRebuild(id, checked));
};
