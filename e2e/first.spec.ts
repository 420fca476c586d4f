import { expect, type Page, test } from '@playwright/test';
import { axe } from './axe';
import { emptyDirectory, Server } from './server';
import { openSheet } from './sheets';

/** The first machine of a new shop: kind, travels, rider, six readings and two printed rates are enough for an answer. */

let server: Server;
test.beforeAll(async () => {
  server = await Server.start(4305, emptyDirectory());
});
test.afterAll(async () => {
  await server.down();
  server.remove();
});

const saved = (page: Page) => expect(page.locator('[data-saving=saved]')).toBeVisible();
/** Fields typed into or chosen, counted as a shop would count them. */
let fields = 0;

async function typeInto(page: Page, name: string, text: string) {
  const field = page.getByRole('textbox', { name, exact: true });
  await field.focus();
  await page.keyboard.type(text);
  await page.keyboard.press('Tab');
  fields += 1;
}

test('from taking in to a spring with its band at both ends, by keyboard, in fewer than 45 fields', async ({ page }) => {
  await page.goto(server.base);
  await expect(page.getByRole('region', { name: 'The first hour' }).getByRole('listitem')).toHaveText([/^○/, /^○/, /^○/, /^○/, /^○/, /^○/]);
  await page.getByRole('link', { name: 'The first machine' }).click();
  await page.waitForURL('**/jobs/new');
  await page.getByRole('combobox', { name: /Name: found in the book/ }).focus();
  await page.keyboard.type('Wenna Ashlock');
  fields += 1;
  await typeInto(page, 'Make', 'Halvik');
  await typeInto(page, 'Model', 'Moor 300');
  // Kinds are one stop of the Tab key, walked by arrows.
  await page.getByRole('radio', { name: 'Light commuter' }).focus();
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('radio', { name: 'Enduro', exact: true })).toBeChecked();
  fields += 1;
  await page.getByRole('button', { name: 'Open the job' }).focus();
  await page.keyboard.press('Enter');
  await page.waitForURL(/\/jobs\/\d+\/ask/);
  await typeInto(page, 'Rider in full gear', '92');
  await openSheet(page, 'As it came in');
  await typeInto(page, 'Spring rate as marked', '66');
  await typeInto(page, 'Spring rate as marked, each leg', '4.4');
  await saved(page);

  // Before a tape is out the kind and the rider say something already, once the travel is known.
  await page.keyboard.press('Alt+4');
  await typeInto(page, 'Rear wheel travel', '305');
  const answer = page.locator('[data-result=chosen]');
  const pull = page.getByRole('img', { name: /How the evidence pulls/ });
  await expect(pull).toHaveAccessibleName(/Usually fitted .*; Sags aimed at/s);
  const widthOf = async () => {
    const [, low, high] = /nine times in ten (\d+) to (\d+) N\/mm/.exec(await answer.innerText()) ?? [];
    return Number(high) - Number(low);
  };
  const kindAlone = await widthOf();
  expect(kindAlone).toBeGreaterThan(10);
  await expect(page.getByRole('listitem').filter({ hasText: /Read both sags, 5 min: .* becomes about/ })).toBeVisible();

  await page.keyboard.press('Alt+2');
  await typeInto(page, 'Front wheel travel', '300');
  const walk: [string, string][] = [
    ['Rear: On the stand, hanging', '612'],
    ['Rear: Off the stand, lifted', '584'],
    ['Rear: Off the stand, pressed', '578'],
    ['Rear: Rider on, lifted', '504'],
    ['Rear: Rider on, pressed', '498'],
    ['Front: Off the stand, lifted', '24'],
    ['Front: Off the stand, pressed', '32'],
    ['Front: Rider on, lifted', '70'],
    ['Front: Rider on, pressed', '80'],
  ];
  for (const [name, text] of walk) await typeInto(page, name, text);
  await saved(page);

  await page.keyboard.press('Alt+4');
  await expect(pull).toHaveAccessibleName(/What was read/);
  expect(await widthOf()).toBeLessThan(0.7 * kindAlone);
  await expect(
    page
      .getByRole('row')
      .filter({ hasText: /\d+ % *right/s })
      .first(),
  ).toBeVisible();
  await expect(page.getByRole('img', { name: /Stance/ })).toBeVisible();
  await page
    .getByRole('radio', { name: 'Front springs' })
    .or(page.getByRole('button', { name: 'Front springs' }))
    .click();
  await expect(answer).toContainText(/each leg, nine times in ten \d/);
  expect(fields).toBeLessThan(45);
  expect((await axe(page).analyze()).violations).toEqual([]);

  // Each further figure sharpens it, from the field it leads to; with the last one the exact answer stands, and the field stays until it is left.
  await page
    .getByRole('radio', { name: 'Rear spring' })
    .or(page.getByRole('button', { name: 'Rear spring' }))
    .click();
  await page.getByRole('button', { name: /Type it: measure the leverage/ }).click();
  await expect(page.getByRole('textbox', { name: 'Leverage ratio' })).toBeFocused();
  await page.keyboard.type('2.95', { delay: 150 });
  await page.keyboard.press('Tab');
  for (const [name, text] of [
    ['Wheelbase', '1480'],
    ['Rear wheel as weighed', '58'],
    ['Front wheel as weighed', '54'],
  ] as const) {
    await page.getByRole('textbox', { name, exact: true }).focus();
    await page.keyboard.type(text, { delay: 150 });
    await expect(page.getByRole('textbox', { name, exact: true })).toHaveValue(text);
    await page.keyboard.press('Enter');
  }
  // The same answer goes on, narrower, with what is still assumed named; the list is predicted in full.
  await expect(answer).toContainText(/nine times in ten \d+ to \d+ N\/mm/);
  await expect(page.locator('[data-result=assumed]')).toContainText(/place of the rider.*air or gas/s);
  await expect(page.getByText(/No rear spring is on the list yet/)).toBeVisible();
});

test('a drawer begins with the usual rates by one button; the counter reads a rider’s springs; one is chosen from the estimate', async ({
  page,
}) => {
  await page.goto(`${server.base}/drawers`, { waitUntil: 'networkidle' });
  await page.getByRole('button', { name: 'Put the usual rates on the list' }).click();
  await expect(page.getByRole('cell', { name: 'Shock 80', exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Put the usual rates on the list' })).toHaveCount(0);
  await page.getByRole('button', { name: /Assortment, by its post/ }).click();
  await page.getByRole('option', { name: /^12 mm, shocks/ }).click();
  await page.getByRole('textbox', { name: 'Of each size' }).fill('5');
  await page.getByRole('button', { name: 'Count it in' }).click();
  await expect(page.getByRole('button', { name: '40 × 0.20: 5' })).toBeVisible();
  await page.goto(server.base);
  // A shop at work has its Floor to itself: what is left of the first hour is one line, without what is done.
  await expect(page.getByRole('region', { name: 'The first hour' })).toHaveCount(0);
  const left = page.getByLabel('Left of the first hour');
  await expect(left.getByRole('link', { name: /currency/ })).toBeVisible();
  await expect(left.getByRole('link', { name: /springs on the list/ })).toHaveCount(0);
  await left.getByRole('button', { name: 'Hide' }).click();
  await expect(left).toHaveCount(0);

  const taken = await page.request.post(`${server.base}/api/jobs`, {
    headers: { origin: server.base },
    data: {
      customer: { name: 'Tamsin Orrell' },
      machine: {
        figures: Object.fromEntries(
          Object.entries({ make: 'Halvik', model: 'Gully 301', type: 'enduro', 'travel.rear': '305', 'travel.front': '300' }).map(
            ([key, text]) => [`machine.${key}`, { text }],
          ),
        ),
      },
      promisedOn: '2026-12-20',
    },
  });
  const { jobId, machineId } = (await taken.json()) as { jobId: number; machineId: number };
  await page.request.post(`${server.base}/api/jobs/${jobId}/entries`, {
    headers: { origin: server.base },
    data: { field: 'rider.mass', text: '90', device: 'by hand' },
  });
  await page.goto(`${server.base}/jobs/${jobId}/springs`);
  const first = page
    .getByRole('row')
    .filter({ hasText: /Shock \d+, to order/ })
    .first();
  const name = /Shock \d+/.exec(await first.innerText())![0];
  await page.getByRole('button', { name: `Choose ${name}`, exact: true }).click();
  await expect(page.getByText(/Use a rated compressor with its guard/)).toBeVisible();
  await expect(first).toContainText('● chosen');
  await saved(page);

  await page.goto(`${server.base}/machines/${machineId}`);
  await page.getByRole('link', { name: 'Rate by rider' }).click();
  const counter = page.getByRole('textbox', { name: /Rider at the counter/ });
  await counter.fill('heavy');
  await expect(page.getByText('“heavy” cannot be read')).toBeVisible();
  await expect(page.locator('tr.near')).toHaveCount(0);
  await counter.fill('91');
  await expect(page.locator('tr.near')).toContainText(/^90 kg.*○ .*Shock \d+/);
  // Heavier riders, stiffer springs, each with the one of the list that comes nearest.
  const rates = await page.locator('tbody tr td:nth-child(2)').allInnerTexts();
  const numbers = rates.map((t) => parseFloat(t.replace('○ ', '')));
  expect(numbers).toEqual([...numbers].sort((a, b) => a - b));
  expect((await axe(page).analyze()).violations).toEqual([]);
});

test('valves speak once the piston is named and its shims are typed: a curve on usual figures, and the change in per cent', async ({
  page,
}) => {
  const taken = await page.request.post(`${server.base}/api/jobs`, {
    headers: { origin: server.base },
    data: {
      customer: { name: 'Orla Tresk' },
      machine: {
        figures: { 'machine.make': { text: 'Halvik' }, 'machine.model': { text: 'Gully 300' }, 'machine.type': { text: 'enduro' } },
      },
      promisedOn: '2026-12-20',
    },
  });
  const { jobId } = (await taken.json()) as { jobId: number };
  const shims = (face: number) => `40 × 0.15 × ${face}\n36 × 0.15\n32 × 0.15\n28 × 0.15\n24 × 0.15\n20 × 0.2`;
  for (const [field, text] of [
    ['valves.rear.found.compression', shims(4)],
    ['valves.rear.found.rebound', shims(3)],
    ['valves.rear.fit.compression', shims(3)],
  ])
    expect(
      (
        await page.request.post(`${server.base}/api/jobs/${jobId}/entries`, {
          headers: { origin: server.base },
          data: { field, text, device: 'by hand' },
        })
      ).ok(),
    ).toBe(true);
  await page.goto(`${server.base}/jobs/${jobId}/valves`);
  // The stack alone speaks before the piston is named.
  await expect(
    page
      .getByRole('table', { name: 'Pressure that lifts the stack' })
      .getByRole('row', { name: /0\.05 mm \d+\.\d bar \d+\.\d bar −\d+ %/ }),
  ).toBeVisible();
  await page.getByRole('button', { name: /Kind of piston/ }).click();
  await page.getByRole('option', { name: 'Shock, 46 mm' }).click();
  await expect(
    page.getByText(/○ assumed, as usual of this piston until measured: damper bore 46\.0 mm, .*port area 260\.0 mm²/),
  ).toBeVisible();
  // One face shim fewer is softer, the most where the stack and not the port decides.
  await expect(page.locator('[data-result=compared]')).toContainText(
    /compression: low speed \(0\.1 m\/s\) −\d+ %, middle speed .* −\d+ %, high speed/,
  );
});

test('by touch on a tablet: the kind is picked by its drawing and the first answer asks for what it needs', async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 820, height: 1180 }, hasTouch: true });
  const page = await context.newPage();
  await page.goto(`${server.base}/jobs/new`);
  await page.getByRole('combobox', { name: /Name: found in the book/ }).fill('Perrin Soule');
  await page.getByRole('textbox', { name: 'Make' }).fill('Halvik');
  await page.getByRole('textbox', { name: 'Model' }).fill('Barge 900');
  await page.getByText('Cruiser with two shocks').tap();
  await page.getByRole('button', { name: 'Open the job' }).tap();
  await page.waitForURL(/\/jobs\/\d+\/ask/);
  await page.goto(page.url().replace('/ask', '/springs'));
  await page.getByRole('textbox', { name: 'Rider in full gear' }).fill('84');
  await page.getByRole('textbox', { name: 'Rear wheel travel' }).fill('95');
  await page.getByRole('textbox', { name: 'Rear wheel travel' }).press('Enter');
  await expect(page.locator('[data-result=chosen]')).toContainText('each, nine times in ten');
  await context.close();
});

test('a practice job is worked on the Bench, its readings there to be typed, and is deleted without a trace', async ({ page }) => {
  const book = async () => (await page.request.get(`${server.base}/api/search?q=practice`)).text();
  const before = await book();
  await page.goto(`${server.base}/training`, { waitUntil: 'networkidle' });
  await page.getByRole('button', { name: 'A practice job' }).click();
  await page.waitForURL(/\/jobs\/\d+\/ask/);
  const note = page.getByRole('region', { name: 'Practice' });
  await expect(note).toContainText('two heads shorter');
  await page.keyboard.press('Alt+2');
  await page.waitForURL('**/measure');
  await note.getByRole('button', { name: /What the tape shows/ }).click();
  const shown = /Rear: .*?on the stand, wheel hanging (\d+) mm/i.exec(await note.innerText())![1]!;
  await typeInto(page, 'Rear: On the stand, hanging', shown);
  await saved(page);
  expect((await axe(page).analyze()).violations).toEqual([]);
  const url = page.url();
  await note.getByRole('button', { name: 'Delete the practice job' }).click();
  await note.getByRole('button', { name: 'Delete it without a trace' }).click();
  await page.waitForURL(server.base + '/');
  await expect(page.getByText('Practice', { exact: true })).toHaveCount(0);
  expect((await page.goto(url))!.status()).toBe(404);
  expect(await book()).toBe(before);
});

test('a kind of machine changed in the Shop book moves the first answer; a figure that cannot be is refused at its field', async ({
  page,
}) => {
  const taken = await page.request.post(`${server.base}/api/jobs`, {
    headers: { origin: server.base },
    data: {
      customer: { name: 'Piran Holt' },
      machine: {
        figures: {
          'machine.make': { text: 'Halvik' },
          'machine.model': { text: 'Fell' },
          'machine.type': { text: 'rally' },
          'machine.travel.rear': { text: '210' },
        },
      },
      promisedOn: '2026-12-20',
    },
  });
  const { jobId } = (await taken.json()) as { jobId: number };
  await page.request.post(`${server.base}/api/jobs/${jobId}/entries`, {
    headers: { origin: server.base },
    data: { field: 'rider.mass', text: '88', device: 'by hand' },
  });
  const answer = page.locator('[data-result=chosen]');
  const middle = async () => {
    await page.goto(`${server.base}/jobs/${jobId}/springs`);
    await expect(answer).toContainText('nine times in ten');
    const [, low, high] = /nine times in ten (\d+) to (\d+) N\/mm/.exec(await answer.innerText())!;
    return (Number(low) + Number(high)) / 2;
  };
  const begun = await middle();
  await page.goto(`${server.base}/shop-book`, { waitUntil: 'networkidle' });
  await page.getByRole('link', { name: 'Kinds of machine' }).click();
  await page.getByRole('button', { name: /^Rally and adventure twin/ }).click();
  await expect(page.getByRole('table', { name: 'Rally and adventure twin' })).toContainText(/of 1 machine/);
  await page.getByRole('button', { name: 'Change Rally and adventure twin' }).click();
  await page.getByRole('textbox', { name: 'Leverage ratio', exact: true }).fill('3,1');
  await page.getByRole('textbox', { name: 'Leverage ratio: spread ±' }).fill('9');
  await page.getByRole('textbox', { name: 'Reason for the change' }).fill('two linkages drawn');
  await page.getByRole('button', { name: 'Record the new version' }).click();
  await expect(page.getByText('The spread must be less than half the figure: wider would draw machines that cannot be.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Leverage ratio: spread ±' }).fill('0,2');
  await page.getByRole('button', { name: 'Record the new version' }).click();
  await expect(page.getByText(/Version 2, .*two linkages drawn/)).toBeVisible();
  expect(await middle()).toBeGreaterThan(1.25 * begun);
});
