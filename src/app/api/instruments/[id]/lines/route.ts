import { linesOf } from '@/server/instruments/instruments';
import { idOf, type WithId } from '../../../handle';

/** The last lines of an instrument as they came, to be looked at or replayed; with ?csv the readings among them as a table. */
export async function GET(request: Request, context: WithId): Promise<Response> {
  const id = await idOf(context);
  const as = new URL(request.url).searchParams.has('csv') ? 'csv' : 'lines';
  const found = linesOf(id, as);
  if (found === null) return new Response(null, { status: 404 });
  const [type, ending] = as === 'csv' ? ['text/csv; charset=utf-8', 'csv'] : ['application/x-ndjson', 'ndjson'];
  return new Response(found, {
    headers: { 'content-type': type, 'content-disposition': `attachment; filename="mavrin-instrument-${id}.${ending}"` },
  });
}
