import { modelRequest } from '@/schema/requests';
import { machinesOfModel, takeFromModel } from '@/server/machines/model';
import { answered, handle, idOf, type WithId } from '../../../handle';

/** The other machines of the model, with what is known of each. */
export const GET = async (_: Request, context: WithId) => {
  const id = await idOf(context);
  return answered(() => machinesOfModel(id));
};

/** Takes figures of one of them. */
export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, modelRequest, (body) => takeFromModel(id, body));
};
