import { photoOf } from '@/server/jobs/logbook';

export async function GET(request: Request, { params }: { params: Promise<{ key: string }> }): Promise<Response> {
  const { key } = await params;
  // Its name is its fingerprint: it never changes. Kept by the browser, and asked about each time, so that whoever was signed out sees it no more.
  const heads = { etag: `"${key}"`, 'cache-control': 'private, no-cache' };
  if (request.headers.get('if-none-match') === heads.etag) return new Response(null, { status: 304, headers: heads });
  const jpeg = await photoOf(key, new URL(request.url).searchParams.has('small') ? 'small' : 'whole');
  if (!jpeg) return new Response(null, { status: 404 });
  return new Response(Buffer.from(jpeg), { headers: { ...heads, 'content-type': 'image/jpeg' } });
}
