import { recordRequest } from '@/schema/requests';
import { recordMachineEntry } from '@/server/jobs/record';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, recordRequest, (checked) => recordMachineEntry(id, checked));
};
