import type { IncomingMessage, Server, ServerResponse } from 'node:http';
import type { Duplex } from 'node:stream';
import type { Socket } from 'node:net';
import { held } from '@/catalogue/held';

/**
 * Every event of the protocol beside a plain request: an upgrade, a tunnel, an expectation nobody meets, bytes that are no request, too many lines at once. Each is
 * logged and closed at once, so that nothing holds a descriptor without having passed the gate.
 */

/** Lines at once: as a whole, and from one address of the network. This computer itself (a proxy, the browser at the bench) may have as many as there are. From memory. */
const MAX_LINES = 1024;
const MAX_LINES_AN_ADDRESS = 128;
const LOOPBACK = /^(::1|127\.|::ffff:127\.)/;

export interface Came {
  event: string;
  from: string;
  method?: string | undefined;
  status?: number;
  code?: string | undefined;
}

const refused = (status: number, words: string) =>
  `HTTP/1.1 ${status} ${words}\r\nconnection: close\r\ncontent-type: text/plain\r\ncontent-length: ${words.length}\r\nx-content-type-options: nosniff\r\n\r\n${words}`;

/** Says no on a bare line and closes it, however the other side behaves. */
function close(line: Duplex, status: number, words: string): void {
  line.on('error', () => undefined);
  if (line.writable) line.end(refused(status, words), () => line.destroy());
  else line.destroy();
}

const from = (line: Duplex): string => (line as Socket).remoteAddress ?? '';

/** Whether a request names its host once, as it must. */
export const namesOneHost = (rawHeaders: readonly string[]): boolean =>
  rawHeaders.filter((head, i) => i % 2 === 0 && head.toLowerCase() === 'host').length === 1;

/**
 * Guards a server of node:http or node:https.
 * @param log told of what came and from where @param lines most lines as a whole, and from an address
 */
export function guardProtocol(
  server: Server,
  log: (came: Came) => void,
  { most = MAX_LINES, anAddress = MAX_LINES_AN_ADDRESS }: { most?: number; anAddress?: number } = {},
): void {
  const lines = new Map<string, number>();
  server.maxConnections = most;
  server.on('drop', (line) => log({ event: 'line dropped', from: line?.remoteAddress ?? '' }));
  server.on('connection', (line) => {
    const address = from(line);
    const count = (lines.get(address) ?? 0) + 1;
    lines.set(address, count);
    line.once('close', () => {
      const left = lines.get(address)! - 1;
      if (left > 0) lines.set(address, left);
      else lines.delete(address);
    });
    if (count <= anAddress || LOOPBACK.test(address)) return;
    log({ event: 'too many lines', from: address });
    line.destroy();
  });
  const turned = (event: string, status: number, words: string) => (request: IncomingMessage, line: Duplex) => {
    log({ event, method: request.method, from: from(line), status });
    close(line, status, words);
  };
  server.on('upgrade', turned('upgrade', 426, 'Nothing here is upgraded.'));
  server.on('connect', turned('connect', 405, 'This is no proxy.'));
  server.on('checkExpectation', (request: IncomingMessage, answer: ServerResponse) => {
    log({ event: 'expectation', method: request.method, from: from(request.socket), status: 417 });
    answer.writeHead(417, { connection: 'close' }).end();
  });
  server.on('clientError', (failure: NodeJS.ErrnoException, line: Duplex) => {
    const status = failure.code === 'HPE_HEADER_OVERFLOW' ? 431 : failure.code === 'ERR_HTTP_REQUEST_TIMEOUT' ? 408 : 400;
    log({ event: 'no request', code: failure.code, from: from(line), status });
    close(line, status, 'This is no request.');
  });
  // Whoever is handed the server later (the framework) may not listen for upgrades beside this.
  const on = server.on.bind(server);
  const onOther = (event: string, listener: (...told: unknown[]) => void) => (event === 'upgrade' ? server : on(event, listener));
  Object.assign(server, { on: onOther, addListener: onOther });
}

/** The program's log, where it has one (scripts/listen.mjs). */
export const tellLog = (came: Came): void => held<{ warn(line: object): void } | null>('log', () => null).value?.warn(came);

/** Puts the guard where the listener finds it. */
export const openProtocol = (): void =>
  void (held('protocol', () => ({ guardProtocol, namesOneHost, tellLog })).value = { guardProtocol, namesOneHost, tellLog });
