import { voiceOf } from '@/server/jobs/logbook';

export async function GET(_: Request, { params }: { params: Promise<{ key: string }> }): Promise<Response> {
  const { key } = await params;
  const voice = await voiceOf(key);
  if (!voice) return new Response(null, { status: 404 });
  // Its name is its fingerprint: it never changes.
  return new Response(Buffer.from(voice.sound), {
    headers: { 'content-type': voice.kind, 'cache-control': 'private, max-age=31536000, immutable' },
  });
}
