import { health } from '@/server/keeping/health';

/** Alive: this process answers, and says how the base does. Readiness is asked for at `/api/health/ready`. */
export async function GET(): Promise<Response> {
  return Response.json(await health());
}
export const dynamic = 'force-dynamic';
