import { search } from '@/server/find';
import { FINDABLE } from '@/schema/answers';

/** Longer than any name; what goes beyond is not looked for. */
const MAX_LETTERS = 100;

export async function GET(request: Request): Promise<Response> {
  const query = (new URL(request.url).searchParams.get('q') ?? '').toWellFormed().replaceAll('\0', '').slice(0, MAX_LETTERS);
  const kind = FINDABLE.find((k) => k === new URL(request.url).searchParams.get('kind')) ?? null;
  return Response.json(await search(query, kind));
}
