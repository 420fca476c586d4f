import type { JobFacts } from '../model/facts';
import type { SetupDocument } from '@/schema/documents';
import { UNNAMED_KIND } from '@/knowledge/kinds';
import { purposeOf } from '../aims/targets';
import { MACHINE_TYPES } from '@/catalogue/fields/machine';
import { numberOf, textOf } from '../model/read';
import { placeIn, tunableById } from './tunables';
import { USE_NAMES } from '@/catalogue/uses';
import type { Likeness, Alike } from '@/schema/answers';

/** What counts as one step of distance, and how much another kind or use counts; an unknown figure counts something. From memory. */
export const LIKE_WEIGHTS = {
  type: 1.2,
  use: 0.8,
  riderKg: 15,
  machineKg: 40,
  travelMm: 50,
  /** No term counts more than this. */
  most: 2,
  unknown: 0.4,
  /** Beyond this they are not alike. */
  within: 2,
} as const;

export function likenessOf(facts: JobFacts): Likeness {
  const [rear, front] = [numberOf(facts.machine, 'machine.weighed.rear'), numberOf(facts.machine, 'machine.weighed.front')];
  return {
    type: textOf(facts.machine, 'machine.type') || UNNAMED_KIND,
    use: purposeOf(facts),
    riderKg: numberOf(facts.entries, 'rider.mass'),
    machineKg: rear !== null && front !== null ? rear + front : numberOf(facts.machine, 'machine.total'),
    rearTravelMm: numberOf(facts.machine, 'machine.travel.rear'),
    frontTravelMm: numberOf(facts.machine, 'machine.travel.front'),
  };
}

/** The terms of a distance in words, the largest first; what is the same is not said. */
export function likeTerms(a: Likeness, b: Likeness): { words: string; distance: number }[] {
  const w = LIKE_WEIGHTS;
  const figure = (name: string, unit: string, scale: number, x: number | null, y: number | null) =>
    x === null || y === null
      ? [{ words: `${name} not known`, distance: w.unknown }]
      : [
          {
            words: `${name} ${y > x ? '+' : '−'}${Math.abs(Math.round(y - x))} ${unit}`,
            distance: Math.min(Math.abs(y - x) / scale, w.most),
          },
        ];
  const name = (of: Record<string, string>, id: string) => (of[id] ?? id).toLowerCase();
  const terms = [
    ...(a.type === b.type ? [] : [{ words: name(MACHINE_TYPES, b.type), distance: w.type }]),
    ...(a.use === b.use ? [] : [{ words: `used for ${name(USE_NAMES, b.use)}`, distance: w.use }]),
    ...figure('rider', 'kg', w.riderKg, a.riderKg, b.riderKg),
    ...figure('machine', 'kg', w.machineKg, a.machineKg, b.machineKg),
    ...figure('rear travel', 'mm', w.travelMm, a.rearTravelMm, b.rearTravelMm),
    ...figure('front travel', 'mm', w.travelMm, a.frontTravelMm, b.frontTravelMm),
  ];
  return terms.filter((t) => t.distance > 0.02).sort((x, y) => y.distance - x.distance);
}

/** What is told of each: springs, ring, clickers; as written. */
export const ALIKE_FIGURES = [
  'rear.spring',
  'front.spring',
  'rear.preload',
  'rear.rebound',
  'rear.lowCompression',
  'front.rebound',
  'front.compression',
] as const;
export type AlikeFigure = (typeof ALIKE_FIGURES)[number];
export const ALIKE_NAMES: Record<AlikeFigure, string> = {
  'rear.spring': 'Rear spring, N/mm',
  'front.spring': 'Fork springs, N/mm',
  'rear.preload': 'Rear preload, mm',
  'rear.rebound': 'Shock rebound, out',
  'rear.lowCompression': 'Shock compression, out',
  'front.rebound': 'Fork rebound, out',
  'front.compression': 'Fork compression, out',
};

export function alikeFigure(document: SetupDocument, figure: AlikeFigure): number | null {
  if (figure.endsWith('.spring')) return document.values[figure]?.value ?? null;
  const tunable = tunableById(figure);
  return tunable ? placeIn(document, tunable) : null;
}

export interface AlikeSummary {
  figure: AlikeFigure;
  /** Of those that rode better: how many noted it, and the middle half of what they had. */
  better: { count: number; low: number; middle: number; high: number } | null;
  /** How many of the others noted it. */
  others: number;
}

const quantile = (sorted: readonly number[], share: number): number => {
  const at = (sorted.length - 1) * share;
  const low = sorted[Math.floor(at)]!;
  return low + (sorted[Math.ceil(at)]! - low) * (at - Math.floor(at));
};

/** What the machines alike that rode better had, with the count behind each figure. */
export const alikeSummary = (alike: readonly Alike[]): AlikeSummary[] =>
  ALIKE_FIGURES.map((figure) => {
    const of = (wanted: boolean) =>
      alike.flatMap((a) => {
        const value = alikeFigure(a.document, figure);
        return value !== null && (a.feel === 'better') === wanted ? [value] : [];
      });
    const better = of(true).sort((a, b) => a - b);
    return {
      figure,
      better:
        better.length === 0
          ? null
          : { count: better.length, low: quantile(better, 0.25), middle: quantile(better, 0.5), high: quantile(better, 0.75) },
      others: of(false).length,
    };
  });
