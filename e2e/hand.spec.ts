import { expect, test } from '@playwright/test';
import { overlaps } from './misfits';
import { pdfAt } from './pdf';
import { demoDirectory, Server } from './server';

/** What is held in one hand: the phone's pages, the units shown, the card the customer takes home, a job's history. */

let server: Server;
test.beforeAll(async () => {
  server = await Server.start(4331, demoDirectory());
});
test.afterAll(async () => {
  await server.down();
  server.remove();
});

test('words laid over others are found', async ({ page }) => {
  await page.setContent(
    '<p>Rear</p><p style="margin-top:-24px">Front</p><p style="height:4px;overflow:hidden">clipped<br>away</p><p>after it</p>',
  );
  expect(await overlaps(page)).toEqual(['“Rear” over “Front”']);
});

test('in inches and pounds no stage shows what it worked out in metric, and the card’s figures follow', async ({ page }) => {
  await page.context().addCookies([{ name: 'mavrin', value: 'day.imperial', url: server.base }]);
  const job = await server.jobOf('Trail 300 Ingrith');
  const metric: string[] = [];
  for (const view of ['springs', 'valves', 'reason'].map((stage) => `/jobs/${job}/${stage}`)) {
    await page.goto(server.base + view);
    await expect(page.getByRole('main')).toBeVisible();
    const words = await page.getByRole('main').innerText();
    metric.push(...[...words.matchAll(/[^\n]*\d (?:N\/mm|kg|N·s\/m|°C|km\/h)(?![\w/])[^\n]*/g)].map((m) => `${view}: ${m[0]}`));
  }
  expect(metric).toEqual([]);
  await page.goto(`${server.base}/setups/1/card`);
  await expect(page.getByRole('article')).toContainText(/\d lb/);
});

test('the card names the shop once the Shop book does, says what each adjuster does and what comes next, and tells the customer', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.goto(`${server.base}/shop-book/money`);
  await page.getByRole('textbox', { name: 'Name of the shop' }).fill('Fork and Spring, Teal Lane');
  await page.getByRole('button', { name: 'Write down who the shop is' }).click();
  await expect(page.getByText('Written down.')).toBeVisible();

  const machine = await server.idOf('machine', 'Ketteri 450');
  await page.goto(`${server.base}/machines/${machine}`);
  const href = await page.getByRole('link', { name: 'Set-up card' }).first().getAttribute('href');
  await page.goto(server.base + href!);
  const card = page.getByRole('article');
  await expect(card).toContainText('Fork and Spring, Teal Lane');
  for (const part of ['What each does', 'What comes next', 'Service, as the book stands today'])
    expect(await card.getByRole('region', { name: part }).getByRole('listitem').count()).toBeGreaterThan(0);
  const paper = await pdfAt(page, `${server.base}/api${href}`);
  expect(paper.text).toContain('Fork and Spring, Teal Lane');
  expect(paper.pages).toBe(1);

  await page.getByText('Tell the customer it is ready').click();
  await page.getByRole('button', { name: 'Copy the words' }).click();
  await expect(page.getByText('Copied.')).toBeVisible();
  const told = await page.evaluate(() => navigator.clipboard.readText());
  expect(told).toContain('Ketteri 450 Rally');
  expect(told).toContain('Fork and Spring, Teal Lane');
});

test('a job’s history names what was written before and since, and what was taken back', async ({ page }) => {
  const job = await server.jobOf('Trail 300 Ingrith');
  await page.goto(`${server.base}/jobs/${job}/measure`);
  const reading = page.getByRole('textbox', { name: 'Rear: On the stand, hanging' });
  const before = await reading.inputValue();
  await reading.fill('614');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Undo the last entry' }).click();
  await expect(reading).toHaveValue(before);
  await page.goto(`${server.base}/jobs/${job}/history`);
  const rows = page.getByRole('table', { name: 'History of the job' }).getByRole('row');
  await expect(rows.nth(1)).toContainText('taken back');
  await expect(rows.nth(1)).toContainText('614');
  await expect(rows.nth(2)).toContainText('614');
  await page.getByRole('link', { name: 'Back to the job' }).click();
  await expect(page).toHaveURL(new RegExp(`/jobs/${job}/(ask|measure)`));
});

test('other jobs give to this one: torques of the model to note, a specification to aim at, a job begun alike', async ({ page }) => {
  const job = await server.jobOf('Trail 300 Ingrith');
  await page.goto(`${server.base}/jobs/${job}/rebuild`, { waitUntil: 'networkidle' });
  await page.getByText('Take over another job’s specification').click();
  const other = page.getByRole('textbox', { name: 'Number of the other job' });
  await other.fill('that one');
  await page.getByRole('button', { name: 'Look at what it left' }).click();
  await expect(page.getByText('Give the number of a job, for example 0113.')).toBeVisible();
  await other.fill(String(job));
  await page.getByRole('button', { name: 'Look at what it left' }).click();
  await expect(page.getByRole('main').getByText(/no such signed job/)).toBeVisible();
  await other.fill('0113');
  await page.getByRole('button', { name: 'Look at what it left' }).click();
  await expect(page.getByRole('table', { name: 'What job 0113 left' }).getByRole('row', { name: /Rear rebound/ })).toContainText('13 out');
  await page.getByRole('button', { name: 'Take these as wanted' }).click();
  const rebound = page.getByRole('table', { name: 'What was fitted' }).getByRole('row', { name: /Rear rebound/ });
  await expect(rebound.getByRole('button', { name: 'Rebound: take 13 out, wanted' })).toBeVisible();

  await page.getByRole('radio', { name: /^Torques, / }).click();
  await page.getByRole('button', { name: 'Note Fork cap here' }).click();
  await expect(page.getByRole('textbox', { name: 'Fastener' })).toHaveValue('Fork cap');
  // The name and its origin come over; the figure is read off the wrench.
  await expect(page.getByRole('textbox', { name: 'Torque as measured' })).toHaveValue('');
  await expect(page.locator('[data-saving=saved]')).toBeVisible();

  await page.goto(`${server.base}/jobs/${job}/history`, { waitUntil: 'networkidle' });
  await page.getByRole('button', { name: 'Open a job like this one' }).click();
  await page.waitForURL(/\/jobs\/\d+\/ask/);
  expect(page.url()).not.toContain(`/jobs/${job}/`);
  await expect(page.getByRole('textbox', { name: 'Rider in full gear' })).toHaveValue('92');
});

test('an order is ticked as placed on the list, with its day, and taken back', async ({ page }) => {
  await page.goto(`${server.base}/drawers/reorder`, { waitUntil: 'networkidle' });
  const tick = page.getByRole('checkbox').first();
  await tick.click();
  await expect(tick).toBeChecked();
  await page.reload({ waitUntil: 'networkidle' });
  await expect(page.getByRole('checkbox').first()).toBeChecked();
  await page.getByRole('checkbox').first().click();
  await expect(page.getByRole('checkbox').first()).not.toBeChecked();
});

test('the Shop book lets riders’ phones in to their sheet, and to nothing else, until it is shut again', async ({ page }) => {
  const door = `http://127.0.0.1:${server.port + 1}`;
  const status = (path: string) =>
    fetch(door + path).then(
      (answer) => answer.status,
      () => 'nobody there',
    );
  await page.goto(`${server.base}/shop-book/money`, { waitUntil: 'networkidle' });
  expect(await status('/icon.svg')).toBe('nobody there');
  const choice = page.getByRole('radiogroup', { name: 'Phones on this network may open' });
  await choice.getByText('Yes, the rider’s sheet').click();
  await expect(choice.getByRole('radio', { name: /Yes/ })).toBeChecked();
  await expect.poll(() => status('/icon.svg')).toBe(200);
  expect([await status('/'), await status('/api/search?q=a'), await status('/jobs/101/ask')]).toEqual([404, 404, 404]);
  await page.reload({ waitUntil: 'networkidle' });
  await expect(choice.getByRole('radio', { name: /Yes/ })).toBeChecked();
  await choice.getByText('No, this computer alone').click();
  await expect.poll(() => status('/icon.svg')).toBe('nobody there');
});
