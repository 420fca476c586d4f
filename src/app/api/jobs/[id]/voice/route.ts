import { voiceQuery } from '@/schema/requests';
import { keepVoice } from '@/server/jobs/logbook';
import { handleBytes, idOf, type WithId } from '../../../handle';

/** The recording is the body; where it belongs and its length stand in the query: step, seconds, technicianId. */
export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handleBytes(request, voiceQuery, (place, bytes) => keepVoice(id, bytes, place));
};
