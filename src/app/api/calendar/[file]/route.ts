import { feedOf } from '@/server/exchange/calendar';

export const dynamic = 'force-dynamic';

/** The shop's calendar for calendar programs, which cannot sign in: by its secret address alone, until that is withdrawn in the Shop book. */
export const GET = async (_request: Request, { params }: { params: Promise<{ file: string }> }) => {
  const feed = await feedOf((await params).file.replace(/\.ics$/, ''));
  const headers = { 'cache-control': 'no-store', 'referrer-policy': 'no-referrer' };
  return feed === null
    ? new Response('There is no calendar at this address, or it was withdrawn.', {
        status: 404,
        headers: { ...headers, 'content-type': 'text/plain; charset=utf-8' },
      })
    : new Response(feed, { headers: { ...headers, 'content-type': 'text/calendar; charset=utf-8' } });
};
