import { expect, type Page, test } from '@playwright/test';
import { demoDirectory, Server } from './server';

/** Measure as it is used: several pairs, tape or ruler, the school followed, and what the figure says while the keys go down. */

let server: Server;
let job = 0;
test.beforeAll(async ({ request }) => {
  server = await Server.start(4317, demoDirectory());
  const rows = (await (await request.get(`${server.base}/api/search?q=Trail%20300%20Ingrith`)).json()) as { kind: string; id: number }[];
  job = rows.find((r) => r.kind === 'job')!.id;
});
test.afterAll(async () => {
  await server.down();
  server.remove();
});

const result = (page: Page, name: RegExp) => page.getByRole('table', { name: 'Results' }).getByRole('row', { name });

test('results follow while a reading is typed, before it is recorded', async ({ page }) => {
  const sent: string[] = [];
  page.on('request', (r) => r.method() === 'POST' && sent.push(r.postData() ?? ''));
  await page.goto(`${server.base}/jobs/${job}/measure`);
  await expect(result(page, /^Rider sag/)).toContainText('122.3 mm');
  const reading = page.getByRole('textbox', { name: 'Rear: Rider on, pressed' });
  await reading.focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('477');
  await expect(result(page, /^Rider sag/)).toContainText('127.3 mm');
  await expect(page.getByRole('img', { name: /rear rider sag 127.3/ })).toBeVisible();
  expect(sent).toEqual([]);
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-saving=saved]')).toBeVisible();
  expect(sent.map((s) => (JSON.parse(s) as { text: string }).text)).toEqual(['477']);
  await page.getByRole('button', { name: 'Undo the last entry' }).click();
  await expect(result(page, /^Rider sag/)).toContainText('122.3 mm');
});

test('another pair is averaged in', async ({ page }) => {
  await page.goto(`${server.base}/jobs/${job}/measure`);
  await page.getByRole('button', { name: 'another pair of readings' }).first().click();
  await page.getByRole('textbox', { name: 'Rear: Rider on, lifted, 2' }).fill('490.5');
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: 'Rear: Rider on, pressed, 2' }).fill('485');
  await page.keyboard.press('Enter');
  await expect(result(page, /^Rider sag/)).toContainText('123.3 mm');
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Rear: Rider on, pressed, 2' })).toHaveValue('485');
  await expect(result(page, /^Rider sag/)).toContainText('123.3 mm');
});

test('the school followed sets the windows and the verdict, and the others stand beside it', async ({ page }) => {
  await page.goto(`${server.base}/jobs/${job}/measure`);
  const schools = page.getByRole('table', { name: 'What each school says' });
  await expect(schools.getByRole('row', { name: /Rider-and-static pair/ })).toContainText('rider low');
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

test('a fitted spring of no static sag is called out', async ({ page, request }) => {
  const rows = (await (await request.get(`${server.base}/api/search?q=Twin%20cobble`)).json()) as { kind: string; id: number }[];
  await page.goto(`${server.base}/jobs/${rows.find((r) => r.kind === 'job')!.id}/measure`);
  await expect(page.getByText('Front: no static sag.')).toBeVisible();
  await expect(page.getByText(/a fault to cure before riding/)).toBeVisible();
});
