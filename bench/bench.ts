import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Browser, chromium, type Page } from '@playwright/test';
import { STAGES } from '@/catalogue/fields';
import { openDb } from '@/db/client';
import { CHROMIUM } from '../e2e/chromium.mjs';
import { demoDirectory, PLAYED, Server } from '../e2e/server';
import { play } from '../scripts/play.mjs';
import { fillMany } from './many';
import { core, reasons, rides, stacks } from './core';
import { median, say } from './print';

/** `npm run bench`: what the core, the base, the pages and a keystroke cost. Prints medians; asserts nothing. Wants a build. */

async function base(): Promise<void> {
  const db = await openDb(join(mkdtempSync(join(tmpdir(), 'mavrin-bench-')), 'data'));
  await db.makeDurable();
  const record: number[] = [];
  const durable: number[] = [];
  for (let i = 0; i < 40; i += 1) {
    const begun = performance.now();
    await db.transaction((sql) => sql.none('INSERT INTO technician (name) VALUES ($1)', [`T${i}`]));
    record.push(performance.now() - begun);
    const synced = performance.now();
    await db.makeDurable();
    durable.push(performance.now() - synced);
  }
  say('one transaction, acknowledged', median(record));
  say('made durable against a power cut (at each signature)', median(durable));
  await db.close();
}

/** What people look for, well and badly written, among 20 000 jobs. */
const LOOKED_FOR = [
  'rally',
  'FR0001234',
  'OR 2345',
  'morrow',
  'chatters cobbles',
  'bottoms clunk',
  'ha',
  'chaters cobles',
  'osumnd single',
  '0001234',
];

async function manyJobs(): Promise<void> {
  const directory = mkdtempSync(join(tmpdir(), 'mavrin-many-'));
  const base = await openDb(directory);
  await fillMany(base, 20_000);
  await base.close();
  const server = await Server.start(4322, directory);
  try {
    for (const words of LOOKED_FOR) {
      const path = `/api/search?q=${encodeURIComponent(words)}`;
      say(`found among 20 000 jobs: ${words}`, await fetched(server, path));
    }
    say('machines like this one among 20 000', await fetched(server, '/api/jobs/20001/alike'));
    for (const path of ['/', '/machines', '/machines/1', '/jobs/20001/measure', '/jobs/20001/reason', '/jobs/20001/ride'])
      say(`page ${path} of 20 000 jobs`, await fetched(server, path));
  } finally {
    await server.down();
    rmSync(directory, { recursive: true, force: true });
  }
}

/** Median time of a whole answer, from asking to its last byte. */
async function fetched(server: Server, path: string): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < 15; i += 1) {
    const begun = performance.now();
    await (await fetch(server.base + path)).text();
    times.push(performance.now() - begun);
  }
  return median(times);
}

declare global {
  interface Window {
    /** What the page notes of itself while it is measured, ms. */
    keyFrames?: number[];
    longTasks?: number[];
  }
}

/** Time from a key going down to the frame after its result has changed on the page, and the long tasks on the way. */
async function keystrokes(page: Page, url: string, field: string, shownIn: string, texts: string[]): Promise<void> {
  await page.goto(url, { waitUntil: 'networkidle' });
  // Opening the page is counted with the pages; a key is counted once the page stands still.
  await page.evaluate(() => new Promise((done) => requestIdleCallback(() => setTimeout(() => requestIdleCallback(done), 1000))));
  await page.evaluate((selector) => {
    const frames: number[] = (window.keyFrames = []);
    const long: number[] = (window.longTasks = []);
    let begun: number | null = null;
    document.addEventListener('keydown', () => (begun = performance.now()), true);
    const result = document.querySelector(selector);
    if (!result) throw new Error(`nothing shows a result at ${selector}`);
    new MutationObserver(() => {
      const from = begun;
      begun = null;
      if (from === null) return;
      requestAnimationFrame(() => {
        const channel = new MessageChannel();
        channel.port1.onmessage = () => frames.push(performance.now() - from);
        channel.port2.postMessage(0);
      });
    }).observe(result, { subtree: true, childList: true, characterData: true });
    new PerformanceObserver((list) => list.getEntries().forEach((e) => long.push(e.duration))).observe({ type: 'longtask' });
  }, shownIn);
  const input = page.getByRole('textbox', { name: field, exact: true });
  const session = await page.context().newCDPSession(page);
  await session.send('Performance.enable');
  const workSoFarMs = async () => {
    const { metrics } = await session.send('Performance.getMetrics');
    const of = (name: string) => metrics.find((m) => m.name === name)?.value ?? 0;
    return (of('ScriptDuration') + of('LayoutDuration') + of('RecalcStyleDuration')) * 1000;
  };
  const before = await workSoFarMs();
  const keys = texts.reduce((n, text) => n + text.length + 1, 0);
  for (const text of texts) {
    await input.focus();
    await page.keyboard.press('Control+a');
    for (const key of text) {
      await page.keyboard.press(key);
      await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
    }
  }
  const [frames, long] = await page.evaluate(() => {
    return [window.keyFrames ?? [], window.longTasks ?? []] as const;
  });
  say(`main-thread work per keystroke, ${field}`, ((await workSoFarMs()) - before) / keys, 'script, style and layout');
  const worst = [...frames].sort((a, b) => a - b)[Math.floor(frames.length * 0.95)] ?? Number.NaN;
  say(
    `  to the frame that shows the changed result, ${frames.length} keys`,
    median(frames),
    `95 % ${worst.toFixed(1)} ms, ${long.length} tasks over 50 ms`,
  );
}

async function pages(): Promise<void> {
  play(PLAYED);
  const server = await Server.start(4320, demoDirectory());
  // A run that fails must not leave its server to answer for the next build.
  try {
    await pagesOf(server);
  } finally {
    await server.down();
    server.remove();
  }
}

async function pagesOf(server: Server): Promise<void> {
  const [trail, tourer, rally, ridden] = await Promise.all(
    ['Trail 300 Ingrith', 'Tourer skips', 'Rally chatters since', 'Moor 250 fourth bump'].map((words) => server.jobOf(words)),
  );
  for (const path of [
    '/',
    '/machines',
    '/machines/1',
    `/jobs/${trail}/measure`,
    `/jobs/${trail}/reason`,
    `/jobs/${trail}/springs`,
    `/jobs/${rally}/rebuild`,
    `/jobs/${ridden}/ride`,
    '/training',
    '/drawers',
    '/api/search?q=rally',
  ])
    say(`page ${path}`, await fetched(server, path));
  const browser = await chromium.launch(CHROMIUM);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await keystrokes(page, `${server.base}/jobs/${trail}/measure`, 'Rear: Rider on, pressed', '[aria-label=Results]', [
    '487',
    '486.5',
    '19 3/16 in',
  ]);
  await keystrokes(page, `${server.base}/jobs/${tourer}/springs`, 'Target rider sag', '[data-result=ideal]', ['100', '102.5', '4 in']);
  await scripts(browser, server, trail!);
  await browser.close();
}

/** What each stage brings in script before anything of it is opened, uncompressed. */
async function scripts(browser: Browser, server: Server, job: number): Promise<void> {
  for (const stage of STAGES) {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const bytes: Promise<number>[] = [];
    page.on('response', (answer) => {
      if (answer.request().resourceType() === 'script') bytes.push(answer.body().then((b) => b.length));
    });
    await page.goto(`${server.base}/jobs/${job}/${stage}`, { waitUntil: 'networkidle' });
    const sum = (await Promise.all(bytes)).reduce((a, b) => a + b, 0);
    console.log(`${`script of ${stage}`.padEnd(58)} ${(sum / 1000).toFixed(0).padStart(10)} kB in ${bytes.length} pieces`);
    await page.close();
  }
}

async function main(): Promise<void> {
  core();
  stacks();
  reasons();
  rides();
  await base();
  await manyJobs();
  await pages();
}

void main().then(() => process.exit(0));
