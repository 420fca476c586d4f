import { scaled } from '../scripts/machine.mjs';
import { expect, type Page, test } from '@playwright/test';
import { demoDirectory, Server } from './server';

/** The shop's computer goes away: the Bench opens all the same, what is typed and photographed is kept, and delivered once when it is back. */

let server: Server;
test.beforeAll(async () => {
  server = await Server.start(4367, demoDirectory());
});
test.afterAll(async () => {
  await server.down();
  server.remove();
});

const PICTURE = 'docs/screenshots/floor.png';
const keptPages = (page: Page) =>
  page.evaluate(async () => (await (await caches.open('pages')).keys()).map((request) => new URL(request.url).pathname));
const history = async (page: Page, job: number) => (await page.request.get(`${server.base}/api/tables/history.csv?job=${job}`)).text();

test('pages opened before, and the other stages of their job, open without the shop’s computer; values and photos wait, and stand once', async ({
  page,
}) => {
  test.slow();
  const job = await server.jobOf('Pony 125');
  const manifest = (await (await page.request.get(`${server.base}/manifest.webmanifest`)).json()) as { icons: { src: string }[] };
  for (const { src } of manifest.icons) expect((await page.request.get(`${server.base}${src}`)).ok()).toBe(true);

  await page.goto(`${server.base}/jobs/${job}/ask`);
  await expect.poll(() => keptPages(page), { timeout: scaled(60_000) }).toContain(`/jobs/${job}/ride`);
  await server.down('SIGKILL');

  // A stage that was never opened on this device.
  await page.goto(`${server.base}/jobs/${job}/measure`);
  await expect(page.getByText('This page is as it last came')).toBeVisible();
  const reading = page.getByRole('textbox', { name: 'Rear: On the stand, hanging' });
  await reading.fill('611,5');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-saving=waiting]')).toBeVisible();
  await page.reload();
  await expect(reading).toHaveValue('611,5');

  await page.goto(`${server.base}/jobs/${job}/rebuild`);
  const photos = page.getByRole('region', { name: 'Photos' }).first();
  await photos.locator('input[type=file]').setInputFiles(PICTURE);
  await expect(photos.getByText(/floor\.png: on its way\. It is kept on this device/)).toBeVisible();
  await page.reload();
  await expect(photos.getByText(/floor\.png: on its way/)).toBeVisible();
  // What was not kept says so, with what was.
  await page.goto(`${server.base}/shop-book/money`);
  await expect(page.getByText('this page was not opened on this device before')).toBeVisible();
  await page
    .getByRole('link', { name: /Rebuild/ })
    .first()
    .click();
  await expect(photos.getByText(/floor\.png: on its way/)).toBeVisible();

  // Back again, and the line is cut after the photo was taken and before the answer came: it is sent again, and stands once.
  let cut = 0;
  await page.route('**/photos?**', async (route) => {
    if (cut > 0) return route.continue();
    // Until the computer is there again there is nothing to cut.
    const taken = await route.fetch().catch(() => null);
    if (taken?.ok()) cut += 1;
    await route.abort();
  });
  await server.up();
  await expect(photos.getByText(/on its way/)).toBeHidden({ timeout: scaled(60_000) });
  await expect(page.getByText('This page is as it last came')).toBeHidden();
  await expect(photos.getByRole('img')).toHaveCount(1);
  await expect(page.locator('[data-saving=saved]')).toBeVisible({ timeout: scaled(30_000) });
  expect(cut).toBe(1);
  const after = await history(page, job);
  expect([after.match(/611,5/g), after.match(/camera/g)]).toEqual([['611,5'], ['camera']]);
});

test('a computer that is slow has the kept page shown, which says so, and is made anew when the answer comes', async ({ page }) => {
  test.slow();
  const job = await server.jobOf('Pony 125');
  await page.goto(`${server.base}/jobs/${job}/ask`);
  await expect.poll(() => keptPages(page), { timeout: scaled(60_000) }).toContain(`/jobs/${job}/springs`);
  // Held in its tracks, not gone: it takes the call and says nothing.
  server.hold();
  try {
    await page.goto(`${server.base}/jobs/${job}/springs`);
    await expect(page.getByText('This page is as it last came')).toBeVisible();
  } finally {
    server.goOn();
  }
  await expect(page.getByText('This page is as it last came')).toBeHidden();
});

test('who leaves leaves no page on the device', async ({ page }) => {
  const signedIn = await page.request.post(`${server.base}/api/sign-in`, {
    headers: { origin: server.base },
    data: { technicianId: 1, passcode: 'slate yard' },
  });
  expect(signedIn.ok()).toBe(true);
  await page.goto(server.base);
  await page.evaluate(() => navigator.serviceWorker.ready);
  await page.reload();
  await expect.poll(() => keptPages(page)).toContain('/');
  await page.getByRole('button', { name: /^Sign out/ }).click();
  await page.waitForURL('**/sign-in');
  expect(await page.evaluate(() => caches.has('pages'))).toBe(false);
});
