import { photoQuery } from '@/schema/requests';
import { keepPhoto } from '@/server/jobs/logbook';
import { handleBytes, idOf, type WithId } from '../../../handle';

/** The picture is the body; where it belongs stands in the query: step, caption, technicianId. */
export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handleBytes(request, photoQuery, (place, bytes) => keepPhoto(id, bytes, place));
};
