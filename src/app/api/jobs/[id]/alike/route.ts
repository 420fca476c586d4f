import { problem } from '@/schema/problem';
import { alikeTo } from '@/server/machines/likeness';
import { idOf, type WithId } from '../../../handle';

/** Past set-ups of machines like this job's, nearest first. */
export async function GET(_request: Request, context: WithId): Promise<Response> {
  const alike = await alikeTo(await idOf(context));
  return alike ? Response.json(alike) : Response.json({ error: problem('not-found', [], { what: 'job' }) }, { status: 404 });
}
