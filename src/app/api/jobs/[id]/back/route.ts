import { goBackRequest } from '@/schema/requests';
import { goBack } from '@/server/machines/machines';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, goBackRequest, (body) => goBack(id, body));
};
