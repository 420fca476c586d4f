// Takes a picture of each main view from the running demo: node scripts/pictures.mjs [folder] [name …]
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { CHROMIUM } from '../e2e/chromium.mjs';

const [folder = 'docs/screenshots', ...only] = process.argv.slice(2);
const base = `http://127.0.0.1:${process.env.PORT ?? 4170}`;
const DESK = { width: 1280, height: 800 };

const find = async (page, text) => {
  const rows = await (await page.request.get(`${base}/api/search?q=${encodeURIComponent(text)}`)).json();
  return rows;
};

mkdirSync(folder, { recursive: true });
const browser = await chromium.launch(CHROMIUM);
const context = await browser.newContext({ viewport: DESK, locale: 'en-GB', timezoneId: 'UTC' });
const page = await context.newPage();
const job = async (words) => (await find(page, words)).find((r) => r.kind === 'job')?.id;
const machine = async (words) => (await find(page, words)).find((r) => r.kind === 'machine')?.id;
const [trail, tourer, walkIn, racer, single, moor] = [
  await job('Trail 300 Ingrith'),
  await job('Tourer skips'),
  await job('Gully'),
  await job('Enduro racer'),
  await job('Single dives'),
  await job('Moor 250 fourth bump'),
];
const rallyMachine = await machine('Ketteri 450');
const racerMachine = await machine('Tarnfell 250');

const VIEWS = {
  floor: ['/', DESK],
  ask: [`/jobs/${tourer}/ask`, DESK],
  measure: [`/jobs/${trail}/measure`, DESK],
  'first-answer': [`/jobs/${walkIn}/springs`, DESK],
  springs: [`/jobs/${tourer}/springs`, { width: 1280, height: 1400 }],
  leverage: [`/machines/${rallyMachine}/leverage`, DESK],
  reason: [`/jobs/${trail}/reason`, DESK],
  rebuild: [`/jobs/${trail}/rebuild`, { width: 1280, height: 1250 }],
  set: [`/jobs/${single}/set`, DESK],
  ground: [`/jobs/${tourer}/ground`, { width: 1280, height: 1100 }],
  ride: [`/jobs/${moor}/ride`, DESK],
  log: [`/jobs/${moor}/log`, DESK],
  training: ['/training/third-bump', DESK],
  valves: [`/jobs/${racer}/valves`, DESK],
  geometry: [`/machines/${racerMachine}/geometry`, { width: 1280, height: 1100 }],
  'machine-file': [`/machines/${rallyMachine}`, DESK],
  drawers: ['/drawers', DESK],
  'shop-book': ['/shop-book/kinds', DESK],
};

const take = async (name, [path, viewport]) => {
  await context.addCookies([{ name: 'mavrin', value: 'day.metric', url: base }]);
  await page.setViewportSize(viewport);
  await page.goto(base + path, { waitUntil: 'networkidle' });
  await page.evaluate(() => document.fonts.ready);
  // Ridden in a worker first.
  if (name === 'ground') await page.getByRole('table', { name: 'Figure by figure' }).waitFor({ timeout: 60_000 });
  await page.screenshot({ path: join(folder, `${name}.png`) });
};
for (const [name, view] of Object.entries(VIEWS)) if (only.length === 0 || only.includes(name)) await take(name, view);
if (only.length === 0 || only.includes('card')) {
  await page.setViewportSize(DESK);
  await page.goto(`${base}/machines/${rallyMachine}`, { waitUntil: 'networkidle' });
  await page.getByRole('link', { name: 'Set-up card' }).first().click();
  await page.waitForURL('**/card');
  await page.emulateMedia({ media: 'print' });
  await page.setViewportSize({ width: 820, height: 1160 });
  await page.screenshot({ path: join(folder, 'card.png') });
}
await browser.close();
