import { emptyRequest } from '@/schema/requests';
import { signOut } from '@/server/door/people';
import { sessionOf } from '@/server/door/sessions';
import { cookieOf, handle } from '../../handle';

export async function POST(request: Request): Promise<Response> {
  const answer = await handle(request, emptyRequest, () => signOut(sessionOf(request.headers)));
  if (answer.ok) answer.headers.set('clear-site-data', '"cache"');
  if (answer.ok) answer.headers.set('set-cookie', cookieOf(request, '', new Date(0).toISOString()));
  return answer;
}
