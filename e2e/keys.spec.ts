import { expect, test } from '@playwright/test';
import { demoDirectory, Server } from './server';

/** Keys, light, units, finding, laying side by side, printing: what every page has at hand. */

let server: Server;
test.beforeAll(async () => {
  server = await Server.start(4316, demoDirectory());
});
test.afterAll(async () => {
  await server.down();
  server.remove();
});

test('/ finds from anywhere, by the keyboard, misspelt too; ? lists the keys', async ({ page }) => {
  await page.goto(`${server.base}/drawers`);
  await page.keyboard.press('/');
  const query = page.getByRole('textbox', { name: /Find a customer/ });
  await expect(query).toBeFocused();
  await query.fill('corvanne tourer');
  await expect(page.getByRole('option', { name: /Corvane 1100 Tourer/ }).first()).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('option').first()).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/(jobs|machines)\/\d+/);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();

  await page.keyboard.press('/');
  await query.fill('zzzz qqqq');
  await expect(page.getByText('Nothing in the book matches these words.')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(query).toBeHidden();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('the eight stages');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
});

test('a slash typed into a reading is a fraction, not the search', async ({ page }) => {
  const job = await server.jobOf('Trail 300 Ingrith');
  await page.goto(`${server.base}/jobs/${job}/measure`);
  const reading = page.getByRole('textbox', { name: 'Front: Rider on, pressed' });
  await reading.focus();
  await page.keyboard.type('2 13/16 in');
  await expect(reading).toHaveValue('2 13/16 in');
  await expect(page.getByRole('dialog')).toBeHidden();
  // The other unit is there while typing, before the field is left.
  await expect(page.getByText('71.4 mm')).toBeVisible();
});

test('the eight stages answer to Alt and their number, from inside a field too', async ({ page }) => {
  const job = await server.jobOf('Rally chatters since');
  await page.goto(`${server.base}/jobs/${job}/ask`);
  await page.getByRole('textbox', { name: 'Rider in full gear' }).focus();
  for (const [key, stage] of [
    ['8', 'ride'],
    ['3', 'reason'],
    ['5', 'valves'],
    ['7', 'set'],
    ['6', 'rebuild'],
    ['1', 'ask'],
  ] as const) {
    await page.keyboard.press(`Alt+${key}`);
    await page.waitForURL(`**/${stage}`);
    await expect(page.getByRole('navigation', { name: 'Stages of the job' }).locator('[aria-current=step]')).toContainText(
      new RegExp(stage, 'i'),
    );
  }
});

test('the night bench and the other units are kept from page to page', async ({ page }) => {
  const job = await server.jobOf('Trail 300 Ingrith');
  await page.goto(`${server.base}/jobs/${job}/springs`);
  const ideal = page.locator('[data-result=chosen]');
  await expect(ideal).toContainText('N/mm');
  await page.getByRole('button', { name: 'Night bench' }).click();
  await page.getByRole('button', { name: /Units/ }).click();
  await expect(ideal).toContainText('lbf/in');
  // What is taken until typed is written in the units it would be typed in.
  await expect(page.getByRole('textbox', { name: 'Adjuster, most preload' })).toHaveAttribute('placeholder', '0.79');
  await page.goto(`${server.base}/drawers`);
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'night');
  await expect(page.getByRole('cell', { name: '450 lbf/in' }).first()).toBeVisible();
  const ground = await page.evaluate(() => getComputedStyle(document.body).backgroundColor);
  expect(ground).toBe('rgb(23, 25, 27)');
  // A bare number is now in inches; what was typed before stays as it was.
  await page.goto(`${server.base}/machines/1`);
  await expect(page.getByRole('textbox', { name: 'Rear wheel travel' })).toHaveValue('305');
  await page.getByRole('textbox', { name: 'Wheelbase' }).fill('59');
  await page.keyboard.press('Enter');
  await expect(page.getByText('= 1498.6 mm')).toBeVisible();
});

test('carrying over fills what is empty and leaves what was typed', async ({ page }) => {
  const job = await server.jobOf('Enduro racer');
  await page.goto(`${server.base}/jobs/${job}/rebuild`);
  const rear = page.getByRole('textbox', { name: 'Spring rate as marked', exact: true });
  await rear.fill('51');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /^Carry over/ }).click();
  await expect(page.getByText(/\d+ fields filled/)).toBeVisible();
  await expect(rear).toHaveValue('51');
  await expect(page.getByRole('textbox', { name: 'Spring rate as marked, each leg' })).not.toHaveValue('');
  await page.getByRole('button', { name: /^Carry over/ }).click();
  await expect(page.getByText(/Nothing to take over/)).toBeVisible();
  await expect(page.locator('[data-saving=saved]')).toBeVisible();
  await page.reload();
  await expect(rear).toHaveValue('51');
});

test('the rebuild table: back to the maker’s standard in one step, one figure taken by pressing it, what is not as wanted marked', async ({
  page,
}) => {
  await page.goto(`${server.base}/jobs/${await server.jobOf('Trail 300 Ingrith')}/rebuild`);
  const table = page.getByRole('table', { name: 'What was fitted' });
  const rebound = table.getByRole('textbox', { name: 'Rebound', exact: true });
  await table.getByRole('button', { name: 'Back to standard' }).click();
  await expect(rebound).toHaveValue('12');
  await expect(table.getByRole('textbox', { name: 'Right oil level' })).toHaveValue('120 mm');
  await expect(table.getByRole('row', { name: /^Rear rebound/ }).getByRole('img', { name: 'changed from what came in' })).toBeVisible();
  await table.getByRole('button', { name: 'Rebound: take 13 out, came in' }).click();
  await expect(rebound).toHaveValue('13');
  await expect(table.getByRole('row', { name: /^Rear rebound/ }).getByRole('img')).toHaveCount(0);
  await page.goto(`${server.base}/machines/${await server.idOf('machine', 'Trail 300')}`);
  await page.getByRole('button', { name: 'Maker’s standard' }).first().click();
  await expect(page.getByText('what the maker gives; kept with the figures of the machine')).toBeVisible();
});

test('what a job waits for is written under Ask before its code has come, and read on the Floor', async ({ page }) => {
  const job = await server.jobOf('Enduro racer');
  let arrive = (): void => undefined;
  const arrived = new Promise<void>((done) => (arrive = done));
  await page.route('**/*.js', async (route) => {
    await arrived;
    await route.continue();
  });
  await page.goto(`${server.base}/jobs/${job}/ask`, { waitUntil: 'commit' });
  const waits = page.getByRole('textbox', { name: 'Waits for' });
  await waits.fill('a call from the owner');
  arrive();
  // The page is alive once a key of its own is answered.
  await expect(async () => {
    await waits.press('Enter');
    await expect(page.getByText(/^Saved \d/)).toBeVisible({ timeout: 1000 });
  }).toPass();
  await expect(waits).toHaveValue('a call from the owner');
  await page.goto(server.base);
  await expect(page.getByRole('link', { name: /Tarnfell 250 Enduro/ })).toContainText('waits for a call from the owner');
});

test('signing says what is not recorded, and wants a name', async ({ page }) => {
  const job = await server.jobOf('Rally chatters since');
  await page.goto(`${server.base}/jobs/${job}/rebuild`);
  await expect(page.getByText(/▲ Not recorded: .*fork oil level.*It can be signed without/)).toBeVisible();
  await page.getByRole('button', { name: 'Sign the rebuild' }).click();
  await expect(page.getByText('Choose who signs.')).toBeVisible();
  await page.getByRole('button', { name: 'Before dismantling: springs under load, caps, gas and brakes' }).click();
  for (const caution of ['A compressed spring holds more than half a tonne', 'Fork caps fly', 'Nitrogen only', 'Support the calipers'])
    await expect(page.getByText(caution)).toBeVisible();
  await page.getByRole('radio', { name: /^Torques, / }).click();
  await expect(page.getByText('The maker’s manual decides every torque')).toBeVisible();
});

test('the lineage tells what changed, two set-ups lie side by side, and the card prints on paper alone', async ({ page }) => {
  await page.goto(`${server.base}/machines/1`);
  const corrected = page.getByRole('listitem').filter({ hasText: /^Corrected/ });
  await expect(corrected).toContainText('Read again on the right leg: 97, not 95.');
  await expect(corrected).toContainText('95 mm 97 mm');
  await corrected.getByRole('link', { name: 'against the one it came from' }).click();
  await page.waitForURL('**/compare?*');
  await expect(page.getByRole('checkbox', { name: 'only what differs' })).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Ketteri 450 Rally 2022');
  const rows = await page.getByRole('row').count();
  await page.getByRole('checkbox', { name: 'only what differs' }).check();
  expect(await page.getByRole('row').count()).toBeLessThan(rows);
  await expect(page.getByRole('row', { name: /right oil level/ })).toContainText('≠ 97 mm');
  await page.getByRole('button', { name: /One/ }).click();
  await page.getByRole('option').last().click();
  await page.waitForURL(/a=1&/);

  await page.goto(`${server.base}/setups/2/card`);
  await expect(page.getByRole('article')).toContainText('signed by Sunniva Holt');
  const pdf = await page.pdf({ format: 'A4' });
  // One page, and the shop's own font embedded in it.
  const text = pdf.toString('latin1');
  expect(text.match(/\/Type \/Page\b(?!s)/g)).toHaveLength(1);
  expect(text).toMatch(/Archivo/);
});

test('the working opens with its formula, the readings put in and the source', async ({ page }) => {
  const job = await server.jobOf('Trail 300 Ingrith');
  await page.goto(`${server.base}/jobs/${job}/springs`);
  await page.getByRole('button', { name: /show working/ }).click();
  const working = page.getByRole('region', { name: 'Working' });
  await expect(working).toContainText('Ideal rate = (F₂ − F₁) / (s₂ − s₁)');
  await expect(working).toContainText('Source: force balance at both sags by virtual work.');
  await page.keyboard.press('w');
  await expect(working).toBeHidden();
});
