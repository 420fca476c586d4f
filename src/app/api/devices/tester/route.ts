import { problem } from '@/schema/problem';
import { testerReadings } from '@/server/instruments/devices';

/** Streams the readings of the tester for one spring: newline-delimited JSON. */
export async function GET(request: Request): Promise<Response> {
  const spring = new URL(request.url).searchParams.get('spring') ?? '';
  const stream = /^\d{1,9}$/.test(spring) ? await testerReadings(Number(spring)) : null;
  if (!stream) return Response.json({ error: problem('not-found', ['spring'], { what: 'spring' }) }, { status: 404 });
  return new Response(stream, { headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' } });
}
