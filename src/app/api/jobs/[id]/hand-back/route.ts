import { emptyRequest } from '@/schema/requests';
import { handBack } from '@/server/jobs/takeIn';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, emptyRequest, () => handBack(id));
};
