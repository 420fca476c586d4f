import { expect, test } from '@playwright/test';
import { demoDirectory, Server } from './server';

/** Bad input refused in words, a correction beside what it corrects, an overload told, results while typing. */

let server: Server;
test.beforeAll(async () => {
  server = await Server.start(4313, demoDirectory());
});
test.afterAll(async () => {
  await server.down();
  server.remove();
});

test('a bad reading is refused with words beside it, and nothing recorded is touched', async ({ page, browser }) => {
  const job = await server.jobOf('Trail 300 Ingrith');
  await page.goto(`${server.base}/jobs/${job}/measure`);
  const reading = page.getByRole('textbox', { name: 'Rear: Rider on, pressed' });
  const before = await reading.inputValue();
  await reading.fill('4 8 7 x');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/cannot be read|is not known here/)).toBeVisible();
  await expect(reading).toHaveValue('4 8 7 x');
  await expect(reading).toHaveAttribute('aria-invalid', 'true');
  // It outlives a reload as typed, here alone; what the book holds is as it was.
  await page.reload();
  await expect(reading).toHaveValue('4 8 7 x');
  const elsewhere = await (await browser.newContext()).newPage();
  await elsewhere.goto(`${server.base}/jobs/${job}/measure`);
  await expect(elsewhere.getByRole('textbox', { name: 'Rear: Rider on, pressed' })).toHaveValue(before);

  // Readable, but no pair with the reading beside it: asked about. With a yes it stands, and is impossible with the extended reading: said at the reading itself.
  await reading.fill('48,7');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Is this right\? Beside it stands .*the two are no pair/)).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/more than the 310 mm of travel/)).toBeVisible();
  // Unusual: questioned beside the last known value.
  await page.getByRole('textbox', { name: 'Rear: On the stand, hanging' }).fill('912');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Is this right? It is unusual here. Last known: 612 mm.')).toBeVisible();
  // Not recorded until somebody says so: elsewhere it is as it was. Enter again is the yes.
  await expect(page.getByRole('button', { name: 'Yes, 912 is right' })).toBeVisible();
  await elsewhere.reload();
  await expect(elsewhere.getByRole('textbox', { name: 'Rear: On the stand, hanging' })).toHaveValue('612');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Yes, 912 is right' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo the last entry' }).click();
  await expect(page.getByRole('textbox', { name: 'Rear: On the stand, hanging' })).toHaveValue('612');
  await page.getByRole('button', { name: 'Undo the last entry' }).click();
  await expect(reading).toHaveValue(before);

  for (const [body, status, code] of [
    [{ field: 'measure.rear.extended', text: 'NaN' }, 422, 'not-finite'],
    [{ field: 'no.such', text: '1' }, 422, 'field-unknown'],
    [{ field: 'measure.rear.extended', text: '600', extra: 1 }, 400, 'unknown-field'],
  ] as const) {
    const answer = await page.request.post(`${server.base}/api/jobs/${job}/entries`, { headers: { origin: server.base }, data: body });
    expect(answer.status()).toBe(status);
    expect(((await answer.json()) as { error: { code: string } }).error.code).toBe(code);
  }
  const foreign = await page.request.post(`${server.base}/api/jobs/${job}/undo`, {
    data: {},
    headers: { origin: 'http://elsewhere.invalid' },
  });
  expect(foreign.status()).toBe(403);
});

test('a signed record is corrected by adding, and the two set-ups are laid side by side', async ({ page }) => {
  const job = await server.jobOf('Single dives');
  await page.goto(`${server.base}/jobs/${job}/rebuild`);
  await page.getByRole('button', { name: 'Add a correction' }).click();
  const form = page.getByRole('region', { name: 'Correction' });
  await form.getByRole('button', { name: /Figure/ }).click();
  await page.getByRole('option', { name: 'Front: Left oil level' }).click();
  await form.getByRole('textbox', { name: /As it should read/ }).fill('soon');
  await expect(form.getByText('“soon” cannot be read')).toBeVisible();
  await form.getByRole('textbox', { name: /As it should read/ }).fill('5 5/8 in');
  await form.getByRole('textbox', { name: 'Reason' }).fill('Read again with the leg fully home.');
  await form.getByRole('button', { name: /Technician/ }).click();
  await page.getByRole('option', { name: 'Aldous Merrow' }).click();
  await form.getByLabel('Passcode').fill('wrong');
  await form.getByRole('button', { name: 'Sign the correction' }).click();
  await expect(form.getByText('That is not this name’s passcode. Nothing was done.')).toBeVisible();
  await form.getByLabel('Passcode').fill('slate yard');
  await form.getByRole('button', { name: 'Sign the correction' }).click();
  await expect(page.getByText(/Correction of rebuild/)).toBeVisible();
  const refused = await page.request.post(`${server.base}/api/jobs/${job}/entries`, {
    headers: { origin: server.base },
    data: { field: 'fitted.front.oilLevel.left', text: '150' },
  });
  expect(refused.status()).toBe(409);

  await page.getByRole('link', { name: 'Machine file' }).click();
  await page.getByRole('link', { name: 'Lay two side by side' }).click();
  await expect(page.getByRole('row', { name: /left oil level/ })).toContainText('≠ 5 5/8 in');
  await page.goto(`${server.base}/setups/1/card`);
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('button', { name: 'Print the card' })).toBeHidden();
  await expect(page.getByRole('article')).toContainText('Clickers are counted out from fully closed');
});

test('an overloaded machine is told so wherever springs are looked at, and the API computes what the page shows', async ({ page }) => {
  const job = await server.jobOf('Courier light');
  for (const stage of ['ask', 'measure', 'springs']) {
    await page.goto(`${server.base}/jobs/${job}/${stage}`);
    await expect(page.getByText(/Overloaded two-up with luggage: [\d.]+ kg against 350 kg/)).toBeVisible();
  }
  const sag = await page.request.post(`${server.base}/api/compute/sag`, {
    headers: { origin: server.base },
    data: { travelMm: 300, style: 'ruler', laden: { liftedMm: 34, pressedMm: 48 } },
  });
  expect(((await sag.json()) as { riderSagMm: number }).riderSagMm).toBe(41);
  const bad = await page.request.post(`${server.base}/api/compute/sag`, {
    headers: { origin: server.base },
    data: { travelMm: -1, style: 'ruler' },
  });
  expect(bad.status()).toBe(400);
  expect(((await bad.json()) as { error: { path: string[] } }).error.path).toEqual(['travelMm']);
});

test('steering and drive: a slider moved by keys draws the difference and says what it does; a figure typed takes the place of what stood in', async ({
  page,
}) => {
  await page.goto(`${server.base}/machines/${await server.idOf('machine', 'Tarnfell 250')}/geometry`, { waitUntil: 'networkidle' });
  const table = page.getByRole('table', { name: 'Steering and drive at each height' });
  await expect(table.getByRole('row', { name: /^Rake 27\.0°/ })).toBeVisible();
  const tubes = page.getByRole('slider', { name: 'Tubes further through the clamps' });
  await tubes.focus();
  for (let i = 0; i < 10; i += 1) await page.keyboard.press('ArrowRight');
  const said = page.getByRole('region', { name: 'What it does' });
  await expect(said).toContainText(/Turns in quicker .*rake 0\.\d° steeper/);
  await expect(said).toContainText('Ten millimetres of fork height is a big step');
  await expect(table.getByRole('columnheader', { name: 'as moved' })).toBeVisible();
  await said.getByRole('button', { name: 'Back to where it stands' }).click();
  await expect(table.getByRole('columnheader', { name: 'as moved' })).toHaveCount(0);
  // Another sprocket, before one is bought.
  await page.getByRole('button', { name: 'One tooth more, rear' }).click();
  await expect(said).toContainText(/Final drive \d\.\d\d becomes \d\.\d\d to 1: at the same speed the engine turns \d\.\d % faster/);
  await expect(said).toContainText(/the axle moves \d+ mm forward/);
  await page.getByRole('button', { name: 'One tooth less, rear' }).click();
  await expect(said).not.toContainText('Final drive');
  const assumed = page.getByText(/○ Assumed, from memory, until measured: centre of mass \d+ mm/);
  await expect(assumed).toBeVisible();
  await page.getByRole('textbox', { name: 'Centre of mass with rider, above the ground' }).fill('690');
  await expect(assumed).toHaveCount(0);
});
