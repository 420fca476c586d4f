import { reminderRequest } from '@/schema/requests';
import { noteReminder } from '@/server/machines/service';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, reminderRequest, (body) => noteReminder(id, body));
};
