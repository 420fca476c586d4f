import { compute } from '@/server/compute/operations';
import { MOST_BYTES, readBody } from '../../handle';

/** The compute contract over HTTP: the same schemas and answers as the command. */
export async function POST(request: Request, { params }: { params: Promise<{ operation: string }> }): Promise<Response> {
  const body = await readBody(request, MOST_BYTES.log);
  if (!body.ok) return body.response;
  const { operation } = await params;
  const answer = compute(operation, body.value);
  if (answer.ok) return Response.json(answer.result);
  return Response.json({ error: answer.problem }, { status: answer.problem.code === 'unknown-operation' ? 404 : 400 });
}
