import { emptyRequest } from '@/schema/requests';
import { endSession } from '@/server/door/people';
import { handle, idOf, type WithId } from '../../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, emptyRequest, () => endSession(id));
};
