import { emptyRequest } from '@/schema/requests';
import { retireInstrument } from '@/server/instruments/instruments';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, emptyRequest, () => retireInstrument(id));
};
