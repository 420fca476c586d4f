import { trialRequest } from '@/schema/retune';
import { planTrial } from '@/server/rides/retune';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, trialRequest, (checked) => planTrial(id, checked));
};
