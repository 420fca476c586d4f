import { type z } from 'zod';
import type { Answer } from '@/server/answer';
import { problem, type Problem, problemOfZod } from '@/schema/problem';
import { UnreadableDocument } from '@/schema/stored';

const refuse = (status: number, what: Problem) => Response.json({ error: what }, { status });

const foreign = () => refuse(403, { code: 'foreign', message: 'This request comes from another site.', path: [] });

/** A page of another site may not write here: a browser names where a request comes from, and it must be this address. */
function isForeign(request: Request): boolean {
  const origin = request.headers.get('origin');
  return origin !== null && origin !== 'null' ? new URL(origin).host !== request.headers.get('host') : origin === 'null';
}

export async function readBody(request: Request): Promise<{ ok: true; value: unknown } | { ok: false; response: Response }> {
  if (isForeign(request)) return { ok: false, response: foreign() };
  try {
    const text = await request.text();
    return { ok: true, value: text === '' ? {} : JSON.parse(text) };
  } catch {
    return { ok: false, response: refuse(400, problem('not-json')) };
  }
}

/** Parses a request by its schema, calls one use case and answers: the whole of what a route does. */
export async function handle<S extends z.ZodType, T>(
  request: Request,
  schema: S,
  run: (checked: z.output<S>) => Promise<Answer<T>>,
): Promise<Response> {
  const body = await readBody(request);
  if (!body.ok) return body.response;
  const checked = schema.safeParse(body.value);
  if (!checked.success) return refuse(400, problemOfZod(checked.error.issues, body.value));
  return answered(() => run(checked.data));
}

/** A stored document that cannot be read is named, not passed over; anything else that breaks is the server's own fault and goes on. */
async function answered<T>(run: () => Promise<Answer<T>>): Promise<Response> {
  try {
    const answer = await run();
    return answer.ok ? Response.json(answer.value) : refuse(answer.status, answer.problem);
  } catch (e) {
    if (!(e instanceof UnreadableDocument)) throw e;
    return refuse(500, { code: 'record-unreadable', message: e.message, path: [] });
  }
}

/** The same for a body that is not JSON: the query is what is parsed, the bytes go along. */
export async function handleBytes<S extends z.ZodType, T>(
  request: Request,
  schema: S,
  run: (checked: z.output<S>, bytes: Uint8Array) => Promise<Answer<T>>,
): Promise<Response> {
  if (isForeign(request)) return foreign();
  const query = Object.fromEntries(new URL(request.url).searchParams);
  const checked = schema.safeParse(query);
  if (!checked.success) return refuse(400, problemOfZod(checked.error.issues, query));
  const bytes = new Uint8Array(await request.arrayBuffer());
  return answered(() => run(checked.data, bytes));
}

export type WithId = { params: Promise<{ id: string }> };

/** The number in the path; anything else finds nothing. */
export const idOf = async ({ params }: WithId): Promise<number> => {
  const { id } = await params;
  return /^\d{1,9}$/.test(id) ? Number(id) : 0;
};
