import { rideRequest } from '@/schema/retune';
import { recordRide } from '@/server/rides/retune';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, rideRequest, (checked) => recordRide(id, checked));
};
