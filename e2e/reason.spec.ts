import { expect, type Page, test } from '@playwright/test';
import { axe } from './axe';
import { pdfAt } from './pdf';
import { demoDirectory, Server } from './server';

/** From the complaint to the cause, and from the ride to the next single change; the shop learns, the logger tells, and cases train. */

let server: Server;
test.beforeAll(async () => {
  server = await Server.start(4323, demoDirectory());
});
test.afterAll(async () => {
  await server.down();
  server.remove();
});

const saved = (page: Page) => expect(page.locator('[data-saving=saved]')).toBeVisible();
const pick = async (page: Page, label: RegExp, option: string) => {
  await page.getByRole('button', { name: label }).click();
  await page.getByRole('option', { name: option, exact: true }).click();
};

test('a complaint is placed on the ride, the leading cause says why, a cure is looked at and followed into the finding', async ({
  page,
}) => {
  const job = await server.jobOf('Trail 300 Ingrith');
  await page.goto(`${server.base}/jobs/${job}/reason`);
  // The wheel rolls along the ground by the arrow keys.
  const where = page.getByRole('radiogroup', { name: /^Where:/ });
  await expect(where.getByRole('radio', { name: 'Exit' })).toBeChecked();
  await where.getByRole('radio', { name: 'Exit' }).focus();
  await page.keyboard.press('ArrowLeft');
  await expect(where.getByRole('radio', { name: 'Mid-corner' })).toBeChecked();
  await saved(page);
  await page.reload();
  await expect(where.getByRole('radio', { name: 'Mid-corner' })).toBeChecked();

  const leads = page.getByRole('button', { name: /Rear: spring too soft for this load.*leads/ });
  await expect(leads).toHaveAttribute('aria-expanded', 'true');
  // The strip may lead with it; the cause's own list has it in any case.
  await expect(page.getByText(/held at [\d.]+ mm of rider sag, this spring would leave [\d.]+ mm static/).last()).toBeVisible();
  await page.getByRole('button', { name: /^Units: mm/ }).click();
  await expect(page.getByText(/held at \d\.\d\d in of rider sag, this spring would leave \d\.\d\d in static/).last()).toBeVisible();
  await page.getByRole('button', { name: /^Units: in/ }).click();
  await page.getByRole('button', { name: /^Look at: Wind the ring up/ }).click();
  await expect(page.getByText(/^Dashed: Rear preload \+\d/)).toBeVisible();
  await expect(page.getByText(/Another school: Share of travel: rider sag/).first()).toBeVisible();
  await page.getByRole('button', { name: /^Follow: Fit the spring/ }).click();
  await expect(page.getByRole('textbox', { name: 'What explains it, and on what evidence' })).toHaveValue(
    /Rear: spring too soft .*explains it with \d+ %/,
  );
  await expect(page.getByRole('textbox', { name: 'What to try first, and what it costs' })).toHaveValue(/asks for \d+\.\d N\/mm/);
  await expect(page.getByText('Caution. A compressed spring holds')).toBeVisible();
  await saved(page);
  // What it asks for waits in the stage that carries it out, is taken with one key, and the reasons know.
  await page.getByRole('link', { name: 'It is carried out under Springs' }).click();
  const proposed = page.getByRole('region', { name: 'Proposed' });
  await expect(proposed).toContainText(/Rear: the load asks for \d+\.\d N\/mm/);
  await proposed.getByRole('button', { name: 'Take it' }).click();
  await expect(proposed.getByRole('status')).toHaveText('Taken as proposed');
  await expect(page.getByRole('textbox', { name: 'Preload for it' })).toHaveValue(/\d+\.\d mm/);
  await proposed.getByRole('button', { name: 'Not this one' }).click();
  await page.getByRole('textbox', { name: 'Why it was not done' }).fill('rider keeps his spring');
  await page.keyboard.press('Enter');
  await saved(page);
  await page.goto(`${server.base}/jobs/${job}/reason`);
  await expect(page.getByText('and was not done.')).toBeVisible();

  // A look before any spanner counts at once.
  await page.getByRole('button', { name: /less likely$/ }).click();
  const tyres = page.getByRole('button', { name: /^Tyres.*\d+ %/ });
  const before = (await tyres.innerText()).match(/(\d+) %/)![1];
  await pick(page, /A tyre worn, squared/, 'Yes');
  await expect(tyres).not.toContainText(`${before} %`);
  await expect(page.getByRole('link', { name: 'A look at both tyres' })).toHaveCount(0);
  // What to measure next leads to where it is typed.
  await page.getByRole('link', { name: 'Tyre pressures against the maker’s' }).click();
  await page.waitForURL(/\/ask#found\.tyre\.rear$/);
  await expect(page.getByRole('textbox', { name: 'Rear tyre pressure', exact: true })).toBeFocused();
});

test('machines like this one are shown with their distance, their figures and the count behind them', async ({ page }) => {
  const job = await server.jobOf('Trail 300 Ingrith');
  await page.goto(`${server.base}/jobs/${job}/reason`);
  await page.getByRole('button', { name: 'Look in the book' }).click();
  await expect(page.getByText(/\d+ near enough, \d+ rode better/)).toBeVisible();
  await expect(page.getByRole('table', { name: 'What rode better' }).getByRole('row', { name: /^Rear spring, N\/mm/ })).toBeVisible();
  await expect(page.getByText(/^distance 1\.\d: .*kg/).first()).toBeVisible();
});

test('a ride is decided, the next change planned, ridden on the phone, and the search and the lineage follow', async ({
  page,
  browser,
}) => {
  const job = await server.jobOf('Moor 250 fourth bump');
  await page.goto(`${server.base}/jobs/${job}/ride`);
  await expect(page.getByText('It overshot: go back to 9 and halve the step.')).toBeVisible();
  await page.getByRole('button', { name: 'Take it back and halve the step' }).click();
  const line = page.getByRole('img', { name: /^Shock rebound: began at 5 out, now 9/ });
  await expect(line).toHaveAccessibleName(/11 rode worse; next 10$/);
  // Further than the evidence carries is refused at its field, and nothing is planned.
  const to = page.getByRole('textbox', { name: /^From 9 to/ });
  await expect(to).toHaveValue('10');
  await to.fill('20');
  await page.getByRole('button', { name: 'Plan this ride' }).click();
  await expect(page.getByText(/further from the start \(5\) than the rides so far carry/)).toBeVisible();
  await to.fill('10');
  await page.getByRole('button', { name: 'Plan this ride' }).click();
  await expect(page.getByText(/Ride 5: Shock rebound, 9 → 10 out/).first()).toBeVisible();
  const sheet = await page.getByRole('link', { name: 'Rider’s sheet, PDF' }).getAttribute('href');
  const pdf = await pdfAt(page, server.base + sheet!);
  for (const words of [
    'Ride 5: Halvik Moor 250',
    'Shock rebound, 9 to 10 out',
    'Packs down over repeated bumps',
    'Rear tie, along the shock’s shaft',
  ])
    expect(pdf.text).toContain(words);

  // The rider's phone: nothing but this ride.
  const square = (await (await page.request.get(`${server.base}${sheet!.replace('sheet', 'square')}`)).json()) as {
    link: string;
    reachable: boolean;
  };
  expect(square.reachable).toBe(false);
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await phone.goto(square.link);
  await expect(phone.getByRole('heading', { name: 'How it rode' })).toBeVisible();
  await expect(phone.getByRole('navigation')).toHaveCount(0);
  expect((await axe(phone).analyze()).violations.map((v) => v.id)).toEqual([]);
  await phone.getByRole('button', { name: 'Write down how it rode' }).click();
  await expect(phone.getByText('Say of at least one complaint')).toBeVisible();
  await phone.getByRole('radio', { name: /Better/ }).check({ force: true });
  await phone.getByRole('textbox', { name: /Rear tie/ }).fill('80 kg');
  await phone.getByRole('button', { name: 'Write down how it rode' }).click();
  await expect(phone.getByText('“kg” does not measure this.')).toBeVisible();
  await phone.getByRole('textbox', { name: /Rear tie/ }).fill('3 1/4 in');
  await phone.getByRole('button', { name: 'Write down how it rode' }).click();
  await expect(phone.getByText('Written down.')).toBeVisible();
  expect((await page.request.get(`${server.base}/ride/${'a'.repeat(26)}`)).status()).toBe(404);

  await page.reload();
  await expect(page.getByText(/from the phone/)).toBeVisible();
  await page.getByRole('button', { name: 'Keep it', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Keep it', exact: true })).toHaveCount(0);
  await expect(page.getByRole('img', { name: /^Shock rebound: began at 5 out, now 10/ })).toBeVisible();
  // The address ends with the ride, and shows nothing of it any more.
  await phone.reload();
  await expect(phone.getByText('This ride is over')).toBeVisible();
  await expect(phone.getByText('Moor 250')).toHaveCount(0);
  await page.getByRole('link', { name: 'the whole lineage' }).click();
  const tree = page.getByRole('group', { name: 'Lineage of set-ups' });
  await expect(tree.getByRole('button', { name: /^Changed for a ride.*rode worse, taken back/ })).toHaveCount(1);
  await expect(tree.getByRole('button', { name: /^Changed for a ride.*rode better$/ })).toHaveCount(3);
});

test('an order broken asks for its reason, and the balance of front and rear is warned of', async ({ page }) => {
  const job = await server.jobOf('Ferrow 700 Scrambler');
  await page.goto(`${server.base}/jobs/${job}/ride`);
  await page.getByRole('button', { name: 'Shock damping earlier' }).click();
  await saved(page);
  await pick(page, /Another adjuster/, 'Fork rebound');
  await page.getByRole('textbox', { name: /^From \d+ to/ }).fill('0');
  await expect(page.getByText(/Front and rear would return unlike/)).toBeVisible();
});

test('what the shop learnt stands beside memory, may be changed with a reason, and begun anew', async ({ page }) => {
  await page.goto(`${server.base}/shop-book`);
  await page.getByRole('link', { name: 'Causes and cures' }).click();
  await page.getByRole('button', { name: 'Open Rebound too slow' }).click();
  const complaints = page.getByRole('table', { name: 'Complaints of Rebound too slow' });
  await expect(complaints.getByRole('row', { name: /Packs down/ })).toContainText(/0\.75 → 0\.\d\d/);
  await page.getByRole('button', { name: 'Change the figures' }).click();
  await page.getByRole('textbox', { name: 'Share of machines that come in with it' }).fill('1.4');
  await page.getByRole('textbox', { name: 'Reason for the change' }).fill('seen more often here');
  await page.getByRole('button', { name: 'Record the new version' }).click();
  await expect(page.getByText(/This must be at most|must lie between/)).toBeVisible();
  await page.getByRole('textbox', { name: 'Share of machines that come in with it' }).fill('0,2');
  await page.getByRole('button', { name: 'Record the new version' }).click();
  await expect(page.getByRole('row', { name: /Rebound too slow.*seen more often here/ })).toContainText('20 %');
  await page.getByRole('textbox', { name: 'Why the counts begin anew' }).fill('another season');
  await page.getByRole('button', { name: 'Begin the counts anew' }).click();
  await expect(page.getByText(/Counted anew since .*another season/)).toBeVisible();
  await expect(complaints.getByRole('row', { name: /Packs down/ })).not.toContainText('→');
});

test('a log is taken in from a file with its columns named, laid over the one before, and a bad line refuses it whole', async ({
  page,
}) => {
  const job = await server.jobOf('Moor 250 fourth bump');
  await page.goto(`${server.base}/jobs/${job}/log`);
  const csv = (bad: boolean) =>
    [
      'seconds;fork mm;shock mm',
      ...Array.from(
        { length: 900 },
        (_, i) =>
          `${(i / 100).toFixed(2)};${(80 + 40 * Math.sin(i / 11)).toFixed(1)};${bad && i === 3 ? 'oops' : (110 + 90 * Math.sin(i / 13)).toFixed(1)}`,
      ),
    ].join('\n');
  const open = async (name: string, text: string) => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Open a log, CSV' }).click();
    await (await chooser).setFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
    await page.getByRole('button', { name: 'Take this ride in' }).click();
  };
  await open('torn.csv', csv(true));
  await expect(page.getByText('Line 4, “oops”, is no number.')).toBeVisible();
  await open('quarry.csv', csv(false));
  await expect(page.getByText('Taken in.')).toBeVisible();
  const said = page.getByRole('table', { name: 'What the log says' });
  await expect(said.getByRole('columnheader', { name: 'Rear after' })).toBeVisible();
  await expect(said.getByRole('row', { name: /^Most used/ })).toContainText('67 %');
  await expect(page.getByRole('img', { name: /^Rear travel histogram: before mean .*; after mean/ })).toBeVisible();
  await expect(page.getByRole('img', { name: /^Travel over time of quarry.csv, 9 seconds/ })).toBeVisible();
});

test('a training case is worked through: a guess before each measurement, the model’s way beside it at the end', async ({ page }) => {
  await page.goto(`${server.base}/training`, { waitUntil: 'networkidle' });
  // The last of the index lies beyond the window: the page stays at its head all the same.
  expect(await page.evaluate(() => [window.scrollY, document.documentElement.scrollHeight > window.innerHeight])).toEqual([0, true]);
  await page.getByRole('link', { name: 'It turns by itself' }).click();
  await expect(page.getByRole('button', { name: /Fork tubes above the clamp/ })).toBeDisabled();
  await pick(page, /Your cause/, 'Tyres');
  await page.getByRole('button', { name: /Tyre pressures/ }).click();
  await expect(page.getByText('Front tyre came in at 2.4 bar; the maker’s is 2.4 bar.')).toBeVisible();
  await page.getByRole('button', { name: /Fork tubes above the clamp/ }).click();
  await pick(page, /Your cause/, 'The machine sits nose-low');
  await page.getByRole('button', { name: 'That is it' }).click();
  await expect(page.getByText('That is what you said.')).toBeVisible();
  const way = page.getByRole('table', { name: 'Your way and the model’s' });
  await expect(way.getByRole('row')).toHaveCount(4);
  await expect(way.getByRole('row').last()).toContainText(/The machine sits nose-low.*The machine sits nose-low/s);
  await page.getByRole('link', { name: /^Next case/ }).click();
  await expect(page.getByText('Nothing is measured yet.')).toBeVisible();
});
