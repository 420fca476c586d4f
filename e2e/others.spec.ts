import { scaled } from '../scripts/machine.mjs';
import { expect, test } from '@playwright/test';
import { demoDirectory, Server } from './server';

/** Two tablets at one job: each sees the other and what it writes; one that was away comes back with its own. */

let server: Server;
test.beforeAll(async () => {
  server = await Server.start(4363, demoDirectory());
});
test.afterAll(async () => {
  await server.down();
  server.remove();
});

test('two tablets at one job see each other and what each writes; over what is being typed nothing is written; one that was away brings its own', async ({
  browser,
}) => {
  test.slow();
  const [anna, bram] = await Promise.all([browser.newContext(), browser.newContext()]);
  const [one, two] = [await anna.newPage(), await bram.newPage()];
  const job = await server.jobOf('Enduro racer');
  for (const page of [one, two]) await page.goto(`${server.base}/jobs/${job}/ask`);
  for (const page of [one, two]) await expect(page.getByText('Also here: somebody')).toBeVisible();
  const mass = (page: typeof one) => page.getByRole('textbox', { name: 'Rider in full gear' }).first();
  await mass(one).fill('71');
  await mass(one).press('Enter');
  await expect(mass(two)).toHaveValue('71');
  await expect(two.getByText('Somebody wrote Rider in full gear: 71 kg.')).toBeVisible();
  // Half typed here, written there: both are shown, and typing on is no answer.
  await mass(two).fill('7');
  await mass(one).fill('73');
  await mass(one).press('Enter');
  await expect(two.getByRole('button', { name: /^Take theirs, 73/ })).toBeVisible();
  await mass(two).fill('75');
  await mass(two).press('Enter');
  await expect(mass(one)).toHaveValue('73');
  await two.getByRole('button', { name: /^Keep mine, 75/ }).click();
  await expect(mass(one)).toHaveValue('75');
  const leg = (page: typeof one) => page.getByRole('textbox', { name: 'Inside leg' });
  await leg(one).fill('800');
  await leg(one).press('Enter');
  await expect(leg(two)).toHaveValue('800');
  // Away: what is typed waits, and where the field changed meanwhile it is asked about; the rest comes along.
  await bram.setOffline(true);
  await mass(two).fill('80');
  await mass(two).press('Enter');
  await mass(one).fill('77');
  await mass(one).press('Enter');
  await leg(one).fill('');
  await leg(one).press('Enter');
  await expect(one.locator('[data-saving=saved]')).toBeVisible();
  await bram.setOffline(false);
  await expect(two.getByRole('button', { name: /^Take theirs, 77/ })).toBeVisible({ timeout: scaled(30_000) });
  await two.getByRole('button', { name: /^Take theirs, 77/ }).click();
  await expect(mass(two)).toHaveValue(/^77/);
  // Emptied while it was away.
  await expect(leg(two)).toHaveValue('', { timeout: scaled(30_000) });
  await two.close();
  await expect(one.getByText('Also here: somebody')).toBeHidden({ timeout: scaled(30_000) });
  await Promise.all([anna.close(), bram.close()]);
});

test('the Floor follows what is done elsewhere', async ({ page, browser }) => {
  await page.goto(server.base);
  const job = await server.jobOf('Enduro racer');
  const row = page.getByRole('link', { name: /Tarnfell 250/ }).first();
  await expect(row).not.toHaveAttribute('href', /ride$/);
  const other = await (await browser.newContext()).newPage();
  await other.goto(`${server.base}/jobs/${job}/set`);
  await other
    .getByRole('button', { name: /Hand .*back/ })
    .first()
    .click();
  // Off the stands, among the rides awaited.
  await expect(row).toHaveAttribute('href', `/jobs/${job}/ride`, { timeout: scaled(30_000) });
  await other.context().close();
});

test('the line is cut after an entry was taken and before the answer came: it is sent again, and stands once', async ({ page }) => {
  const job = await server.jobOf('Pony 125');
  await page.goto(`${server.base}/jobs/${job}/ask`);
  let cut = 0;
  await page.route('**/entries', async (route) => {
    if (cut > 0) return route.continue();
    cut += 1;
    // The shop's computer has it; the tablet never hears so.
    await route.fetch();
    await route.abort();
  });
  const mass = page.getByRole('textbox', { name: 'Rider in full gear' }).first();
  await mass.fill('63,5');
  await mass.press('Enter');
  await expect(page.locator('[data-saving=waiting]')).toBeVisible();
  await expect(page.locator('[data-saving=saved]')).toBeVisible({ timeout: scaled(30_000) });
  await expect(mass).toHaveValue('63,5');
  const history = await (await page.request.get(`${server.base}/api/tables/history.csv?job=${job}`)).text();
  expect([cut, history.match(/63,5/g)]).toEqual([1, ['63,5']]);
});
