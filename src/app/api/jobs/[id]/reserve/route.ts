import { emptyRequest } from '@/schema/requests';
import { reserveFor } from '@/server/jobs/needs';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, emptyRequest, () => reserveFor(id));
};
