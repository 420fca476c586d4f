import { promiseRequest } from '@/schema/requests';
import { promiseAnother, reachOf } from '@/server/machines/customers';
import { answered, handle, idOf, type WithId } from '../../../handle';

/** Who says it and how the customer is reached: for the words that tell of another day. */
export const GET = async (_request: Request, context: WithId) => answered(async () => reachOf(await idOf(context)));

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, promiseRequest, (checked) => promiseAnother(id, checked));
};
