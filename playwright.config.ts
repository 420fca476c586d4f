import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './e2e/chromium.mjs';
import { scaled } from './scripts/machine.mjs';

export default defineConfig({
  testDir: 'e2e',
  testMatch: '*.spec.ts',
  workers: 2,
  timeout: scaled(300_000),
  expect: { timeout: scaled(20_000) },
  forbidOnly: true,
  reporter: [['list'], ['json', { outputFile: '.cache/playwright.json' }]],
  globalSetup: './e2e/setup.ts',
  use: {
    actionTimeout: scaled(60_000),
    launchOptions: CHROMIUM,
    viewport: { width: 1280, height: 800 },
    // Nothing is judged by how it moves, and drawing it costs a tenth of the time.
    contextOptions: { reducedMotion: 'reduce' },
    locale: 'en-GB',
    timezoneId: 'UTC',
    // As people have it: pages are kept by the browser, and its service worker stands between page and computer.
    serviceWorkers: 'allow',
    screenshot: 'off',
    trace: 'off',
  },
});
