import { takeProcedureRequest } from '@/schema/requests';
import { takeProcedure } from '@/server/jobs/logbook';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, takeProcedureRequest, (body) => takeProcedure(id, body));
};
