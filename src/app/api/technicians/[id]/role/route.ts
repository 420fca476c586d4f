import { roleRequest } from '@/schema/requests';
import { giveRole } from '@/server/door/people';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, roleRequest, (checked) => giveRole(id, checked));
};
