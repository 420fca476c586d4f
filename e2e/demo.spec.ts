import { scaled } from '../scripts/machine.mjs';
import { get } from 'node:http';
import { readFile } from 'node:fs/promises';
import { expect, test } from '@playwright/test';
import { demoDirectory, Server } from './server';

/** The demo shop holds what it promises, and every route refuses nonsense in words without touching anything. */

let server: Server;
test.beforeAll(async () => {
  server = await Server.start(4315, demoDirectory());
});
test.afterAll(async () => {
  await server.down();
  server.remove();
});

test('the Slate Yard: machines, jobs in all eight stages, and a machine with three signed rebuilds', async ({ page }) => {
  await page.goto(`${server.base}/machines`);
  const machines = await page.getByRole('row').count();
  expect(machines - 1).toBeGreaterThanOrEqual(8);

  let jobs = 0;
  const signed: number[] = [];
  for (let id = 1; id < machines; id += 1) {
    await page.goto(`${server.base}/machines/${id}`);
    jobs += await page.getByRole('link', { name: /^Job \d{4}$/ }).count();
    signed.push(await page.getByText(/^signed by /).count());
  }
  expect(jobs).toBeGreaterThanOrEqual(15);
  expect(Math.max(...signed)).toBeGreaterThanOrEqual(3);

  await page.goto(server.base);
  const stages = new Set<string>();
  for (const link of await page.getByRole('link', { name: /Job \d{4}|Ask how it rode/ }).all()) {
    stages.add((await link.getAttribute('href'))!.split('/').at(-1)!);
  }
  expect([...stages].sort()).toEqual(['ask', 'measure', 'reason', 'rebuild', 'ride', 'set', 'springs', 'valves']);
});

test('the Floor is in the order of the promised day', async ({ page }) => {
  await page.goto(server.base);
  const days = await page
    .getByRole('listitem')
    .filter({ hasText: /Job \d{4}/ })
    .locator('.day')
    .allInnerTexts();
  expect(days.length).toBeGreaterThanOrEqual(7);
  const year = new Date().getFullYear();
  const times = days.map((d) => Date.parse(`${d} ${year} UTC`)).map((t) => (t < Date.now() - 200 * 86_400_000 ? t + 365 * 86_400_000 : t));
  expect([...times].sort((a, b) => a - b)).toEqual(times);
});

const BAD: [method: 'post', path: string, body: unknown, status: number, code: string][] = [
  ['post', '/api/jobs', {}, 400, 'missing'],
  ['post', '/api/jobs', { customer: { name: ' ' }, machine: { figures: {} }, promisedOn: '2026-12-01' }, 400, 'out-of-range'],
  ['post', '/api/jobs', { customer: { id: 999 }, machine: { id: 1 }, promisedOn: '2026-12-01' }, 404, 'not-found'],
  [
    'post',
    '/api/jobs',
    { customer: { id: 1 }, machine: { figures: { 'machine.make': { text: 'Halvik' } } }, promisedOn: '2026-12-01' },
    422,
    'empty',
  ],
  [
    'post',
    '/api/jobs',
    {
      customer: { id: 1 },
      machine: { figures: { 'machine.make': { text: 'A' }, 'machine.model': { text: 'B' }, 'machine.rake': { text: '26 kg' } } },
      promisedOn: '2026-12-01',
    },
    422,
    'unit-mismatch',
  ],
  ['post', '/api/jobs/999/entries', { field: 'use', text: 'road' }, 404, 'not-found'],
  ['post', '/api/jobs/x/entries', { field: 'use', text: 'road' }, 404, 'not-found'],
  ['post', '/api/shims/assortment', { innerMm: 7, each: 5 }, 400, 'not-listed'],
  ['post', '/api/shims/assortment', { innerMm: 12, each: 0 }, 400, 'out-of-range'],
  ['post', '/api/machines/1/model', { from: 999 }, 404, 'not-found'],
  ['post', '/api/machines/1/entries', { field: 'use', text: 'road' }, 422, 'field-unknown'],
  ['post', '/api/machines/1/entries', { field: 'machine.make', text: '' }, 422, 'empty'],
  ['post', '/api/machines/1/entries', { field: 'machine.frame', text: 'CVN11T-04410' }, 409, 'already-exists'],
  ['post', '/api/jobs/101/undo', {}, 409, 'nothing-to-undo'],
  ['post', '/api/jobs/101/sign', { technicianId: 1, passcode: 'slate yard' }, 409, 'already-signed'],
  ['post', '/api/jobs/101/corrections', { technicianId: 1, passcode: 'slate yard', reason: 'x', changes: [] }, 400, 'too-few'],
  [
    'post',
    '/api/jobs/101/corrections',
    { technicianId: 99, passcode: 'slate yard', reason: 'x', changes: [{ field: 'fitted.rear.spring', text: '60' }] },
    404,
    'not-found',
  ],
  ['post', '/api/jobs/101/hand-back', {}, 409, 'handed-back'],
  ['post', '/api/springs', { end: 'rear', name: 'x', rate: '60 mm', place: 'drawer' }, 422, 'unit-mismatch'],
  ['post', '/api/springs/999/retire', {}, 404, 'not-found'],
  ['post', '/api/technicians', { name: 'sunniva holt', passcode: 'quay 46' }, 409, 'already-exists'],
  ['post', '/api/compute/sag', { travelMm: 'NaN', style: 'ruler' }, 400, 'not-finite'],
  ['post', '/api/compute/nothing', {}, 404, 'unknown-operation'],
  ['post', '/api/jobs/101/procedures', { id: 'shock' }, 409, 'sealed'],
  ['post', '/api/jobs/999/procedures', { id: 'shock' }, 404, 'not-found'],
  ['post', '/api/jobs/101/reserve', {}, 409, 'sealed'],
  ['post', '/api/jobs/999/reserve', {}, 404, 'not-found'],
  ['post', '/api/jobs/101/back', { setupId: 1 }, 409, 'sealed'],
  ['post', '/api/jobs/101/quotes', {}, 422, 'quote-empty'],
  ['post', '/api/jobs/101/quotes/answer', { quoteId: 999, accepted: true }, 404, 'not-found'],
  ['post', '/api/jobs/101/returned', { end: 'rear', name: 'x', rate: '60' }, 409, 'customers-own'],
  ['post', '/api/jobs/101/returned', { end: 'rear', name: 'x', rate: '60 kg' }, 422, 'unit-mismatch'],
  ['post', '/api/machines/1/owners', { customer: { id: 999 }, since: '2026-11-01' }, 404, 'not-found'],
  ['post', '/api/machines/1/owners', { customer: { id: 1 }, since: 'today' }, 400, 'wrong-type'],
  ['post', '/api/machines/1/merge', { machineId: 1, reason: 'x' }, 409, 'same-machine'],
  ['post', '/api/machines/1/merge', { machineId: 2, reason: 'x' }, 422, 'frames-differ'],
  ['post', '/api/machines/1/separate', { machineId: 2, reason: 'x' }, 404, 'not-found'],
  ['post', '/api/machines/999/reminders', { end: 'rear' }, 404, 'not-found'],
  ['post', '/api/stock', { kind: 'oil', name: 'Fork oil, 15 cSt', unit: 'mL' }, 409, 'already-exists'],
  ['post', '/api/stock', { kind: 'oil', name: 'x', unit: 'mL', price: '1.234' }, 422, 'too-fine'],
  ['post', '/api/stock/1/moves', { kind: 'used', count: 1e6 }, 422, 'too-few-in-drawer'],
  ['post', '/api/stock/1/moves', { kind: 'used', count: 0 }, 400, 'nothing-to-move'],
  ['post', '/api/stock/999/moves', { kind: 'received', count: 1 }, 404, 'not-found'],
  ['post', '/api/stock/999/terms', { price: '1' }, 404, 'not-found'],
  ['post', '/api/springs/999/moves', { kind: 'received', count: 1 }, 404, 'not-found'],
  ['post', '/api/jobs/101/photos', {}, 422, 'photo-unreadable'],
  ['post', '/api/jobs/101/voice', {}, 422, 'voice-unreadable'],
  ['post', '/api/jobs/101/voice?seconds=long', {}, 400, 'wrong-type'],
  ['post', '/api/jobs/999/duplicate', {}, 404, 'not-found'],
  ['post', '/api/stock/orders', { name: 'Moon dust', placed: true }, 404, 'not-found'],
  ['post', '/api/stock/orders', { name: 'R-52' }, 400, 'missing'],
  ['post', '/api/jobs/999/trials', { change: null }, 404, 'not-found'],
  ['post', '/api/jobs/101/trials', { change: { tunable: 'rear.rebound', to: 9 } }, 409, 'machine-moved-on'],
  ['post', '/api/jobs/119/trials', { change: { tunable: 'rear.mood', to: 3 } }, 404, 'not-found'],
  ['post', '/api/jobs/119/trials', { change: { tunable: 'rear.rebound', to: 99 } }, 422, 'out-of-range'],
  ['post', '/api/trials/999/rides', { feels: { 1: 'better' } }, 404, 'not-found'],
  ['post', '/api/trials/1/rides', { feels: { 1: 'wonderful' } }, 400, 'not-listed'],
  ['post', '/api/trials/999/decision', { decision: 'keep' }, 404, 'not-found'],
  ['post', `/api/ride/${'a'.repeat(26)}`, { feels: { 1: 'better' } }, 404, 'not-found'],
  ['post', '/api/jobs/999/logs/simulated', { moment: 'before' }, 404, 'not-found'],
  ['post', '/api/jobs/101/logs', { moment: 'before', name: 'x', rows: [] }, 400, 'too-few'],
  ['post', '/api/jobs/101/logs', { moment: 'before', name: 'x', rows: [{ time: '0', rear: '1' }] }, 422, 'log-short'],
  ['post', '/api/book/causes', {}, 400, 'missing'],
  ['post', '/api/book/causes/reset', { cause: 'moon', reason: 'x' }, 404, 'not-found'],
];

test('bad input to each route has a status, a code and a sentence, and changes nothing', async ({ request }) => {
  const pages = ['/', '/machines', '/machines/1', '/drawers', '/drawers/stock', '/shop-book/schools'];
  const look = async () =>
    Promise.all(
      pages.map(async (p) =>
        // Scripts carry a number of their own for each answer.
        (await (await request.get(server.base + p)).text()).replace(
          /<script[\s\S]*?<\/script>|<style[\s\S]*?<\/style>| nonce="[^"]*"/g,
          '',
        ),
      ),
    );
  // Set and Ride entries of a signed job may still be taken back, so those come first.
  for (let left = 60; left > 0; left -= 1)
    if ((await request.post(`${server.base}/api/jobs/101/undo`, { headers: { origin: server.base }, data: {} })).status() === 409) break;
  const before = await look();
  for (const [method, path, body, status, code] of BAD) {
    const answer = await request[method](server.base + path, { headers: { origin: server.base }, data: body as object });
    const said = (await answer.json()) as { error?: { code: string; message: string } };
    expect(`${path} ${answer.status()} ${said.error?.code}`).toBe(`${path} ${status} ${code}`);
    expect(said.error!.message).toMatch(/\.$|”/);
  }
  const torn = await request.post(`${server.base}/api/jobs`, {
    headers: { 'content-type': 'application/json', origin: server.base },
    data: Buffer.from('{"customer":'),
  });
  expect([torn.status(), ((await torn.json()) as { error: { code: string } }).error.code]).toEqual([400, 'not-json']);
  expect(await look()).toEqual(before);
});

test('asked under a name that is not ours the shop answers nothing, pages and routes alike; every page carries its guards', async ({
  request,
}) => {
  const asked = (path: string, host: string) =>
    new Promise<number>((done, failed) => {
      get({ host: '127.0.0.1', port: server.port, path, headers: { host } }, (answer) => {
        answer.resume();
        done(answer.statusCode ?? 0);
      }).on('error', failed);
    });
  for (const path of ['/', '/machines/1', '/api/search?q=a', '/api/health']) {
    expect([path, await asked(path, 'evil.example')]).toEqual([path, 421]);
    expect([path, await asked(path, `localhost:${server.port}`)]).toEqual([path, 200]);
  }
  const { 'x-content-type-options': sniff, 'content-security-policy': policy } = (await request.get(server.base)).headers();
  expect([sniff, policy]).toEqual(['nosniff', expect.stringContaining("frame-ancestors 'none'")]);
  // Scripts run by the number of their own answer alone.
  expect(policy).toMatch(/script-src 'self' 'nonce-[A-Za-z0-9+/=]{20,}' 'strict-dynamic';/);
  expect(policy).not.toMatch(/script-src[^;]*unsafe/);
  expect((await request.get(server.base)).headers()['content-security-policy']).not.toBe(policy);
});

test('the formats are served: each operation of the contract has its route, and answers there in the words of its schema', async ({
  request,
}) => {
  const files = (await (await request.get(`${server.base}/api/formats`)).json()) as string[];
  expect(files).toContain('/api/formats/setup-1.schema.json');
  for (const file of files) expect([file, (await request.get(server.base + file)).status()]).toEqual([file, 200]);
  expect((await request.get(`${server.base}/api/formats/other.json`)).status()).toBe(404);
  const { openapi, paths } = (await (await request.get(`${server.base}/api/formats/openapi.json`)).json()) as {
    openapi: string;
    paths: object;
  };
  expect(openapi).toBe('3.1.0');
  for (const path of [...Object.keys(paths), '/api/compute/divine']) {
    const answer = await request.post(server.base + path, { headers: { origin: server.base }, data: { moon: 1 } });
    const { error } = (await answer.json()) as { error?: { code: string } };
    // One operation wants nothing, and so refuses the moon alone.
    expect([path, answer.status()]).toEqual([path, path.endsWith('/divine') ? 404 : 400]);
    expect(error?.code).toMatch(/^[a-z-]+$/);
  }
});

test('an archive is made, handed over and taken in beside the book; what is none is refused in words', async ({ page }) => {
  test.slow();
  await page.goto(`${server.base}/shop-book/backups`);
  await page.getByRole('button', { name: 'Make an archive' }).click();
  await expect(page.getByText(/Made and read back: \d+ tables, \d+ rows/)).toBeVisible({ timeout: scaled(90_000) });
  const downloaded = page.waitForEvent('download');
  await page.getByRole('table', { name: 'Archives' }).getByRole('link').first().click();
  const archive = await (await downloaded).path();
  const take = async (file: string) => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Take an archive in' }).click();
    await (await chooser).setFiles(file);
  };
  await take(archive);
  await expect(page.getByText(/^Taken in: \d+ jobs, \d+ signed records, every seal holds/)).toBeVisible({ timeout: scaled(90_000) });
  await take('package.json');
  await expect(page.getByText(/This is no zip that can be read/)).toBeVisible({ timeout: scaled(60_000) });
});

test('a list of an older book is tried out, refused at its cell, then taken in; its machine stands in the book and in the table taken along', async ({
  page,
}) => {
  await page.goto(`${server.base}/shop-book/lists`);
  await page.getByRole('button', { name: /What the list holds/ }).click();
  await page.getByRole('option', { name: 'Jobs of an older book' }).click();
  const open = async (days: string[]) => {
    const lines = days.map((day) => `${day};Petra Voss;Halvik;Moor 250;82;5,4 kgf/mm`);
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Open the list' }).click();
    const buffer = Buffer.from(['Date;Customer;Make;Model;Rider weight;Rear spring', ...lines].join('\n'));
    await (await chooser).setFiles({ name: 'old.csv', mimeType: 'text/csv', buffer });
    await page.getByRole('button', { name: 'Try it out' }).click();
  };
  await open(['31.5.2021', '1/6/2022']);
  await expect(page.getByText('Nothing was taken: 1 fault.')).toBeVisible();
  await expect(page.getByText(/Line 3, day of the job: “1\/6\/2022” can be read with the day or the month first/)).toBeVisible();
  await open(['31.5.2021', '1.6.2022']);
  await expect(page.getByText('old.csv, 2 lines: 1 customer, 1 machine, 2 jobs new.')).toBeVisible();
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByText(/^Taken in from old\.csv: 1 customer, 1 machine, 2 jobs new/)).toBeVisible();
  await page.goto(`${server.base}/machines`);
  await page.getByRole('link', { name: 'Halvik Moor 250', exact: true }).click();
  await expect(page.getByText('2 in all')).toBeVisible();
  await page.goBack();
  const downloaded = page.waitForEvent('download');
  await page.getByRole('link', { name: 'CSV' }).first().click();
  expect(await readFile(await (await downloaded).path(), 'utf8')).toContain('Halvik,Moor 250');
});
