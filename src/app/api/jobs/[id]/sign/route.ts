import { signRequest } from '@/schema/requests';
import { signRebuild } from '@/server/jobs/sign';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, signRequest, (checked) => signRebuild(id, checked));
};
