import { readdirSync, readFileSync } from 'node:fs';
import { request } from 'node:http';
import { join } from 'node:path';
import type { Finding } from './finding';
import { end, openShopAt } from './server';

/** Requests nobody means: torn paths, hostile texts, figures out of all measure, wrong kinds, at every address. None may break the shop. */

const ROUTES = 'src/app/api';
const PAGES = [
  '/',
  '/jobs/ID/ask',
  '/machines/ID',
  '/customers/ID',
  '/setups/ID/card',
  '/shop-book/ID',
  '/ride/ID',
  '/training/ID',
  '/sign-in',
];

function routes(folder: string): { path: string; methods: string[] }[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((item) => {
    if (item.isDirectory()) return routes(join(folder, item.name));
    if (!/^route\.tsx?$/.test(item.name)) return [];
    const methods = [...readFileSync(join(folder, item.name), 'utf8').matchAll(/export (?:const|async function) (GET|POST)/g)].map(
      (m) => m[1]!,
    );
    return [{ path: folder.replace('src/app', '').replace(/\[\w+\]/g, 'ID'), methods }];
  });
}

/** The names requests are made of, read from the schemas themselves. */
const NAMES = [
  ...new Set(
    readdirSync('src/schema')
      .filter((f) => f.endsWith('.ts'))
      .flatMap((f) => [...readFileSync(join('src/schema', f), 'utf8').matchAll(/^\s+(\w+): /gm)].map((m) => m[1]!)),
  ),
];
const OPERATIONS = [...readFileSync('src/server/compute/operations.ts', 'utf8').matchAll(/'([a-z][a-z-]+)'/g)].map((m) => m[1]!);

/** Seeded, so that a finding can be had again. */
function dice(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const TEXTS = [
  '',
  ' ',
  '\0',
  'a\0b',
  '\ud800',
  '\udc00x',
  "'; DROP TABLE entry; --",
  '<script>',
  '%',
  '\\',
  '0',
  '-0',
  '1e308',
  '1e-300',
  'NaN',
  'Infinity',
  '9'.repeat(400),
  '19 3/16',
  '3/0',
  '0000-01-01',
  '0001-01-01',
  '99999-12-31',
  '2026-02-30',
  '𝔘'.repeat(200),
  'x'.repeat(5000),
  'rider.mass',
  'fitted.rear.rebound.out',
  'photo.1.key',
  '__proto__',
  'constructor',
];
const NUMBERS = [0, -0, 1, -1, 0.1, 1e-300, 1e300, -1e300, 2 ** 31, 2 ** 31 - 1, 2 ** 53, 2 ** 63, 101, 90, 1e9, 5e-324];
const IDS = [
  '0',
  '1',
  '101',
  '102',
  '-1',
  '999999999',
  '2147483648',
  '9223372036854775808',
  '1e3',
  'x',
  '%00',
  '%E0%A4%A',
  '%ff',
  '..%2f..',
  '%2e%2e',
  'a'.repeat(26),
  'a'.repeat(64),
  '1%20',
  "1'",
  '𝔘',
];
const ORIGINS = [
  ...Array<string>(20).fill('http://127.0.0.1:PORT'),
  'http://127.0.0.1:PORT',
  'http://127.0.0.1:PORT',
  'nowhere',
  'null',
  'http://evil.example',
  '\\\\',
  'http://[::1',
  '',
];

/** @returns what is found broken */
export async function fuzz(port: number, directory: string, count: number): Promise<Finding> {
  const shop = await openShopAt(port, directory);
  const random = dice(20261129);
  const one = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!;
  const value = (depth = 0): unknown => {
    const roll = random();
    if (roll < 0.3) return one(TEXTS);
    if (roll < 0.55) return one(NUMBERS);
    if (roll < 0.62) return one([true, false, null]);
    if (depth > 3) return 1;
    if (roll < 0.64) return Array.from({ length: 2000 }, () => one(NUMBERS));
    if (roll < 0.8) return Array.from({ length: Math.floor(random() * 4) }, () => value(depth + 1));
    return Object.fromEntries(
      Array.from({ length: Math.floor(random() * 6) }, () => [random() < 0.9 ? one(NAMES) : one(TEXTS), value(depth + 1)]),
    );
  };
  // Bodies that go far: valid at first, then one thing of them made otherwise.
  const SEEDS: unknown[] = [
    { field: 'rider.mass', text: '81 kg' },
    {
      customer: { name: 'Elin Marsh', phone: '' },
      machine: { figures: { 'machine.make': { text: 'Halvik' }, 'machine.model': { text: 'Moor' } } },
      promisedOn: '2026-12-20',
    },
    { technicianId: 1, passcode: 'quay and tar' },
    { technicianId: 1, passcode: 'quay and tar', reason: 'x', changes: [{ field: 'fitted.rear.rebound.out', text: '12' }] },
    { kind: 'received', count: 1, held: 0, note: '', batch: '', jobId: 101 },
    { inner: 12, diameter: 32, thickness: 0.15, count: 1, kind: 'received', note: '', jobId: null },
    { end: 'rear', name: 'R-80', rate: '80', freeLength: '250', solidLength: '', place: 'drawer', table: '' },
    {
      shims: [{ diameterMm: 40, thicknessMm: 0.2, count: 3 }],
      clampDiameterMm: 12,
      pressureZoneMm: { inner: 16, outer: 38 },
      pressuresMPa: [0.2, 0.5],
    },
    { travelMm: 300, style: 'ruler', rear: { extendedMm: 600, bareMm: 560, laddenMm: 500 } },
    { kind: 'constant', ratio: 2.8, travelMm: 300, atWheelMm: [0, 50, 100] },
    {
      end: 'rear',
      travelMm: 300,
      staticLoadN: 700,
      ladenLoadN: 1300,
      leverage: { kind: 'constant', ratio: 3 },
      target: { staticSagMm: 35, riderSagMm: 100 },
      catalogue: [{ id: 'a', rateNPerMm: 80 }],
      preloadRangeMm: [0, 20],
    },
    { travelMm: 300, style: 'distance', extendedMm: 612, unladen: { liftedMm: 580.5, pressedMm: 574.5 }, laden: null },
    { moment: 'before', name: 'x', rows: [{ time: '0', rear: '1', front: '1' }] },
    { feels: { 1: 'better' }, tieRear: '30', tieFront: '' },
    { page: { version: 'shop/1', id: 'shop', name: 'x', address: '', phone: '', email: '', origin: 'the shop' }, reason: 'x' },
    { name: 'Bram', passcode: 'kelp and tar', role: 'counter' },
  ];
  const mutated = (of: unknown): unknown => {
    if (of === null || typeof of !== 'object') return value();
    const keys = Object.keys(of);
    if (keys.length === 0) return value();
    const key = one(keys);
    const copy: Record<string, unknown> | unknown[] = Array.isArray(of) ? [...(of as unknown[])] : { ...(of as Record<string, unknown>) };
    const inner = (of as Record<string, unknown>)[key];
    (copy as Record<string, unknown>)[key] = random() < 0.5 && inner !== null && typeof inner === 'object' ? mutated(inner) : value();
    if (random() < 0.1) delete (copy as Record<string, unknown>)[key];
    return copy;
  };
  const body = (): string => {
    const roll = random();
    if (roll < 0.05) return one(['{', '[[[[', '', 'null', '"x"', '{"a":1}}', '['.repeat(20_000), '\ufeff{}', '{"__proto__":1}']);
    return JSON.stringify(roll < 0.6 ? mutated(one(SEEDS)) : value()) ?? 'null';
  };
  const all = [
    ...routes(ROUTES).flatMap(({ path, methods }) => methods.map((method) => ({ path, method }))),
    ...PAGES.map((path) => ({ path, method: 'GET' })),
  ];
  const broken: string[] = [];
  const statuses = new Map<number, number>();
  const send = (n: number) =>
    new Promise<void>((done) => {
      const { path, method } = one(all);
      const id = path.includes('compute') ? (random() < 0.9 ? one(OPERATIONS) : one(IDS)) : one(IDS);
      const query =
        random() < 0.3
          ? `?${one(['q', 'kind', 'before', 'seal', 'step', 'caption', 'technicianId', 'what'])}=${one([...IDS, encodeURIComponent('a'), '%ed%a0%80'])}`
          : '';
      const text = method === 'POST' ? body() : '';
      const url = path.replaceAll('ID', id) + query;
      // As it goes over the line: what is no sign of an address is sent as its bytes would be.
      const asked = request({
        host: '127.0.0.1',
        port,
        method: random() < 0.97 ? method : one(['GET', 'POST', 'PUT', 'DELETE', 'HEAD', 'OPTIONS', 'PATCH']),
        path: encodeURI(url.toWellFormed()).replaceAll('%25', '%'),
        headers: {
          origin: one(ORIGINS).replace('PORT', String(port)),
          'content-type': random() < 0.9 ? 'application/json' : 'text/plain',
          ...(random() < 0.05 ? { cookie: 'mavrin=x.y; mavrin_session=%00' } : {}),
        },
        timeout: 30_000,
      });
      asked.on('response', (answer) => {
        statuses.set(answer.statusCode ?? 0, (statuses.get(answer.statusCode ?? 0) ?? 0) + 1);
        if ((answer.statusCode ?? 0) >= 500) broken.push(`${n}: ${method} ${url.slice(0, 80)} ${answer.statusCode} ${text.slice(0, 160)}`);
        answer.resume();
        answer.once('end', done);
        answer.once('error', () => done());
      });
      asked.on('timeout', () => {
        broken.push(`${n}: ${method} ${url.slice(0, 80)} not answered in 30 s ${text.slice(0, 160)}`);
        asked.destroy();
      });
      asked.on('error', () => done());
      asked.end(text);
    });
  let n = 0;
  const worker = async () => {
    while (n < count) {
      n += 1;
      await send(n);
    }
  };
  await Promise.all(Array.from({ length: 12 }, worker));
  const isAlive = await fetch(`http://127.0.0.1:${port}/api/health`).then(
    (a) => a.ok,
    () => false,
  );
  await end(shop);
  const told = [...statuses].sort(([a], [b]) => a - b).map(([status, times]) => `${times} × ${status}`);
  for (const line of broken.slice(0, 20)) console.log(`  ${line}`);
  return {
    promised: `${count} requests nobody means: none breaks the shop`,
    figure: `${broken.length} of 5xx or unanswered; ${told.join(', ')}${isAlive ? '' : '; the shop is gone'}`,
    holds: broken.length === 0 && isAlive,
  };
}
