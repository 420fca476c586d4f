import { chromium } from '@playwright/test';
import { readFileSync, writeFileSync } from 'node:fs';
import { CHROMIUM } from '../e2e/chromium.mjs';
// node scripts/.x2.mjs name path [act.mjs]
const [name, path, act] = process.argv.slice(2);
const base = `http://127.0.0.1:${process.env.PORT ?? 4170}`;
const browser = await chromium.launch(CHROMIUM);
const shots = [];
for (const [w, h] of (process.env.SIZES ?? '1280x800,820x1180,390x844').split(',').map((s) => s.split('x').map(Number))) {
  const context = await browser.newContext({ viewport: { width: w, height: h }, locale: 'en-GB', timezoneId: 'UTC', serviceWorkers: 'block', hasTouch: w < 1000, isMobile: false });
  const page = await context.newPage();
  page.on('console', (m) => m.type() === 'error' && console.log(w, m.text()));
  page.on('pageerror', (e) => console.log(w, e.message));
  if (process.env.SIGN) await page.request.post(`${base}/api/sign-in`, { headers: { origin: base }, data: { technicianId: 1, passcode: 'slate yard' } });
  await page.goto(base + path, { waitUntil: 'load' });
  await page.waitForTimeout(1800);
  if (act) await (await import(act)).default(page, w);
  const over = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
  if (over > 0) console.log(w, 'overflows by', over);
  const f = `/tmp/p/${name}-${w}.png`;
  await page.screenshot({ path: f });
  shots.push([f, w, h]);
  await context.close();
}
if (shots.length > 1) {
  const page = await browser.newPage({ viewport: { width: 1900, height: 1180 } });
  const html = shots.map(([f, w]) => `<img style="height:${w === 1280 ? 560 : 1180}px;margin-right:8px;vertical-align:top" src="data:image/png;base64,${readFileSync(f).toString('base64')}">`);
  await page.setContent(`<body style="margin:0;background:#888;white-space:nowrap">${html.join('')}</body>`);
  await page.waitForTimeout(300);
  const box = await page.evaluate(() => document.body.scrollWidth);
  await page.setViewportSize({ width: box, height: 1180 });
  await page.screenshot({ path: `/tmp/p/${name}.png` });
}
await browser.close();
