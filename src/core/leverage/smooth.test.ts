import { normalQuantile } from '../numerics/normal';
import { seeded } from '../numerics/random';
import { leverageOf, tableLeverage } from './leverage';
import { smoothLeverage } from './smooth';

/** A rising linkage, closed form: LR falls from 2.9 to 2.2 over 300 mm. */
const ratioAt = (z: number) => 2.9 - (0.7 * z) / 300;
const strokeAt = (z: number) => (-300 / 0.7) * Math.log(ratioAt(z) / 2.9);
const WHEEL = [0, 40, 80, 120, 160, 200, 240, 280, 300];

test('exact pairs give the curve back, residuals and all', () => {
  const found = smoothLeverage(WHEEL, WHEEL.map(strokeAt), 0.3);
  if (!found.ok) throw new Error(found.issue.code);
  const { leverage, residualsMm } = found.value;
  for (const z of [35, 100, 180, 260]) {
    expect(leverage.strokeMm(z)).toBeCloseTo(strokeAt(z), 0);
    expect(leverage.ratio(z) / ratioAt(z)).toBeCloseTo(1, 1);
    expect(leverage.ratioSlopePerMm(z)).toBeLessThan(0);
    // Ratio and its slope are the stroke's own.
    expect(1 / leverage.ratio(z)).toBeCloseTo((leverage.strokeMm(z + 0.01) - leverage.strokeMm(z - 0.01)) / 0.02, 6);
    expect(leverage.ratioSlopePerMm(z)).toBeCloseTo((leverage.ratio(z + 0.01) - leverage.ratio(z - 0.01)) / 0.02, 6);
  }
  expect(residualsMm).toHaveLength(WHEEL.length);
});

test('a reading error of 0.3 mm moves the ideal rate by under 3 %, where through every point it moves it far more', () => {
  const next = seeded(7);
  const noise = () => 0.3 * normalQuantile(Math.min(Math.max(next(), 1e-9), 1 - 1e-9));
  // The rate two sags ask for: the load times the ratio there, over the stroke between.
  const rateOf = (law: { ratio(z: number): number; strokeMm(z: number): number }) =>
    (800 * law.ratio(104) - 380 * law.ratio(35)) / (law.strokeMm(104) - law.strokeMm(35));
  const exact = rateOf({ ratio: ratioAt, strokeMm: strokeAt });
  let [smooth, through] = [0, 0];
  const count = 200;
  for (let i = 0; i < count; i += 1) {
    const shockMm = WHEEL.map((z) => (z === 0 ? 0 : strokeAt(z) + noise()));
    const fitted = leverageOf({ kind: 'table', wheelMm: WHEEL, shockMm, readingErrorMm: 0.3 }, 300);
    const joined = tableLeverage(WHEEL, shockMm);
    if (!fitted.ok || !joined.ok) throw new Error('pairs');
    smooth += (rateOf(fitted.value) / exact - 1) ** 2 / count;
    through += (rateOf(joined.value) / exact - 1) ** 2 / count;
  }
  expect(Math.sqrt(smooth)).toBeLessThan(0.03);
  expect(Math.sqrt(through)).toBeGreaterThan(1.5 * Math.sqrt(smooth));
});

test('too few pairs are joined as they are; a curve that would turn back is refused', () => {
  expect(smoothLeverage([0, 100, 200], [0, 40, 80], 0.3)).toMatchObject({ issue: { code: 'leverage-table-short' } });
  expect(leverageOf({ kind: 'table', wheelMm: [0, 100, 200], shockMm: [0, 40, 85], readingErrorMm: 0.3 }, 200).ok).toBe(true);
  expect(smoothLeverage([0, 100, 200, 300], [0, 60, 62, 61], 0.3)).toMatchObject({ issue: { code: 'leverage-table-order' } });
});
