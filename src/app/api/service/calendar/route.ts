import { shopCalendar } from '@/server/exchange/calendar';
import { shopAddress } from '@/server/door/network';

export const dynamic = 'force-dynamic';

/** Read by calendar programs as a feed, or kept as a file. */
export const GET = async () =>
  new Response(await shopCalendar(shopAddress()), {
    headers: { 'content-type': 'text/calendar; charset=utf-8', 'content-disposition': 'inline; filename="mavrin.ics"' },
  });
