// The program itself: listens, by http or with a certificate by https, tells every request its number and where it came from, and writes the log.
// Every request passes the gate (src/server/door/gate.ts) before the framework sees it.
// Started by serve.mjs, `npm run dev` and the browser tests: node scripts/listen.mjs HOST PORT [dev]
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createServer as createPlain } from 'node:http';
import { createServer as createEncrypted } from 'node:https';
import { join } from 'node:path';
import next from 'next';
import pino from 'pino';

// Log and book are of this account alone (src/db/own.ts).
if (process.platform !== 'win32') process.umask(0o077);
const [hostname = '127.0.0.1', port = '4170', mode = 'built'] = process.argv.slice(2);
// What it listens on and where is one fact: the gate goes by it too.
process.env.MAVRIN_HOST = hostname;
process.env.PORT = port;
// Where a program of this computer reaches it: it stands in the lock of the book (src/db/lock.ts).
process.env.MAVRIN_LISTENS = `${process.env.MAVRIN_TLS_CERT && process.env.MAVRIN_TLS_KEY ? 'https' : 'http'}://${['0.0.0.0', '::'].includes(hostname) ? '127.0.0.1' : hostname}:${port}`;
const { MAVRIN_DATA, MAVRIN_LOG, MAVRIN_TLS_CERT, MAVRIN_TLS_KEY } = process.env;

/** A file a day, a fortnight of them, beside the book; MAVRIN_LOG=stdout writes to the terminal, off nothing. */
const log = pino(
  { level: MAVRIN_LOG === 'off' ? 'silent' : 'info', base: null, timestamp: pino.stdTimeFunctions.isoTime },
  MAVRIN_LOG === 'stdout' || !MAVRIN_DATA
    ? pino.destination(1)
    : pino.transport({
        target: 'pino-roll',
        options: {
          file: join(MAVRIN_DATA, 'log', 'mavrin'),
          frequency: 'daily',
          dateFormat: 'yyyy-MM-dd',
          extension: '.log',
          limit: { count: 14 },
          mkdir: true,
        },
      }),
);
// Unhandled failures of routes and pages are told by the framework's own hook (src/instrumentation.ts).
// What the program and the built application share (src/catalogue/held.ts).
const held = (globalThis[Symbol.for('mavrin.held')] ??= new Map());
held.set('log', { value: log });
const gate = () => held.get('gate')?.value;
const protocol = () => held.get('protocol').value;

/** A long log of the engine is worked through by then. */
const OPENS_WITHIN_MS = 60_000;
const OPENING = {
  status: 503,
  headers: { 'retry-after': '2', 'content-type': 'text/plain' },
  body: 'The shop’s computer is opening. Try again in a moment.',
};
const TWO_HOSTS = { status: 400, headers: { 'content-type': 'text/plain', connection: 'close' }, body: 'A request names one host.' };
const GUARDS = { 'x-content-type-options': 'nosniff', 'referrer-policy': 'same-origin' };

/** Where a request went, without anything typed: no query, and of a secret address that it is one. */
const pathOf = (url) =>
  (url ?? '')
    .split('?')[0]
    .replace(/^(\/(?:(?:api\/)?ride|api\/calendar)\/).+/, '$1…')
    .slice(0, 200);

const isEncrypted = Boolean(MAVRIN_TLS_CERT && MAVRIN_TLS_KEY);
const server = isEncrypted ? createEncrypted({ cert: readFileSync(MAVRIN_TLS_CERT), key: readFileSync(MAVRIN_TLS_KEY) }) : createPlain();
const app = next({ dev: mode === 'dev', hostname, port: Number(port), httpServer: server });
const handle = app.getRequestHandler();

/** What pages are made of: the same for everybody, and nobody's. */
const OF_PAGES = '/_next/static/';

function serve(request, answer) {
  const began = performance.now();
  const { method = 'GET', url = '/' } = request;
  const id = randomUUID();
  // Set here and nowhere else: what a caller writes in these heads is thrown away.
  request.headers['x-request-id'] = id;
  request.headers['x-mavrin-address'] = request.socket.remoteAddress ?? '';
  answer.setHeader('x-request-id', id);
  if (!url.startsWith(OF_PAGES))
    answer.once('close', () => {
      const status = answer.writableFinished ? answer.statusCode : 'left';
      log.info({ id, method, path: pathOf(url), status, ms: Math.round(performance.now() - began) });
    });
  // What is read of the book is kept by no browser and no proxy, unless a route says otherwise.
  if (url.startsWith('/api/')) {
    const writeHead = answer.writeHead;
    answer.writeHead = (...head) => {
      if (!answer.hasHeader('cache-control')) answer.setHeader('cache-control', 'no-store');
      return writeHead.apply(answer, head);
    };
  }
  // Until the shop is open nobody is let in.
  const turned = !gate() ? OPENING : protocol().namesOneHost(request.rawHeaders) ? gate()(method, url, request.headers) : TWO_HOSTS;
  if (!turned) return void handle(request, answer);
  answer.writeHead(turned.status, { ...GUARDS, ...turned.headers }).end(turned.body);
}

await app.prepare();
// Listening begins when the shop is open: until then a caller finds nobody, and tries again.
for (let waited = 0; !gate() && waited < OPENS_WITHIN_MS; waited += 50) await new Promise((done) => setTimeout(done, 50));
// While the program is tried out its own tools upgrade a line.
if (mode === 'built' && gate()) protocol().guardProtocol(server, protocol().tellLog);
server.on('request', serve);
server.headersTimeout = 20_000;
server.requestTimeout = 120_000;
// Longer than proxies and browsers keep an idle line: one closed just as it is used again is a request that fails.
server.keepAliveTimeout = 75_000;
server.once('error', (failure) => {
  console.error(failure.message);
  process.exit(1);
});
server.listen(Number(port), hostname, () => log.info({ at: `${isEncrypted ? 'https' : 'http'}://${hostname}:${port}` }, 'open'));
