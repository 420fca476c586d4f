import { health } from '@/server/keeping/health';

/** Ready to work: the base answers, and what is written reaches the disk. */
export async function GET(): Promise<Response> {
  const found = await health();
  return Response.json(found, { status: found.ok ? 200 : 503 });
}
export const dynamic = 'force-dynamic';
