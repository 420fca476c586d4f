import { readFileSync } from 'node:fs';
import { outcomesPage } from '../demo/outcomes';

test('docs/outcomes.md says what the program answers: run npm run outcomes after a change', () => {
  expect(readFileSync('docs/outcomes.md', 'utf8')).toBe(outcomesPage());
});
