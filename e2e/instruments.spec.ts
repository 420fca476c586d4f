import { scaled } from '../scripts/machine.mjs';
import { type ChildProcess, spawn } from 'node:child_process';
import { connect } from 'node:net';
import { expect, test } from '@playwright/test';
import { axe } from './axe';
import { emptyDirectory, Server } from './server';

/** A scale of the shop: named, connected, weighed on by one key; what it does not show at rest is not taken. */

const PORT = 42981;
let server: Server;
let scale: ChildProcess;
const standIn = () => spawn('node', ['--import', 'tsx', 'demo/devices.ts', 'scale', String(PORT), 'exact'], { stdio: 'ignore' });

test.beforeAll(async () => {
  scale = standIn();
  server = await Server.start(4365, emptyDirectory(), { MAVRIN_INSTRUMENTS: 'on' });
});
test.afterAll(async () => {
  scale.kill();
  await server.down();
  server.remove();
});

/** Puts something on the pads. */
const put = (front: number, rear: number) =>
  new Promise<void>((done) => {
    const hand = connect(PORT, '127.0.0.1', () => {
      hand.write(`${JSON.stringify({ put: { front, rear } })}\n`);
      hand.end();
    });
    hand.on('close', () => done());
    hand.resume();
  });

test('a scale is added in the Shop book and weighs machine and rider in three key presses; F2 takes a reading into the field in focus', async ({
  page,
}) => {
  const { jobId } = await server.takeIn('Halvik', 'Moor 250');
  await page.goto(`${server.base}/shop-book/instruments`, { waitUntil: 'networkidle' });
  await page.getByRole('textbox', { name: 'Name in the shop' }).fill('Bench scales');
  const address = page.getByRole('textbox', { name: /^Where it is reached/ });
  await address.fill('the bench');
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByText('Write where it is reached: tcp://')).toBeVisible();
  await address.fill(`tcp://127.0.0.1:${PORT}`);
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByRole('region', { name: 'Bench scales' })).toContainText('connected');
  await put(0.4, -0.3);
  await expect(page.getByRole('row', { name: /^front 0\.[34]\d* kg yes/ })).toBeVisible();
  expect((await axe(page).analyze()).violations).toEqual([]);

  await page.goto(`${server.base}/jobs/${jobId}/ask`, { waitUntil: 'networkidle' });
  await page.getByRole('button', { name: 'Weigh on Bench scales' }).click();
  const weighing = page.getByRole('group', { name: 'Weighing on Bench scales' });
  // A scale whose reading came to rest only now refuses the first press; whoever weighs presses again.
  const take = (done: string | RegExp) =>
    expect(async () => {
      if (!(await weighing.getByText(done).isVisible())) await page.keyboard.press('F2');
      await expect(weighing.getByText(done)).toBeVisible({ timeout: scaled(3000) });
    }).toPass();
  // With a machine on them pads are not empty: nothing is marked.
  await put(104.4, 111.7);
  await expect(weighing.getByText(/10[34]\.\d+ kg/).first()).toBeVisible();
  await expect(weighing.getByText('is not at rest')).toHaveCount(0);
  await page.keyboard.press('F2');
  await expect(weighing.getByText('Something is on the pads.')).toBeVisible();
  await put(0.4, -0.3);
  await expect(weighing.getByText(/^0\.\d+ kg/).first()).toBeVisible();
  await expect(weighing.getByText('is not at rest')).toHaveCount(0);
  await take('1. Pads empty: set to zero ✓');
  // Nothing on it yet: said, and nothing is written.
  await page.keyboard.press('F2');
  await expect(weighing.getByText(/Both wheels must stand on the pads|not at rest/)).toBeVisible();
  await put(104.4, 111.7);
  await expect(weighing.getByText(/10[34]\.\d+ kg/).first()).toBeVisible();
  await expect(weighing.getByText('is not at rest')).toHaveCount(0);
  await take(/^2\. .* ✓/);
  await put(128.4, 165.7);
  await expect(weighing.getByText(/12[78]\.\d+ kg/).first()).toBeVisible();
  await expect(weighing.getByText('is not at rest')).toHaveCount(0);
  await take('Weighed: both wheels');
  await expect(page.getByRole('textbox', { name: 'Rider in full gear' }).first()).toHaveValue(/^7[78]\.\d+ kg$/);
  await expect(page.locator('[data-saving=saved]')).toBeVisible();

  // One key, one field: the pillion alone on the pads; the record says which instrument it came from.
  await put(20.4, 39.7);
  const passenger = page.getByRole('textbox', { name: 'Passenger in full gear' });
  await passenger.focus();
  await expect(page.getByRole('button', { name: /^Take (59\.9|60\.)\d+ kg from Bench scales, all pads$/ })).toBeVisible();
  await page.keyboard.press('F2');
  await expect(passenger).toHaveValue(/^(59\.9|60\.)\d+ kg$/);
  await expect(page.getByRole('textbox', { name: 'Inside leg' })).toBeFocused();
  await expect(page.locator('[data-saving=saved]')).toBeVisible();
  const history = await (await page.request.get(`${server.base}/api/tables/history.csv?job=${jobId}`)).text();
  expect(history).toMatch(/Passenger in full gear.*(59\.9|60\.)\d+ kg.*Bench scales/);
  expect(history).toMatch(/Rider in full gear.*7[78]\.\d+ kg.*Bench scales/);

  // Corrected by hand it is the hand’s; a calliper that types like a keyboard types into any field, and goes on.
  await passenger.fill('61');
  await page.keyboard.press('Enter');
  await page.keyboard.type('+0812.40 mm\n');
  await expect(page.getByRole('textbox', { name: 'Inside leg' })).toHaveValue('+0812.40 mm');
  await expect(page.locator('[data-saving=saved]')).toBeVisible();
  const after = await (await page.request.get(`${server.base}/api/tables/history.csv?job=${jobId}`)).text();
  expect(after).toMatch(/Passenger in full gear.*,61.*by hand/);

  // The scale is switched off: what it showed before is no reading of now.
  scale.kill();
  await passenger.focus();
  await expect(page.getByRole('button', { name: /Bench scales/ })).toBeHidden();
  await page.keyboard.press('F2');
  await expect(passenger).toHaveValue('61');
  scale = standIn();
  await expect(page.getByRole('button', { name: /^Take .* kg from Bench scales/ })).toBeVisible({ timeout: scaled(30_000) });
});
