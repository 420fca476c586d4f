/** A damper oil as its sheet gives it. */
export interface OilGrade {
  id: string;
  name: string;
  cSt40: number;
  cSt100: number;
  densityKgPerM3: number;
  origin: string;
}

const grade = (vg: number, cSt40: number, cSt100: number, densityKgPerM3: number): OilGrade => ({
  id: `vg-${vg}`,
  name: `ISO VG ${vg}`,
  cSt40,
  cSt100,
  densityKgPerM3,
  origin: 'midpoint of the grade at 40 °C by ISO 3448; 100 °C and density from memory',
});

/** Oils the Shop book begins with: grades, not brands. "Weight" on a label is no measure; brands differ by a factor of two. */
export const OILS: readonly OilGrade[] = [
  grade(7, 6.8, 2.1, 830),
  grade(10, 10, 2.9, 840),
  grade(15, 15, 4, 850),
  grade(22, 22, 5.2, 855),
  grade(32, 32, 6.6, 860),
  grade(46, 46, 8.4, 865),
];

/** The grade reckoned with until one is chosen. From memory. */
export const USUAL_OIL_ID = 'vg-15';

/** Temperatures the shop looks at: a cold morning, a damper at work, a damper at the end of a rough stage. From memory. */
export const COLD_C = 10;
export const WARM_C = 40;
export const HOT_C = 90;

/** The next thicker oil of a library, by viscosity at 40 °C; null for the thickest. */
export const thickerThan = (than: OilGrade, oils: readonly OilGrade[]): OilGrade | null =>
  oils.filter((o) => o.cSt40 > than.cSt40 * 1.05).sort((a, b) => a.cSt40 - b.cSt40)[0] ?? null;

/** What bottles with the same "weight" on the label have been found to hold, cSt at 40 °C. From memory; no standard says so. */
const WEIGHTS: readonly (readonly [weight: number, from: number, to: number])[] = [
  [2.5, 5, 16],
  [5, 10, 27],
  [7.5, 17, 35],
  [10, 26, 48],
  [15, 40, 74],
  [20, 56, 108],
];

/** What a "weight" on a label may stand for; null for one nobody sells. */
export function weightRange(weight: number): { fromCSt: number; toCSt: number } | null {
  const row = WEIGHTS.find(([w]) => w === weight);
  return row ? { fromCSt: row[1], toCSt: row[2] } : null;
}
