import { logRequest } from '@/schema/retune';
import { keepLog } from '@/server/rides/logger';
import { handle, idOf, MAX_BYTES, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, logRequest, (checked) => keepLog(id, checked), MAX_BYTES.log);
};
