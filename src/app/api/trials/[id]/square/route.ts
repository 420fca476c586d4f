import { problem } from '@/schema/problem';
import { riderAddress } from '@/server/door/network';
import { rideSquare } from '@/server/print/rideSheet';
import { idOf, type WithId } from '../../../handle';

/** The square that opens the sheet on the rider's phone, with its address and whether a phone could reach it. */
export async function GET(request: Request, context: WithId): Promise<Response> {
  const square = await rideSquare(await idOf(context), riderAddress());
  return square ? Response.json(square) : Response.json({ error: problem('not-found', [], { what: 'ride' }) }, { status: 404 });
}
