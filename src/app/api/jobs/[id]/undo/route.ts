import { undoRequest } from '@/schema/requests';
import { undo } from '@/server/jobs/record';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, undoRequest, ({ technicianId }) => undo(id, technicianId));
};
