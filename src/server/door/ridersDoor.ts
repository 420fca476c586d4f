import { held } from '@/catalogue/held';
import { createServer, request as ask, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { isOpened, networkHost } from './hosts';
import { guardProtocol, namesOneHost, tellLog } from './protocol';
import { plainPath } from './plainPath';

/** A door of its own for the riders' phones: on the shop's network, beside the shop that listens to itself alone, and open for the rider's sheet and nothing else. */

/** What passes: the sheet of one ride by its secret address, what is written into it, and what the page is made of. */
const PASSES = /^\/(ride\/[a-z0-9]{10,60}|api\/ride\/[a-z0-9]{10,60}|_next\/static\/[\w./~-]+|icon\.svg)$/i;
const METHODS = ['GET', 'HEAD', 'POST'];
/** More than the sheet of a ride ever holds. */
const MAX_BYTES = 100_000;

const { value: door } = held('riders door', (): { server: Server | null; isInside: boolean } => ({ server: null, isInside: false }));

/** Phones of riders at once. */
const MAX_LINES = 64;

const shopPort = (): number => Number(process.env.PORT ?? 4170);
/** The door's port, the next one after the shop's. */
export const doorPort = (): number => shopPort() + 1;

export const doorIsOpen = (): boolean => door.isInside || (door.server?.listening ?? false);

/** Where phones find the door; null where it is shut, the computer is in no network, or the shop itself is reached from it. */
export function doorAddress(): string | null {
  const address = door.server?.listening ? door.server.address() : null;
  const host = networkHost();
  return address === null || typeof address === 'string' || host === null ? null : `http://${host}:${address.port}`;
}

const refuse = (answer: ServerResponse, status: number) => answer.writeHead(status, { 'content-type': 'text/plain' }).end();

/** Whether a request may pass; a path that could be read in two ways does not. */
export function passes(method: string | undefined, url: string | undefined): boolean {
  const path = plainPath(url);
  return METHODS.includes(method ?? '') && path !== null && PASSES.test(path);
}

function through(asked: IncomingMessage, answer: ServerResponse, leadsTo: number): void {
  if (!namesOneHost(asked.rawHeaders)) return void refuse(answer, 400);
  if (!passes(asked.method, asked.url)) return void refuse(answer, 404);
  if (Number(asked.headers['content-length'] ?? 0) > MAX_BYTES) return void refuse(answer, 413);
  const shop = `127.0.0.1:${leadsTo}`;
  const { origin, host, cookie: _cookie, ...others } = asked.headers;
  // A page of the door writes as a page of the shop; one of another site stays foreign.
  const own = origin === `http://${host}`;
  const inside = ask(
    {
      host: '127.0.0.1',
      port: leadsTo,
      method: asked.method,
      path: asked.url,
      headers: { ...others, host: shop, ...(origin ? { origin: own ? `http://${shop}` : origin } : {}) },
    },
    (came) => {
      answer.writeHead(came.statusCode ?? 502, came.headers);
      came.pipe(answer);
    },
  );
  inside.on('error', () => (answer.headersSent ? answer.destroy() : refuse(answer, 502)));
  let bytes = 0;
  asked.on('data', (part: Buffer) => {
    bytes += part.length;
    if (bytes > MAX_BYTES) {
      inside.destroy();
      asked.destroy();
    }
  });
  asked.pipe(inside);
}

/** Opens the door; false where its port is taken. Once open it stays so until it is shut. */
export function openDoor(port = doorPort(), leadsTo = shopPort()): Promise<boolean> {
  if (doorIsOpen()) return Promise.resolve(true);
  // Where the network reaches the shop itself, its own gate lets the sheet of a ride through: no second door is needed.
  if (isOpened(process.env)) {
    door.isInside = true;
    return Promise.resolve(true);
  }
  const server = createServer((asked, answer) => through(asked, answer, leadsTo));
  guardProtocol(server, tellLog, { most: MAX_LINES, anAddress: MAX_LINES });
  server.headersTimeout = 10_000;
  server.requestTimeout = 30_000;
  return new Promise((done) => {
    server.once('error', () => done(false));
    server.listen(port, '0.0.0.0', () => {
      door.server = server;
      done(true);
    });
  });
}

export function shutDoor(): Promise<void> {
  const { server } = door;
  door.server = null;
  door.isInside = false;
  if (!server) return Promise.resolve();
  server.closeAllConnections();
  return new Promise((done) => server.close(() => done()));
}
