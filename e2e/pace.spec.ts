import { scaled } from '../scripts/machine.mjs';
import { jobNumber } from '@/catalogue/jobs';
import { expect, type Page, test } from '@playwright/test';
import { pdfAt } from './pdf';
import { emptyDirectory, Server } from './server';

/** At a person's pace, in a shop of millimetres and in one of inches: what is stored is what was typed. Then what a device kept badly, and work that breaks off. */

test.describe.configure({ mode: 'serial' });

/** Milliseconds from key to key: nobody at a machine types faster. */
const PACE = { delay: 150 };

let server: Server;
test.beforeAll(async () => {
  server = await Server.start(4351, emptyDirectory());
});
test.afterAll(async () => {
  await server.down();
  server.remove();
});

const saved = (page: Page) => expect(page.locator('[data-saving=saved]')).toBeVisible();

async function works(system: 'metric' | 'imperial'): Promise<void> {
  const answer = await fetch(`${server.base}/api/book/units`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: server.base },
    body: JSON.stringify({ page: { version: 'units/1', id: 'units', system, origin: 'the shop' }, reason: 'for the test' }),
  });
  expect(answer.ok).toBe(true);
}

async function takenIn(page: Page, model: string): Promise<number> {
  const answer = await page.request.post(`${server.base}/api/jobs`, {
    headers: { origin: server.base },
    data: {
      customer: { name: 'Ingrith Vale', phone: '' },
      machine: { figures: { 'machine.make': { text: 'Halvik' }, 'machine.model': { text: model } } },
      promisedOn: '2026-12-20',
    },
  });
  expect(answer.ok()).toBe(true);
  return ((await answer.json()) as { jobId: number }).jobId;
}

const SHOPS = [
  {
    system: 'metric' as const,
    mass: ['92', 'kg'],
    gaps: {
      Wheelbase: '1486',
      'Rear wheel as weighed': '210',
      'Front wheel as weighed': '195',
      'Rear wheel travel': '310',
      'Leverage ratio': '2.75',
    },
    rod: ['16', 'mm'],
    walk: ['612', '580.5', '574.5', '492.5', '487'],
    tape: /Rider sag 122.3/,
  },
  {
    system: 'imperial' as const,
    mass: ['203', 'lb'],
    gaps: {
      Wheelbase: '58 1/2',
      'Rear wheel as weighed': '463',
      'Front wheel as weighed': '430',
      'Rear wheel travel': '12 3/16',
      'Leverage ratio': '2.75',
    },
    rod: ['5/8', 'in'],
    walk: ['24 1/8', '22 7/8', '22 5/8', '19 3/8', '19 1/4'],
    tape: /in/,
  },
];

for (const shop of SHOPS)
  test(`${shop.system}: gaps, walk and damper at a person's pace; no field leaves while it is typed into`, async ({ page }) => {
    test.slow();
    await works(shop.system);
    const job = await takenIn(page, `Trail ${shop.system}`);
    await page.goto(`${server.base}/jobs/${job}/springs`);
    const field = (name: string) => page.getByRole('textbox', { name, exact: true });
    await field('Rider in full gear').pressSequentially(shop.mass[0]!, PACE);
    await page.keyboard.press('Enter');
    for (const [name, text] of Object.entries(shop.gaps)) {
      await field(name).click();
      await page.keyboard.type(text, PACE);
      // It stands where it was typed, whole, until it is left.
      await expect(field(name)).toBeFocused();
      await expect(field(name)).toHaveValue(text);
      await page.keyboard.press('Enter');
    }
    await expect(page.locator('[data-result=chosen]')).toBeVisible();
    await expect(field('Leverage ratio')).toHaveCount(0);
    await saved(page);

    await page.goto(`${server.base}/jobs/${job}/measure`);
    await field('Rear: On the stand, hanging').click();
    for (const text of shop.walk) {
      await page.keyboard.type(text, PACE);
      await page.keyboard.press('Enter');
    }
    await saved(page);
    await page.reload();
    await expect(field('Rear: On the stand, hanging')).toHaveValue(shop.walk[0]!);
    await expect(field('Rear: Rider on, pressed')).toHaveValue(shop.walk[4]!);

    await page.goto(`${server.base}/jobs/${job}/valves`);
    const rod = page.getByRole('textbox', { name: 'Damper rod', exact: true });
    await rod.click();
    await page.keyboard.type(shop.rod[0]!, PACE);
    await expect(rod).toBeFocused();
    await expect(rod).toHaveValue(shop.rod[0]!);
    await page.keyboard.press('Tab');
    await saved(page);

    // What the book holds is each text as typed, with the unit that was shown.
    await page.goto(`${server.base}/jobs/${job}/ask`);
    await expect(field('Rider in full gear')).toHaveValue(shop.mass[0]!);
    await page.getByText(shop.mass[1]!, { exact: true }).first().waitFor();
    await page.getByRole('radio', { name: /^Machine/ }).click();
    for (const [name, text] of Object.entries(shop.gaps)) await expect(field(name).first()).toHaveValue(text);
  });

test('in a shop of inches a bare 550 is 550 lbf/in, and so are its shims', async ({ page }) => {
  await works('imperial');
  await page.goto(`${server.base}/drawers`, { waitUntil: 'networkidle' });
  await page.getByRole('textbox', { name: 'Name or part number' }).fill('R-550');
  await page.getByRole('textbox', { name: 'Rate', exact: true }).fill('550');
  await page.getByRole('textbox', { name: 'Free length' }).fill('7 7/8');
  await page.getByRole('button', { name: 'Add the spring' }).click();
  const row = page.getByRole('row', { name: /R-550/ });
  await expect(row).toContainText('550 lbf/in');
  await expect(row).toContainText('7.87 in');
  const job = await takenIn(page, 'Shim 300');
  await page.goto(`${server.base}/jobs/${job}/valves`);
  const line = page.getByRole('textbox', { name: /Add shims/ });
  await line.fill('35 × 0.15');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/would be no shim in inches: 0.31 to 2.36 in across/)).toBeVisible();
  await expect(page.getByText('As found, from the piston out')).toBeVisible();
  await line.fill('1.378 × 0.006 × 3');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Diameter of size 1, in' })).toHaveValue('1.378');
  // The same shim in millimetres where the page shows them.
  await page.getByRole('button', { name: /^Units: in/ }).click();
  await expect(page.getByRole('textbox', { name: 'Diameter of size 1, mm' })).toHaveValue('35.0');
  await page.getByRole('button', { name: /^Units: mm/ }).click();
  await page.getByRole('button', { name: 'Start to fit from this' }).click();
  await expect(page.getByText('To fit, from the piston out')).toBeVisible();
});

test('a kept entry nobody can read opens the job all the same, with its text; the unreadable field is named on leaving', async ({
  page,
}) => {
  await works('metric');
  const job = await takenIn(page, 'Torn 300');
  await page.goto(`${server.base}/jobs/${job}/ask`);
  await page.evaluate((id) => {
    localStorage.setItem(`mavrin.job.${id}`, '[{"field":"rider.mass","te');
    localStorage.setItem(`mavrin.job.${id}.typing`, JSON.stringify({ 'field.of.old': '23 3/8' }));
  }, job);
  await page.reload();
  const aside = page.getByRole('region', { name: 'Kept on this device, not recorded' });
  await expect(aside.getByText('23 3/8')).toBeVisible();
  await expect(aside.getByText('[{"field":"rider.mass","te')).toBeVisible();
  for (let i = 0; i < 2; i += 1) await aside.getByRole('button', { name: 'Drop it' }).first().click();
  await expect(aside).toHaveCount(0);
  await page.reload();
  await expect(aside).toHaveCount(0);
  await page.getByRole('textbox', { name: 'Rider in full gear' }).fill('heavy');
  await page.keyboard.press('Alt+2');
  await expect(page.getByText(/“Rider in full gear” \(heavy\) is not recorded/)).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Rider in full gear' })).toBeFocused();
});

test('a worker whose code does not come says so and is tried again; a read that fails says so', async ({ page }) => {
  const job = await takenIn(page, 'Worker 300');
  const say = (field: string, text: string) =>
    page.request.post(`${server.base}/api/jobs/${job}/entries`, { headers: { origin: server.base }, data: { field, text } });
  await say('valves.rear.found.compression', '40 × 0.20 × 4\n30 × 0.20 × 1');
  await say('valves.rear.found.rebound', '40 × 0.20 × 4\n30 × 0.20 × 1');
  const { machineId } = (
    (await (await page.request.get(`${server.base}/api/search?q=${encodeURIComponent('Worker 300')}`)).json()) as {
      kind: string;
      id: number;
    }[]
  )
    .filter((f) => f.kind === 'machine')
    .map((f) => ({ machineId: f.id }))[0]!;
  for (const [field, text] of [
    ['bore', '46'],
    ['rod', '16'],
    ['compression.port', '120'],
    ['compression.clamp', '18'],
    ['compression.zone.inner', '22'],
    ['compression.zone.outer', '36'],
    ['rebound.port', '120'],
    ['rebound.clamp', '18'],
    ['rebound.zone.inner', '22'],
    ['rebound.zone.outer', '36'],
  ])
    await page.request.post(`${server.base}/api/machines/${machineId}/entries`, {
      headers: { origin: server.base },
      data: { field: `machine.damper.rear.${field}`, text },
    });
  await page.addInitScript(() => {
    const Real = window.Worker;
    window.name = 'broken';
    window.Worker = class extends Real {
      constructor(url: string | URL, options?: WorkerOptions) {
        super(
          window.name === 'broken' ? URL.createObjectURL(new Blob(['throw new Error("torn")'])) : url,
          window.name === 'broken' ? {} : options,
        );
      }
    };
  });
  await page.goto(`${server.base}/jobs/${job}/valves`);
  await expect(page.getByText(/The computation broke off/)).toBeVisible();
  await expect(page.getByText('Solving the plates')).toHaveCount(0);
  await page.evaluate(() => (window.name = ''));
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('table', { name: 'Damping to fit' })).toBeVisible({ timeout: scaled(60_000) });
  await expect(page.getByText(/The computation broke off/)).toHaveCount(0);

  await page.route('**/api/search?**', (route) => route.abort());
  await page.keyboard.press('Escape');
  await page.keyboard.press('/');
  await page.getByRole('textbox', { name: /Find a customer/ }).fill('ingrit');
  await expect(page.getByText(/does not answer/)).toBeVisible();
});

test('a machine that comes back begins with what it left with; its card says on the screen what its paper says', async ({ page }) => {
  const first = await takenIn(page, 'Again 300');
  const say = async (job: number, texts: Record<string, string>) => {
    for (const [field, text] of Object.entries(texts))
      expect(
        (
          await page.request.post(`${server.base}/api/jobs/${job}/entries`, { headers: { origin: server.base }, data: { field, text } })
        ).ok(),
      ).toBe(true);
  };
  await say(first, { 'passenger.mass': '61 kg', 'luggage.1.place': 'panniers', 'luggage.1.mass': '14 kg' });
  await say(first, { 'rider.mass': '88 kg', use: 'off-road', 'fitted.rear.spring': '61', 'fitted.rear.rebound.out': '12' });
  const names = (await (
    await page.request.post(`${server.base}/api/technicians`, {
      headers: { origin: server.base },
      data: { name: 'Bram Oakes', passcode: 'quay 46' },
    })
  ).json()) as { id: number };
  expect(
    (
      await page.request.post(`${server.base}/api/jobs/${first}/sign`, {
        headers: { origin: server.base },
        data: { technicianId: names.id, passcode: 'quay 46' },
      })
    ).ok(),
  ).toBe(true);
  expect((await page.request.post(`${server.base}/api/jobs/${first}/hand-back`, { headers: { origin: server.base }, data: {} })).ok()).toBe(
    true,
  );
  const found = (await (await page.request.get(`${server.base}/api/search?q=${encodeURIComponent('Again 300')}`)).json()) as {
    kind: string;
    id: number;
  }[];
  const machineId = found.find((f) => f.kind === 'machine')!.id;
  const customerId = found.find((f) => f.kind === 'customer')?.id;
  const again = await page.request.post(`${server.base}/api/jobs`, {
    headers: { origin: server.base },
    data: {
      customer: customerId ? { id: customerId } : { name: 'Ingrith Vale', phone: '' },
      machine: { id: machineId },
      promisedOn: '2027-01-20',
    },
  });
  const second = ((await again.json()) as { jobId: number }).jobId;

  await page.goto(`${server.base}/jobs/${second}/ask`);
  const left = page.getByRole('list', { name: 'As it left the last time' });
  await expect(left.getByRole('listitem').filter({ hasText: /Spring rate as marked/ })).toContainText('○ 61');
  await expect(page.getByText(new RegExp(`job ${jobNumber(first)}`)).first()).toBeVisible();
  await expect(left.getByRole('listitem').filter({ hasText: 'Luggage 1' })).toContainText('○ Panniers, 14 kg');
  await left.getByRole('button', { name: 'Spring rate as marked: still so' }).click();
  await expect(left.getByRole('listitem').filter({ hasText: /Spring rate as marked/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'All of it is still so' }).click();
  await expect(left).toHaveCount(0);
  await expect(page.getByRole('textbox', { name: 'Rider in full gear' })).toHaveValue('88 kg');
  await expect(page.getByRole('textbox', { name: 'Passenger in full gear' })).toHaveValue('61 kg');
  await expect(page.getByRole('textbox', { name: 'Mass', exact: true })).toHaveValue('14 kg');

  await page.goto(`${server.base}/machines/${machineId}`);
  const href = await page.getByRole('link', { name: 'Set-up card' }).first().getAttribute('href');
  await page.goto(server.base + href!);
  const card = page.getByRole('article');
  await expect(card).toContainText('signed by Bram Oakes');
  const rows = await card.getByRole('row').allInnerTexts();
  expect(rows.length).toBeGreaterThan(1);
  const { text } = await pdfAt(page, `${server.base}/api${href!}`);
  const plain = (s: string) => s.replace(/\s+/g, '');
  for (const row of rows) expect(plain(text)).toContain(plain(row));
});
