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
