import { machineArchive } from '@/server/exchange/handOver';
import { idOf, type WithId } from '../../../handle';

/** Everything recorded of a machine, to be handed to another shop. */
export async function GET(_request: Request, context: WithId): Promise<Response> {
  const found = await machineArchive(await idOf(context));
  if (!found) return new Response(null, { status: 404 });
  return new Response(new Uint8Array(found.bytes), {
    headers: { 'content-type': 'application/zip', 'content-disposition': `attachment; filename="${found.name}"` },
  });
}
