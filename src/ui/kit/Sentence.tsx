'use client';
import { type Figure, figure, type Said, type SaidUnit, sayNumber, turnedUnit } from '@/core/units/say';
import { usePreferences, useSaid } from './preferences';

/** A sentence, or a figure alone, in the units shown. */
export function Sentence({ of }: { of: Said | Figure }) {
  return <>{useSaid()(of)}</>;
}

/** A column of figures: its unit for the head, and each figure without it. */
export function useColumn(unit: SaidUnit, decimals: Figure['decimals']): { unit: string; text(value: number): string } {
  const { system } = usePreferences();
  return { unit: turnedUnit(unit, system).name, text: (value) => sayNumber(figure(unit, value, decimals), system) };
}
