import { scaled } from '../scripts/machine.mjs';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, type Page, test } from '@playwright/test';
import { demoDirectory, Server } from './server';

const sheet = (page: Page, name: string) =>
  page
    .getByRole('radiogroup', { name: 'Sheets of this damper' })
    .getByRole('radio', { name: new RegExp(`^${name}`) })
    .click({ timeout: scaled(60_000) });

/** Valves in the real browser: a stack edited at the bench, computed in a worker, searched from the drawer. */

let server: Server;
test.beforeAll(async () => {
  server = await Server.start(4319, demoDirectory());
});
test.afterAll(async () => {
  await server.down();
  server.remove();
});

test('a stack is changed by keys and by a line of text; section, force and pick list follow; it is there after a reload', async ({
  page,
}) => {
  await page.goto(`${server.base}/jobs/${await server.jobOf('Enduro racer')}/valves`);
  const rebound = page.getByRole('table', { name: 'Damping to fit' }).getByRole('row', { name: /^1\.1 / });
  await expect(rebound).toBeVisible({ timeout: scaled(30_000) });
  const before = await rebound.innerText();
  await page.getByRole('radio', { name: 'Rebound', exact: true }).click();
  const table = page.getByRole('region', { name: 'Rebound, to fit' });
  const less = table.getByRole('button', { name: 'One less of 36 × 0.20' });
  await less.focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Pick list' })).toContainText('put back 2 of 36 × 0.20');
  // By its handle the piston's own shim is taken one place towards the clamp, and back again, by keys alone.
  const first = table.getByRole('textbox', { name: 'Diameter of size 1, mm' });
  // The drag is under way once a place to drop it is marked.
  const marked = page.locator('.react-aria-DropIndicator[data-drop-target]');
  const dragged = async (key: string) => {
    await table.getByRole('button', { name: 'Drag 36 × 0.20' }).focus();
    await page.keyboard.press('Enter');
    await expect(marked).toHaveCount(1);
    await page.keyboard.press(key);
    await page.keyboard.press('Enter');
    await expect(marked).toHaveCount(0);
  };
  await dragged('ArrowDown');
  await expect(first).not.toHaveValue('36');
  await expect(async () => {
    await dragged('Home');
    await expect(first).toHaveValue('36', { timeout: 2000 });
  }).toPass();
  await expect.poll(() => rebound.innerText(), { timeout: scaled(30_000) }).not.toBe(before);
  const line = page.getByRole('textbox', { name: /^Add shims/ });
  await line.fill('19 by 0.3');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Line 1 \(“19 by 0.3”\) is no shim/)).toBeVisible();
  await line.fill('19.5 × 0,30');
  await page.keyboard.press('Enter');
  await expect(table.getByRole('textbox', { name: 'Diameter of size 6, mm' })).toHaveValue('19.5');
  await page.getByRole('slider', { name: /Shaft speed/ }).fill('15');
  await expect(page.getByText(/Shaft speed 3 m\/s, \d+\.\d bar under the shims/)).toBeVisible({ timeout: scaled(30_000) });
  await expect(page.locator('[data-saving=saved]')).toBeVisible();
  await page.reload();
  await page.getByRole('radio', { name: 'Rebound', exact: true }).click();
  await expect(table.getByRole('textbox', { name: 'Diameter of size 6, mm' })).toHaveValue('19.5');
});

test('the drawer is searched in a worker, stopped at will; a suggestion is looked at and taken', async ({ page }) => {
  test.slow();
  await page.goto(`${server.base}/jobs/${await server.jobOf('Enduro racer')}/valves`);
  await sheet(page, 'Search');
  const begin = page.getByRole('button', { name: 'Search the drawer' });
  // A search that ends before the hand reaches the button is begun again.
  await expect(async () => {
    await begin.click();
    await expect(page.getByText(/\d+ of 3000 stacks tried/)).toBeVisible({ timeout: scaled(60_000) });
    await page.getByRole('button', { name: 'Stop the search' }).click({ timeout: 2000 });
    await expect(page.getByText(/Stopped after \d+ stacks/)).toBeVisible({ timeout: 2000 });
  }).toPass();
  await page.getByRole('textbox', { name: /^Most swapped/ }).fill('1.5');
  await begin.click();
  await expect(page.getByText('A whole number, please.')).toBeVisible();
  await page.getByRole('textbox', { name: /^Most swapped/ }).fill('2');
  await begin.click();
  const rows = page.getByRole('table', { name: 'Suggested stacks' }).getByRole('row');
  await expect(rows.nth(1)).toBeVisible({ timeout: scaled(120_000) });
  const cellText = (nth: number) => rows.nth(1).getByRole('cell').nth(nth).innerText();
  const moved = `${await cellText(2)} ${await cellText(3)}`;
  const size = /[\d.]+ × [\d.]+/.exec(moved)![0];
  await rows
    .nth(1)
    .getByRole('button', { name: /Take this stack/ })
    .click();
  await expect(page.getByRole('region', { name: 'Pick list' })).toContainText(size);
  await page.getByRole('link', { name: /^Ride (it|the first \d) over the ground/ }).click();
  await expect(page.getByRole('radio', { name: /Suggested stack 1, / })).toBeVisible({ timeout: scaled(60_000) });
});

test('the simulated dyno is run, a valve fitted to it, and the calibration kept with the machine', async ({ page }) => {
  await page.goto(`${server.base}/jobs/${await server.jobOf('Enduro racer')}/valves`);
  await page.getByRole('radio', { name: 'Rebound', exact: true }).click();
  await sheet(page, 'Dyno');
  await page.getByRole('button', { name: 'Run the simulated dyno' }).click({ timeout: scaled(60_000) });
  await expect(page.getByText(/\d+ speeds measured, as it came in/)).toBeVisible({ timeout: scaled(60_000) });
  await page.getByRole('button', { name: 'Fit rebound to this run' }).click();
  const fitted = page.getByText(/C_d 0\.\d+ ± 0\.\d+, bleed/);
  await expect(fitted).toBeVisible({ timeout: scaled(60_000) });
  const cd = /C_d (0\.\d+)/.exec(await fitted.innerText())![1]!;
  await page.getByRole('button', { name: 'Keep it with this machine' }).click();
  await expect(
    page.getByRole('table', { name: 'Calibrations kept' }).getByRole('row', { name: /as it came in, \d+ speeds/ }),
  ).toContainText(cd);
  await sheet(page, 'Figures');
  await expect(page.getByRole('textbox', { name: 'C_d of the port' })).toHaveValue(cd);
  await sheet(page, 'Dyno');
  await page.getByText('The points of this run').click();
  await page.getByRole('textbox', { name: 'Dyno, as it came in' }).fill('0.1 200\nfast 900');
  await page.keyboard.press('Tab');
  await expect(page.getByText(/Line 2, “fast 900”, is not a pair of numbers/).first()).toBeVisible();
});

test('a point of the aim is moved by keys and by dragging; the wheel’s view shows ζ; W shows the sum', async ({ page }) => {
  await page.goto(`${server.base}/jobs/${await server.jobOf('Enduro racer')}/valves`);
  const ring = page.getByRole('slider', { name: 'Compression aimed at, 1.1 m/s' });
  await expect(ring).toBeVisible({ timeout: scaled(60_000) });
  const begun = Number(await ring.getAttribute('aria-valuenow'));
  await ring.focus();
  await page.keyboard.press('ArrowUp');
  await expect.poll(async () => Number(await ring.getAttribute('aria-valuenow'))).toBeGreaterThan(begun);
  await expect(page.getByRole('textbox', { name: 'Compression aimed at' })).toBeVisible();
  const nudged = Number(await ring.getAttribute('aria-valuenow'));
  const box = (await ring.boundingBox())!;
  await page.mouse.move(box.x + 14, box.y + 14);
  await page.mouse.down();
  await page.mouse.move(box.x + 14, box.y - 26, { steps: 4 });
  await page.mouse.up();
  await expect.poll(async () => Number(await ring.getAttribute('aria-valuenow'))).toBeGreaterThan(nudged + 50);
  await page.getByRole('button', { name: /force at the wheel/ }).click();
  await expect(ring).toBeHidden();
  await expect(page.getByText('ζ 0.4')).toBeVisible();
  await page.keyboard.press('w');
  await expect(page.getByRole('region', { name: 'Working' })).toContainText(/Compression at 1\.1 m\/s = Δp_base·A_r/);
});

test('a logged run from a file: time, position and force become speeds; a line that is no reading refuses it all', async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'mavrin-dyno-'));
  const file = (name: string, spoil: (i: number) => boolean) => {
    const lines = Array.from({ length: 120 }, (_, i) => {
      const t = (2 * Math.PI * i) / 40 / 120;
      const force = spoil(i) ? 'slipped' : (900 * Math.cos(40 * t)).toFixed(1);
      return `${t.toFixed(5)};${(25 * Math.sin(40 * t)).toFixed(4)};${force}`;
    });
    const path = join(folder, name);
    writeFileSync(path, ['time;position;force', ...lines].join('\n'));
    return path;
  };
  const open = async (path: string) => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Open the dyno’s file' }).click();
    await (await chooser).setFiles(path);
    await page.getByRole('button', { name: 'Take the run in' }).click();
  };
  await page.goto(`${server.base}/jobs/${await server.jobOf('Enduro racer')}/valves`);
  await sheet(page, 'Dyno');
  await page.getByText('After the rebuild', { exact: true }).click();
  await open(file('bad.csv', (i) => i === 4));
  await expect(page.getByText('Line 5 is not a reading. Nothing was taken.')).toBeVisible();
  await expect(page.getByText('No run yet.')).toBeVisible();
  await open(file('good.csv', () => false));
  await expect(page.getByText(/\d+ speeds measured, after the rebuild/)).toBeVisible();
  await page.getByText('The points of this run').click();
  // 25 mm at 40 rad/s: a metre a second at most, 900 N there.
  await expect(page.getByRole('textbox', { name: 'Dyno, after the rebuild' })).toHaveValue(/\n0\.9[89]\d 8[89]\d$/);
});

test('the shim route says what is wrong at its field and leaves the drawer as it was', async ({ request }) => {
  const post = async (over: object) => {
    const answer = await request.post(`${server.base}/api/shims`, {
      headers: { origin: server.base },
      data: { inner: 6, diameter: 20, thickness: 0.1, count: 1, kind: 'received', ...over },
    });
    return { status: answer.status(), body: (await answer.json()) as { error?: { path: string[] }; count?: number } };
  };
  const before = (await post({ count: 0, kind: 'counted', thickness: 0.11 })).body.count;
  expect(before).toBe(0);
  for (const [over, field] of [
    [{ diameter: 5 }, 'diameter'],
    [{ thickness: '-0.1' }, 'thickness'],
    [{ count: 'many' }, 'count'],
    [{ kind: 'used', count: 900 }, 'count'],
  ] as const) {
    const { status, body } = await post(over);
    expect([status >= 400, body.error?.path[0]]).toEqual([true, field]);
  }
});

test('a damper nobody has measured asks for its figures; open holes need no stack', async ({ page }) => {
  await page.goto(`${server.base}/jobs/${await server.jobOf('Trail 300 Ingrith')}/valves`);
  await expect(page.getByText('Still to be typed: the shims as found of compression, rebound.')).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Damper bore' })).toBeVisible();
  await page.goto(`${server.base}/jobs/${await server.jobOf('Single dives')}/valves`);
  await page.getByRole('radio', { name: 'Fork' }).click();
  await expect(page.getByRole('table', { name: 'Damping to fit' })).toBeVisible({ timeout: scaled(30_000) });
});

test('a template is proposed for the uses and schools the Shop book says', async ({ page }) => {
  await page.goto(`${server.base}/shop-book/damping`);
  await expect(page.getByText('Proposed for road, touring, dirt machine on the road', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: 'Change Paved roads' }).click();
  await page.getByRole('checkbox', { name: 'Balance first' }).check();
  await page.getByRole('textbox', { name: 'Compression, share of critical' }).fill('lots');
  await page.getByRole('textbox', { name: 'Reason for the change' }).fill('the shop’s own');
  await page.getByRole('button', { name: 'Record the new version' }).click();
  await expect(page.getByText('Type a number.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Compression, share of critical' }).fill('0,24');
  await page.getByRole('button', { name: 'Record the new version' }).click();
  await expect(page.getByText(/Proposed for .*; the school balance first\./)).toBeVisible();
});

test('shims are counted in the drawer, never below none; an oil is added to the book and reckoned with', async ({ page }) => {
  await page.goto(`${server.base}/drawers`);
  await page.getByRole('button', { name: /^40 × 0.20: / }).click();
  await page.getByText('Used', { exact: true }).click();
  const many = page.getByRole('textbox', { name: 'How many' });
  await many.fill('999');
  await page.getByRole('button', { name: 'Record the move' }).click();
  await expect(page.getByText(/^Only \d+ of this size lie in the drawer/)).toBeVisible();
  await page.getByText('Counted: there are now', { exact: true }).click();
  await many.fill('11');
  await page.getByRole('button', { name: 'Record the move' }).click();
  await expect(page.getByRole('button', { name: '40 × 0.20: 11' })).toBeVisible();
  await page.goto(`${server.base}/shop-book/oils`);
  await page.getByRole('textbox', { name: 'Add an oil by its name' }).fill('Quay light');
  await page.getByRole('button', { name: 'Type its figures' }).click();
  await page.getByRole('textbox', { name: 'cSt at 40 °C' }).fill('3');
  await page.getByRole('textbox', { name: 'Reason for the change' }).fill('new tin');
  await page.getByRole('button', { name: 'Record the new version' }).click();
  await expect(page.getByText(/thinner|must be/i).first()).toBeVisible();
  await page.getByRole('textbox', { name: 'cSt at 40 °C' }).fill('12,4');
  await page.getByRole('button', { name: 'Record the new version' }).click();
  await expect(page.getByRole('cell', { name: 'Quay light', exact: true })).toBeVisible();
});

test('a fork whose legs are unlike: each leg is a damper of its own, the other’s force beside it', async ({ page }) => {
  await page.goto(`${server.base}/jobs/${await server.jobOf('Single dives')}/valves`);
  await page.getByRole('radio', { name: 'Fork' }).click();
  await expect(page.getByRole('radio', { name: 'Holes at the foot' })).toBeVisible();
  await sheet(page, 'Figures');
  await page.getByRole('button', { name: /Damping in/ }).click();
  await page.getByRole('option', { name: 'Legs unlike, each its own' }).click();
  await expect(page.getByRole('radio', { name: 'Fork, left leg' })).toBeVisible();
  await page.getByRole('radio', { name: 'Fork, right leg' }).click();
  await expect(page.getByText(/Still to be typed: the shims as found of mid-valve, rebound/)).toBeVisible();
});
