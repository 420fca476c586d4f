import { mergeRequest } from '@/schema/requests';
import { separateMachine } from '@/server/machines/machines';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, mergeRequest, (body) => separateMachine(id, body));
};
