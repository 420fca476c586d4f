import { jobNumber } from '@/catalogue/jobs';
import { expect, type Page, test } from '@playwright/test';
import { pdfAt } from './pdf';
import { demoDirectory, Server } from './server';

/** The bench mode, the drawers, the quote and the papers, as a technician meets them. */

let server: Server;
let rally = 0;
test.beforeAll(async () => {
  server = await Server.start(4321, demoDirectory());
  rally = await server.jobOf('Rally chatters since');
});
test.afterAll(async () => {
  await server.down();
  server.remove();
});

const saved = (page: Page) => expect(page.locator('[data-saving=saved]')).toBeVisible();
const pdfOf = (page: Page, path: string) => pdfAt(page, server.base + path);

test('one step at a time by keyboard; a reload and a lost server in mid-step lose nothing', async ({ page }) => {
  await page.goto(`${server.base}/jobs/${rally}/rebuild`);
  await page.getByRole('button', { name: /At the bench/ }).click();
  await page.getByRole('option', { name: 'Aldous Merrow' }).click();
  await page.getByRole('button', { name: 'Go on at step 7' }).click();
  const step = (n: number) => page.getByRole('article', { name: new RegExp(`^Step ${n}:`) });
  await expect(step(7)).toBeVisible();
  // Enter goes from figure to figure, and from the last to the way on.
  await expect(page.getByLabel('Shims as found agree with the Valves room')).toBeFocused();
  for (const text of ['yes', 'band good', '1.1', '28']) {
    await page.keyboard.type(text);
    await page.keyboard.press('Enter');
  }
  await expect(page.getByLabel('Origin of the figure')).toBeFocused();
  await page.keyboard.type('maker’s manual');
  await page.keyboard.press('Enter');
  await page.keyboard.type('7');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /Done, next step/ })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(step(8)).toBeVisible();
  await saved(page);

  // The server goes; what is typed waits here, half a figure too.
  await server.down('SIGKILL');
  await page.getByLabel('Shaft diameter, smallest').fill('15.98');
  await page.keyboard.press('Enter');
  await page.keyboard.type('straight');
  await expect(page.getByText(/Waiting for the shop’s computer/)).toBeVisible();
  await server.up();
  await page.reload();
  await expect(step(8)).toBeVisible();
  await expect(page.getByLabel('Shaft diameter, smallest')).toHaveValue('15.98');
  await expect(page.getByLabel('Chrome and straightness')).toHaveValue('straight');
  await saved(page);

  // A photo of this step, taken with its words.
  await page.getByLabel('What the next photo shows').fill('shaft where it works most');
  const picture = await page.screenshot({ type: 'png', clip: { x: 0, y: 0, width: 400, height: 300 } });
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Add a photo' }).click();
  await (await chooser).setFiles({ name: 'shaft.png', mimeType: 'image/png', buffer: picture });
  await expect(page.getByAltText('shaft where it works most')).toBeVisible();
  await expect.poll(() => page.getByAltText('shaft where it works most').evaluate((e: HTMLImageElement) => e.naturalWidth)).toBe(320);

  // Words spoken instead of typed, kept with the step and heard again.
  await page.getByRole('button', { name: 'Say it' }).click();
  await expect(page.getByRole('button', { name: /End and keep, 0:01/ })).toBeVisible();
  await page.getByRole('button', { name: /End and keep/ }).click();
  const spoken = page.getByLabel('Voice note 1', { exact: true });
  await expect(spoken).toBeVisible();
  await spoken.evaluate((e: HTMLAudioElement) => e.load());
  await expect.poll(() => spoken.evaluate((e: HTMLAudioElement) => e.play().then(() => !e.error))).toBe(true);

  // What cannot be read holds the step.
  await page.getByLabel('Shaft diameter, smallest').fill('15 kg');
  await page.getByRole('button', { name: /Done, next step/ }).click();
  await expect(page.getByText(/“Shaft diameter, smallest” \(15 kg\) is not recorded/)).toBeVisible();
  await page.getByLabel('Shaft diameter, smallest').fill('15.98');
  await page.getByRole('button', { name: /Done, next step/ }).click();
  await expect(step(9)).toBeVisible();
  await page.getByRole('button', { name: 'All steps' }).click();
  await page.getByRole('button', { name: 'Show the steps' }).click();
  const row = page.getByRole('row', { name: /Shims out and in/ });
  await expect(row).toContainText('Piston nut: 28 N·m (maker’s manual)');
  await expect(row).toContainText('Aldous Merrow');
});

test('what the job wants from the drawers is set aside, and what is short is on the Floor and the list to order', async ({ page }) => {
  await page.goto(`${server.base}/jobs/${rally}/rebuild`);
  await page.getByRole('radio', { name: /^Parts, .* short/ }).click();
  const wanted = page.getByRole('table', { name: 'Wanted from the drawers' });
  await expect(wanted.getByRole('row', { name: /Fork bush kit 48/ })).toContainText('▲ 2');
  await page.getByRole('button', { name: 'Set these aside for this job' }).click();
  await expect(
    wanted
      .getByRole('row', { name: /Seal head kit SY-16/ })
      .getByRole('cell')
      .nth(3),
  ).toHaveText('1');
  await page.goto(server.base);
  await expect(page.getByRole('region', { name: 'Parts that run short' })).toContainText('Fork bush kit 48');
  await page.goto(`${server.base}/drawers/reorder`);
  await expect(page.getByRole('table', { name: 'Short' })).toContainText('Fork bush kit 48');
  // Once ordered, whoever looks at the Floor knows it is on its way.
  const ticked = page.waitForResponse('**/api/stock/orders');
  const short = page.getByRole('table', { name: 'Short' });
  await short.getByRole('checkbox', { name: 'Order of Fork bush kit 48 is placed' }).check();
  await ticked;
  await page.goto(server.base);
  await expect(page.getByRole('region', { name: 'Parts that run short' })).toContainText(/Fork bush kit 48\s*on order since/);
  // The ledger shows the move, and a delivery ends the shortage.
  await page.goto(`${server.base}/drawers/stock`);
  await page.getByRole('button', { name: 'Ledger of Fork bush kit 48' }).click();
  await page.getByRole('textbox', { name: 'How many', exact: true }).fill('3');
  await page.getByRole('textbox', { name: 'Batch' }).fill('HS-12');
  await page.getByRole('button', { name: 'Write down the move' }).click();
  await expect(page.getByRole('table', { name: 'Moves of Fork bush kit 48' })).toContainText('batch HS-12');
  await page.goto(`${server.base}/drawers/reorder`);
  await expect(page.getByRole('main')).not.toContainText('Fork bush kit 48');
});

test('an older set-up is gone back to from the tree, and the lineage shows the branch', async ({ page }) => {
  const id = await server.idOf('machine', 'Ketteri 450');
  await page.goto(`${server.base}/machines/${id}`);
  const tree = page.getByRole('group', { name: 'Lineage of set-ups' });
  await expect(tree.getByRole('button')).toHaveCount(13);
  const old = tree.getByRole('button', { name: /^After the rebuild/ }).first();
  await old.focus();
  await page.keyboard.press('Enter');
  await expect(old).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: /^Go back to this one in job/ }).click();
  // First what would be turned; then, in one step, it is written into the job.
  const back = page.getByRole('group', { name: /^Back to the set-up of job/ });
  await expect(back.getByText('This would be turned or changed:')).toBeVisible();
  await expect(back.getByRole('listitem').first()).toContainText(/Rear|Front/);
  await back.getByRole('button', { name: /^Go back to it in job/ }).click();
  await page.waitForURL('**/rebuild');
  await expect(page.getByText('Signed rebuild')).toHaveCount(0);
  await page.goto(`${server.base}/machines/${id}`);
  await page.getByText('Travel used', { exact: true }).click();
  await page.getByText('Engine hours', { exact: true }).click();
  await expect(page.getByRole('img', { name: /Travel used over engine hours: rear .* mm at \d+ h/ })).toBeVisible();
  // It changed hands.
  await page.getByRole('button', { name: 'It changed hands' }).click();
  await page.getByRole('textbox', { name: 'New owner' }).fill('Ysolde Marrin');
  await page.getByRole('button', { name: 'Write down the new owner' }).click();
  await expect(page.getByRole('link', { name: 'Ysolde Marrin' })).toBeVisible();
});

test('a quote is offered, answered and printed; the currency and the hour come from the Shop book', async ({ page }) => {
  await page.goto(`${server.base}/shop-book/money`);
  await page.getByRole('button', { name: 'change', exact: true }).first().click();
  await page.getByRole('textbox', { name: 'Labour, an hour' }).fill('80');
  await page.getByRole('textbox', { name: 'Reason for the change' }).fill('new year');
  await page.getByRole('button', { name: 'Record the new version' }).click();
  await expect(page.getByText(/Labour 80\.00 EUR an hour/)).toBeVisible();
  await page.goto(`${server.base}/jobs/${rally}/quote`);
  await page.getByRole('textbox', { name: 'Getting it out and back in', exact: true }).fill('1,5');
  await page.getByRole('button', { name: /Take over what the job wants/ }).click();
  await expect(page.getByRole('table', { name: 'The rebuild' })).toContainText('Seal head kit SY-16');
  await expect(page.getByRole('table', { name: 'The rebuild' })).toContainText('120.00 EUR');
  await page.getByRole('button', { name: 'Keep this as the quote offered' }).click();
  await page.getByRole('textbox', { name: 'In the customer’s words' }).fill('go on');
  await page.getByRole('button', { name: 'Accepted', exact: true }).click();
  await expect(page.getByText(/● accepted/)).toBeVisible();
  const href = await page.getByRole('link', { name: 'PDF' }).getAttribute('href');
  const pdf = await pdfOf(page, href!);
  expect(pdf.text).toContain('Getting it out and back in, 1.5 h at 80.00 EUR');
  expect(pdf.text).toContain('Together');
});

test('the papers carry their words and their fonts: card, job sheet, label, labels of the drawers', async ({ page }) => {
  const sheet = await pdfOf(page, `/api/jobs/${rally}/print/sheet`);
  expect(sheet.text).toContain('Ketteri 450 Rally');
  expect(sheet.text).toContain('chatters on small stones');
  expect(sheet.text).toContain('Nitrogen only.');
  expect(sheet.sizeMm.map(Math.round)).toEqual([210, 297]);
  const machine = await server.idOf('machine', 'Ketteri 450');
  await page.goto(`${server.base}/machines/${machine}`);
  const card = await page.getByRole('link', { name: 'Set-up card' }).first().getAttribute('href');
  const read = await pdfOf(page, `/api${card}`);
  for (const words of ['Set-up card: Ketteri 450 Rally', 'Spring rate as marked', 'never force', 'bed-in ride', 'Rear', 'Front'])
    expect(read.text).toContain(words);
  expect(read.pages).toBe(1);
  // The same card as data, by itself and inside its paper.
  const data = (await (await page.request.get(`${server.base}/api${card!.replace(/card$/, 'data')}`)).json()) as {
    format: string;
    machine: string;
  };
  expect(data).toMatchObject({ format: 'mavrin-card/1', document: { version: 'setup/1' } });
  expect(JSON.parse(Object.values(read.attached)[0]!)).toEqual(data);
  const label = await pdfOf(page, `/api/jobs/${rally}/print/label`);
  expect(label.sizeMm.map(Math.round)).toEqual([62, 29]);
  expect(label.text).toContain(`Job ${jobNumber(rally)}`);
  const labels = await pdfOf(page, '/api/stock/labels');
  expect(labels.text).toContain('Fork bush kit 48');
  for (const paper of [sheet, read, label, labels]) {
    expect(paper.embedded.length).toBeGreaterThan(0);
    expect(paper.embedded.filter((f) => !/Archivo/.test(f))).toEqual([]);
  }
});

test('machines due are on the Floor with words for the owner; the set-up stage judges swings and legs', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.goto(server.base);
  await page.getByRole('button', { name: /^Copy the reminder for Brannoc Teale/ }).click();
  await expect(page.getByText('copied; noted as reminded today')).toBeVisible();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toContain('Dear Brannoc Teale,');
  expect((await page.request.get(`${server.base}/api/service/calendar`)).headers()['content-type']).toContain('text/calendar');
  const single = await server.jobOf('Single dives');
  await page.goto(`${server.base}/jobs/${single}/set`);
  await page.getByRole('textbox', { name: 'Swings seen' }).first().fill('4');
  await page.getByRole('textbox', { name: 'Swings seen' }).last().fill('0');
  await expect(page.getByText(/The rear swings on longer than the front/)).toBeVisible();
  await page.getByRole('textbox', { name: 'set to' }).nth(3).fill('9');
  await expect(page.getByRole('table', { name: 'Left against right' })).toContainText('9');
});
