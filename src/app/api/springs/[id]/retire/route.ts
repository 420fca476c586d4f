import { emptyRequest } from '@/schema/requests';
import { retireSpring } from '@/server/stock/drawers';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, emptyRequest, () => retireSpring(id));
};
