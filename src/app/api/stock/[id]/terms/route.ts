import { stockTermsRequest } from '@/schema/stock';
import { changeTerms } from '@/server/stock/stock';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, stockTermsRequest, (body) => changeTerms(id, body));
};
