import { orderTickRequest } from '@/schema/stock';
import { tickOrder } from '@/server/jobs/needs';
import { handle } from '../../handle';

/** Ticks an order as placed, or takes the tick back. */
export const POST = (request: Request) => handle(request, orderTickRequest, tickOrder);
