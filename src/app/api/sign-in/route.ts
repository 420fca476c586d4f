import { signInRequest } from '@/schema/requests';
import { signIn } from '@/server/door/people';
import { cookieOf, handle } from '../handle';

/** Signs in at this browser: its secret goes into a cookie no script reads, and nowhere else. */
export async function POST(request: Request): Promise<Response> {
  let cookie: string | null = null;
  const answer = await handle(request, signInRequest, async (checked) => {
    const found = await signIn(checked, request.headers.get('user-agent') ?? '');
    if (!found.ok) return found;
    const { secret, ...said } = found.value;
    cookie = cookieOf(request, secret, said.endsAt);
    return { ok: true, value: said };
  });
  if (cookie) answer.headers.set('set-cookie', cookie);
  return answer;
}
