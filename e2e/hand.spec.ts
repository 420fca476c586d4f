import { expect, type Page, test } from '@playwright/test';
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

const STAGES = ['ask', 'measure', 'reason', 'springs', 'valves', 'rebuild', 'set', 'ride'];

/** Words of the page drawn over one another, as pairs; what is hidden, scrolled out of its frame or passes beneath the head is none. */
function overlaps(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    interface Line {
      node: Element;
      /** What stays in its place while the page scrolls beneath it. */
      floats: Element | null;
      words: string;
      left: number;
      right: number;
      top: number;
      bottom: number;
    }
    const lines: Line[] = [];
    const ancestors = (of: Element | null): Element[] => (of ? [of, ...ancestors(of.parentElement)] : []);
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    while (walk.nextNode()) {
      const node = walk.currentNode.parentElement!;
      const words = (walk.currentNode.textContent ?? '').trim();
      if (words === '' || node.closest('svg, canvas, script, style, .visually-hidden')) continue;
      if (!node.checkVisibility({ opacityProperty: true, visibilityProperty: true })) continue;
      const around = ancestors(node);
      const floats = around.find((e) => /fixed|sticky/.test(getComputedStyle(e).position)) ?? null;
      const frames = around.filter((e) => getComputedStyle(e).overflow !== 'visible').map((e) => e.getBoundingClientRect());
      const range = document.createRange();
      range.selectNodeContents(walk.currentNode);
      // Each line by itself: the box round a wrapped text covers its neighbours in the line.
      for (const box of range.getClientRects()) {
        const left = Math.max(box.left, ...frames.map((f) => f.left));
        const right = Math.min(box.right, ...frames.map((f) => f.right));
        const top = Math.max(box.top, ...frames.map((f) => f.top));
        const bottom = Math.min(box.bottom, ...frames.map((f) => f.bottom));
        if (right - left > 2 && bottom - top > 2) lines.push({ node, floats, words, left, right, top, bottom });
      }
    }
    const found: string[] = [];
    lines.forEach((a, i) => {
      for (const b of lines.slice(i + 1)) {
        const wide = Math.min(a.right, b.right) - Math.max(a.left, b.left);
        const high = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
        // Line boxes of neighbours touch by a pixel or six where the lines are set close.
        if (wide > 4 && high > 6 && a.node !== b.node && a.floats === b.floats) found.push(`“${a.words}” over “${b.words}”`);
      }
    });
    return found;
  });
}

test('words laid over others are found', async ({ page }) => {
  await page.setContent(
    '<p>Rear</p><p style="margin-top:-24px">Front</p><p style="height:4px;overflow:hidden">clipped<br>away</p><p>after it</p>',
  );
  expect(await overlaps(page)).toEqual(['“Rear” over “Front”']);
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('no page runs off the side, no words lie over others, and what is pressed takes a thumb', async ({ page }) => {
    const [trail, ridden] = [await server.jobOf('Trail 300 Ingrith'), await server.jobOf('Moor 250 fourth bump')];
    const views = [
      '/',
      '/jobs/new',
      '/machines',
      '/machines/1',
      '/customers/1',
      '/drawers',
      '/drawers/bench',
      '/setups/1/card',
      '/shop-book/money',
      '/shop-book/service',
      '/training',
      `/jobs/${trail}/history`,
      `/jobs/${ridden}/log`,
      ...STAGES.map((stage) => `/jobs/${trail}/${stage}`),
    ];
    const found: string[] = [];
    for (const view of views) {
      await page.goto(server.base + view);
      await expect(page.getByRole('main')).toBeVisible();
      const { over, small } = await page.evaluate(() => ({
        over: document.documentElement.scrollWidth - document.documentElement.clientWidth,
        small: [
          ...document.querySelectorAll<HTMLElement>(
            'main button, main input:not([type=range], [type=radio], [type=checkbox], [tabindex="-1"])',
          ),
        ]
          .filter((e) => e.checkVisibility() && e.getBoundingClientRect().height < 31)
          .map((e) => e.outerHTML.slice(0, 100)),
      }));
      if (over > 0) found.push(`${view} runs ${over} px off the side`);
      found.push(...small.map((e) => `${view} too small: ${e}`), ...(await overlaps(page)).map((o) => `${view}: ${o}`));
    }
    expect(found).toEqual([]);
  });

  test('readings bring up the number keys', async ({ page }) => {
    await page.goto(`${server.base}/jobs/${await server.jobOf('Trail 300 Ingrith')}/measure`);
    for (const end of ['Rear', 'Front'])
      await expect(page.getByRole('textbox', { name: new RegExp(`^${end}: `) }).first()).toHaveAttribute('inputmode', 'decimal');
  });
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
