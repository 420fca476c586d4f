import { expect, type Page, test } from '@playwright/test';
import { demoDirectory, Server } from './server';

/** The rest of the day at the desk: a machine that comes back, luggage, handing back, how it rode, other units, and every width. */

let server: Server;
test.beforeAll(async () => {
  server = await Server.start(4314, demoDirectory());
});
test.afterAll(async () => {
  await server.down();
  server.remove();
});

const saved = (page: Page) => expect(page.locator('[data-saving=saved]')).toBeVisible();

test('a machine that comes back brings its file, its last readings and a new owner', async ({ page }) => {
  const machine = await server.idOf('machine', 'Scrambler');
  await page.goto(`${server.base}/machines/${machine}`);
  await page.getByRole('link', { name: 'Take this machine in again' }).click();
  await expect(page.getByRole('combobox', { name: /Name: found/ })).toHaveValue('Bodil Farrant');
  await page.getByRole('combobox', { name: /Name: found/ }).fill('Hale Morrow');
  await expect(page.getByText('The book has another owner for this machine.')).toBeVisible();
  // The day is the shop's usual one until another is chosen.
  await page.getByRole('button', { name: 'Open the month' }).click();
  await page.getByRole('button', { name: /28/ }).first().click();
  await page.getByRole('button', { name: 'Open the job' }).click();
  await page.waitForURL('**/ask');
  await page.getByRole('radio', { name: /^Machine/ }).click();
  await expect(page.getByRole('textbox', { name: 'Wheelbase' })).toHaveValue('1450');

  // The ghost of the last job stands in the new walk before anything is read.
  await page.getByRole('link', { name: /2 Measure/ }).click();
  await page.waitForURL('**/measure');
  await expect(page.getByText(/Dotted: rider sag at the machine’s last job, rear \d+\.\d mm/)).toBeVisible();
  await page.keyboard.press('b');
  await expect(page.getByText(/Dotted/)).toBeHidden();

  await page.goto(`${server.base}/machines/${machine}`);
  const owners = page.getByRole('list').filter({ hasText: 'since' });
  await expect(owners.getByRole('link').first()).toHaveText('Hale Morrow');
  await expect(owners.getByRole('link').nth(1)).toHaveText('Bodil Farrant');
});

test('luggage and passenger make their own load cases, and each is predicted for the spring looked at', async ({ page }) => {
  const job = await server.idOf('job', 'Tourer skips');
  await page.goto(`${server.base}/jobs/${job}/ask`);
  const cases = page.getByRole('table').filter({ hasText: 'two-up with luggage' });
  await expect(cases.getByRole('row')).toHaveCount(5);
  await page.getByRole('button', { name: 'Add luggage' }).click();
  await page.getByRole('textbox', { name: 'Mass', exact: true }).last().fill('4 kg');
  await page.keyboard.press('Enter');
  await saved(page);
  await expect(cases.getByRole('row', { name: /two-up with luggage/ })).toContainText('453 kg');
  await page.getByRole('button', { name: 'Take out' }).nth(2).click();
  await expect(cases.getByRole('row', { name: /two-up with luggage/ })).toContainText('449 kg');

  await page.goto(`${server.base}/jobs/${job}/springs`);
  const predicted = page.getByRole('table', { name: 'Load cases' });
  const sags = (await predicted.getByRole('row').allInnerTexts()).slice(1).map((row) => Number(/\t(\d+\.\d)\t/.exec(row)?.[1]));
  expect(sags).toHaveLength(4);
  expect([...sags].sort((a, b) => a - b)).toEqual(sags);
  await page.getByRole('radio', { name: 'Front springs' }).click();
  await expect(page.getByRole('table', { name: 'Candidates, front' })).toBeVisible();
});

test('set, handed back, and how it rode: the Floor follows', async ({ page }) => {
  const job = await server.idOf('job', 'Single dives');
  await page.goto(`${server.base}/jobs/${job}/set`);
  await page.getByRole('button', { name: 'Hand the machine back' }).click();
  await expect(page.getByText(/^Handed back/)).toBeVisible();
  await page.goto(server.base);
  await expect(page.getByRole('link', { name: /Osmund 350 Single.*Ask how it rode/ })).toBeVisible();
  await page.getByRole('link', { name: /Osmund 350 Single.*Ask how it rode/ }).click();
  await page.waitForURL('**/ride');
  await page.getByRole('button', { name: /How it rode/ }).click();
  await page.getByRole('option', { name: 'Better' }).click();
  await saved(page);
  await page.goto(server.base);
  await expect(page.getByRole('link', { name: /Osmund 350 Single/ })).toHaveCount(0);
});

test('a reading that cannot be read holds the stage once, and nothing signed takes a new one', async ({ page }) => {
  const job = await server.idOf('job', 'Trail 300 Ingrith');
  await page.goto(`${server.base}/jobs/${job}/measure`);
  await page.getByRole('textbox', { name: 'Front: Rider on, pressed' }).fill('seventy');
  await page.keyboard.press('Alt+1');
  await expect(page.getByText(/is not recorded/)).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Front: Rider on, pressed' })).toBeFocused();
  await page.keyboard.press('Alt+1');
  await page.waitForURL('**/ask');
  const answer = await page.request.post(`${server.base}/api/jobs/${job}/sign`, {
    headers: { origin: server.base },
    data: { technicianId: 99, passcode: 'none' },
  });
  expect(answer.status()).toBe(422);
  expect(((await answer.json()) as { error: { code: string } }).error.code).toBe('nothing-recorded');
});

test('the shop book adds who signs, once', async ({ page }) => {
  await page.goto(`${server.base}/shop-book/names`);
  for (const times of [1, 2]) {
    await page.getByRole('textbox', { name: 'Add a name' }).fill('Bram Oakes');
    await page.getByLabel('with a passcode of six characters or more').fill('quay 46');
    await page.getByRole('button', { name: 'Add the name' }).click();
    if (times === 1) await expect(page.getByRole('listitem').filter({ hasText: 'Bram Oakes' })).toHaveCount(1);
    else await expect(page.getByText('Bram Oakes is already in the book.')).toBeVisible();
  }
  await page.getByRole('link', { name: 'Signed records' }).click();
  await page.getByRole('button', { name: 'Check every seal' }).click();
  await expect(page.getByText(/\d+ signed records, every seal holds/)).toBeVisible();
});

test('a spring taken off the list stays with the job that chose it', async ({ page }) => {
  const job = await server.idOf('job', 'Enduro racer');
  await page.goto(`${server.base}/jobs/${job}/springs`);
  const chosen = (await page.getByRole('button', { name: /is chosen$/ }).innerText()).replace(' is chosen', '');
  await page.goto(`${server.base}/drawers`);
  await page.getByRole('button', { name: `Take ${chosen} off the list` }).click();
  await expect(page.getByRole('cell', { name: chosen, exact: true })).toHaveCount(0);
  await page.goto(`${server.base}/jobs/${job}/springs`);
  await expect(page.getByRole('button', { name: `${chosen} is chosen` })).toBeVisible();
});

test('the model’s figures say whose they are; ground adds up to 100 and says what it asks for; the fit is looked at', async ({ page }) => {
  const job = await server.jobOf('Wenna Trask');
  await page.goto(`${server.base}/jobs/${job}/ask`);
  await page.getByRole('radio', { name: /^Machine/ }).click();
  await expect(page.getByText(/^○ Corvane 1100 Tourer 2019, job \d{4}, \d{4}-\d\d-\d\d$/).first()).toBeVisible();
  const others = page.getByRole('region', { name: 'Others of this model' });
  await others.getByRole('button', { name: '1 figure differs' }).click();
  await others
    .getByRole('table', { name: /2019 differs/ })
    .getByRole('button', { name: 'Take it' })
    .click();
  await expect(page.getByRole('textbox', { name: 'Rear wheel as weighed' })).toHaveValue('142');
  await expect(others.getByRole('button', { name: '1 figure differs' })).toHaveCount(0);

  await page.getByRole('radio', { name: /^Ride and complaint/ }).click();
  const share = (name: string) => page.getByRole('textbox', { name: `${name}, share of the ride, %` });
  await share('Jumps').fill('20');
  await page.keyboard.press('Enter');
  await expect(share('Smooth tarmac')).toHaveValue('36');
  await expect(share('Broken tarmac')).toHaveValue('32');
  await expect(share('Cobbles and kerbs')).toHaveValue('12');
  await expect(page.getByText('Fork oil 2 mm higher than the maker’s level: jumps 20 %.')).toBeVisible();
  await page.getByRole('slider', { name: 'Jumps' }).focus();
  await page.keyboard.press('Home');
  await expect(share('Jumps')).toHaveValue('0');
  await expect(share('Smooth tarmac')).toHaveValue('45');

  await page.getByRole('button', { name: /rider’s fit, 0 of 10/ }).click();
  await page
    .getByRole('button', { name: /As found/ })
    .first()
    .click();
  await page.getByRole('option', { name: 'Does not fit' }).click();
  await expect(page.getByRole('button', { name: /rider’s fit, 1 of 10/ })).toBeVisible();
  await saved(page);
  await page.goto(`${server.base}/jobs/${job}/springs`);
  await expect(page.getByText(/^Ground: Sag in the upper part of the school’s window/)).toBeVisible();
});
