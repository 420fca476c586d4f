import { createServer, type Server } from 'node:http';
import { type AddressInfo, connect } from 'node:net';
import { once } from 'node:events';
import { held } from '@/catalogue/held';
import { type Came, guardProtocol, namesOneHost } from '@/server/door/protocol';
import { openDoor, shutDoor } from '@/server/door/ridersDoor';

/** What is no plain request is logged, closed, and holds no line; on the shop's own listener and on the riders' door. */

const logged: Came[] = [];
let server: Server;
let port = 0;

beforeAll(async () => {
  server = createServer((_, answer) => answer.end('the shop'));
  guardProtocol(server, (came) => logged.push(came));
  // As the framework does with the server it is handed.
  server.on('upgrade', () => undefined);
  server.listen(0, '127.0.0.1');
  await once(server, 'listening');
  port = (server.address() as AddressInfo).port;
});
afterAll(() => {
  server.closeAllConnections();
  server.close();
});

/** Sends bytes and reads until the other side has closed the line. */
async function sent(bytes: string, at = port): Promise<string> {
  const line = connect(at, '127.0.0.1');
  const parts: Buffer[] = [];
  line.on('data', (part: Buffer) => parts.push(part));
  line.on('error', () => undefined);
  line.write(bytes);
  // A line that is reset is closed too.
  await new Promise<void>((done) => line.on('close', () => done()));
  return Buffer.concat(parts).toString();
}
const lines = () => new Promise<number>((done) => server.getConnections((_, count) => done(count)));
const HEADS = 'host: shop\r\nconnection: upgrade\r\nupgrade: websocket\r\nsec-websocket-key: aGVsbG8=\r\nsec-websocket-version: 13\r\n\r\n';

test.each([
  ['upgrade', `GET / HTTP/1.1\r\n${HEADS}`, 426],
  ['connect', 'CONNECT elsewhere:443 HTTP/1.1\r\nhost: elsewhere:443\r\n\r\n', 405],
  ['expectation', 'POST / HTTP/1.1\r\nhost: shop\r\nexpect: a miracle\r\ncontent-length: 1\r\n\r\n', 417],
  ['no request', 'not a request at all\r\n\r\n', 400],
  ['no request', `GET / HTTP/1.1\r\nhost: shop\r\nx: ${'y'.repeat(40_000)}\r\n\r\n`, 431],
])('%s is answered %#, logged and closed', async (event, bytes, status) => {
  logged.length = 0;
  expect(await sent(bytes)).toMatch(new RegExp(`^HTTP/1.1 ${status} `));
  expect(logged).toEqual([expect.objectContaining({ event, status })]);
});

test('hundreds of upgrades leave no line open, and the next request is served', async () => {
  await Promise.all(Array.from({ length: 300 }, () => sent(`GET / HTTP/1.1\r\n${HEADS}`)));
  expect(await lines()).toBe(0);
  expect(await sent('GET / HTTP/1.1\r\nhost: shop\r\nconnection: close\r\n\r\n')).toMatch(/the shop$/);
});

test('lines are bounded as a whole', async () => {
  const small = createServer((_, answer) => answer.end('in'));
  guardProtocol(small, () => undefined, { most: 3 });
  small.listen(0, '127.0.0.1');
  await once(small, 'listening');
  const at = (small.address() as AddressInfo).port;
  const held = Array.from({ length: 3 }, () => connect(at, '127.0.0.1'));
  await Promise.all(held.map((line) => once(line, 'connect')));
  expect(await sent('GET / HTTP/1.1\r\nhost: shop\r\n\r\n', at)).toBe('');
  held.forEach((line) => line.destroy());
  small.close();
});

test('a request names its host once', () => {
  expect(
    [
      ['Host', 'a'],
      ['Host', 'a', 'HOST', 'b'],
      ['x', 'host'],
    ].map(namesOneHost),
  ).toEqual([true, false, false]);
});

test('the riders’ door forwards no upgrade either', async () => {
  expect(await openDoor(0, port)).toBe(true);
  try {
    const door = held<{ server: Server | null }>('riders door', () => ({ server: null })).value;
    const at = (door.server!.address() as AddressInfo).port;
    expect(await sent(`GET /ride/abcdefghij0123456789 HTTP/1.1\r\n${HEADS}`, at)).toMatch(/^HTTP\/1.1 426 /);
  } finally {
    await shutDoor();
  }
});
