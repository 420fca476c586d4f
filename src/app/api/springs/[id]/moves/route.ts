import { stockMoveRequest } from '@/schema/stock';
import { moveSpring } from '@/server/stock/stock';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, stockMoveRequest, (body) => moveSpring(id, body));
};
