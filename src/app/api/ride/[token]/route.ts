import { rideRequest } from '@/schema/retune';
import { recordRideByToken } from '@/server/rides/retune';
import { handle } from '../../handle';

/** From the rider's phone: the token of the sheet is the whole of its right. */
export const POST = async (request: Request, { params }: { params: Promise<{ token: string }> }) => {
  const { token } = await params;
  return handle(request, rideRequest, (checked) => recordRideByToken(token, checked));
};
