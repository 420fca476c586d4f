import { scaled } from '../scripts/machine.mjs';
import { expect, type Page, test } from '@playwright/test';
import { demoDirectory, Server } from './server';

/**
 * As people have it: one tab kept through everything, the service worker on. Every stage, sheet and page of three jobs is opened twice, forwards and back, with no refusal, no failed
 * script and nothing in the console; and again after the shop's computer was restarted.
 */

let server: Server;
test.beforeAll(async () => {
  server = await Server.start(4371, demoDirectory());
});
test.afterAll(async () => {
  await server.down();
  server.remove();
});

const STAGES = ['ask', 'measure', 'reason', 'springs', 'valves', 'rebuild', 'set', 'ride', 'ground', 'log', 'quote', 'history'] as const;
const PLACES = ['/', '/machines', '/drawers', '/drawers/stock', '/drawers/reorder', '/drawers/bench', '/shop-book', '/training'];
const OF_MACHINE = ['', '/riders', '/leverage', '/geometry', '/compare'];

function watch(page: Page): string[] {
  const errors: string[] = [];
  page.on('console', (message) => message.type() === 'error' && errors.push(`${page.url()}: ${message.text()}`));
  page.on('pageerror', (error) => errors.push(`${page.url()}: ${error.message}`));
  return errors;
}

/** What a page that works shows: its heading, and where a worker computes, what it computed. */
async function stands(page: Page, path: string): Promise<void> {
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(page.getByText('broke off')).toHaveCount(0);
  await expect(page.getByText('could not be shown')).toHaveCount(0);
  if (path.endsWith('/ground'))
    await expect(page.getByRole('table', { name: 'Figure by figure' })).toBeVisible({ timeout: scaled(120_000) });
  if (path.endsWith('/valves')) await expect(page.getByText('Solving the plates.')).toHaveCount(0, { timeout: scaled(60_000) });
  await expect(page.getByText('broke off')).toHaveCount(0);
}

async function visit(page: Page, paths: readonly string[]): Promise<void> {
  for (const path of paths) {
    await page.goto(`${server.base}${path}`);
    await stands(page, path);
  }
}

async function jobsAndPlaces(): Promise<string[]> {
  const paths: string[] = [...PLACES];
  for (const words of ['Tourer skips', 'Enduro racer', 'Moor 250 fourth bump']) {
    const job = await server.jobOf(words);
    paths.push(...STAGES.map((stage) => `/jobs/${job}/${stage}`));
  }
  const machine = await server.idOf('machine', 'Ketteri 450');
  paths.push(...OF_MACHINE.map((room) => `/machines/${machine}${room}`), `/customers/${await server.idOf('customer', 'Ingrith')}`);
  return paths;
}

test('every stage, sheet and page of three jobs, twice in one tab with the service worker on, forwards and back', async ({ page }) => {
  test.slow();
  const errors = watch(page);
  await page.goto(server.base);
  await page.evaluate(() => navigator.serviceWorker.ready);
  await page.reload();
  expect(await page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
  const paths = await jobsAndPlaces();
  await visit(page, paths);
  await visit(page, [...paths].reverse());
  expect(errors).toEqual([]);

  // By links, as a hand goes: the page is kept, its parts come as they are wanted.
  const job = await server.jobOf('Enduro racer');
  await page.goto(`${server.base}/jobs/${job}/reason`);
  for (const stage of ['valves', 'reason', 'valves', 'springs', 'reason'] as const) {
    const order = ['ask', 'measure', 'reason', 'springs', 'valves', 'rebuild', 'set', 'ride'];
    await page.keyboard.press(`Alt+${order.indexOf(stage) + 1}`);
    await page.waitForURL(`**/${stage}`);
    await stands(page, `/${stage}`);
  }
  await page.goBack();
  await stands(page, '/springs');
  expect(errors).toEqual([]);

  await server.down();
  await server.up();
  await visit(
    page,
    paths.filter((path) => /\/(reason|valves|ground|springs)$/.test(path)),
  );
  // While it was away the open page heard nothing of it; that alone may be said.
  expect(errors.filter((e) => !/ERR_(CONNECTION_REFUSED|INCOMPLETE_CHUNKED_ENCODING|EMPTY_RESPONSE|CONNECTION_RESET)/.test(e))).toEqual([]);
});
