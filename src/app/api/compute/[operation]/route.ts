import { problem } from '@/schema/problem';
import { computeAside } from '@/server/compute/pool';
import { MAX_BYTES, readBody } from '../../handle';

/** How soon a caller may come back where too many wait, s. */
const COME_BACK_S = 2;

/** The compute contract over HTTP: the same schemas and answers as the command, in threads of their own. */
export async function POST(request: Request, { params }: { params: Promise<{ operation: string }> }): Promise<Response> {
  const body = await readBody(request, MAX_BYTES.log);
  if (!body.ok) return body.response;
  const { operation } = await params;
  const answer = await computeAside(operation, body.value, request.signal);
  if (answer.ok) return Response.json(answer.result);
  if ('busy' in answer)
    return Response.json({ error: problem('too-busy') }, { status: 503, headers: { 'retry-after': String(COME_BACK_S) } });
  const { code } = answer.problem;
  const status = code === 'unknown-operation' ? 404 : code === 'took-too-long' ? 503 : 400;
  return Response.json({ error: answer.problem }, { status });
}
