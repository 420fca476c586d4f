import { expect, test } from '@playwright/test';
import { demoDirectory, Server } from './server';

/** What people meet: a shop in Auckland looked at from a browser that thinks it is elsewhere; figures as people write them; a customer put right; another day promised. */

let server: Server;
test.beforeAll(async () => {
  // The computer stands in Auckland; the browser of this test in UTC.
  server = await Server.start(4373, demoDirectory(), { TZ: 'Pacific/Auckland' });
});
test.afterAll(async () => {
  await server.down();
  server.remove();
});

const dayIn = (zone: string, at = new Date()): string =>
  new Intl.DateTimeFormat('en-GB', { timeZone: zone, weekday: 'short', day: 'numeric', month: 'short', year: 'numeric' })
    .format(at)
    .replace(/,/g, '');

test('the Floor has its jobs first, and its day is the shop’s', async ({ page }) => {
  await page.goto(server.base);
  await expect(page.getByRole('region', { name: 'The first hour' })).toHaveCount(0);
  const first = page
    .getByRole('listitem')
    .filter({ hasText: /Job \d{4}/ })
    .first();
  expect((await first.boundingBox())!.y).toBeLessThan(260);
  // What is taken in now is taken in today, as Auckland has it, whatever the browser's own clock says.
  const { jobId } = await server.takeIn('Halvik', 'Zone 200');
  await page.goto(`${server.base}/jobs/${jobId}/ask`);
  await page.getByRole('textbox', { name: 'Rider in full gear' }).fill('84');
  const before = dayIn('Pacific/Auckland');
  await page.keyboard.press('Tab');
  await expect(page.locator('[data-saving=saved]')).toBeVisible();
  await page.goto(`${server.base}/jobs/${jobId}/history`);
  await expect(
    page
      .getByText(before)
      .or(page.getByText(dayIn('Pacific/Auckland')))
      .first(),
  ).toBeVisible();
});

test('a number that can be read in two ways waits for the one meant; a refused figure stands in nobody’s way', async ({ page }) => {
  const { jobId, machineId } = await server.takeIn('Halvik', 'Two Ways 300');
  await page.goto(`${server.base}/machines/${machineId}`);
  const run = page.getByRole('textbox', { name: 'Distance run' });
  await run.fill('8,900 mi');
  await page.keyboard.press('Tab');
  await expect(page.getByText('“8,900 mi” can be read as 8.9 mi or as 8900 mi')).toBeVisible();
  await page.getByRole('button', { name: '8900 mi' }).click();
  await expect(run).toHaveValue('8900 mi');
  await expect(page.getByText('= 14 323 km').or(page.getByText(/= 14.?323 km/))).toBeVisible();

  await page.goto(`${server.base}/jobs/${jobId}/measure`);
  const hanging = page.getByRole('textbox', { name: 'Rear: On the stand, hanging' });
  await hanging.fill('no figure');
  await page.keyboard.press('Escape');
  await expect(page.getByText('“no figure” cannot be read')).toBeVisible();
  await page.keyboard.press('Alt+4');
  await expect(page.getByText(/“.*” \(no figure\) is not recorded/)).toBeVisible();
  await page.keyboard.press('Alt+4');
  await page.waitForURL('**/springs');
});

test('a finding about a reading comes when its field is left, and goes with the value', async ({ page }) => {
  const { jobId, machineId } = await server.takeIn('Halvik', 'Follows 300');
  await page.goto(`${server.base}/machines/${machineId}`);
  await page.getByRole('textbox', { name: 'Front wheel travel' }).fill('300');
  await page.keyboard.press('Tab');
  await page.goto(`${server.base}/jobs/${jobId}/measure`);
  const [lifted, pressed] = ['lifted', 'pressed'].map((how) => page.getByRole('textbox', { name: `Front: Off the stand, ${how}` }));
  const again = page.getByText('Lifted shows more sag than pressed');
  await lifted!.fill('60');
  await pressed!.pressSequentially('58');
  // Nobody is scolded in the middle of a figure.
  await expect(again).toHaveCount(0);
  await page.keyboard.press('Tab');
  await expect(again).toBeVisible();
  await pressed!.fill('');
  await pressed!.pressSequentially('68');
  await page.keyboard.press('Tab');
  await expect(again).toHaveCount(0);
});

test('a customer is put right, and another day promised with the words for it', async ({ page }) => {
  const { jobId } = await server.takeIn('Halvik', 'Promise 125');
  await page.goto(`${server.base}/jobs/${jobId}/ask`);
  await page.getByRole('button', { name: /Promised .*: change the day/ }).click();
  const sheet = page.getByRole('dialog', { name: 'Promised day' });
  await sheet.getByRole('spinbutton', { name: /day/i }).first().click();
  await page.keyboard.type('24');
  await sheet.getByRole('textbox', { name: /Why it moves/ }).fill('The spring is late.');
  await sheet.getByRole('button', { name: 'Promise this day' }).click();
  await expect(sheet.getByText(/will be ready on .* 24 Dec 2026\. The reason: The spring is late\./)).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: /Promised Thu 24 Dec 2026/ })).toBeVisible();

  const customer = await server.idOf('customer', 'Wenna Trask');
  await page.goto(`${server.base}/customers/${customer}`);
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Wenna Trasker');
  await page.getByRole('button', { name: 'Save the customer' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Wenna Trasker' })).toBeVisible();
  await expect(page.getByText('was Wenna Trask')).toBeVisible();
});
