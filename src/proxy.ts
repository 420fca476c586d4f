import { type NextRequest, NextResponse } from 'next/server';
import { isOurs } from './server/hosts';

/** Every request, pages and routes alike: one under a name that is not ours is answered with nothing. */
export function proxy(request: NextRequest): NextResponse {
  // While it closes nothing is begun: pages too.
  if ((globalThis as { mavrinCloses?: boolean }).mavrinCloses)
    return NextResponse.json(
      { error: { code: 'closing', message: 'The shop’s computer is closing. Try again in a moment.', path: [] } },
      { status: 503, headers: { 'retry-after': '5' } },
    );
  if (isOurs(request.headers.get('host'), process.env)) return NextResponse.next();
  const message = 'This shop’s computer is not known by that name. Open it by its own address, or name it in MAVRIN_NAMES.';
  return NextResponse.json({ error: { code: 'wrong-host', message, path: [] } }, { status: 421 });
}

export const config = { matcher: '/((?!_next/static/).*)' };
