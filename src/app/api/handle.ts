import { type z } from 'zod';
import { actOf } from '@/schema/acts';
import type { Answer } from '@/server/answer';
import { askedFor } from '@/server/keeping/audit';
import { answeredBefore, deliveryKey, DeliveredBefore, keepAnswer } from '@/server/delivery';
import type { Asking } from '@/server/asking';
import { SESSION_COOKIE, sessionOf } from '@/server/door/sessions';
import { problem, type Problem, problemOfZod } from '@/schema/problem';
import { UnreadableDocument } from '@/schema/stored';

const refuse = (status: number, what: Problem) => Response.json({ error: what }, { status });

const MB = 1_000_000;
/** The most one request may carry: JSON of a form or a list, a log of a ride, a picture. */
export const MAX_BYTES = { json: MB, log: 12 * MB, photo: 30 * MB } as const;

/** The body, no further than it may be long; null beyond. What says beforehand that it is longer is not read at all. */
async function bytesOf(request: Request, most: number): Promise<Uint8Array | null> {
  if (Number(request.headers.get('content-length') ?? 0) > most) return null;
  const parts: Uint8Array[] = [];
  let length = 0;
  for await (const part of request.body ?? []) {
    length += part.byteLength;
    if (length > most) return null;
    parts.push(part);
  }
  return Buffer.concat(parts);
}

const tooLarge = (most: number) => refuse(413, problem('body-too-large', [], { most: most / MB }));

/** Where a text holds what no record can keep: a NUL, or half of a character; null where all can be kept. */
function findUnstorableText(value: unknown, path: (string | number)[] = []): (string | number)[] | null {
  if (typeof value === 'string') return value.includes('\0') || !value.isWellFormed() ? path : null;
  if (value === null || typeof value !== 'object') return null;
  for (const [key, inner] of Object.entries(value)) {
    const found =
      findUnstorableText(inner, [...path, Array.isArray(value) ? Number(key) : key]) ?? (findUnstorableText(key) && [...path, '']);
    if (found) return found;
  }
  return null;
}

export async function readBody(
  request: Request,
  most: number = MAX_BYTES.json,
): Promise<{ ok: true; value: unknown } | { ok: false; response: Response }> {
  try {
    const bytes = await bytesOf(request, most);
    if (!bytes) return { ok: false, response: tooLarge(most) };
    const text = new TextDecoder().decode(bytes);
    const value: unknown = text === '' ? {} : JSON.parse(text);
    const at = findUnstorableText(value);
    return at ? { ok: false, response: refuse(400, problem('text-unstorable', at)) } : { ok: true, value };
  } catch {
    return { ok: false, response: refuse(400, problem('not-json')) };
  }
}

/** Whose hand a request comes from: who is signed in, else the name the bench stands on. */
function askingOf(request: Request, checked: unknown): Asking {
  const session = sessionOf(request.headers);
  const named = checked !== null && typeof checked === 'object' && 'technicianId' in checked ? checked.technicianId : null;
  return {
    session,
    technicianId: typeof named === 'number' ? named : null,
    address: request.headers.get('x-mavrin-address') ?? '',
    tab: (request.headers.get('x-mavrin-tab') ?? '').slice(0, 40),
    act: actOf(new URL(request.url).pathname.replace(/^\/api\//, ''), checked),
    request: request.headers.get('x-request-id') ?? '',
    isNoted: false,
    delivery: deliveryKey(request.headers.get('x-mavrin-delivery')),
    isDelivered: false,
    author: session ? `person ${session.technicianId}` : `computer ${request.headers.get('x-mavrin-address') ?? ''}`,
    path: new URL(request.url).pathname,
  };
}

/** Who is signed in stands under what is written, whatever name the page was opened with; a signature names its own. */
function inOwnName<T>(checked: T, { session }: Asking): T {
  if (!session || checked === null || typeof checked !== 'object' || !('technicianId' in checked) || 'passcode' in checked) return checked;
  return { ...checked, technicianId: session.technicianId };
}

/** Parses a request by its schema, calls one use case and answers: the whole of what a route does. */
export async function handle<S extends z.ZodType, T>(
  request: Request,
  schema: S,
  run: (checked: z.output<S>) => Promise<Answer<T>>,
  most: number = MAX_BYTES.json,
): Promise<Response> {
  const body = await readBody(request, most);
  if (!body.ok) return body.response;
  const checked = schema.safeParse(body.value);
  if (!checked.success) return refuse(400, problemOfZod(checked.error.issues, body.value));
  const asking = askingOf(request, checked.data);
  return answered(() => onceOnly(asking, () => run(inOwnName(checked.data, asking))));
}

/** Done once, however often it is sent: what comes again is answered as the first was. */
async function onceOnly<T>(asking: Asking, run: () => Promise<Answer<T>>): Promise<Answer<unknown>> {
  const { delivery, author, path } = asking;
  try {
    const answer = await askedFor(asking, run);
    if (answer.ok && delivery && asking.isDelivered) await keepAnswer(delivery, answer.value);
    return answer;
  } catch (failure) {
    if (!(failure instanceof DeliveredBefore) || !delivery) throw failure;
    return answeredBefore(delivery, author, path);
  }
}

/** What is no fault of anybody's and passes. */
const AGAIN_LATER: Record<string, string> = {
  Refusing: 'too-busy',
  ShopCloses: 'closing',
  BaseAway: 'base-away',
  PhotoStoreAway: 'photo-store-away',
};

/** A stored document that cannot be read is named, not passed over; anything else that breaks is the server's own fault and goes on. */
export async function answered<T>(run: () => Promise<Answer<T>>): Promise<Response> {
  try {
    const answer = await run();
    return answer.ok ? Response.json(answer.value) : refuse(answer.status, answer.problem);
  } catch (e) {
    const code = e instanceof Error ? AGAIN_LATER[e.name] : undefined;
    if (code)
      return Response.json({ error: { code, message: (e as Error).message, path: [] } }, { status: 503, headers: { 'retry-after': '5' } });
    if (!(e instanceof UnreadableDocument)) throw e;
    return refuse(500, { code: 'record-unreadable', message: e.message, path: [] });
  }
}

/** The query of a request, checked. */
function queryOf<S extends z.ZodType>(request: Request, schema: S): { ok: true; value: z.output<S> } | { ok: false; response: Response } {
  const query = Object.fromEntries(new URL(request.url).searchParams);
  const at = findUnstorableText(query);
  if (at) return { ok: false, response: refuse(400, problem('text-unstorable', at)) };
  const checked = schema.safeParse(query);
  return checked.success
    ? { ok: true, value: checked.data }
    : { ok: false, response: refuse(400, problemOfZod(checked.error.issues, query)) };
}

/** The same for what is only read: the query is what is parsed. */
export async function handleQuery<S extends z.ZodType, T>(
  request: Request,
  schema: S,
  run: (checked: z.output<S>) => Promise<Answer<T>>,
): Promise<Response> {
  const query = queryOf(request, schema);
  return query.ok ? answered(() => run(query.value)) : query.response;
}

/** The same for a body that is not JSON: the query is what is parsed, the bytes go along. */
export async function handleBytes<S extends z.ZodType, T>(
  request: Request,
  schema: S,
  run: (checked: z.output<S>, bytes: Uint8Array) => Promise<Answer<T>>,
): Promise<Response> {
  const query = queryOf(request, schema);
  if (!query.ok) return query.response;
  const bytes = await bytesOf(request, MAX_BYTES.photo);
  if (!bytes) return tooLarge(MAX_BYTES.photo);
  const asking = askingOf(request, query.value);
  return answered(() => askedFor(asking, () => run(inOwnName(query.value, asking), bytes)));
}

export type WithId = { params: Promise<{ id: string }> };

/** The number in the path; anything else finds nothing. */
export const idOf = async ({ params }: WithId): Promise<number> => {
  const { id } = await params;
  return /^\d{1,9}$/.test(id) ? Number(id) : 0;
};

/** The cookie of a session: of this site alone, read by no script, and sent over an encrypted line alone where the request came by one. */
export function cookieOf(request: Request, secret: string, endsAt: string): string {
  const isEncrypted = (request.headers.get('origin') ?? '').startsWith('https:');
  return `${SESSION_COOKIE}=${secret}; Path=/; HttpOnly; SameSite=Lax; Expires=${new Date(endsAt).toUTCString()}${isEncrypted ? '; Secure' : ''}`;
}

/** The same for a file too large to be held: it goes along as it comes. */
export async function handleStream<T>(request: Request, run: (parts: AsyncIterable<Uint8Array>) => Promise<Answer<T>>): Promise<Response> {
  if (!request.body) return refuse(400, problem('empty', []));
  const parts = request.body as unknown as AsyncIterable<Uint8Array>;
  return answered(() => askedFor(askingOf(request, {}), () => run(parts)));
}
