import { scaled } from '../scripts/machine.mjs';
import { expect, type Page, test } from '@playwright/test';
import { demoDirectory, Server } from './server';

/** Over the ground: what set-ups would do, ridden in a worker; a cure ridden before it is done; the answer proposed; points from a photo. */

let server: Server;
test.beforeAll(async () => {
  server = await Server.start(4361, demoDirectory());
});
test.afterAll(async () => {
  await server.down();
  server.remove();
});

const figures = (page: Page) => page.getByRole('table', { name: 'Figure by figure' });
const ridden = (page: Page) => expect(figures(page)).toBeVisible({ timeout: scaled(60_000) });
const pick = async (page: Page, label: RegExp, option: RegExp) => {
  await page.getByRole('button', { name: label }).click();
  await page.getByRole('option', { name: option }).click();
};

test('a tourer two-up over its own mix: both rides and a spring beside them, the complaint answered, scrubbed by key, one line for the card', async ({
  page,
}) => {
  const errors: string[] = [];
  page.on('pageerror', (e) => errors.push(e.message));
  const job = await server.jobOf('Tourer skips');
  await page.goto(`${server.base}/jobs/${job}/measure`);
  await page.getByRole('button', { name: /^Job: / }).click();
  await page.getByRole('menuitem', { name: 'Over the ground' }).click();
  await ridden(page);
  await expect(page.getByRole('button', { name: /Load/ })).toContainText('Two-up with luggage');
  await expect(page.getByRole('button', { name: /Ground/ })).toContainText('cobbles');
  const told = page.locator('section').filter({ has: page.getByRole('heading', { name: 'What was told' }) });
  await expect(told).toContainText(/Skips when loaded\. .*before, .*after/);
  // Still until somebody moves it.
  const moment = page.getByRole('slider', { name: 'Moment of the ride' });
  const before = await moment.inputValue();
  await moment.focus();
  await page.keyboard.press('ArrowRight');
  await expect(moment).not.toHaveValue(before);
  await expect(page.getByRole('img', { name: /^The machine from the side, \d+\.\d s/ })).toBeVisible();
  // Over one stretch alone the figures are others.
  const whole = await figures(page).innerText();
  await pick(page, /^The whole ride/, /a kerb/);
  await expect.poll(() => figures(page).innerText()).not.toBe(whole);
  // Solo it is ridden anew.
  await pick(page, /Load/, /Solo/);
  await ridden(page);
  const put = page.getByRole('button', { name: /^Put on the card/ }).first();
  await put.click();
  await expect(page.getByText(/^Under Rebuild, for the card/)).toBeVisible();
  await page.goto(`${server.base}/jobs/${job}/rebuild`);
  await expect(page.getByLabel('What changes for the rider')).toHaveValue(/before, .*after.*\(simulated\)$/);
  expect(errors).toEqual([]);
});

test('an enduro over whoops: its clickers answer, a search of them is stopped, then proposed for Set, where it is taken', async ({
  page,
}) => {
  test.setTimeout(scaled(180_000));
  const job = await server.jobOf('Enduro racer');
  await page.goto(`${server.base}/jobs/${job}/ground`);
  await ridden(page);
  await pick(page, /Ground/, /Whoops/);
  await ridden(page);
  await page.getByRole('button', { name: /What each adjuster would do/ }).click();
  await page.getByRole('button', { name: 'Ride them' }).click();
  const answers = page.getByRole('table', { name: 'What each adjuster would do' });
  await expect(answers.getByRole('row', { name: /^Rear rebound/ })).toBeVisible({ timeout: scaled(60_000) });
  await page.getByRole('button', { name: /Search the clickers/ }).click();
  const search = page.getByRole('button', { name: 'Search', exact: true });
  await search.click();
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(search).toBeVisible();
  await search.click();
  await page.getByRole('button', { name: 'Propose it for Set' }).click({ timeout: scaled(120_000) });
  await page.getByRole('link', { name: 'Set', exact: true }).click();
  const proposed = page.getByRole('region', { name: 'Proposed' });
  await expect(proposed).toContainText(/simulated over this ground.*nobody has ridden it yet/s);
  await proposed.getByRole('button', { name: 'Take it' }).click();
  await expect(proposed.getByRole('status')).toContainText('Taken as proposed');
});

test('Reason’s cure is ridden before it is done; a profile that is none is refused at its line; what is missing is named', async ({
  page,
}) => {
  const job = await server.jobOf('Rally chatters since');
  await page.goto(`${server.base}/jobs/${job}/reason`);
  await page
    .getByRole('link', { name: /^Ride it: Wind the ring up/ })
    .first()
    .click();
  await ridden(page);
  await expect(page.getByRole('radio', { name: /With the ring set/ })).toBeChecked();
  await pick(page, /Ground/, /profile from a file/);
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Open a profile, CSV' }).click();
  await (await chooser).setFiles({ name: 'lane.csv', mimeType: 'text/csv', buffer: Buffer.from('distance,height\n0,0\n2,10\n1,0\n') });
  await page.getByRole('button', { name: 'Ride over it' }).click();
  await expect(page.getByText('Line 3 is no point of a profile')).toBeVisible();
  const pony = await server.jobOf('Pony 125');
  await page.goto(`${server.base}/jobs/${pony}/ground`);
  await ridden(page);
  await page.goto(`${server.base}/jobs/${await server.jobOf('Gully')}/ground`);
  await expect(page.getByText(/cannot be ridden: still to be given/).first()).toBeVisible({ timeout: scaled(30_000) });
});

test('a photo of the side: a known distance, pivot and axle tapped, and the drawing has its figures', async ({ page }) => {
  const machine = await server.idOf('machine', 'Tarnfell 250');
  await page.goto(`${server.base}/machines/${machine}/leverage`);
  await pick(page, /Leverage known as/, /Pivot positions/);
  await page.getByRole('button', { name: /From a photo of the side/ }).click();
  const picture = await page.screenshot({ type: 'png', clip: { x: 0, y: 0, width: 1000, height: 600 } });
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Open a photo' }).click();
  await (await chooser).setFiles({ name: 'side.png', mimeType: 'image/png', buffer: picture });
  const photo = page.getByRole('img', { name: /^Photo of the side/ });
  await expect(photo).toBeVisible();
  await page.getByLabel('Between the two known points, mm').fill('1400');
  await photo.scrollIntoViewIfNeeded();
  const box = (await photo.boundingBox())!;
  const tap = (x: number, y: number) => photo.click({ position: { x: x * box.width, y: y * box.height } });
  // Ends of the wheelbase, then pivot and axle on the same line: 0.7 of the width is 1400 mm.
  for (const [x, y] of [
    [0.15, 0.7],
    [0.85, 0.7],
    [0.43, 0.65],
    [0.15, 0.7],
  ] as const)
    await tap(x, y);
  await expect(page.getByText(/± \d+ mm by the taps alone/)).toBeVisible();
  await page.getByRole('button', { name: 'Take these places' }).click();
  await expect(page.getByLabel('Rear axle, forward')).toHaveValue(/^-(55[0-9]|56[0-9]|57[0-9])/);
  await expect(page.getByText(/^Saved|figures kept as typed/)).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Rear axle, forward')).toHaveValue(/^-5[567]\d/);
});

test('a training case is ridden once it is answered: as it was, as cured, and as the trainee would have it', async ({ page }) => {
  await page.goto(`${server.base}/training/third-bump`);
  await pick(page, /Your cause/, /Rear: spring too soft/);
  await page.getByRole('button', { name: 'That is it' }).click();
  await page.getByRole('button', { name: 'Ride it as it is and as cured' }).click();
  await expect(page.getByRole('button', { name: /^What you thought/ })).toBeVisible({ timeout: scaled(60_000) });
  await expect(page.getByText(/Packs down over repeated bumps\. Rear, over whoops.*before, .*after/)).toBeVisible();
});

test('Set tries fork height and ring before they are turned, and records nothing of it', async ({ page }) => {
  const job = await server.jobOf('Single dives');
  await page.goto(`${server.base}/jobs/${job}/set`);
  await page.getByRole('button', { name: /^Before it is turned/ }).click();
  const tubes = page.getByRole('slider', { name: 'Tubes further through the clamps' });
  await tubes.focus();
  for (let i = 0; i < 6; i += 1) await page.keyboard.press('ArrowRight');
  await expect(page.getByText(/^Turns in quicker and is less steady at speed: rake 0\.\d° steeper/)).toBeVisible();
  for (let i = 0; i < 4; i += 1) await page.keyboard.press('ArrowRight');
  await expect(page.getByText('Ten millimetres of fork height is a big step')).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: /^Before it is turned/ }).click();
  await expect(tubes).toHaveValue('0');
});

test('steering and drive: a longer shock and another tyre are tried, what is assumed has its band, top gear follows its figures', async ({
  page,
}) => {
  const machine = await server.idOf('machine', 'Tarnfell 250');
  await page.goto(`${server.base}/machines/${machine}/geometry`, { waitUntil: 'networkidle' });
  await page.getByRole('button', { name: /^Shock, rod, rings, springs and tyres/ }).click();
  const shock = page.getByRole('slider', { name: 'Shock longer, eye to eye' });
  await shock.focus();
  for (let i = 0; i < 4; i += 1) await page.keyboard.press('ArrowRight');
  const does = page.getByRole('region', { name: 'What it does' });
  await expect(does).toContainText(/rake \d\.\d° steeper/);
  await does.getByRole('button', { name: 'Back to where it stands' }).click();
  await expect(shock).toHaveValue('0');
  for (const [label, text] of [
    ['Primary drive', '2.1'],
    ['Top gear', '0.85'],
    ['Engine’s limit', '9500'],
  ] as const) {
    await page.getByLabel(label, { exact: true }).fill(text);
    await page.keyboard.press('Enter');
  }
  await expect(page.getByText(/^Top gear allows \d+ km\/h at 9500 a minute; 100 km\/h is \d+ a minute\./)).toBeVisible();
  await page.getByRole('button', { name: 'One tooth more, rear' }).click();
  await expect(page.getByText(/With these sprockets \d+ km\/h/)).toBeVisible();
});

test('beyond the curve: each effect is switched on by itself, and the check valve’s spring joins once it is measured', async ({ page }) => {
  const job = await server.jobOf('Enduro racer');
  await page.goto(`${server.base}/jobs/${job}/valves`);
  await page.getByRole('radio', { name: 'Beyond the curve' }).click({ timeout: scaled(60_000) });
  await page.getByRole('button', { name: 'Work them out' }).click();
  const effects = page.getByRole('table', { name: 'Each effect by itself' });
  await expect(effects).toBeVisible({ timeout: scaled(60_000) });
  const parts = effects.getByRole('checkbox', { name: /^Oil parts/ });
  await expect(parts).toBeChecked();
  await parts.press('Space');
  await expect(parts).not.toBeChecked();
  await expect(effects.getByRole('checkbox', { name: /^Check valve/ })).toHaveCount(0);
  await page.getByRole('region', { name: 'Beyond the curve' }).getByLabel('Check valve, opens at').fill('0.8');
  await page.keyboard.press('Enter');
  await expect(effects.getByRole('checkbox', { name: /^Check valve/ })).toBeVisible({ timeout: scaled(30_000) });
});
