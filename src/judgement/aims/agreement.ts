import type { ChoiceLine } from '@/schema/answers';

/** How often what was fitted lay within what the application would have chosen, and how either rode. */
export interface Agreement {
  count: number;
  within: number;
  /** The middle of how much stiffer than the application's middle was fitted, as a share; below 0 softer. */
  leansShare: number;
  rode: Record<'within' | 'outside', { better: number; told: number }>;
}

export const isWithin = ({ fittedNPerMm, p05NPerMm, p95NPerMm }: ChoiceLine): boolean =>
  fittedNPerMm >= p05NPerMm && fittedNPerMm <= p95NPerMm;

/** @returns null where nothing was fitted yet */
export function agreementOf(lines: readonly ChoiceLine[]): Agreement | null {
  if (lines.length === 0) return null;
  const ratios = lines.map((l) => l.fittedNPerMm / l.p50NPerMm).sort((a, b) => a - b);
  const middle = Math.floor(ratios.length / 2);
  const median = ratios.length % 2 === 1 ? ratios[middle]! : (ratios[middle - 1]! + ratios[middle]!) / 2;
  const rode = { within: { better: 0, told: 0 }, outside: { better: 0, told: 0 } };
  for (const line of lines) {
    const of = rode[isWithin(line) ? 'within' : 'outside'];
    of.told += line.feel === '' ? 0 : 1;
    of.better += line.feel === 'better' ? 1 : 0;
  }
  return { count: lines.length, within: lines.filter(isWithin).length, leansShare: median - 1, rode };
}
