import { stockMoveRequest } from '@/schema/stock';
import { movesOf, moveStock } from '@/server/stock/stock';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, stockMoveRequest, (body) => moveStock(id, body));
};

/** The item's ledger, newest first. */
export const GET = async (_request: Request, context: WithId) => Response.json(await movesOf(await idOf(context)));
