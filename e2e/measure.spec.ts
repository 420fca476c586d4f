import { expect, type Page, test } from '@playwright/test';
import { demoDirectory, Server } from './server';

/** Measure as it is used: several pairs, tape or ruler, the school followed, and what the figure says while the keys go down. */

let server: Server;
let job = 0;
test.beforeAll(async () => {
  server = await Server.start(4317, demoDirectory());
  job = await server.jobOf('Trail 300 Ingrith');
});
test.afterAll(async () => {
  await server.down();
  server.remove();
});

/** Rider sag of the rear by hand, from what stands in the fields: extended less the mean of lifted and pressed. */
const sagByHand = async (page: Page, pairs: [string, string][]) => {
  const read = async (name: string) => Number(await page.getByRole('textbox', { name: `Rear: ${name}`, exact: true }).inputValue());
  const means = await Promise.all(pairs.map(async ([lifted, pressed]) => ((await read(lifted)) + (await read(pressed))) / 2));
  const sag = (await read('On the stand, hanging')) - means.reduce((a, b) => a + b, 0) / means.length;
  return `${(Math.round(sag * 10 + 1e-6) / 10).toFixed(1)} mm`;
};
const FIRST: [string, string] = ['Rider on, lifted', 'Rider on, pressed'];
const SECOND: [string, string] = ['Rider on, lifted, 2', 'Rider on, pressed, 2'];

const result = (page: Page, name: RegExp) => page.getByRole('table', { name: 'Results' }).getByRole('row', { name });

test('results follow while a reading is typed, before it is recorded', async ({ page }) => {
  const sent: string[] = [];
  page.on('request', (r) => r.method() === 'POST' && sent.push(r.postData() ?? ''));
  await page.goto(`${server.base}/jobs/${job}/measure`);
  const before = await sagByHand(page, [FIRST]);
  await expect(result(page, /^Rider sag/)).toContainText(before);
  const reading = page.getByRole('textbox', { name: 'Rear: Rider on, pressed' });
  await reading.focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('477');
  const typed = await sagByHand(page, [FIRST]);
  expect(typed).not.toBe(before);
  await expect(result(page, /^Rider sag/)).toContainText(typed);
  await expect(page.getByRole('img', { name: `rear rider sag ${parseFloat(typed)}` })).toBeVisible();
  expect(sent).toEqual([]);
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-saving=saved]')).toBeVisible();
  expect(sent.map((s) => (JSON.parse(s) as { text: string }).text)).toEqual(['477']);
  await page.getByRole('button', { name: 'Undo the last entry' }).click();
  await expect(result(page, /^Rider sag/)).toContainText(before);
});

test('another pair is averaged in', async ({ page }) => {
  await page.goto(`${server.base}/jobs/${job}/measure`);
  await page.getByRole('button', { name: 'another pair of readings' }).first().click();
  await page.getByRole('textbox', { name: 'Rear: Rider on, lifted, 2' }).fill('490.5');
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: 'Rear: Rider on, pressed, 2' }).fill('485');
  await page.keyboard.press('Enter');
  const both = await sagByHand(page, [FIRST, SECOND]);
  await expect(result(page, /^Rider sag/)).toContainText(both);
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Rear: Rider on, pressed, 2' })).toHaveValue('485');
  await expect(result(page, /^Rider sag/)).toContainText(both);
});

test('the school followed sets the windows and the verdict, and the others stand beside it', async ({ page }) => {
  await page.goto(`${server.base}/jobs/${job}/measure`);
  const schools = page.getByRole('table', { name: 'What each school says' });
  await expect(schools.getByRole('row', { name: /Rider-and-static pair/ })).toContainText('rider more sag');
  await expect(page.getByText('rider 93–114')).toBeVisible();
  await page.getByRole('button', { name: /School followed/ }).click();
  await page.getByRole('option', { name: 'Road window' }).click();
  await expect(page.getByText('rider 26–40')).toBeVisible();
  await expect(page.getByText(/Measured; road window\./).first()).toBeVisible();
  await page.getByRole('button', { name: 'Undo the last entry' }).click();
  await expect(page.getByText('rider 93–114')).toBeVisible();
});

test('with the tape chosen at the front, its extended reading joins the walk', async ({ page }) => {
  await page.goto(`${server.base}/jobs/${job}/measure`);
  await expect(page.getByRole('textbox', { name: 'Front: On the stand, hanging' })).toHaveCount(0);
  await page.getByRole('button', { name: /Front, read with/ }).click();
  await page.getByRole('option', { name: 'Tape, axle to mark' }).click();
  await expect(page.getByRole('textbox', { name: 'Front: On the stand, hanging' })).toBeVisible();
  // Ruler figures cannot stand as tape distances without it: said at the very field.
  await expect(page.getByText('Read the machine on the stand first, wheel hanging: sag is counted from there.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo the last entry' }).click();
  await expect(page.getByRole('textbox', { name: 'Front: On the stand, hanging' })).toHaveCount(0);
});

test('a fitted spring of no static sag is called out', async ({ page }) => {
  await page.goto(`${server.base}/jobs/${await server.jobOf('Twin cobble')}/measure`);
  await expect(page.getByText('Front: no static sag, no droop.')).toBeVisible();
  await expect(page.getByText(/unsafe, to be cured before riding/)).toBeVisible();
});
