import { branchRequest } from '@/schema/requests';
import { moveMachine } from '@/server/branches';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, branchRequest, (checked) => moveMachine(id, checked));
};
