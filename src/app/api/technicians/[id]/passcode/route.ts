import { passcodeRequest } from '@/schema/requests';
import { changePasscode } from '@/server/door/people';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, passcodeRequest, (checked) => changePasscode(id, checked));
};
