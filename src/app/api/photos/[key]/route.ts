import { photoOf } from '@/server/jobs/logbook';

export async function GET(request: Request, { params }: { params: Promise<{ key: string }> }): Promise<Response> {
  const { key } = await params;
  const jpeg = await photoOf(key, new URL(request.url).searchParams.has('small') ? 'small' : 'whole');
  if (!jpeg) return new Response(null, { status: 404 });
  // Its name is its fingerprint: it never changes.
  return new Response(Buffer.from(jpeg), {
    headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=31536000, immutable' },
  });
}
