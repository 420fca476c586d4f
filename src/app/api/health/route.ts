import { ready } from '@/server/views';

/** Ready when the base answers. */
export async function GET(): Promise<Response> {
  return Response.json({ ok: await ready() });
}
export const dynamic = 'force-dynamic';
