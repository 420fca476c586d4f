import { ownerRequest } from '@/schema/requests';
import { changeOwner } from '@/server/machines/machines';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, ownerRequest, (body) => changeOwner(id, body));
};
