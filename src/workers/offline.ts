import { CacheFirst, ExpirationPlugin, NetworkFirst, NetworkOnly, Serwist } from 'serwist';
import { KEPT, OFFLINE_PAGES, OLD_CACHES, PAGES_CACHE, PICTURES_CACHE, STATIC_CACHE, type ToOffline } from './offlineNames';

/**
 * The service worker: pages of the bench open where the shop's computer does not answer, as they were when they last came. It answers with nothing else: what is read or
 * written goes to the computer, and what cannot waits in the page (ui/fields, ui/kit/waiting.ts).
 */

/** Of a service worker's own scope what is used here; the page's types stand in the same project. */
declare const self: {
  addEventListener(type: 'activate', hear: (event: { waitUntil(work: Promise<unknown>): void }) => void): void;
  addEventListener(type: 'message', hear: (event: { data: unknown; waitUntil(work: Promise<unknown>): void }) => void): void;
};

/** A whole answer of the page asked for: not the way to the door, not an error. */
const wholeAnswers = {
  cacheWillUpdate: ({ response }: { response: Response }) =>
    Promise.resolve(response.status === 200 && !response.redirected ? response : null),
};
const DAY_S = 86_400;
const newest = (maxEntries: number, days: number) =>
  new ExpirationPlugin({ maxEntries, maxAgeSeconds: days * DAY_S, maxAgeFrom: 'last-used' });

/** A page that was kept says so itself: whoever reads it is told, whether the computer is away or only slow. */
const saysItIsKept = {
  cachedResponseWillBeUsed: async ({ cachedResponse }: { cachedResponse?: Response | undefined }) => {
    if (!cachedResponse) return null;
    const { status, headers } = cachedResponse;
    return new Response((await cachedResponse.text()).replace('<html', `<html ${KEPT}`), { status, headers });
  },
};

/**
 * All workers of a build share one script; which of them it is to be stands behind the `#` of the address it is asked by. An answer from the cache would bring the address
 * it was kept under, and with it the first worker's part: an answer without an address of its own leaves the one asked by.
 */
const asAskedFor = {
  cachedResponseWillBeUsed: async ({ cachedResponse, request }: { cachedResponse?: Response | undefined; request: Request }) => {
    if (!cachedResponse || !/worker$/.test(request.destination)) return cachedResponse ?? null;
    const { status, headers } = cachedResponse;
    return new Response(await cachedResponse.arrayBuffer(), { status, headers });
  },
};

/** A computer that does not answer by then is taken for away. From memory. */
const ANSWERS_WITHIN_S = 8;

const pages = new NetworkFirst({
  cacheName: PAGES_CACHE,
  networkTimeoutSeconds: ANSWERS_WITHIN_S,
  plugins: [wholeAnswers, newest(300, 30), saysItIsKept],
});

const serwist = new Serwist({
  precacheEntries: [],
  skipWaiting: true,
  clientsClaim: true,
  runtimeCaching: [
    {
      matcher: ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/_next/static/'),
      handler: new CacheFirst({ cacheName: STATIC_CACHE, plugins: [wholeAnswers, newest(600, 60), asAskedFor] }),
    },
    {
      // By their fingerprints: they never change.
      matcher: ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/api/photos/'),
      handler: new CacheFirst({ cacheName: PICTURES_CACHE, plugins: [wholeAnswers, newest(300, 30)] }),
    },
    {
      matcher: ({ request, url, sameOrigin }) => sameOrigin && request.mode === 'navigate' && OFFLINE_PAGES.test(url.pathname),
      handler: pages,
    },
    {
      // Led to the door: nobody is signed in here any more, whatever ended it, and nothing of the book stays on the device.
      matcher: ({ request, url, sameOrigin }) => sameOrigin && request.mode === 'navigate' && url.pathname === '/sign-in',
      handler: async ({ request }) => {
        const answer = await fetch(request);
        if (answer.ok) await Promise.all([PAGES_CACHE, PICTURES_CACHE].map((name) => caches.delete(name)));
        return answer;
      },
    },
    { matcher: ({ request, sameOrigin }) => sameOrigin && request.mode === 'navigate', handler: new NetworkOnly() },
  ],
});
serwist.setCatchHandler(async ({ request }) => (request.mode === 'navigate' ? notKept() : Response.error()));
serwist.addEventListeners();

// What an older program kept, under a name of its own, is let go once this one takes over.
self.addEventListener('activate', (event) => event.waitUntil(Promise.all(OLD_CACHES.map((name) => caches.delete(name)))));

const escaped = (text: string) => text.replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`);

/** What is said where a page was never opened on this device: in words, with those that were. */
async function notKept(): Promise<Response> {
  const cache = await caches.open(PAGES_CACHE);
  const links: string[] = [];
  for (const request of [...(await cache.keys())].reverse().slice(0, 40)) {
    const title = /<title>([^<]*)<\/title>/.exec((await (await cache.match(request))?.text()) ?? '')?.[1] ?? '';
    const { pathname } = new URL(request.url);
    links.push(`<li><a href="${escaped(pathname)}" style="color:inherit">${title || escaped(pathname)}</a></li>`);
  }
  const body = `<!doctype html><html lang="en-GB"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Mavrin</title></head>
<body style="background:#f4efe4;color:#1d2125;font:1.0625rem/1.7 sans-serif;max-width:40rem;margin:8vh auto;padding:0 1.1rem"><main><h1 style="font-size:1.375rem">Mavrin</h1>
<p>The shop’s computer does not answer, and this page was not opened on this device before. What was written here is kept and delivered when it answers.</p>
${links.length > 0 ? `<p>Pages kept on this device:</p><ul>${links.join('')}</ul>` : ''}</main></body></html>`;
  return new Response(body, { status: 503, headers: { 'content-type': 'text/html; charset=utf-8' } });
}

/** Pages that will be wanted are fetched beforehand, with the code they name, one after the other. */
async function fetchAhead(urls: readonly string[]): Promise<void> {
  const [pagesKept, code] = [await caches.open(PAGES_CACHE), await caches.open(STATIC_CACHE)];
  for (const url of urls) {
    if (await pagesKept.match(url)) continue;
    const answer = await fetch(url).catch(() => null);
    if (!answer?.ok || answer.redirected) return;
    const text = await answer.clone().text();
    for (const path of new Set(text.match(/static\/chunks\/[\w./~-]+\.(?:js|css)/g) ?? [])) {
      const of = `/_next/${path}`;
      if (!(await code.match(of))) await code.add(of).catch(() => undefined);
    }
    // After its code: a page that is kept opens.
    await pagesKept.put(url, answer);
  }
}

self.addEventListener('message', (event) => {
  const said = event.data as ToOffline;
  if (said.kind === 'ahead') event.waitUntil(fetchAhead(said.urls.filter((url) => OFFLINE_PAGES.test(url))));
});
