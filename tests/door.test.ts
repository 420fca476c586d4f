import { createServer, type IncomingHttpHeaders, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { DOOR, doorPage } from '@/schema/book';
import { changeDoor, doorOfShop } from '@/server/book/book';
import { riderAddress } from '@/server/door/network';
import { doorIsOpen, openDoor, passes, shutDoor } from '@/server/door/ridersDoor';
import { codeOf, get } from './answers';
import { onDisk } from './onDisk';

/** The door for the riders' phones: what passes, what does not, and that it is shut unless the Shop book says otherwise. */

onDisk('door');

const TOKEN = 'abcdefghijklmnopqrstuvwxyz';
let shop: Server;
let asked: { url: string | undefined; headers: IncomingHttpHeaders; body: string }[] = [];
let [shopPort, doorPort] = [0, 0];

const freePort = async (): Promise<number> => {
  const probe = createServer();
  await new Promise<void>((done) => probe.listen(0, () => done()));
  const { port } = probe.address() as AddressInfo;
  await new Promise((done) => probe.close(done));
  return port;
};

beforeAll(async () => {
  shop = createServer((request, answer) => {
    let body = '';
    request.on('data', (part: Buffer) => (body += part.toString()));
    request.on('end', () => {
      asked.push({ url: request.url, headers: request.headers, body });
      answer.writeHead(200, { 'content-type': 'text/plain' }).end('the sheet');
    });
  });
  await new Promise<void>((done) => shop.listen(0, '127.0.0.1', () => done()));
  shopPort = (shop.address() as AddressInfo).port;
  doorPort = await freePort();
});
afterAll(async () => {
  await shutDoor();
  await new Promise((done) => shop.close(done));
});
beforeEach(() => (asked = []));

test('the sheet of a ride passes, what is written into it, and what the page is made of; nothing else, by no way round', () => {
  for (const path of [`/ride/${TOKEN}`, `/api/ride/${TOKEN}`, '/_next/static/chunks/a-1.js', '/icon.svg', `/ride/${TOKEN}?_rsc=1`])
    expect([path, passes('GET', path)]).toEqual([path, true]);
  expect(passes('POST', `/api/ride/${TOKEN}`)).toBe(true);
  for (const path of [
    '/',
    '/jobs/101/ask',
    '/api/jobs',
    '/api/search?q=a',
    '/ride/short',
    `/ride/${TOKEN}/../../jobs/101`,
    `/_next/static/../../api/jobs`,
    `/_next/static/%2e%2e/api/jobs`,
    `/ride/${TOKEN}%2f..%2fapi`,
    `//elsewhere/ride/${TOKEN}`,
    `http://elsewhere/ride/${TOKEN}`,
    undefined,
  ])
    expect([path, passes('GET', path)]).toEqual([path, false]);
  for (const method of ['PUT', 'DELETE', 'CONNECT', undefined]) expect(passes(method, `/ride/${TOKEN}`)).toBe(false);
});

test('it hands on to the shop under the shop’s own name, without cookies; a page of the door writes as the shop’s, another site stays foreign', async () => {
  expect(await openDoor(doorPort, shopPort)).toBe(true);
  const door = `http://127.0.0.1:${doorPort}`;
  expect(await (await fetch(`${door}/ride/${TOKEN}`, { headers: { cookie: 'mavrin=night' } })).text()).toBe('the sheet');
  expect(asked[0]).toMatchObject({ url: `/ride/${TOKEN}`, headers: { host: `127.0.0.1:${shopPort}` } });
  expect(asked[0]!.headers.cookie).toBeUndefined();
  const write = (origin: string) => fetch(`${door}/api/ride/${TOKEN}`, { method: 'POST', body: '{}', headers: { origin } });
  await write(door);
  await write('http://elsewhere.example');
  expect(asked.slice(1).map((a) => [a.headers.origin, a.body])).toEqual([
    [`http://127.0.0.1:${shopPort}`, '{}'],
    ['http://elsewhere.example', '{}'],
  ]);
  asked = [];
  expect((await fetch(`${door}/jobs/101/ask`)).status).toBe(404);
  expect((await fetch(`${door}/api/ride/${TOKEN}`, { method: 'POST', body: 'x'.repeat(200_000) })).status).toBe(413);
  expect(asked).toEqual([]);
  await shutDoor();
  expect(doorIsOpen()).toBe(false);
  await expect(fetch(`${door}/ride/${TOKEN}`)).rejects.toThrow();
});

test('it is shut until the Shop book opens it; a taken port is said and changes nothing', async () => {
  expect(await doorOfShop()).toEqual(DOOR);
  expect(doorPage.safeParse({ version: 'door/1', ...DOOR }).success).toBe(true);
  process.env.PORT = String(shopPort - 1);
  // The next port is the shop’s own stand-in: taken.
  const blocker = createServer();
  await new Promise<void>((done) => {
    blocker.once('error', () => done());
    blocker.listen(shopPort, '0.0.0.0', () => done());
  });
  expect(codeOf(await changeDoor({ open: true }))).toBe('port-taken');
  blocker.close();
  expect((await doorOfShop()).open).toBe(false);
  process.env.PORT = String(doorPort - 1);
  get(await changeDoor({ open: true }));
  expect([(await doorOfShop()).open, doorIsOpen()]).toEqual([true, true]);
  const reached = riderAddress();
  expect(reached === `http://127.0.0.1:4170` || reached.endsWith(`:${doorPort}`)).toBe(true);
  get(await changeDoor({ open: false }));
  expect([(await doorOfShop()).open, doorIsOpen()]).toEqual([false, false]);
  delete process.env.PORT;
});
