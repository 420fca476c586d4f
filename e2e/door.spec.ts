import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { axe } from './axe';
import { misfits, SIZES } from './misfits';
import { emptyDirectory, Server } from './server';

/** A shop opened to others: closed until there is an owner, then everybody signs in, does what the role allows, and what was done can be read. */

const directory = emptyDirectory();
let server: Server;
test.afterAll(async () => {
  await server.down();
  server.remove();
});

test('the owner is named at the shop’s own computer, then everybody signs in, and what each did is read', async ({ page, browser }) => {
  server = await Server.start(4327, directory);
  await page.goto(`${server.base}/shop-book/names`);
  const add = async (name: string, passcode: string, role: string, owner = '') => {
    await page.getByRole('textbox', { name: 'Add a name' }).fill(name);
    await page.getByRole('textbox', { name: 'with a passcode of six characters or more' }).fill(passcode);
    await page.getByRole('radio', { name: new RegExp(`${role}$`) }).check({ force: true });
    if (owner !== '') await page.getByRole('textbox', { name: 'Passcode of the owner' }).fill(owner);
    await page.getByRole('button', { name: 'Add the name' }).click();
  };
  await expect(page.getByText('closed until there is an owner')).toBeVisible();
  await add('Sunniva Holt', 'quay and tar', 'Owner');
  await expect(page.getByText('may be let in, everybody signs in')).toBeVisible();
  // From here on people are the owner's: a wrong passcode is told at its field.
  await add('Bram Oakes', 'kelp and tar', 'Counter', 'guess one');
  await expect(page.getByText('That is not this name’s passcode. Nothing was done.')).toBeVisible();
  await add('Bram Oakes', 'kelp and tar', 'Counter', 'quay and tar');
  await expect(page.getByRole('button', { name: 'Passcode and role of Bram Oakes' })).toBeVisible();
  await server.down();

  server = await Server.start(4327, directory, { MAVRIN_SIGN_IN: 'always' });
  // Nothing of the book without signing in: pages lead to the door, routes say so.
  expect((await page.request.get(`${server.base}/api/search?q=a`)).status()).toBe(401);
  await page.goto(`${server.base}/machines`);
  await expect(page).toHaveURL(/\/sign-in\?to=%2Fmachines$/);
  for (const size of SIZES) {
    await page.setViewportSize(size);
    expect((await axe(page).analyze()).violations.map((v) => v.id)).toEqual([]);
  }
  expect(await misfits(page, '/sign-in')).toEqual([]);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByText('Say who you are.')).toBeVisible();
  await page.getByRole('radio', { name: 'Sunniva Holt, owner' }).check({ force: true });
  await page.getByRole('textbox', { name: 'Passcode' }).fill('wrong one');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByText('That is not this name’s passcode. Nothing was done.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Passcode' }).fill('quay and tar');
  await page.keyboard.press('Enter');
  // The way leads on to where it led before.
  await expect(page).toHaveURL(`${server.base}/machines`);
  const cookies = await page.context().cookies();
  expect(cookies.find((c) => c.name === 'mavrin_session')).toMatchObject({ httpOnly: true, sameSite: 'Lax' });

  // At another device the counter takes a machine in, and is told what is not for the counter.
  const counter = await (await browser.newContext({ viewport: { width: 820, height: 1180 } })).newPage();
  await counter.goto(`${server.base}/sign-in`);
  await counter.getByRole('radio', { name: 'Bram Oakes, counter' }).check({ force: true });
  await counter.getByRole('textbox', { name: 'Passcode' }).fill('kelp and tar');
  await counter.keyboard.press('Enter');
  await expect(counter.getByRole('button', { name: 'Sign out Bram Oakes, counter' })).toBeVisible();
  const taken = await counter.request.post(`${server.base}/api/jobs`, {
    headers: { origin: server.base },
    data: {
      customer: { name: 'Elin Marsh', phone: '' },
      machine: { figures: { 'machine.make': { text: 'Halvik' }, 'machine.model': { text: 'Moor 250' } } },
      promisedOn: '2026-12-20',
    },
  });
  const { jobId } = (await taken.json()) as { jobId: number };
  await counter.goto(`${server.base}/jobs/${jobId}/measure`);
  await counter.getByRole('textbox', { name: 'Rear: Rider on, pressed', exact: true }).fill('517.75');
  await counter.keyboard.press('Tab');
  await expect(counter.getByText('This is written at the bench')).toBeVisible();
  await counter.goto(`${server.base}/shop-book/audit`);
  await expect(counter.getByText('This is not for the role')).toBeVisible();

  // The owner reads who did what, and signs the counter out where it stands.
  await page.goto(`${server.base}/shop-book/audit`);
  const done = page.getByRole('table', { name: 'What was done' });
  await expect(done.getByRole('row', { name: /Bram Oakes took a machine in/ })).toBeVisible();
  await expect(done.getByRole('row', { name: /Sunniva Holt was refused at the door/ })).toBeVisible();
  await page.getByRole('textbox', { name: /^Find/ }).fill('bram signed in');
  await expect(done.getByRole('row')).toHaveCount(2);
  await page.goto(`${server.base}/shop-book/names`);
  await page.getByRole('button', { name: /^Sign Bram Oakes out/ }).click();
  await expect(page.getByRole('button', { name: /^Sign Bram Oakes out/ })).toHaveCount(0);
  await counter.reload();
  await expect(counter).toHaveURL(/\/sign-in/);

  // The log has every request by its number, and nothing that anybody typed.
  const log = readdirSync(join(server.directory, 'log'))
    .map((name) => readFileSync(join(server.directory, 'log', name), 'utf8'))
    .join('');
  const lines = log
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as { id?: string; method?: string; path?: string; status?: number });
  expect(lines.some((l) => l.id && l.method === 'POST' && l.path === '/api/sign-in' && l.status === 422)).toBe(true);
  expect(lines.some((l) => l.path === `/api/jobs/${jobId}/entries`)).toBe(true);
  expect(log).not.toMatch(/quay|kelp|wrong one|Elin|Marsh|517\.75|Halvik/);

  await page.getByRole('button', { name: 'Sign Sunniva Holt out everywhere' }).click();
  await expect(page).toHaveURL(/\/sign-in/);
});
