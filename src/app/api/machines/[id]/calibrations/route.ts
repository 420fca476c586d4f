import { calibrationRequest } from '@/schema/book';
import { keepCalibration } from '@/server/book/book';
import { handle, idOf, type WithId } from '../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, calibrationRequest, (checked) => keepCalibration(id, checked));
};
