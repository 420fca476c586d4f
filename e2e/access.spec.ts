import { scaled } from '../scripts/machine.mjs';
import { expect, type Page, test } from '@playwright/test';
import { axe } from './axe';
import { SIZES, misfits, screens, settled } from './misfits';
import { demoDirectory, Server } from './server';

/** Every view of the demo: accessible, quiet, and whole at each size. The longest of the browser tests, so its file comes first. */

let server: Server;
test.describe.configure({ mode: 'parallel' });
test.beforeAll(async ({}, { parallelIndex }) => {
  server = await Server.start(4303 + 50 * parallelIndex, demoDirectory());
});
test.afterAll(async () => {
  await server.down();
  server.remove();
});

const BENCH_STAGES = ['ask', 'measure', 'reason', 'springs', 'valves', 'rebuild', 'set', 'ride'];
const DESK = SIZES[2]!;

/** Scans each view by day and by night at all three widths: where a page is laid out anew its order, its names and its colours may differ too. */
async function scanned(page: Page, views: string[]): Promise<void> {
  // Some hundred and fifty scans one after the other: on a busy machine they take longer than any other test.
  test.setTimeout(scaled(600_000));
  const errors: string[] = [];
  page.on('console', (message) => message.type() === 'error' && errors.push(message.text()));
  page.on('pageerror', (error) => errors.push(error.message));
  const found: string[] = [];
  const scan = async (view: string, rules?: string[]) => {
    const { violations } = await (rules ? axe(page).withRules(rules) : axe(page)).analyze();
    found.push(...violations.map((v) => `${view} ${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(' | ')}`));
  };
  for (const view of views) {
    await page.setViewportSize(DESK);
    await page.goto(server.base + view);
    await expect(page.getByRole('main')).toBeVisible();
    found.push(...(await misfits(page, view)));
    const isStage = BENCH_STAGES.some((stage) => view.endsWith(`/${stage}`));
    if (isStage && (await screens(page)) > 2) found.push(`${view} is ${(await screens(page)).toFixed(2)} screens long at 1280x800`);
    for (const size of SIZES) {
      await page.setViewportSize(size);
      await settled(page);
      await scan(`${view} at ${size.width}`);
    }
    await page.setViewportSize(DESK);
    for (const sheet of view.endsWith('/ask') ? ['Ride and complaint', 'As it came in', 'Machine'] : []) {
      await page.getByRole('radio', { name: new RegExp(`^${sheet}`) }).click();
      found.push(...(await misfits(page, `${view}, ${sheet}`)));
      await scan(`${view}, ${sheet}`);
    }
    // By night only the colours differ, and they are the same at every width.
    await page.getByRole('button', { name: 'Night bench' }).click();
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'night');
    await scan(`${view} by night`, ['color-contrast']);
    await page.getByRole('button', { name: 'Day bench' }).click();
  }
  expect(found).toEqual([]);
  expect(errors.filter((e) => !/404/.test(e))).toEqual([]);
}

test('each stage of the Bench is accessible at all three widths and by night, quiet, and nothing of it runs off the side', async ({
  page,
}) => {
  const [trail, signed, courier, ridden, pony, tourer, rally] = [
    await server.jobOf('Trail 300 Ingrith'),
    await server.jobOf('Single dives'),
    await server.jobOf('Courier light'),
    await server.jobOf('Moor 250 fourth bump'),
    await server.jobOf('Pony'),
    await server.jobOf('Tourer skips'),
    await server.jobOf('Rally chatters since'),
  ];
  await scanned(page, [
    ...BENCH_STAGES.map((s) => `/jobs/${trail}/${s}`),
    `/jobs/${signed}/rebuild`,
    `/jobs/${signed}/set`,
    `/jobs/${signed}/quote`,
    `/jobs/${signed}/history`,
    `/jobs/${courier}/springs`,
    `/jobs/${pony}/springs`,
    `/jobs/${ridden}/log`,
    `/jobs/${tourer}/ground`,
    `/jobs/${ridden}/ride`,
  ]);
  // The same stages with other machines on the bench: what they hold differs, not what they are made of.
  const found: string[] = [];
  for (const view of [`/jobs/${tourer}/springs`, ...BENCH_STAGES.map((s) => `/jobs/${rally}/${s}`)]) {
    await page.goto(server.base + view);
    await expect(page.getByRole('main')).toBeVisible();
    found.push(...(await misfits(page, view)));
    if ((await screens(page)) > 2) found.push(`${view} is ${(await screens(page)).toFixed(2)} screens long at 1280x800`);
  }
  expect(found).toEqual([]);
});

test('each place beside the Bench is accessible at all three widths and by night, quiet, and nothing of it runs off the side', ({ page }) =>
  scanned(page, [
    '/',
    '/jobs/new',
    '/machines',
    '/machines/1',
    '/machines/1/compare',
    '/machines/1/leverage',
    '/machines/1/geometry',
    '/machines/1/riders',
    '/drawers/bench',
    '/setups/1/card',
    '/drawers',
    '/drawers/stock',
    '/drawers/reorder',
    '/shop-book/backups',
    '/shop-book/lists',
    '/shop-book/names',
    '/shop-book/money',
    '/shop-book/schools',
    '/shop-book/choices',
    '/shop-book/kinds',
    '/shop-book/ground',
    '/shop-book/pistons',
    '/shop-book/service',
    '/shop-book/causes',
    '/training',
    '/training/third-bump',
    '/customers/1',
    '/nowhere',
  ]));
