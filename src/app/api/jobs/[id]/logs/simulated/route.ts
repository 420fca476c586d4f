import { simulateLogRequest } from '@/schema/retune';
import { simulateRun } from '@/server/rides/logger';
import { handle, idOf, type WithId } from '../../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, simulateLogRequest, (checked) => simulateRun(id, checked));
};
