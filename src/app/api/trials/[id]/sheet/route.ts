import { riderAddress } from '@/server/door/network';
import { rideSheetPdf } from '@/server/print/rideSheet';
import { idOf, type WithId } from '../../../handle';
import { pdfAnswer } from '../../../pdf';

/** The rider's sheet of a ride on paper. */
export async function GET(request: Request, context: WithId): Promise<Response> {
  const id = await idOf(context);
  return pdfAnswer(rideSheetPdf(id, riderAddress()), `ride-${id}`);
}
