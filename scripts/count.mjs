// The runners' own counts added up, as the last line.
import { existsSync, readFileSync } from 'node:fs';

const read = (path) => JSON.parse(readFileSync(path, 'utf8'));
const jest = read('.cache/jest.json');
const onServer = existsSync('.cache/jest-server.json') ? read('.cache/jest-server.json') : null;
const { stats } = read('.cache/playwright.json');
const failed = stats.unexpected + stats.flaky;
console.log(`Jest: ${jest.numPassedTests} passed, ${jest.numFailedTests} failed`);
if (onServer) console.log(`Jest, on a PostgreSQL server: ${onServer.numPassedTests} passed, ${onServer.numFailedTests} failed`);
console.log(`Playwright: ${stats.expected} passed, ${failed} failed`);
const sum = (key) => jest[key] + (onServer?.[key] ?? 0);
console.log(`${sum('numPassedTests') + stats.expected} passed, ${sum('numFailedTests') + failed} failed`);
