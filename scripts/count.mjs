// The two runners' own counts added up, as the last line.
import { readFileSync } from 'node:fs';

const jest = JSON.parse(readFileSync('.cache/jest.json', 'utf8'));
const { stats } = JSON.parse(readFileSync('.cache/playwright.json', 'utf8'));
console.log(`Jest: ${jest.numPassedTests} passed, ${jest.numFailedTests} failed`);
console.log(`Playwright: ${stats.expected} passed, ${stats.unexpected + stats.flaky} failed`);
console.log(`${jest.numPassedTests + stats.expected} passed, ${jest.numFailedTests + stats.unexpected + stats.flaky} failed`);
