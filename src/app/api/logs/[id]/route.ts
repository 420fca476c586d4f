import { logFile } from '@/server/rides/logger';
import { idOf, type WithId } from '../../handle';

/** The file of a logged ride as it was kept. */
export async function GET(_request: Request, context: WithId): Promise<Response> {
  const id = await idOf(context);
  const run = await logFile(id);
  if (!run) return new Response(null, { status: 404 });
  return new Response(run.csv, {
    headers: { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': `attachment; filename="log-${id}.csv"` },
  });
}
