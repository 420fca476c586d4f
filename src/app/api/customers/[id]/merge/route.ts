import { customerMerge } from '@/schema/requests';
import { mergeCustomer } from '@/server/machines/customers';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, customerMerge, (checked) => mergeCustomer(id, checked));
};
