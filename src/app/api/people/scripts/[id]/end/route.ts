import { scriptEndRequest } from '@/schema/requests';
import { endScript } from '@/server/door/people';
import { handle, idOf, type WithId } from '../../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, scriptEndRequest, (checked) => endScript(id, checked));
};
