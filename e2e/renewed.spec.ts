import { rmSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { olderBuild } from './olderBuild';
import { demoDirectory, Server } from './server';

/** A newer program is put in place beneath open tabs: what they would still fetch of the old one is gone. Each loads itself anew, once, and nothing typed is lost. */

let [older, newer] = [null, null] as [Server | null, Server | null];
let build = '';
test.beforeAll(async () => {
  build = olderBuild('e2e-older-build');
  older = await Server.start(4372, demoDirectory(), { MAVRIN_BUILD: build });
});
test.afterAll(async () => {
  await newer?.down();
  older?.remove();
  rmSync(build, { recursive: true, force: true });
});

const loads = (page: Page): (() => number) => {
  let count = 0;
  page.on('load', () => (count += 1));
  return () => count;
};

test('an open job and a half written new one come over to the newer program with what is typed in them', async ({ page, context }) => {
  test.slow();
  const { base } = older!;
  const job = await older!.jobOf('Enduro racer');
  const fresh = await context.newPage();
  await fresh.goto(`${base}/jobs/new`);
  await fresh.getByRole('combobox', { name: /Name: found in the book/ }).fill('Hedda Quarrie');
  await fresh.getByRole('textbox', { name: 'Make' }).fill('Halvik');
  await page.goto(`${base}/jobs/${job}/set`);
  await page.evaluate(() => navigator.serviceWorker.ready);
  const reading = page.getByRole('textbox', { name: 'Rear: Off the stand, lifted' });
  await reading.fill('not yet read');
  const ofJob = loads(page);
  const ofNew = loads(fresh);

  await older!.down();
  newer = await Server.start(4372, older!.directory);

  // The search is a part of its own, fetched when it is asked for: of the old program it is gone.
  await page.keyboard.press('Escape');
  await page.keyboard.press('/');
  await expect.poll(ofJob).toBe(1);
  await expect(reading).toHaveValue('not yet read');
  await page.keyboard.press('Escape');
  await page.keyboard.press('/');
  await expect(page.getByRole('textbox', { name: /Find a customer/ })).toBeVisible();

  await fresh.getByRole('textbox', { name: 'Model' }).fill('Moor 250');
  await fresh.keyboard.press('Escape');
  await fresh.keyboard.press('/');
  await expect.poll(ofNew).toBe(1);
  await expect(fresh.getByRole('combobox', { name: /Name: found in the book/ })).toHaveValue('Hedda Quarrie');
  await expect(fresh.getByRole('textbox', { name: 'Make' })).toHaveValue('Halvik');
  await expect(fresh.getByRole('textbox', { name: 'Model' })).toHaveValue('Moor 250');
  expect([ofJob(), ofNew()]).toEqual([1, 1]);
});
