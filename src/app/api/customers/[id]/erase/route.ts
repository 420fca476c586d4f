import { customerErasure } from '@/schema/requests';
import { eraseCustomer } from '@/server/machines/customers';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, customerErasure, (checked) => eraseCustomer(id, checked));
};
