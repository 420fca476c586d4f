import { cardData, cardFacts } from '@/server/machines/card';
import { idOf, type WithId } from '../../../handle';

/** The set-up card as data (docs/formats/mavrin-card-1.schema.json). */
export const GET = async (_: Request, context: WithId) => {
  const card = await cardFacts(await idOf(context));
  return card
    ? Response.json(cardData(card), { headers: { 'content-disposition': `attachment; filename="set-up-${card.id}.json"` } })
    : new Response(null, { status: 404 });
};
