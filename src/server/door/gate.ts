import { held } from '@/catalogue/held';
import { isClosing } from '@/db/client';
import { type Barred, barred } from './entrance';
import { isOpened } from './hosts';
import { openProtocol } from './protocol';
import { plainPath } from './plainPath';
import { doorIsOpen } from './ridersDoor';
import { siteHost } from './site';
import { bearsScriptToken, bearsToken, entranceState, sessionOf } from './sessions';

/** The gate as the listener asks it (scripts/listen.mjs), before the framework sees a request: pages and routes alike. */

export interface Turned {
  status: number;
  headers: Record<string, string>;
  body: string;
}

/** What is said to a person: a page without any code, in the shop's own colours. */
const pageSaying = (message: string): string =>
  `<!doctype html><html lang="en-GB"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Mavrin</title></head>
<body style="background:#f4efe4;color:#1d2125;font:1.0625rem/1.5 sans-serif;max-width:34rem;margin:12vh auto;padding:0 1.1rem"><main><h1 style="font-size:1.375rem">Mavrin</h1><p>${message}</p><p><a href="/" style="color:inherit">Back to the Floor</a></p></main></body></html>`;

/** Whoever is not signed in is led to the door from a page, and told so by a route; everything else barred is said in words. */
function turned({ status, code, message }: Barred, isPage: boolean, url: string): Turned {
  const headers = { 'cache-control': 'no-store', ...(status === 503 ? { 'retry-after': '5' } : {}) };
  if (code === 'signed-out' && isPage)
    return { status: 303, headers: { ...headers, location: `/sign-in?to=${encodeURIComponent(url)}` }, body: '' };
  if (!isPage)
    return {
      status,
      headers: { ...headers, 'content-type': 'application/json' },
      body: JSON.stringify({ error: { code, message, path: [] } }),
    };
  const policy = "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'";
  return {
    status,
    headers: { ...headers, 'content-security-policy': policy, 'content-type': 'text/html; charset=utf-8' },
    body: pageSaying(message),
  };
}

/**
 * What a request is answered at the gate; null where it is let in.
 * @param url as it was asked for, path and query; one that is no address is refused
 * @param heads by their names in small letters
 */
export function atTheGate(method: string, url: string, heads: Record<string, string | string[] | undefined>): Turned | null {
  const get = (name: string): string | null => {
    const value = heads[name];
    return typeof value === 'string' ? value : null;
  };
  const path = plainPath(url);
  const isPage = ['GET', 'HEAD'].includes(method) && !url.startsWith('/api/');
  const why = barred(
    {
      method,
      path,
      host: get('host'),
      origin: get('origin'),
      site: get('sec-fetch-site'),
      role: sessionOf({ get })?.role ?? null,
      isOwnProgram: bearsToken({ get }),
      isScript: bearsScriptToken({ get }),
    },
    {
      // The address the owner has named in the Shop book is one the shop answers to.
      environment: { ...process.env, MAVRIN_NAMES: `${process.env.MAVRIN_NAMES ?? ''},${siteHost()}` },
      isClosing: isClosing(),
      isOpened: isOpened(process.env),
      hasOwner: entranceState().hasOwner,
      ridersMayCome: doorIsOpen(),
    },
  );
  return why && turned(why, isPage, url);
}

/** Puts the gate where the listener finds it. */
export function openGate(): void {
  openProtocol();
  held<typeof atTheGate | null>('gate', () => null).value = atTheGate;
}
