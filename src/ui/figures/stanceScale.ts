import { printIn } from '@/core/units/print';
import { shownMm } from '@/core/units/shown';
/** One end as the figure draws it; lengths in mm, null where not known. */
export interface StanceEnd {
  travelMm: number | null;
  staticMm: number | null;
  riderMm: number | null;
  staticBandMm: number | null;
  riderBandMm: number | null;
  staticWindow: { minMm: number; maxMm: number } | null;
  riderWindow: { minMm: number; maxMm: number } | null;
  usedMm: number | null;
}

export interface StanceLine {
  name: string;
  rearMm: number;
  frontMm: number;
  /** Where the line may lie nine times in ten, least and most at each end. */
  band?: { rearMm: readonly [number, number]; frontMm: readonly [number, number] };
}

/** Drawing units of the stance figure. */
export const TOP = 52;
export const HEIGHT = 430;
export const WIDTH = 56;
export const X = { rear: 104, front: 380 } as const;

export type Scale = (mm: number) => number;
export const scaleOf =
  (longestMm: number): Scale =>
  (mm) =>
    TOP + (mm * HEIGHT) / longestMm;
export const figureIn = (inches: boolean) => (mm: number) => (inches ? printIn(shownMm(mm), 'in', 2) : String(shownMm(mm)));

/** The marks down a column of this travel: each centimetre and a number at each fifth, or each half inch and a number at each second inch. */
export function marksOf(travelMm: number, inches: boolean): { mm: number; label: number | null }[] {
  const [stepMm, every, perLabel] = inches ? [12.7, 4, 2] : [10, 5, 50];
  return Array.from({ length: Math.ceil(travelMm / stepMm) - 1 }, (_, i) => ({
    mm: (i + 1) * stepMm,
    label: (i + 1) % every === 0 ? ((i + 1) / every) * perLabel : null,
  }));
}

/** Labels of the two windows, pushed apart where they would touch. */
export function windowLabels(data: StanceEnd, y: Scale) {
  const labels = [
    { name: 'static', window: data.staticWindow },
    { name: 'rider', window: data.riderWindow },
  ].flatMap(({ name, window }) => (window ? [{ name, ...window, labelY: y((window.minMm + window.maxMm) / 2) + 4 }] : []));
  const [a, b] = labels;
  if (a && b && b.labelY - a.labelY < 16) {
    const middle = (a.labelY + b.labelY) / 2;
    a.labelY = middle - 7.5;
    b.labelY = middle + 7.5;
  }
  return labels;
}
