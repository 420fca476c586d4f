import { expect, test } from '@playwright/test';
import { axe } from './axe';
import { demoDirectory, Server } from './server';

/** Every view of the demo: no accessibility violation, no console error. The longest of the browser tests, so its file comes first. */

let server: Server;
test.beforeAll(async () => {
  server = await Server.start(4303, demoDirectory());
});
test.afterAll(async () => {
  await server.down();
  server.remove();
});

test('each view is accessible by day and by night, and quiet', async ({ page }) => {
  const errors: string[] = [];
  page.on('console', (message) => message.type() === 'error' && errors.push(message.text()));
  page.on('pageerror', (error) => errors.push(error.message));
  const trail = await server.jobOf('Trail 300 Ingrith');
  const signed = await server.jobOf('Single dives');
  const courier = await server.jobOf('Courier light');
  const ridden = await server.jobOf('Moor 250 fourth bump');
  const pony = await server.jobOf('Pony');
  const stages = ['ask', 'measure', 'reason', 'springs', 'valves', 'rebuild', 'set', 'ride'];
  const views = [
    '/',
    '/jobs/new',
    '/machines',
    '/machines/1',
    '/machines/1/compare',
    '/machines/1/leverage',
    '/drawers/bench',
    '/setups/1/card',
    '/drawers',
    '/drawers/stock',
    '/drawers/reorder',
    '/shop-book',
    '/shop-book/causes',
    '/training',
    '/training/third-bump',
    '/customers/1',
    '/nowhere',
  ];
  views.push(
    ...stages.map((s) => `/jobs/${trail}/${s}`),
    `/jobs/${signed}/rebuild`,
    `/jobs/${signed}/set`,
    `/jobs/${signed}/quote`,
    `/jobs/${courier}/springs`,
    `/jobs/${pony}/springs`,
    `/jobs/${ridden}/log`,
    `/jobs/${ridden}/ride`,
  );
  const found: string[] = [];
  const scan = async (view: string, rules?: string[]) => {
    const { violations } = await (rules ? axe(page).withRules(rules) : axe(page)).analyze();
    found.push(...violations.map((v) => `${view} ${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(' | ')}`));
  };
  for (const view of views) {
    await page.goto(server.base + view);
    await expect(page.getByRole('main')).toBeVisible();
    await scan(view);
    // By night only the colours differ, and they are the same few everywhere: the densest views stand for all.
    if (!/^\/$|shop-book|stock|measure|reason|springs|valves|ride/.test(view)) continue;
    await page.getByRole('button', { name: 'Night bench' }).click();
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'night');
    await scan(`${view} by night`, ['color-contrast']);
    await page.getByRole('button', { name: 'Day bench' }).click();
  }
  expect(found).toEqual([]);
  expect(errors.filter((e) => !/404/.test(e))).toEqual([]);
});
