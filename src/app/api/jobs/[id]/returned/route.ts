import { returnedSpringRequest } from '@/schema/stock';
import { returnSpring } from '@/server/stock/returned';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, returnedSpringRequest, (body) => returnSpring(id, body));
};
