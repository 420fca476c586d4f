import { randomBytes } from 'node:crypto';
import { type NextRequest, NextResponse } from 'next/server';
import { isOurs } from './server/hosts';

/** While the program is tried out its own tools read code from text; the built one never does. */
const TRYING_OUT = process.env.NODE_ENV === 'development';

/**
 * What a page may run and load: scripts that carry this answer's own number and what those bring, nothing written into the page by anybody else; pictures and
 * connections of the shop alone; and no page elsewhere frames it. Styles are written into the page by the styling library.
 */
const policyWith = (nonce: string): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${TRYING_OUT ? " 'unsafe-eval'" : ''}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "worker-src 'self' blob:",
    "connect-src 'self'",
    "font-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');

const POLICY = 'Content-Security-Policy';

/** Every request, pages and routes alike: one under a name that is not ours is answered with nothing, and while the shop closes nothing is begun. */
export function proxy(request: NextRequest): NextResponse {
  if ((globalThis as { mavrinCloses?: boolean }).mavrinCloses)
    return NextResponse.json(
      { error: { code: 'closing', message: 'The shop’s computer is closing. Try again in a moment.', path: [] } },
      { status: 503, headers: { 'retry-after': '5' } },
    );
  if (!isOurs(request.headers.get('host'), process.env)) {
    const message = 'This shop’s computer is not known by that name. Open it by its own address, or name it in MAVRIN_NAMES.';
    return NextResponse.json({ error: { code: 'wrong-host', message, path: [] } }, { status: 421 });
  }
  const policy = policyWith(randomBytes(16).toString('base64'));
  // The framework reads the number from the request's own policy and puts it to every script it writes.
  const headers = new Headers(request.headers);
  headers.set(POLICY, policy);
  const answer = NextResponse.next({ request: { headers } });
  answer.headers.set(POLICY, policy);
  return answer;
}

export const config = { matcher: '/((?!_next/static/).*)' };
