import { randomBytes } from 'node:crypto';
import { type NextRequest, NextResponse } from 'next/server';
import { type Barred, barred } from './server/entrance';
import { isOpened } from './server/hosts';
import { doorIsOpen } from './server/ridersDoor';
import { bearsToken, entranceState, sessionOf } from './server/sessions';

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

/** What is said to a person: a page without any code, in the shop's own colours. */
const pageSaying = (message: string): string =>
  `<!doctype html><html lang="en-GB"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Mavrin</title></head>
<body style="background:#f4efe4;color:#1d2125;font:1.0625rem/1.5 sans-serif;max-width:34rem;margin:12vh auto;padding:0 1.1rem"><main><h1 style="font-size:1.375rem">Mavrin</h1><p>${message}</p><p><a href="/" style="color:inherit">Back to the Floor</a></p></main></body></html>`;

/** Whoever is not signed in is led to the door from a page, and told so by a route; everything else barred is said in words. */
function refusal(request: NextRequest, { status, code, message }: Barred): NextResponse {
  const { pathname, search } = request.nextUrl;
  const isPage = ['GET', 'HEAD'].includes(request.method) && !pathname.startsWith('/api/');
  const headers = { ...(status === 503 ? { 'retry-after': '5' } : {}), 'cache-control': 'no-store' };
  if (code === 'signed-out' && isPage)
    return NextResponse.redirect(new URL(`/sign-in?to=${encodeURIComponent(pathname + search)}`, request.nextUrl), 303);
  if (!isPage) return NextResponse.json({ error: { code, message, path: [] } }, { status, headers });
  const policy = "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'";
  return new NextResponse(pageSaying(message), {
    status,
    headers: { ...headers, [POLICY]: policy, 'content-type': 'text/html; charset=utf-8' },
  });
}

/** Every request, pages and routes alike, passes the gate; what is let in carries the policy of its page. */
export function proxy(request: NextRequest): NextResponse {
  const { headers: given } = request;
  const why = barred(
    {
      method: request.method,
      path: request.nextUrl.pathname,
      host: given.get('host'),
      origin: given.get('origin'),
      site: given.get('sec-fetch-site'),
      role: sessionOf(given)?.role ?? null,
      isOwnProgram: bearsToken(given),
    },
    {
      environment: process.env,
      isClosing: (globalThis as { mavrinCloses?: boolean }).mavrinCloses ?? false,
      isOpened: isOpened(process.env),
      hasOwner: entranceState().hasOwner,
      ridersMayCome: doorIsOpen(),
    },
  );
  if (why) return refusal(request, why);
  const policy = policyWith(randomBytes(16).toString('base64'));
  // The framework reads the number from the request's own policy and puts it to every script it writes.
  const headers = new Headers(request.headers);
  headers.set(POLICY, policy);
  const answer = NextResponse.next({ request: { headers } });
  answer.headers.set(POLICY, policy);
  return answer;
}

export const config = { matcher: '/((?!_next/static/).*)' };
