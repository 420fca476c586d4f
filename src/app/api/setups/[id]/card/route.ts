import { cardPdf } from '@/server/print/sheets';
import { idOf, type WithId } from '../../../handle';
import { pdfAnswer } from '../../../pdf';

export const GET = async (request: Request, context: WithId) => {
  const id = await idOf(context);
  return pdfAnswer(cardPdf(id), `set-up-${id}`);
};
