import { customerRequest } from '@/schema/requests';
import { changeCustomer } from '@/server/machines/customers';
import { handle, idOf, type WithId } from '../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, customerRequest, (checked) => changeCustomer(id, checked));
};
