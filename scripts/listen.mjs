// The program itself: listens, by http or with a certificate by https, tells every request its number and where it came from, and writes the log.
// Started by serve.mjs and the browser tests: node scripts/listen.mjs HOST PORT
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createServer as createPlain } from 'node:http';
import { createServer as createEncrypted } from 'node:https';
import { join } from 'node:path';
import next from 'next';
import pino from 'pino';

const [hostname = '127.0.0.1', port = '4170'] = process.argv.slice(2);
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
globalThis.mavrinLog = log;

/** Where a request went, without anything typed: no query, and of a rider's secret address that it is one. */
const pathOf = (url) =>
  (url ?? '')
    .split('?')[0]
    .replace(/^(\/(?:api\/)?ride\/).+/, '$1…')
    .slice(0, 200);

const app = next({ dev: false, hostname, port: Number(port) });
const handle = app.getRequestHandler();
await app.prepare();

function serve(request, answer) {
  const began = performance.now();
  const id = randomUUID();
  // Set here and nowhere else: what a caller writes in these heads is thrown away.
  request.headers['x-request-id'] = id;
  request.headers['x-mavrin-address'] = request.socket.remoteAddress ?? '';
  answer.setHeader('x-request-id', id);
  answer.once('close', () => {
    const path = pathOf(request.url);
    if (path.startsWith('/_next/')) return;
    log.info({
      id,
      method: request.method,
      path,
      status: answer.writableFinished ? answer.statusCode : 'left',
      ms: Math.round(performance.now() - began),
    });
  });
  void handle(request, answer);
}

const isEncrypted = Boolean(MAVRIN_TLS_CERT && MAVRIN_TLS_KEY);
const server = isEncrypted
  ? createEncrypted({ cert: readFileSync(MAVRIN_TLS_CERT), key: readFileSync(MAVRIN_TLS_KEY) }, serve)
  : createPlain(serve);
server.headersTimeout = 20_000;
server.requestTimeout = 120_000;
server.listen(Number(port), hostname, () => log.info({ at: `${isEncrypted ? 'https' : 'http'}://${hostname}:${port}` }, 'open'));
server.once('error', (failure) => {
  console.error(failure.message);
  process.exit(1);
});
