import { measurementRequest } from '@/schema/requests';
import { measureSpring } from '@/server/stock/drawers';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, measurementRequest, (checked) => measureSpring(id, checked));
};
