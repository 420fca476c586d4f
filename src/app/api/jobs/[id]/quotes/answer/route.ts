import { quoteAnswerRequest } from '@/schema/requests';
import { answerQuote } from '@/server/jobs/quotes';
import { handle, idOf, type WithId } from '../../../../handle';

export const POST = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return handle(request, quoteAnswerRequest, (body) => answerQuote(id, body));
};
