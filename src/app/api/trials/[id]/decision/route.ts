import { decideRequest } from '@/schema/retune';
import { decideTrial } from '@/server/rides/retune';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, decideRequest, (checked) => decideTrial(id, checked));
};
