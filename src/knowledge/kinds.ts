import { MACHINE_TYPES, type MachineType } from '@/catalogue/fields/machine';
import type { End } from '@/catalogue/ends';
import type { Use } from '@/catalogue/uses';
import type { KindFigure, KindFigures, Spread } from '@/core/spring/estimate';
import { KIND_PRACTICE } from './practice';

/** Kinds of machine: what is usual of each, a mean with one standard deviation. They stand in until somebody measures, and the band of an estimate comes from their spread. The book begins from memory. */
export interface MachineKind {
  id: MachineType;
  name: string;
  /** Shock springs side by side at the rear. */
  rearSprings: 1 | 2;
  /** What it is mostly ridden for, where nobody has said. */
  use: Use;
  figures: KindFigures;
  /** Preload as its springs are usually fitted, mm of spring. */
  preloadMm: Readonly<Record<End, Spread>>;
  /** Where the figures are from. */
  origin: string;
}

const KIND_ORIGIN = 'from memory';

export const KIND_FIGURE_ORDER = [
  'machineKg',
  'wheelbaseMm',
  'frontShare',
  'rakeDeg',
  'frontTravelMm',
  'rearTravelMm',
  'leverageRatio',
  'riderForwardMm',
  'unsprungFrontKg',
  'unsprungRearKg',
] as const satisfies readonly KindFigure[];

/** Mean and spread of each figure, in the order above. */
function kind(id: MachineType, rearSprings: 1 | 2, use: Use, ...rows: [number, number][]): MachineKind {
  const figures = Object.fromEntries(
    KIND_FIGURE_ORDER.map((figure, i): [KindFigure, Spread] => [figure, { mean: rows[i]![0], sd: rows[i]![1] }]),
  );
  const preloadMm = { rear: KIND_PRACTICE[id].rear.preloadMm, front: KIND_PRACTICE[id].front.preloadMm };
  return { id, name: MACHINE_TYPES[id], rearSprings, use, figures: figures as Record<KindFigure, Spread>, preloadMm, origin: KIND_ORIGIN };
}

// prettier-ignore
export const MACHINE_KINDS: readonly MachineKind[] = [
  kind('small', 1, 'road', [125, 12], [1310, 30], [0.46, 0.02], [26.5, 1], [118, 12], [105, 15], [1.9, 0.35], [560, 35], [10, 1.5], [12, 2]),
  kind('minibike', 1, 'road', [104, 8], [1200, 40], [0.45, 0.02], [25, 1], [100, 10], [105, 12], [2.1, 0.25], [520, 35], [9, 1.2], [11, 1.5]),
  kind('trail', 1, 'off-road', [140, 12], [1440, 25], [0.48, 0.015], [27, 0.7], [255, 20], [260, 20], [2.8, 0.25], [620, 40], [15, 1.5], [18, 2]),
  kind('enduro', 1, 'off-road', [111, 7], [1483, 12], [0.485, 0.012], [27, 0.5], [300, 8], [305, 12], [2.75, 0.22], [640, 40], [14, 1.2], [17, 1.5]),
  kind('motocross', 1, 'off-road', [107, 6], [1480, 12], [0.485, 0.012], [27, 0.5], [308, 6], [310, 6], [2.45, 0.12], [570, 50], [14, 1.2], [16, 1.5]),
  kind('supermoto', 1, 'conversion', [120, 10], [1460, 20], [0.485, 0.012], [26, 0.6], [285, 20], [305, 25], [2.55, 0.2], [640, 40], [14, 1.2], [17, 1.5]),
  kind('rally', 1, 'rally', [210, 20], [1560, 35], [0.48, 0.015], [26.5, 0.8], [215, 25], [210, 25], [2.5, 0.3], [640, 45], [17, 2], [22, 2.5]),
  kind('dual', 1, 'conversion', [150, 12], [1480, 25], [0.475, 0.015], [27, 0.8], [240, 25], [245, 25], [2.75, 0.25], [620, 40], [15, 1.5], [19, 2]),
  kind('road', 1, 'road', [190, 15], [1430, 30], [0.49, 0.02], [24.8, 0.8], [125, 10], [128, 10], [2.2, 0.3], [600, 40], [16, 1.5], [20, 2]),
  kind('racer', 1, 'road', [185, 12], [1415, 20], [0.52, 0.012], [23.8, 0.6], [120, 6], [128, 8], [2.1, 0.25], [620, 35], [13, 1.5], [16, 2]),
  kind('tourer', 1, 'touring', [370, 40], [1680, 40], [0.48, 0.02], [29, 1], [130, 12], [112, 15], [1.8, 0.3], [660, 50], [20, 2.5], [27, 3]),
  kind('cruiser', 2, 'touring', [260, 40], [1640, 50], [0.47, 0.02], [31, 2], [130, 15], [95, 20], [1.35, 0.2], [600, 60], [18, 2], [24, 3]),
];

/** Where nobody has said what kind it is. */
export const UNNAMED_KIND: MachineType = 'road';
