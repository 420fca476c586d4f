import { MACHINE_TYPES, type MachineType } from '@/catalogue/fields/machine';
import type { Entries } from '@/catalogue/entry';
import type { KindFigure, Spread } from '@/core/spring/estimate';
import type { MachineKind } from '@/knowledge/kinds';
import { choiceOf, numberOf } from './read';

/** What a shop's own machines say of their kind. */
export interface OwnFigure {
  /** Machines it was measured on. */
  count: number;
  mean: number;
  /** The book's figure with these weighed in. */
  narrowed: Spread;
}
export interface OwnOfKind {
  id: MachineType;
  machines: number;
  figures: Partial<Record<KindFigure, OwnFigure>>;
}

/** How many machines the book's own figure is worth: so many of the shop's weigh as much as it. From memory. */
export const BOOK_IS_WORTH = 4;

/** A kind's figure as measured on one machine; null where nobody measured it. */
const MEASURED: Partial<Record<KindFigure, (machine: Entries) => number | null>> = {
  machineKg: (m) => {
    const [front, rear] = [numberOf(m, 'machine.weighed.front'), numberOf(m, 'machine.weighed.rear')];
    return front !== null && rear !== null ? front + rear : numberOf(m, 'machine.total');
  },
  frontShare: (m) => {
    const [front, rear] = [numberOf(m, 'machine.weighed.front'), numberOf(m, 'machine.weighed.rear')];
    return front !== null && rear !== null ? front / (front + rear) : null;
  },
  wheelbaseMm: (m) => numberOf(m, 'machine.wheelbase'),
  rakeDeg: (m) => numberOf(m, 'machine.rake'),
  frontTravelMm: (m) => numberOf(m, 'machine.travel.front'),
  rearTravelMm: (m) => numberOf(m, 'machine.travel.rear'),
  leverageRatio: (m) => numberOf(m, 'machine.leverage'),
  unsprungFrontKg: (m) => numberOf(m, 'machine.unsprung.front'),
  unsprungRearKg: (m) => numberOf(m, 'machine.unsprung.rear'),
};

/**
 * The book's figure with measured ones weighed in: the mean of both by their numbers, and the spread of all about it.
 * Source: pooled mean and variance; the book counts as four machines of its own spread (from memory).
 */
export function narrowed(book: Spread, measured: readonly number[]): Spread {
  const whole = BOOK_IS_WORTH + measured.length;
  const mean = (BOOK_IS_WORTH * book.mean + measured.reduce((sum, x) => sum + x, 0)) / whole;
  const square = BOOK_IS_WORTH * (book.sd ** 2 + (book.mean - mean) ** 2) + measured.reduce((sum, x) => sum + (x - mean) ** 2, 0);
  return { mean, sd: Math.sqrt(square / whole) };
}

/** Kind by kind, what was measured on machines of that kind. */
export function ownOfKinds(machines: readonly Entries[], kinds: readonly MachineKind[]): OwnOfKind[] {
  return kinds.map((kind) => {
    const own = machines.filter((m) => choiceOf(m, 'machine.type', MACHINE_TYPES) === kind.id);
    const figures: OwnOfKind['figures'] = {};
    for (const [figure, read] of Object.entries(MEASURED) as [KindFigure, (m: Entries) => number | null][]) {
      const measured = own.map(read).filter((x): x is number => x !== null && x > 0);
      if (measured.length === 0) continue;
      const mean = measured.reduce((sum, x) => sum + x, 0) / measured.length;
      figures[figure] = { count: measured.length, mean, narrowed: narrowed(kind.figures[figure], measured) };
    }
    return { id: kind.id, machines: own.length, figures };
  });
}
