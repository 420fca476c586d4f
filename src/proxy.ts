import { randomBytes } from 'node:crypto';
import { type NextRequest, NextResponse } from 'next/server';

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

/** Every page carries its policy. Who is let in at all is asked before the framework sees a request (src/server/door/gate.ts). */
export function proxy(request: NextRequest): NextResponse {
  const policy = policyWith(randomBytes(16).toString('base64'));
  // The framework reads the number from the request's own policy and puts it to every script it writes.
  const headers = new Headers(request.headers);
  headers.set(POLICY, policy);
  const answer = NextResponse.next({ request: { headers } });
  answer.headers.set(POLICY, policy);
  return answer;
}

export const config = { matcher: '/((?!_next/|api/).*)' };
